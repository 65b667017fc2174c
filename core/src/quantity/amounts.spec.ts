import { food, readFormula } from '../../test/larder';
import { massOf, massSpread } from '../food';
import { allLines } from '../formula';
import { readAmount, unitByWord, unitFactor } from './index';

const read = (text: string) => readAmount(`${text} x`);

describe('figures in words', () => {
  test.each<[string, number]>([
    ['one', 1],
    ['two', 2],
    ['three', 3],
    ['four', 4],
    ['five', 5],
    ['six', 6],
    ['seven', 7],
    ['eight', 8],
    ['nine', 9],
    ['ten', 10],
    ['twelve', 12],
    ['half a', 0.5],
    ['a couple of', 2],
    ['a few', 3],
    ['half a', 0.5],
    ['a quarter of a', 0.25],
    ['two thirds', 2 / 3],
    ['three quarters', 0.75],
    ['two hundred', 200],
    ['a hundred and twenty', 120],
    ['two hundred and fifty', 250],
    ['fifteen', 15],
    ['forty', 40],
    ['one third', 1 / 3],
  ])('%s', (words, value) => {
    expect(readAmount(`${words} cup sugar`)?.amount.value ?? NaN).toBeCloseTo(value, 9);
  });

  test.each<[string, number, string]>([
    ['1 1/2 cups', 1.5, 'cup'],
    ['1½ cups', 1.5, 'cup'],
    ['1-1/2 cups', 1.5, 'cup'],
    ['1 and 1/2 cups', 1.5, 'cup'],
    ['2 & ¼ tsp', 2.25, 'tsp'],
    ['⅔ cup', 2 / 3, 'cup'],
    ['2 x 400 g', 800, 'g'],
    ['3 × 125 g', 375, 'g'],
    ['1 cup plus 2 tbsp', 1.125, 'cup'],
    ['1 kg + 250 g', 1.25, 'kg'],
    ['0,5 l', 0.5, 'l'],
    ['1,250 g', 1250, 'g'],
    ['1.5 lb', 1.5, 'lb'],
    ['heaped 2 tbsp', 3, 'tbsp'],
    ['2 heaped tbsp', 3, 'tbsp'],
    ['rounded 2 tsp', 2.5, 'tsp'],
    ['scant 1 cup', 0.92, 'cup'],
    ['heaping cup', 1.33, 'cup'],
    ['about 20 g', 20, 'g'],
    ['~15 ml', 15, 'ml'],
    ['another 30 g', 30, 'g'],
    ['up to 40 ml', 40, 'ml'],
  ])('%s', (text, value, unit) => {
    const amount = read(text.startsWith('heaping cup') ? '1 heaping cup' : text)?.amount;
    expect([amount?.value, amount?.unit]).toEqual([expect.closeTo(value, 6), unit]);
  });

  test.each([
    ['half a dozen eggs', 6],
    ['half dozen eggs', 6],
    ['a dozen eggs', 12],
    ['1 dozen eggs', 12],
    ['two dozen eggs', 24],
    ['1 1/2 dozen eggs', 18],
    ['dozen eggs', 12],
  ])('%s', (text, value) => {
    expect(readAmount(text)).toMatchObject({ amount: { value, unit: 'piece' }, rest: 'eggs' });
  });

  test('a range keeps both ends; a dash that touches the figure is asked about, a list mark is not', () => {
    expect(read('3-4 tbsp')?.amount).toMatchObject({ value: 3, high: 4, unit: 'tbsp' });
    expect(read('100 to 120 g')?.amount).toMatchObject({ value: 100, high: 120 });
    expect([readAmount('-2 eggs')?.doubts, readAmount('- 2 eggs')?.doubts]).toEqual([['dash-before-amount'], []]);
    expect(readAmount('2 x 3-4 g sugar')?.amount).toMatchObject({ value: 6, high: 8 });
  });
});

