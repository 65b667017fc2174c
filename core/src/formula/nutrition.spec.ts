import fc from 'fast-check';
import { larder, larderNotKnowing, readFormula as read, shipped } from '../../test/larder';
import { analyse, whyFigure, whyRole } from '../analysis';
import { batchCost } from '../cost';
import { LEDGER_ROLES } from '../role';
import { bakersPercentages, compareLines, contributionsOf, FIGURES, type Formula, judgeGoals, NO_GOALS, type Part, totalsOf, totalsOfParts, viewsOf } from './index';

const withParts = (formula: Formula, change: (part: Part, i: number) => Part): Formula => ({ ...formula, parts: formula.parts.map(change) });
const SWEETS = 'Sweets\nMakes 10\n100 g erythritol\n50 g xylitol\n20 g allulose\n30 g inulin\n100 g plain flour';
const CAKE = 'Cake\nMakes 8 slices\nFor the batter:\n200 g plain flour\n150 g sugar\n3 eggs\n100 ml milk\nFor the icing:\n100 g icing sugar\n20 ml lemon juice';

describe('how carbohydrate and energy are counted', () => {
  // From the foods' own rows: 100 g erythritol and 50 g xylitol are all polyol, 20 g allulose all allulose; inulin is fibre.
  test('each school takes off what it says, from the same foods', () => {
    const net = (carbs: Parameters<typeof totalsOf>[2]): number => totalsOf(read(SWEETS), larder, carbs).figures.netCarbG.amount;
    const at = (carbs: 'netFibreG' | 'netErythritolG' | 'netPolyolsG' | 'netHalfPolyolsG'): number => net({ carbs, energy: 'table' });
    expect(at('netFibreG') - at('netErythritolG')).toBeCloseTo(100 + 20, 0);
    expect(at('netErythritolG') - at('netPolyolsG')).toBeCloseTo(50, 0);
    expect(at('netErythritolG') - at('netHalfPolyolsG')).toBeCloseTo(25, 0);
  });

  // Factors, kcal/g: Reg. (EU) 1169/2011 annex XIV: polyols 2.4, erythritol 0. 21 CFR 101.9(c)(1)(i): xylitol 2.4, maltitol 2.1, sorbitol 2.6, mannitol 1.6, erythritol 0, from memory.
  test('the two laws agree on erythritol, and a US label counts each polyol by its own factor', () => {
    const energy = (text: string, rule: 'eu' | 'us'): number => totalsOf(read(text), larder, { carbs: 'netErythritolG', energy: rule }).figures.energyKcal.amount;
    expect(energy('A\n100 g erythritol', 'eu')).toBeCloseTo(0, 0);
    expect(energy('A\n100 g erythritol', 'us')).toBeCloseTo(0, 0);
    expect(['maltitol', 'sorbitol', 'mannitol'].map((one) => Math.round(energy(`A\n100 g ${one}`, 'us') - energy(`A\n100 g ${one}`, 'eu')))).toEqual([-30, 20, -80]);
    expect(energy('A\n100 g xylitol', 'eu')).toBeCloseTo(240, 0);
  });

  test('butter and sugar by the factors of both laws come to what the food tables print, within 3 %', () => {
    for (const [food, kcal] of [
      ['sugar', 387],
      ['butter', 717],
      ['sunflower oil', 884],
    ] as const) {
      const by = totalsOf(read(`A\n100 g ${food}`), larder, { carbs: 'netErythritolG', energy: 'us' }).figures.energyKcal.amount;
      expect([food, Math.abs(by / kcal - 1) < 0.04]).toEqual([food, true]);
    }
  });
});

