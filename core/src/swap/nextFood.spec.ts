import { larder, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { answersTo, type Food, isIn, type Larder, stockLarder } from '../food';
import { allLines, type Formula } from '../formula';
import { readRecipeText } from '../exchange';
import { overProtein } from '../product';
import { ruleFor } from './ruleFor';
import { adviceOf, candidatesFor, standingOf, startWorksheet } from './index';

/* A food nobody has seen: the figures of one that is known, under a name, an id and nothing else of its own. */
function kitchenWith(like: string, name: string, more: Partial<Food> = {}): Larder {
  const known = larder.foods.get(like);
  if (!known) throw new Error(`no food ${like}`);
  const { like: _like, head: _head, packOf: _packOf, ...bare } = known;
  return stockLarder([...shipped.foods, { ...bare, id: 'made-up', name, synonyms: [], ...more }]);
}

function read(text: string, kitchen: Larder): Formula {
  const result = readRecipeText(text, kitchen, 'us');
  if (!result.ok) throw new Error(result.error);
  return result.formula;
}

function rulesFor(text: string, kitchen: Larder): readonly string[] {
  const line = allLines(read(text, kitchen)).find(({ foodId }) => foodId === 'made-up');
  if (!line) throw new Error('the made-up food was not read');
  return candidatesFor(line, shipped.rules, kitchen).map(({ rule }) => rule.id);
}

describe('a food nobody has seen', () => {
  test.each([
    ['plain-flour', 'Miller dust', 'plain-flour'],
    ['whey-isolate', 'Cloudberry whey 85', 'whey-isolate'],
    ['sugar', 'Beet crystals', 'sugar'],
    ['sunflower-oil', 'Camelina pressings', 'sunflower-oil'],
    ['whole-milk', 'Valley whole milk', 'whole-milk'],
    ['oat-drink', 'Barley pour', 'oat-drink'],
  ])('like %s, called "%s", is swapped by the rules of its like', (like, name, known) => {
    const [mine, its] = [rulesFor(`Bake\nServes 4\n100 g ${name}`, kitchenWith(like, name)), candidatesFor(lineOf(known), shipped.rules, larder).map(({ rule }) => rule.id)];
    expect(its.filter((id) => !mine.includes(id)).length).toBeLessThanOrEqual(its.length * 0.25);
    expect(mine.length).toBeGreaterThan(0);
  });

  test('a whey of no name keeps to the limits of whey, and may not take flour whole', () => {
    const kitchen = kitchenWith('whey-isolate', 'Cloudberry whey 85');
    const pancakes = read('Pancakes\nMakes 8 pancakes\n100 g cloudberry whey 85\n60 g oat flour\n2 eggs\n150 ml milk\n1 tsp baking powder', kitchen);
    const { product } = standingOf(startWorksheet(pancakes), kitchen, shipped);
    const [part] = pancakes.parts;
    if (!product || !part) throw new Error('no class');
    expect(overProtein(part, product, kitchen).map(({ limit }) => limit.foods)).toContainEqual(['@whey']);
    const flour = allLines(read('Cake\nServes 8\n200 g plain flour', kitchen))[0];
    const whey = kitchen.foods.get('made-up');
    if (!flour || !whey) throw new Error('no line');
    const found = ruleFor(flour, whey, shipped.rules, kitchen, 'layer-cake');
    expect(found.ok && found.rule.maxShare < 0.4).toBe(true);
  });

  test('a powder is limited in every class that is baked, whatever it is made of', () => {
    const powders = shipped.foods.filter(({ kind }) => kind === 'protein');
    const baked = shipped.classes.filter(({ heat }) => heat === 'oven' || heat === 'griddle');
    const free = baked.flatMap(({ id, protein }) =>
      powders.filter((food) => !protein.some(({ foods }) => foods.some((name) => answersTo(food).includes(name)))).map((food) => `${id}: ${food.id}`),
    );
    expect(free).toEqual([]);
  });

  test('what is in the bowl already is offered to set the balance right, though no table names it', () => {
    const kitchen = kitchenWith('sugar', 'Beet crystals');
    const sheet = startWorksheet(read('Sponge cake\nServes 8\n200 g plain flour\n4 eggs\n150 g beet crystals\n100 g butter\n2 tsp baking powder\n80 ml milk', kitchen));
    const less: Formula = {
      ...sheet.rebuild,
      parts: sheet.rebuild.parts.map((part) => ({ ...part, lines: part.lines.map((line) => (line.foodId === 'made-up' ? { ...line, massG: 30 } : line)) })),
    };
    const plain = { ...sheet, rebuild: less };
    const ways = adviceOf(plain, standingOf(plain, kitchen, shipped), kitchen, shipped).find(({ row }) => row.role === 'sweetness')?.ways ?? [];
    expect(ways.flatMap(({ proposal: { action } }) => (action.kind === 'add' ? [action.foodId] : []))).toContain('made-up');
  });

  test('and its cautions come with what it is', () => {
    const kitchen = kitchenWith('xylitol', 'Birch crystals');
    const said = analyse(read('Fudge\nServes 4\n100 g birch crystals\n50 g butter', kitchen), kitchen, shipped).cautions.map(({ id }) => id);
    expect(said).toEqual(expect.arrayContaining(['xylitol-dogs', 'polyols-laxative']));
  });
});

describe('the groups', () => {
  test('each holds some foods and not all, and none holds what its name excludes', () => {
    const foods = [...larder.foods.values()];
    expect(isIn('wheat-flour', foods.find(({ id }) => id === 'self-raising-flour') as Food)).toBe(false);
    expect(isIn('whey', foods.find(({ id }) => id === 'whey-casein') as Food)).toBe(false);
    const sizes = new Map<string, number>();
    for (const food of foods) for (const name of answersTo(food)) sizes.set(name, (sizes.get(name) ?? 0) + 1);
    const odd = [...sizes].filter(([name, size]) => name.startsWith('@') && size > foods.length / 3);
    expect(odd).toEqual([]);
  });
});

function lineOf(foodId: string): Parameters<typeof candidatesFor>[0] {
  return { id: 'l1', text: '', amountText: '', name: foodId, doubts: [], foodId, massG: 100 };
}
