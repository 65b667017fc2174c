import fc from 'fast-check';
import { bench, larder, lineOf, opened, readFormula } from '../../test/larder';
import { analyse } from '../analysis';
import { allLines } from '../formula';
import { withMass } from './decide';
import {
  addRebuildLine,
  addRebuildPart,
  describeRebuildLine,
  describeRebuildPart,
  duplicateRebuildLine,
  editRebuildLine,
  moveRebuildLine,
  pairLines,
  placeRebuildLines,
  removeRebuildLine,
  removeRebuildPart,
  settleOpen,
  startWorksheet,
  type Worksheet,
  worksheetFrom,
} from './index';

const LOAF = 'Loaf\nMakes 8 slices\n200 g plain flour\n100 g sugar\n2 eggs\n80 ml oil\n1 tsp baking soda';
const order = ({ rebuild }: Worksheet): readonly string[] => allLines(rebuild).map(({ foodId }) => foodId ?? '');
const energy = ({ rebuild }: Worksheet): number => analyse(rebuild, larder).totals.figures.energyKcal.amount;

describe('the baker’s own hand on the rebuild', () => {
  test('a line goes up and down within its part, and stops at its ends', () => {
    const sheet = bench(LOAF);
    const flour = lineOf(sheet, 'plain-flour').id;
    const down = moveRebuildLine(sheet, flour, 1);
    expect(order(down).slice(0, 2)).toEqual(['sugar', 'plain-flour']);
    expect(order(moveRebuildLine(down, flour, -1))).toEqual(order(sheet));
    expect(order(moveRebuildLine(sheet, flour, -1))).toEqual(order(sheet));
  });

  test('a dragged branch keeps together, and dropped on itself it stays', () => {
    const sheet = settleOpen(opened(bench(LOAF), 'plain-flour', 'wheat-buckwheat', 0.5), larder);
    const branch = [lineOf(sheet, 'plain-flour').id, lineOf(sheet, 'buckwheat-flour').id];
    const placed = placeRebuildLines(sheet, branch, 'p1', lineOf(sheet, 'sunflower-oil').id);
    expect(order(placed)).toEqual(['sugar', 'egg', 'plain-flour', 'buckwheat-flour', 'sunflower-oil', 'baking-soda', 'xanthan']);
    expect(placeRebuildLines(sheet, branch, 'p1', branch[0])).toBe(sheet);
    expect(placeRebuildLines(sheet, branch, 'no such part', undefined)).toBe(sheet);
    expect(order(placeRebuildLines(sheet, branch, 'p1', undefined)).slice(-2)).toEqual(['plain-flour', 'buckwheat-flour']);
  });

  test('whatever is dragged where, no gram is lost and no figure moves', () => {
    const sheet = bench('Cake\nServes 8\nFor the base:\n100 g biscuits\n50 g butter\nFor the top:\n300 g cream cheese\n2 eggs\n80 g sugar');
    const ids = allLines(sheet.rebuild).map(({ id }) => id);
    const parts = sheet.rebuild.parts.map(({ id }) => id);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.subarray(ids, { minLength: 1 }), fc.constantFrom(...parts), fc.option(fc.constantFrom(...ids), { nil: undefined })), { maxLength: 6 }),
        (drags) => {
          const end = drags.reduce((now, [moving, part, before]) => placeRebuildLines(now, moving, part, before), sheet);
          expect(
            allLines(end.rebuild)
              .map(({ id }) => id)
              .sort(),
          ).toEqual([...ids].sort());
          expect(energy(end)).toBeCloseTo(energy(sheet), 8);
        },
      ),
    );
  });

  test('a duplicate counts again, stands beneath, and belongs to nothing of the original', () => {
    const sheet = bench(LOAF);
    const twice = duplicateRebuildLine(sheet, lineOf(sheet, 'egg').id);
    expect(order(twice).filter((id) => id === 'egg')).toHaveLength(2);
    expect(allLines(twice.rebuild)[3]?.origin).toEqual({ kind: 'added', why: 'by hand' });
    expect(energy(twice) - energy(sheet)).toBeCloseTo((100 * (larder.foods.get('egg')?.per100g.energyKcal ?? NaN)) / 100, 6);
    expect(duplicateRebuildLine(sheet, 'nowhere')).toBe(sheet);
  });

  test('a note and "melted" ride along in the text, and an empty note goes', () => {
    const sheet = bench('Loaf\nServes 8\n200 g plain flour\n80 g butter\n100 ml milk');
    const butter = lineOf(sheet, 'butter').id;
    const noted = describeRebuildLine(sheet, butter, { melted: true, note: ' brown it first ' });
    expect(lineOf(noted, 'butter')).toMatchObject({ melted: true, note: 'brown it first', text: '80 g butter, brown it first' });
    const bare = describeRebuildLine(noted, butter, { note: '', melted: false });
    expect(lineOf(bare, 'butter')).toMatchObject({ text: '80 g butter' });
    expect('note' in lineOf(bare, 'butter') || 'melted' in lineOf(bare, 'butter')).toBe(false);
  });

  test('a part is added under a name, counts as said, and goes only when it is empty', () => {
    const sheet = addRebuildPart(bench(LOAF), 'Glaze');
    const glaze = sheet.rebuild.parts[1];
    if (!glaze) throw new Error('no part was added');
    const filled = addRebuildLine(sheet, glaze.id, '50 g icing sugar', larder);
    expect(energy(filled)).toBeGreaterThan(energy(sheet) + 150);
    expect(energy(describeRebuildPart(filled, glaze.id, { counting: 'left out' }))).toBeCloseTo(energy(sheet), 8);
    const back = describeRebuildPart(describeRebuildPart(filled, glaze.id, { counting: 'left out' }), glaze.id, { counting: 'counted' });
    expect(energy(back)).toBeCloseTo(energy(filled), 8);
    // Half of the 50 g stays in the bowl, so half of its energy does.
    const behind = describeRebuildPart(filled, glaze.id, { leftBehindG: 25 });
    expect(energy(behind) - energy(sheet)).toBeCloseTo((energy(filled) - energy(sheet)) / 2, 6);
    expect(removeRebuildPart(filled, glaze.id)).toBe(filled);
    expect(removeRebuildPart(removeRebuildLine(filled, lineOf(filled, 'icing-sugar').id), glaze.id).rebuild.parts).toHaveLength(1);
    expect(removeRebuildPart(bench(LOAF), 'p1').rebuild.parts).toHaveLength(1);
  });

  test('an amount in another unit is weighed anew; grams typed over a cup stay as typed', () => {
    const sheet = bench(LOAF);
    const flour = lineOf(sheet, 'plain-flour').id;
    const cups = editRebuildLine(sheet, flour, { kind: 'amount', amount: { value: 2, unit: 'cup' }, text: '2 cup' }, larder);
    // A US cup of plain flour weighs 120 to 125 g in the charts of flour mills [common practice].
    expect(lineOf(cups, 'plain-flour').massG).toBeGreaterThan(235);
    expect(lineOf(cups, 'plain-flour').massG).toBeLessThan(255);
    const typed = editRebuildLine(cups, flour, { kind: 'grams', massG: 262 }, larder);
    expect(lineOf(typed, 'plain-flour')).toMatchObject({ massG: 262, basis: 'entered' });
    const rye = editRebuildLine(typed, flour, { kind: 'food', foodId: 'rye-flour' }, larder);
    expect(lineOf(rye, 'rye-flour').massG).toBe(262);
  });

  test('taking a line away withdraws what was proposed for it, and nothing else', () => {
    const both = opened(opened(bench(LOAF), 'plain-flour', 'wheat-oat', 0.5), 'sugar', 'sugar-allulose');
    const without = removeRebuildLine(both, lineOf(both, 'plain-flour').id);
    const swaps = new Set(without.open.map(({ swapId }) => swapId));
    expect(swaps.size).toBe(1);
    expect(without.open.every(({ ruleId }) => ruleId === 'sugar-allulose')).toBe(true);
  });
});

