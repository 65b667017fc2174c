import { readFormula } from '../../test/larder';

/** Where a line of a list without headings ends up, beside a batter of three lines: the heading of its part, and its grams. */
function placeOf(line: string): readonly [heading: string, massG: number | undefined] {
  const { parts } = readFormula(`Plain cake\nServes 8\n200 g plain flour\n150 g sugar\n2 eggs\n${line}`);
  const [part] = parts.slice(-1);
  return [part?.heading ?? '', part?.lines.at(-1)?.massG];
}

describe('what is no part of the mix though it stands in its list', () => {
  // How home cooks write it [common practice].
  test.each<[string, string, number | undefined]>([
    ['10 g butter for the tin', 'In the pan', 10],
    ['15 g sunflower oil, to fry', 'In the pan', 15],
    // The amount is of the mix; what is added for the tin has none.
    ['100 g butter, melted, plus extra for the tins', '', 100],
    ['100 g butter (and a little to grease the pan)', '', 100],
    ['120 g butter, extra for greasing', '', 120],
    // No fat, no pan: flour for the tin stays where it is.
    ['5 g plain flour for the tin', '', 5],
    ['50 g dark chocolate, for the top', 'On top', 50],
    ['30 g rolled oats for top', 'On top', 30],
    ['40 g grated cheddar for the topping', 'On top', 40],
    // What is added for the worktop is no line of its own.
    ['100 g plain flour (plus 2 tbsp for dusting)', '', 100],
    ['30 g flaked almonds to scatter over', 'On top', 30],
    ['20 g icing sugar (to decorate)', 'On top', 20],
    ['50 g egg, beaten, to glaze', 'On top', 50],
    ['30 g desiccated coconut for rolling', 'On top', 30],
    // More of the same for another use is a line of its own.
    ['150 g buttermilk + 20 g to brush', 'On top', 20],
    ['60 g pistachios, plus 10 g for the top', 'On top', 10],
    ['100 g raspberries to serve', 'To serve', 100],
    ['200 g Greek yogurt, for serving', 'To serve', 200],
    ['40 g maple syrup, at the table', 'To serve', 40],
    ['100 g sugar plus extra to decorate', '', 100],
    // What it is done to, and a name that only sounds like it.
    ['80 g topping cream', '', undefined],
  ])('%s', (line, heading, massG) => {
    const [place, grams] = placeOf(line);
    expect(place).toBe(heading);
    if (massG !== undefined) expect(grams).toBeCloseTo(massG, 6);
  });

  test('each stands in one part at the end, and a part that has a name keeps what is for its top', () => {
    const headings = (text: string) => readFormula(text).parts.map(({ heading, counting, lines }) => [heading, counting, lines.length]);
    expect(headings('Pancakes\n5 g butter for the pan\n2 eggs\n30 g honey, to serve\n120 g plain flour\n50 g blueberries to serve\n1 tbsp oil for frying')).toEqual([
      ['', undefined, 2],
      ['In the pan', undefined, 2],
      ['To serve', 'at the table', 2],
    ]);
    expect(headings('Cake\n2 eggs\n100 g plain flour\n\nFor the icing\n100 g icing sugar\n10 g sprinkles to decorate')).toEqual([
      ['', undefined, 2],
      ['For the icing', undefined, 2],
    ]);
    expect(headings('Dutch baby\n3 eggs\n65 g bread flour\n1 large egg @ room temp\nicing sugar + lemon to serve')).toEqual([
      ['', undefined, 3],
      ['To serve', 'at the table', 2],
    ]);
    expect(headings('Buns\n300 g plain flour\n1 egg (+ 1 egg for the wash)')).toEqual([
      ['', undefined, 2],
      ['On top', undefined, 1],
    ]);
    // With nothing left to be mixed, nothing is set apart.
    expect(headings('Fruit plate\n100 g raspberries to serve\n50 g honey, to serve')).toEqual([['', undefined, 2]]);
  });
});

describe('what stands for one thing', () => {
  const grams = (line: string) =>
    readFormula(`Cake\n200 g plain flour\n${line}`).parts.flatMap(({ lines }) => lines.slice(1).map(({ foodId, massG }) => [foodId, Math.round(massG ?? 0)]));

  // A US tablespoon of water is 14.8 g; of ground flax about 7 g [USDA FoodData Central SR Legacy: 1 tbsp, ground, 7 g].
  test('a flax egg is as much as the recipe says, else a spoon in three of water', () => {
    expect(grams('2 flax eggs (2 tbsp ground flax + 5 tbsp water)')).toEqual([
      ['ground-flax', 14],
      ['water', 74],
    ]);
    expect(grams('1 flax egg (1 tbsp ground flaxseed mixed with 3 tbsp water)')).toEqual([
      ['ground-flax', 7],
      ['water', 44],
    ]);
    for (const ofEach of ['2 flax eggs', '2 flax eggs (1 tbsp ground flax + 3 tbsp water each)', '2 flax eggs (1 tbsp ground flax + 3 tbsp water)', '2 flax eggs (see below)']) {
      expect(grams(ofEach)).toEqual([
        ['ground-flax', 14],
        ['water', 90],
      ]);
    }
  });

  test('a sourdough starter is half flour and half water where it is weighed, and asked for where it is not', () => {
    for (const line of ['100 g active sourdough starter', '0.1 kg levain']) {
      expect(grams(line)).toEqual([
        ['plain-flour', 50],
        ['water', 50],
      ]);
    }
    expect(grams('1/2 cup sourdough starter')).toEqual([[undefined, 0]]);
  });

  test.each(['40-60 ml milk as needed', '50 ml milk, as required'])('%s is milk', (line) => {
    expect(grams(line).map(([food]) => food)).toEqual(['whole-milk']);
  });
});

describe('above and below a list', () => {
  test('what it goes into, over the list, is none of it; what is eaten is', () => {
    const { notes, parts } = readFormula('Ice cream base\n500ml tub\n350 ml milk\n20 g allulose');
    expect([notes, parts[0]?.lines.length]).toEqual([['500ml tub'], 2]);
    const fried = readFormula('Lentil pancakes\n200 g red lentils\n250 ml water\nBlend, fry');
    expect([fried.method, fried.parts[0]?.lines.length]).toEqual([['Blend, fry'], 2]);
    expect(readFormula('Trifle\n1 brownie\n350 ml milk').parts[0]?.lines.length).toBe(2);
  });
});
