import { food, larder, readFormula } from '../../test/larder';
import { energyByFactors, proteinPer100Kcal, schoolsOf } from '../food';
import { bakersPercentages, COUNTING, type Figures, type Goal, judgeGoals, totalsOf, viewsOf, yieldOf } from './index';
import { energySharesOf } from './views';

const sum = (amount: number, gaps: readonly string[] = []) => ({ amount, sd: 0, worst: 0, gaps });
const figures = (of: Readonly<Record<string, number>>, gaps: readonly string[] = []): Figures =>
  new Proxy({} as Figures, { get: (_all, name) => sum(of[String(name)] ?? 0, gaps) });

describe('where the energy comes from', () => {
  // 21 CFR 101.9(c)(1)(i): 4 kcal a gram of protein, 9 of fat. 30 g protein, 20 g fat in 500 kcal: 120 + 180 of 500.
  test('protein, fat and the rest, worked by hand', () => {
    expect(energySharesOf(figures({ energyKcal: 500, proteinG: 30, fatG: 20 }))).toEqual({ protein: 0.24, fat: 0.36, rest: expect.closeTo(0.4, 9) });
    expect(energySharesOf(figures({ energyKcal: 250, proteinG: 30, fatG: 20 }))).toEqual({ protein: 0.4, fat: 0.6, rest: 0 });
    expect(energySharesOf(figures({}))).toBeUndefined();
  });
});

describe('goals of a portion', () => {
  const goal = (figure: Goal['figure'], kind: Goal['kind'], amount: number): Goal => ({ figure, kind, amount });
  const state = (one: Goal, of: Figures, cost?: number) =>
    judgeGoals([one], { views: { batch: of, portion: of, portions: 1, portionMassG: 100, yield: { massG: 100, lowG: 100, highG: 100, found: 'raw' } }, cost }).map(
      ({ state, missedBy }) => [state, Math.round(missedBy * 100) / 100],
    )[0];

  // A line that nobody knows can only add: it may break "at most" and may yet fill "at least".
  test.each<[Goal, number, boolean, string, number]>([
    [goal('proteinG', 'at least', 12), 15, false, 'met', 0],
    [goal('proteinG', 'at least', 12), 9, false, 'missed', 3],
    [goal('proteinG', 'at least', 12), 9, true, 'open', 3],
    [goal('proteinG', 'at least', 12), 15, true, 'met', 0],
    [goal('energyKcal', 'at most', 180), 150, false, 'met', 0],
    [goal('energyKcal', 'at most', 180), 210, false, 'missed', 30],
    [goal('energyKcal', 'at most', 180), 150, true, 'open', 0],
    [goal('energyKcal', 'at most', 180), 210, true, 'missed', 30],
    [goal('energyKcal', 'at most', 180), 180, false, 'met', 0],
  ])('%o at %d, gaps %s: %s', (one, amount, hasGaps, expected, missedBy) => {
    expect(state(one, figures({ [one.figure]: amount }, hasGaps ? ['l1'] : []))).toEqual([expected, missedBy]);
  });

  test('a price is a goal too, open while one is missing', () => {
    expect([
      state(goal('cost', 'at most', 0.5), figures({}), 0.4),
      state(goal('cost', 'at most', 0.5), figures({}), 0.8),
      state(goal('cost', 'at most', 0.5), figures({})),
    ]).toEqual([
      ['met', 0],
      ['missed', 0.3],
      ['open', 0],
    ]);
  });
});

