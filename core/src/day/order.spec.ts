import { larder, readFormula } from '../../test/larder';
import { allLines, type Formula } from '../formula';
import { mixingOrder, moveInOrder } from './index';

const PANCAKES = 'Oat pancakes\nMakes 8 pancakes\n120 g oat flour\n1 tsp baking powder\n1/4 tsp salt\n2 eggs\n200 ml milk\n20 g butter';
const formula: Formula = { ...readFormula(PANCAKES), classId: 'pancake' };
const oats = allLines(formula)[0]?.id ?? '';

describe('the order of mixing', () => {
  test('a class has its own: dry things with the gum in them, wet apart; each line once', () => {
    const stages = mixingOrder(formula, larder);
    expect(stages.map(({ words }) => words)).toEqual(['Dry things', 'Wet things, apart']);
    expect(stages[0]?.lineIds[0]).toBe(oats);
    expect(stages.flatMap(({ lineIds }) => lineIds).sort()).toEqual(
      allLines(formula)
        .map(({ id }) => id)
        .sort(),
    );
  });

  test('a pasted method is followed where it names its lines; what stands in for the sugar goes where the sugar went', () => {
    const text =
      'Sponge\nMakes 8\n150 g butter\n150 g sugar\n3 eggs\n150 g plain flour\n1 tsp baking powder\nMethod\nCream the butter and sugar.\nBeat in the eggs one by one.\nFold in the dry ingredients.\nBake 25 minutes.';
    const original = readFormula(text);
    const [b, s, e, f, p] = allLines(original).map(({ id }) => id) as [string, string, string, string, string];
    const erythritol = {
      ...original,
      parts: original.parts.map((part) => ({
        ...part,
        lines: part.lines.map((line) =>
          line.id === s ? { ...line, name: 'erythritol', foodId: 'erythritol', origin: { kind: 'swapped' as const, lineId: s, swapId: 'w', note: '' } } : line,
        ),
      })),
    };
    const stages = mixingOrder(erythritol, larder, new Map([[s, 'sugar']]));
    expect(stages.map(({ lineIds }) => lineIds)).toEqual([[b, s], [e], [f, p], []]);
    expect(stages[3]?.then).toMatch(/25 minutes/);
    expect(stages[2]?.then).toMatch(/dry ingredients/);
    const moved = moveInOrder(stages, p, stages[0]?.id ?? '', b);
    expect(moved.map(({ lineIds }) => lineIds)).toEqual([[p, b, s], [e], [f], []]);
    expect(moveInOrder(stages, p, 'nowhere')).toEqual(stages);
  });

  test('what is for the table as it is, is not weighed; what the method makes of it, is', () => {
    const served = (method: string): readonly string[] => {
      const toast = readFormula(`Soaked toast\n4 slices white bread\n2 eggs\n150 g milk\n\nFor the table:\n80 g blueberries\n\n${method}`);
      const names = new Map(allLines(toast).map(({ id, foodId }) => [id, foodId ?? '']));
      return mixingOrder({ ...toast, classId: 'soaked-bread' }, larder).flatMap(({ lineIds }) => lineIds.map((id) => names.get(id) ?? ''));
    };
    expect(served('Whisk eggs and milk. Soak the bread in it.')).toEqual(['egg', 'whole-milk', 'white-bread']);
    expect(served('Whisk eggs and milk. Soak the bread in it. Warm the blueberries.')).toContain('blueberries');
  });

  test('a pan said twice is two parts, each with an id of its own', () => {
    const twice = readFormula('Flat cakes\n100 g plain flour\n\nIn the pan:\n10 g butter\n\nIn the pan:\n5 g sunflower oil');
    expect(new Set(twice.parts.map(({ id }) => id)).size).toBe(twice.parts.length);
  });

  test('what is all blended goes into the jar, oats first; fat for the pan is none of it and comes last', () => {
    const blended = readFormula(
      'Griddle cakes\nServes 2\n3 eggs\n120 g rolled oats\n1 banana\n1 tbsp oil for the pan\nPut it all in the blender, oats first, and blend until smooth. Fry two at a time.',
    );
    const names = new Map(allLines(blended).map(({ id, foodId }) => [id, foodId]));
    const stages = mixingOrder({ ...blended, classId: 'pancake' }, larder);
    expect(stages.map(({ words, lineIds }) => [words, lineIds.map((id) => names.get(id))])).toEqual([
      ['All into the jar: dry things', ['rolled-oats']],
      ['All else into the jar', ['egg', 'banana']],
      ['For the pan', ['sunflower-oil']],
    ]);
    // Blending one thing is not blending all.
    const sauced = readFormula(`${PANCAKES}\nMethod\nBlend the berries for the sauce.`);
    expect(mixingOrder({ ...sauced, classId: 'pancake' }, larder)[0]?.words).toBe('Dry things');
  });
});
