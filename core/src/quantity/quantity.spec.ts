import convert from 'convert';
import fc from 'fast-check';
import { formatAmount, kitchenNumber, readAmount, readNumber, unitFactor } from './index';

describe('units', () => {
  // The convert package (exact international and US customary definitions), and NIST Handbook 44 appendix C for its names.
  test.each([
    ['cup', 'cup', 'ml'],
    ['tbsp', 'tablespoon', 'ml'],
    ['tsp', 'teaspoon', 'ml'],
    ['floz', 'fl oz', 'ml'],
    ['pint', 'pint', 'ml'],
    ['quart', 'quart', 'ml'],
    ['oz', 'oz', 'g'],
    ['lb', 'lb', 'g'],
    ['kg', 'kg', 'g'],
    ['dl', 'dl', 'ml'],
    ['cl', 'cl', 'ml'],
    ['l', 'l', 'ml'],
    ['ml', 'ml', 'ml'],
    ['mg', 'mg', 'g'],
    ['g', 'g', 'g'],
  ] as const)('a US %s is what the units library says', (ours, theirs, base) => {
    expect(unitFactor(ours, 'us')).toBeCloseTo(convert(1, theirs as 'cup').to(base as 'ml') as number, 6);
  });

  test('the metric cup is 250 mL and the UK pint 568.26 mL (Weights and Measures Act 1985)', () => {
    expect([unitFactor('cup', 'metric'), unitFactor('tbsp', 'metric'), unitFactor('pint', 'uk')]).toEqual([250, 15, 568.26125]);
  });
});

describe('amounts as people write them', () => {
  test.each([
    ['1 1/2 cups flour', 1.5, 'cup', 'flour'],
    ['1½ cups flour', 1.5, 'cup', 'flour'],
    ['1-1/2 cups flour', 1.5, 'cup', 'flour'],
    ['½ tsp salt', 0.5, 'tsp', 'salt'],
    ['250g butter', 250, 'g', 'butter'],
    ['2 eggs', 2, 'piece', 'eggs'],
    ['1,5 dl cream', 1.5, 'dl', 'cream'],
    ['1,000 g flour', 1000, 'g', 'flour'],
    ['2 x 400 g cans', 800, 'g', 'cans'],
    ['half a cup of sugar', 0.5, 'cup', 'sugar'],
    ['1 T oil', 1, 'tbsp', 'oil'],
    ['1 t salt', 1, 'tsp', 'salt'],
    ['8 fl. oz milk', 8, 'floz', 'milk'],
    ['1 cup plus 2 tbsp milk', 1.125, 'cup', 'milk'],
    ['.5 oz yeast', 0.5, 'oz', 'yeast'],
    ['2 level tsp salt', 2, 'tsp', 'salt'],
    ['1 heaped tbsp ginger', 1.5, 'tbsp', 'ginger'],
    ['2 full fat yogurts', 2, 'piece', 'full fat yogurts'],
  ])('%s', (text, value, unit, rest) => {
    const read = readAmount(text);
    expect(read?.amount.value).toBeCloseTo(value, 9);
    expect([read?.amount.unit, read?.rest]).toEqual([unit, rest]);
  });

  test('a range keeps both ends, and nonsense is no amount', () => {
    expect(readAmount('3–4 tbsp oil')?.amount).toEqual({ value: 3, high: 4, unit: 'tbsp' });
    expect(readAmount('2 to 3 cups')?.amount).toEqual({ value: 2, high: 3, unit: 'cup' });
    for (const text of ['', 'flour', '<b>3</b>', 'NaN cups', 'Infinity g', '/ 2']) expect([text, readAmount(text)]).toEqual([text, undefined]);
    expect(readNumber('1/0')).toBeUndefined();
  });

  test('reading never throws, never goes below zero and never gives something that is not a number', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), (text) => {
        const value = readAmount(text)?.amount.value;
        return value === undefined || (Number.isFinite(value) && value >= 0);
      }),
      { numRuns: 2000 },
    );
  });

  test('an amount written out reads back the same', () => {
    const amounts = fc.record({ value: fc.integer({ min: 1, max: 400 }).map((eighths) => eighths / 8), unit: fc.constantFrom('cup', 'tsp', 'tbsp', 'pinch', 'can') });
    fc.assert(fc.property(amounts, (amount) => readAmount(formatAmount(amount))?.amount.value === amount.value));
    expect([kitchenNumber(1.5), kitchenNumber(1 / 3), kitchenNumber(0.99), kitchenNumber(2)]).toEqual(['1 1/2', '1/3', '1', '2']);
  });
});