describe('a rebuild and its original from outside', () => {
  const original = readFormula(LOAF);
  const pairsOf = (text: string) =>
    (pairLines(worksheetFrom(readFormula(text), original, larder))[0]?.pairs ?? []).map(({ original: from, rebuilt }) => [from?.foodId, rebuilt.map(({ foodId }) => foodId)]);

  test('the same lines are kept, a stranger in the place of a missing one stands for it', () => {
    expect(pairsOf('Loaf\nServes 8\n200 g plain flour\n70 g allulose\n2 eggs\n80 ml oil\n1 tsp baking soda')).toEqual([
      ['plain-flour', ['plain-flour']],
      ['sugar', ['allulose']],
      ['egg', ['egg']],
      ['sunflower-oil', ['sunflower-oil']],
      ['baking-soda', ['baking-soda']],
    ]);
  });

  test('a second flour beside the first came from it; walnuts came from nowhere; what is missing is shown as left out', () => {
    expect(pairsOf('Loaf\nServes 8\n120 g plain flour\n80 g oat flour\n100 g sugar\n2 eggs\n1 tsp baking soda\n50 g walnuts')).toEqual([
      ['plain-flour', ['plain-flour', 'oat-flour']],
      ['sugar', ['sugar']],
      ['egg', ['egg']],
      ['baking-soda', ['baking-soda']],
      [undefined, ['walnuts']],
      ['sunflower-oil', []],
    ]);
  });

  test('without an original it is its own', () => {
    expect(worksheetFrom(original, undefined, larder)).toEqual(startWorksheet(original));
  });
});

// What a kitchen's cups and spoons measure: quarters and thirds of a cup, half tablespoons, eighths of a teaspoon [common practice].
describe('an amount that changes stays one that a kitchen can measure', () => {
  const shown = (text: string, share: number): string => {
    const [line] = allLines(readFormula(`Cake\nServes 4\n${text}`));
    return line ? withMass(line, (line.massG ?? 0) * share).amountText : '';
  };

  test.each<[string, number, string]>([
    ['1 cup milk', 0.5, '1/2 cup'],
    ['1 cup milk', 0.3, '73 g'],
    ['3/4 cup plain flour', 4 / 3, '1 cup'],
    ['2 tsp baking powder', 0.5, '1 tsp'],
    ['2 tsp baking powder', 3.375, '31 g'],
    ['1 tbsp oil', 1.5, '1 1/2 tbsp'],
    ['1 tbsp oil', 0.3, '4.1 g'],
    ['140 ml milk', 0.5, '70 mL'],
    ['2 eggs', 1.5, '3'],
    ['2 eggs', 1.2, '120 g'],
  ])('%s times %d is %s', (text, share, words) => expect(shown(text, share)).toBe(words));
});