describe('what comes out of the oven', () => {
  test('a weighed yield is taken, a class loses its water, what has no class stays raw', () => {
    expect(yieldOf({ yieldMassG: 640 }, 700, { low: 0.08, high: 0.14 })).toEqual({ massG: 640, lowG: 640, highG: 640, found: 'weighed' });
    expect(yieldOf({}, 700, { low: 0.1, high: 0.2 })).toEqual({ massG: expect.closeTo(595, 9), lowG: expect.closeTo(560, 9), highG: expect.closeTo(630, 9), found: 'estimated' });
    expect(yieldOf({}, 700)).toMatchObject({ massG: 700, found: 'raw' });
  });

  // Twelve muffins of 600 g raw that lose 10 to 20 %: 510 g, 42.5 g each; by weight, pieces of 60 g are 8.5.
  test('portions by number and by weight, and 100 g as eaten', () => {
    const formula = readFormula('Dough\nServes 12\n300 g plain flour\n300 g water');
    const totals = totalsOf(formula, larder, COUNTING);
    const loss = { low: 0.1, high: 0.2 };
    const kcal = 3 * (food('plain-flour').per100g.energyKcal ?? NaN);
    const [each, byWeight] = [viewsOf(formula, totals, loss), viewsOf({ ...formula, portionMassG: 60 }, totals, loss)];
    expect([each.portionMassG, each.portion.energyKcal.amount, each.per100g?.energyKcal.amount]).toEqual([42.5, kcal / 12, kcal / 5.1].map((one) => expect.closeTo(one, 6)));
    expect([byWeight.portions, byWeight.portion.energyKcal.amount]).toEqual([8.5, kcal / 8.5].map((one) => expect.closeTo(one, 6)));
    // What is not known of the oven is not known of a piece by weight; of a twelfth it does not matter.
    expect(byWeight.portion.energyKcal.worst).toBeGreaterThan(each.portion.energyKcal.worst);
    expect(viewsOf({ portions: 0 }, totals).portions).toBe(1);
  });

  // Baker's percentages: flour is 100 [common practice]. 500 g flour, 350 water, 10 salt, 5 yeast: 70, 2 and 1 %.
  test('percentages go by the flour', () => {
    const formula = readFormula('Bread\nServes 8\n400 g bread flour\n100 g whole wheat flour\n350 g water\n10 g salt\n5 g dried yeast');
    const shares = [...bakersPercentages(formula, larder).values()].map((share) => Math.round(share * 10) / 10);
    expect(shares).toEqual([80, 20, 70, 2, 1]);
  });
});

describe('which school takes a food', () => {
  // By handbook figures: 100 kcal in 100 g or 10 g of protein in 100 kcal is lean, 10 g of net carbohydrate low-carb [house rules].
  test.each<[string, boolean, boolean]>([
    ['skyr', true, true],
    ['egg-white', true, true],
    ['whey-isolate', true, true],
    ['strawberries', true, true],
    ['courgette', true, true],
    ['almonds', false, true],
    ['butter', false, true],
    ['erythritol', true, true],
    ['plain-flour', false, false],
    ['sugar', false, false],
    ['banana', true, false],
    ['honey', false, false],
    ['dates', false, false],
    ['coconut-flour', false, false],
  ])('%s: lean %s, low-carb %s', (id, lean, lowCarb) => {
    const schools = schoolsOf(food(id));
    expect([schools.includes('lean'), schools.includes('low-carb')]).toEqual([lean, lowCarb]);
  });

  test('protein for the energy, and who is whole', () => {
    expect(proteinPer100Kcal({ proteinG: 24, energyKcal: 120 })).toBe(20);
    expect(proteinPer100Kcal({ proteinG: 1, energyKcal: 4 })).toBeUndefined();
    expect([schoolsOf(food('rolled-oats')).includes('whole-food'), schoolsOf(food('sugar')).includes('whole-food')]).toEqual([true, false]);
  });

  // 21 CFR 101.9(c)(1)(i)(F), kcal a gram: isomalt and lactitol 2.0, xylitol 2.4, maltitol 2.1, sorbitol 2.6, mannitol 1.6; EU annex XIV 2.4 for all.
  test.each([
    ['isomalt', 2],
    ['lactitol', 2],
    ['xylitol', 2.4],
    ['maltitol', 2.1],
    ['sorbitol', 2.6],
    ['mannitol', 1.6],
  ] as const)('a gram of %s on a US label', (polyol, factor) => {
    const pure = { proteinG: 0, fatG: 0, carbohydrateG: 100, polyolsG: 100 };
    expect(energyByFactors(pure, 'us', { [polyol]: 100 })).toBeCloseTo(100 * factor, 6);
    expect(energyByFactors(pure, 'us', { [polyol]: 40 })).toBeCloseTo(40 * factor + 60 * 2.4, 6);
    expect(energyByFactors(pure, 'eu', { [polyol]: 100 })).toBeCloseTo(240, 6);
  });
});
