import convert from 'convert';
import fc from 'fast-check';
import { food, shipped } from '../../test/larder';
import { readAmount } from '../quantity';
import { kitchenMeasure } from './kitchenMeasure';
import { asMash, massOf } from './massOf';

describe('a cup of mash', () => {
  // A cup, smooth: apple sauce 244 g, pumpkin 245, strawberries 232, tomato puree 250, refried beans 238 [USDA SR Legacy, from memory].
  test.each([
    ['apple', 244],
    ['pumpkin', 245],
    ['strawberries', 232],
    ['tomato', 250],
    ['white-beans', 238],
  ])('%s weighs what its smooth form does, and more than its pieces', (id, smoothG) => {
    const mash = asMash(food(id));
    const [pieces, whole] = [food(id), mash].map((one) => massOf({ value: 1, unit: 'cup' }, one, 'us'));
    if (!mash || !whole || 'gap' in whole || !pieces || 'gap' in pieces) throw new Error(`${id} is no mash`);
    expect(Math.abs(whole.massG / smoothG - 1)).toBeLessThan(0.06);
    expect(whole.massG).toBeGreaterThan(pieces.massG);
  });

  test('leaves, nuts, what is smooth already and what the household weighed itself stay as they are', () => {
    for (const id of ['spinach', 'walnuts', 'apple-puree', 'dates', 'whole-milk']) expect([id, asMash(food(id))]).toEqual([id, undefined]);
    expect(asMash({ ...food('apple'), ownMeasures: ['cup'] })).toBeUndefined();
  });
});

describe('grams in the measures of a kitchen', () => {
  // Volumes by the convert package; densities: whole milk 1.03 g/mL, oil 0.92, granulated sugar 0.85 [kitchen charts, from memory].
  test.each([
    ['whole-milk', 3 * convert(1, 'tablespoon').to('ml') * 1.03, 'us', '3 tbsp'],
    ['whole-milk', convert(1, 'cup').to('ml') * 1.03, 'us', '1 cup'],
    ['whole-milk', 206, 'metric', '200 mL'],
    ['sunflower-oil', 2 * convert(1, 'tablespoon').to('ml') * 0.92, 'us', '2 tbsp'],
    ['sugar', convert(1, 'cup').to('ml') * 0.85, 'us', '1 cup'],
    ['sugar', 15 * 0.85, 'metric', '1 tbsp'],
    ['egg', 100, 'us', '2 of them'],
    ['egg', 75, 'metric', '1 1/2 of them'],
  ] as const)('%s, %d g in %s measures is %s', (id, massG, system, words) => {
    expect(kitchenMeasure(food(id), massG, system)).toBe(words);
  });

  test('what no spoon comes near, or nobody knows the density of, has no words', () => {
    expect(kitchenMeasure(food('whole-milk'), 0.05, 'us')).toBeUndefined();
    expect(kitchenMeasure(food('whole-milk'), 0, 'us')).toBeUndefined();
    expect(kitchenMeasure(food('whole-milk'), -5, 'us')).toBeUndefined();
    const { densityGPerMl: _unknown, ...unweighed } = food('oat-flour');
    expect(kitchenMeasure(unweighed, 60, 'us')).toBeUndefined();
  });

  test('said in spoons or cups, it reads back within a tenth of the grams', () => {
    const poured = shipped.foods.filter(({ densityGPerMl, kind }) => densityGPerMl !== undefined && kind !== 'egg');
    fc.assert(
      fc.property(fc.constantFrom(...poured), fc.double({ min: 0.5, max: 800, noNaN: true }), fc.constantFrom('us', 'metric', 'uk'), (one, massG, system) => {
        const words = kitchenMeasure(one, massG, system);
        if (words === undefined) return;
        const read = readAmount(words);
        const found = massOf(read?.amount, one, system);
        if ('gap' in found) throw new Error(`${words} does not read back`);
        expect(Math.abs(found.massG - massG) / massG).toBeLessThan(0.1 + 1e-9);
      }),
    );
  });
});

// Counted as drops and sachets are used: a drop of about 0.05 g, a sachet of 1 g [what packs say, from memory].
test.each([
  ['stevia-drops', 0.4, '8 drops'],
  ['sucralose-drops-mild', 0.05, '1 drop'],
  ['stevia-sachet', 2, '2 sachets'],
  ['saccharin-sachet', 1.5, '1 1/2 sachets'],
  ['stevia-drops', 5, '1 tsp'],
  ['sugar', 4, '1 tsp'],
  ['stevia-drops', 0.07, undefined],
])('%s, %d g, is %s', (id, massG, words) => {
  expect(kitchenMeasure(food(id), massG, 'us')).toBe(words);
});