describe('parts, portions and yield', () => {
  const cake = read(CAKE);

  test('parts add up to the whole; one left out leaves; one at the table is said apart', () => {
    const energy = (formula: Formula): number => totalsOf(formula, larder).figures.energyKcal.amount;
    const [batter, icing] = cake.parts.map((part) => totalsOfParts([part], larder).figures.energyKcal.amount);
    expect(energy(cake)).toBeCloseTo((batter ?? 0) + (icing ?? 0), 6);
    const without = withParts(cake, (part, i) => (i === 1 ? { ...part, counting: 'left out' } : part));
    expect(energy(without)).toBeCloseTo(batter ?? NaN, 6);
    const choice = analyse(
      withParts(cake, (part, i) => (i === 1 ? { ...part, counting: 'at the table' } : part)),
      larder,
      shipped,
    );
    expect(choice.atTable[0]?.portion.energyKcal.amount).toBeCloseTo((icing ?? NaN) / 8, 6);
    expect(choice.views.batch.energyKcal.amount).toBeCloseTo(batter ?? NaN, 6);
  });

  test('what stays in the dish takes its share of everything along', () => {
    const soak = read('Soaking egg\nServes 4\n150 g egg\n250 g milk');
    const left = withParts(soak, (part) => ({ ...part, leftBehindG: 100 }));
    const [all, eaten] = [totalsOf(soak, larder), totalsOf(left, larder)];
    expect(eaten.massG).toBeCloseTo(300, 9);
    for (const key of FIGURES) expect(eaten.figures[key].amount).toBeCloseTo(all.figures[key].amount * 0.75, 6);
  });

  test('baking takes water and no nutrition; portions by weight follow the yield, and its doubt widens their range', () => {
    const totals = totalsOf(cake, larder);
    const loss = { low: 0.08, high: 0.12 };
    const [raw, baked] = [viewsOf(cake, totals), viewsOf(cake, totals, loss)];
    expect(baked.batch).toEqual(raw.batch);
    expect(baked.yield).toMatchObject({ found: 'estimated', massG: totals.massG * 0.9 });
    expect(baked.per100g?.energyKcal.amount).toBeCloseTo((raw.per100g?.energyKcal.amount ?? NaN) / 0.9, 6);
    const byWeight = viewsOf({ ...cake, portionMassG: 80 }, totals, loss);
    expect(byWeight.portions * 80).toBeCloseTo(totals.massG * 0.9, 6);
    expect(byWeight.portion.energyKcal.sd).toBeGreaterThan(byWeight.batch.energyKcal.sd / byWeight.portions);
    expect(viewsOf({ ...cake, yieldMassG: 600, portionMassG: 60 }, totals, loss)).toMatchObject({ portions: 10, yield: { found: 'weighed' } });
    expect(viewsOf({ ...cake, portions: 0 }, totals).portion.energyKcal.amount).toBe(totals.figures.energyKcal.amount);
  });

  test('the worst case is never narrower than one standard deviation, and both grow with cups', () => {
    const [scale, cups] = [totalsOf(read('A\nServes 1\n125 g plain flour'), larder), totalsOf(read('A\nServes 1\n1 cup plain flour'), larder)];
    expect(cups.figures.energyKcal.sd).toBeGreaterThan(2.5 * scale.figures.energyKcal.sd);
    for (const { figures } of [scale, cups]) expect(figures.energyKcal.worst).toBeGreaterThanOrEqual(figures.energyKcal.sd);
  });
});

describe('what each line brings', () => {
  test('contributions add up to the sum, largest first; left-out parts bring nothing', () => {
    const cake = read(CAKE);
    for (const key of FIGURES) {
      const rows = contributionsOf(cake, key, larder);
      expect(rows.reduce((sum, { amount = 0 }) => sum + amount, 0)).toBeCloseTo(totalsOf(cake, larder).figures[key].amount, 6);
      expect(rows.map(({ amount = -1 }) => amount)).toEqual([...rows.map(({ amount = -1 }) => amount)].sort((a, b) => b - a));
    }
  });

  // Baker's percentage: each ingredient over the flour, flour 100 (the trade's standard definition).
  test('baker’s percentages are of the flour of the line’s own part', () => {
    const dough = read('Dough\n400 g plain flour\n100 g rye flour\n325 g water\n10 g salt');
    const percents = [...bakersPercentages(dough, larder).values()];
    expect(percents).toEqual([80, 20, 65, 2]);
    expect(bakersPercentages(read('Syrup\n100 g sugar\n100 g water'), larder).size).toBe(0);
  });

  test('two formulas are told apart food by food, whatever the order', () => {
    const [a, b] = [read('A\n100 g plain flour\n50 g sugar\n2 eggs'), read('A\n2 eggs\n80 g plain flour\n20 g oat flour')];
    expect(compareLines(a, b).map(({ foodId, kind }) => [foodId, kind])).toEqual([
      ['plain-flour', 'changed'],
      ['sugar', 'gone'],
      ['oat-flour', 'added'],
    ]);
    expect(compareLines(a, a)).toEqual([]);
  });
});

