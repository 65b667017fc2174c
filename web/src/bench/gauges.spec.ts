import { analyse, type Analysis, type Food, type Formula, type Larder, type Roles, stockLarder } from '@fellmist/core';
import { acidGauge, gasGauge, sweetnessGauge } from './gauges';

const plain = { kind: 'other' as const, synonyms: [], measuresG: {}, fat: 'liquid' as const, allergens: [], isWhole: true, source: 'test', measureSource: 'test' };
const role = (amount: number): NonNullable<Roles['acid']> => ({ amount, sd: 0, mark: 'M', source: 'test' });
const thirst = (gPerG: number, basis: 'mass' | 'dissolves') => ({ gPerG, sd: 0, basis, mark: 'M' as const, source: 'test' });

const foods: readonly Food[] = [
  { ...plain, id: 'flour', name: 'Flour', per100g: { waterG: 12, sugarsG: 0 }, thirst: thirst(0.6, 'mass'), roles: {} },
  { ...plain, id: 'milk', name: 'Milk', per100g: { waterG: 90, sugarsG: 0 }, thirst: thirst(0, 'dissolves'), roles: { acid: role(9) } },
  { ...plain, id: 'sugar', name: 'Sugar', per100g: { waterG: 0, sugarsG: 100 }, thirst: thirst(0, 'dissolves'), roles: { sweetness: role(1) } },
  { ...plain, id: 'stevia', name: 'Stevia', per100g: { waterG: 4, sugarsG: 0 }, thirst: thirst(0, 'dissolves'), roles: { 'rebaudioside-a': role(0.95) } },
  { ...plain, id: 'soda', name: 'Soda', per100g: { sugarsG: 0 }, roles: { base: role(1190), co2: role(1190) } },
  { ...plain, id: 'mystery', name: 'Mystery', per100g: {}, roles: {} },
];
const larder: Larder = stockLarder(foods);

function analysed(grams: Readonly<Record<string, number>>): Analysis {
  const lines = Object.entries(grams).map(([foodId, massG], i) => ({
    id: `l${i}`,
    text: foodId,
    amountText: '',
    name: foodId,
    foodId,
    massG,
    basis: 'weighed' as const,
    doubts: [],
  }));
  const formula: Formula = { title: 'Test', portions: 1, portionWord: 'portion', measures: 'metric', parts: [{ id: 'p', heading: '', lines }], method: [], notes: [] };
  return analyse(formula, larder, []);
}

const cake = { flour: 200, milk: 240, sugar: 120, soda: 1.8 };

test('the same formula on both sides stands in its band, on every line', () => {
  for (const gauge of [sweetnessGauge, gasGauge, acidGauge]) {
    const shown = gauge(analysed(cake), analysed(cake));
    expect([shown?.isOff, shown?.from === shown?.to]).toEqual([false, true]);
    expect((shown?.bandLeft ?? 101) <= (shown?.from ?? -1) && (shown?.bandLeft ?? 0) + (shown?.bandWidth ?? 0) <= 100).toBe(true);
  }
});

test('sugar gone is off and said in grams; one stevia in its place meets its ceiling, and a second sweetener is advised', () => {
  const { sugar: _sugar, ...unsweet } = cake;
  const without = sweetnessGauge(analysed(cake), analysed(unsweet));
  expect([without?.isOff, without?.to, without?.words]).toEqual([true, 0, expect.stringContaining('As sweet as 0.0 g of sugar in 100 g')]);
  expect(sweetnessGauge(analysed(cake), analysed({ ...unsweet, stevia: 8 }))?.words).toContain('More stevia adds next to nothing here');
});

test('sour milk taken away leaves its soda behind: soapy, and less gas', () => {
  const watery = { ...cake, milk: 0, flour: 320 };
  expect(acidGauge(analysed(cake), analysed(watery))).toMatchObject({ isOff: true, words: expect.stringContaining('soapy and brown') as string });
  expect(gasGauge(analysed(cake), analysed(watery))?.isOff).toBe(true);
});

test('a food of unknown sugars is named; an empty formula has no gauge', () => {
  expect(sweetnessGauge(analysed(cake), analysed({ ...cake, mystery: 30 }))?.words).toContain('The sugars of Mystery are not known');
  expect(sweetnessGauge(analysed(cake), analysed({}))).toBeUndefined();
});