describe('units', () => {
  // Metric spoons are 15 and 5 mL, a metric cup 250; UK pint and fluid ounce: Weights and Measures Act 1985, schedule 1.
  test('spoons, cups, ounces and pints of three countries', () => {
    const factors = (unit: string): readonly (number | undefined)[] => (['us', 'metric', 'uk'] as const).map((system) => unitFactor(unit, system));
    expect(factors('tsp').map((ml) => Math.round((ml ?? NaN) * 100) / 100)).toEqual([4.93, 5, 5]);
    expect(factors('tbsp').map((ml) => Math.round((ml ?? NaN) * 100) / 100)).toEqual([14.79, 15, 15]);
    // Standards Australia, AS 1325: a tablespoon of 20 mL, a teaspoon of 5, a cup of 250.
    expect(['tbsp', 'tsp', 'cup'].map((unit) => unitFactor(unit, 'au'))).toEqual([20, 5, 250]);
    expect(factors('cup').map((ml) => Math.round(ml ?? NaN))).toEqual([237, 250, 250]);
    expect(factors('floz').map((ml) => Math.round((ml ?? NaN) * 10) / 10)).toEqual([29.6, expect.any(Number), 28.4]);
    expect(factors('pint').map((ml) => Math.round(ml ?? NaN))).toEqual([473, expect.any(Number), 568]);
  });

  test.each([
    ['tablespoons', 'tbsp'],
    ['teaspoon', 'tsp'],
    ['lbs', 'lb'],
    ['ounces', 'oz'],
    ['grams', 'g'],
    ['gms', 'g'],
    ['kilo', 'kg'],
    ['litres', 'l'],
    ['cc', 'ml'],
    ['qt', 'quart'],
    ['tin', 'can'],
    ['leaves', 'sheet'],
  ])('"%s" is %s', (word, id) => {
    expect(unitByWord(word)?.id).toBe(id);
  });
});

describe('how surely grams are known', () => {
  // Scoops of flour differ by 8 %, liquids by jug by 3, pieces by 8, what is told by eye by half [common practice].
  test('by how they were found and by what pours', () => {
    const spread = (basis: Parameters<typeof massSpread>[0], id: string): number => massSpread(basis, food(id));
    expect(['whole-milk', 'oat-drink', 'water', 'sunflower-oil', 'honey', 'double-cream'].map((id) => spread('density', id))).toEqual([0.03, 0.03, 0.03, 0.03, 0.03, 0.03]);
    expect(['plain-flour', 'sugar', 'almonds', 'butter', 'greek-yogurt'].map((id) => spread('density', id))).toEqual([0.08, 0.08, 0.08, 0.08, 0.08]);
    expect([spread('weighed', 'egg'), spread('entered', 'egg'), spread('piece', 'egg'), spread('own-piece', 'egg'), spread('custom', 'salt')]).toEqual([
      0.01, 0.01, 0.08, 0.04, 0.5,
    ]);
  });

  // Egg without shell: US large 50 g (USDA), UK large about 57 g [egg size classes less a shell of a tenth].
  test('an egg weighs what its country and size say', () => {
    const egg = (size: string | undefined, country: 'us' | 'uk'): number => {
      const found = massOf({ value: 2, unit: 'piece' }, food('egg'), 'us', size, country);
      return 'massG' in found ? found.massG / 2 : NaN;
    };
    expect(egg('large', 'us')).toBeCloseTo(50, 0);
    expect(egg('large', 'uk')).toBeGreaterThan(54);
    expect(egg('medium', 'us')).toBeLessThan(egg('large', 'us'));
    expect(egg('small', 'uk')).toBeLessThan(egg('medium', 'uk'));
    const [line] = allLines(readFormula('Omelette\nServes 1\n3 medium eggs'));
    expect(line).toMatchObject({ foodId: 'egg', size: 'medium', massG: expect.closeTo(3 * egg('medium', 'us'), 6) });
  });
});