describe('what a gap can hold', () => {
  test('a pinch of something unknown cannot hold a hundredth of the energy; fifty grams can', () => {
    const gaps = (line: string) => totalsOf(read(`Buns\nServes 4\n200 g plain flour\n100 g butter\n${line}`), larder).figures.energyKcal.gaps.length;
    expect([gaps('1 pinch unobtainium'), gaps('0.5 g unobtainium'), gaps('50 g unobtainium'), gaps('some unobtainium')]).toEqual([1, 0, 1, 1]);
  });
});

describe('goals', () => {
  const views = analyse(read('Buns\nServes 4\n200 g plain flour\n100 g blackcurrants'), larderNotKnowing('blackcurrants', 'fibreG'), shipped).views;

  test('met, missed by so much, or open where a line is unknown and could still miss it', () => {
    const energy = views.portion.energyKcal.amount;
    const judged = judgeGoals(
      [
        { figure: 'energyKcal', kind: 'at most', amount: energy + 1 },
        { figure: 'energyKcal', kind: 'at most', amount: energy - 10 },
        { figure: 'proteinG', kind: 'at least', amount: 100 },
        { figure: 'netCarbG', kind: 'at most', amount: 500 },
        { figure: 'cost', kind: 'at most', amount: 1 },
      ],
      { views },
    );
    expect(judged.map(({ state }) => state)).toEqual(['met', 'missed', 'missed', 'open', 'open']);
    expect(judged[1]?.missedBy).toBeCloseTo(10, 9);
    expect(judgeGoals(NO_GOALS.targets, { views, cost: 1 })).toEqual([]);
  });
});

test('what a batch costs: known prices summed, unknown ones named, water free', () => {
  const formula = read('Dough\n400 g plain flour\n300 g water\n10 g salt');
  const cost = batchCost(formula, larder, new Map([['plain-flour', 0.002]]));
  expect([cost.amount, cost.unpricedLines.length, cost.unpricedG]).toEqual([0.8, 1, 10]);
});

describe('why', () => {
  const foods = ['plain-flour', 'sugar', 'egg', 'whole-milk', 'butter', 'baking-powder', 'baking-soda', 'honey', 'sucralose-drops', 'xanthan', 'yogurt', 'chia'];
  const mixes = fc.uniqueArray(fc.record({ id: fc.constantFrom(...foods), massG: fc.integer({ min: 1, max: 500 }) }), { minLength: 1, maxLength: 6, selector: ({ id }) => id });

  test('every figure and role opens its inputs, rule, mark and source, and the inputs make the figure', () => {
    fc.assert(
      fc.property(mixes, (mix) => {
        const formula = read(`Mix\nServes 2\n${mix.map(({ id, massG }) => `${massG} g ${larder.foods.get(id)?.name ?? ''}`).join('\n')}`);
        for (const role of LEDGER_ROLES) {
          const why = whyRole(role, formula, larder);
          expect([why?.equation !== '', why?.source !== '', why?.inputs.every(({ source }) => source !== '')]).toEqual([true, true, true]);
        }
        const why = whyFigure({ key: 'energyKcal', name: 'Energy', unit: 'kcal', digits: 0 }, formula, 0.5, larder);
        const shares = why.inputs.reduce((sum, { share = 0 }) => sum + share, 0);
        expect(Math.abs(shares - 1) < 1e-9 || shares === 0).toBe(true);
      }),
      { numRuns: 50 },
    );
  });
});
