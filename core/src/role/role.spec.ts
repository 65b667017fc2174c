import fc from 'fast-check';
import { MF } from 'mf-parser';
import { food, mixOf as parts } from '../../test/larder';
import { INTENSE } from '../food';
import {
  inKitchen,
  AT,
  LEDGER_ROLES,
  roleOf,
  bulkSweetness,
  intenseSweetness,
  liftOf,
  readSum,
  SOAPY_SHARE,
  type Sums,
  sumsOf,
  sweetenerWarnings,
  sweetnessCeiling,
  sweetnessOf,
} from './index';

function mix(grams: Readonly<Record<string, number>>): Sums {
  return sumsOf(parts(grams));
}

const sucrose = (grams: Readonly<Record<string, number>>): number => sweetnessOf(mix(grams))?.sucroseG ?? NaN;

describe('sweetness', () => {
  // FDA, "High-Intensity Sweeteners" (times sucrose): aspartame 200, acesulfame K 200, sucralose 600, saccharin 200-700,
  // steviol glycosides 200-400, from memory. Potency falls with concentration; these hold near 3 to 5 % sucrose. Sucralose
  // and mogroside are fitted to one such figure by us, so a check against it would prove nothing.
  test.each([
    ['aspartame', 5, 180, 220],
    ['acesulfame-k', 3, 180, 220],
    ['saccharin', 5, 200, 700],
    ['rebaudioside-a', 5, 200, 400],
    ['stevioside', 3, 200, 400],
  ] as const)('%s at the sweetness of %d %% sugar is %d to %d times as sweet', (sweetener, percent, low, high) => {
    let [from, to] = [0, 1e6];
    while (to - from > 1e-6) {
      const middle = (from + to) / 2;
      if (intenseSweetness(sweetener, middle) < percent) from = middle;
      else to = middle;
    }
    const times = (percent * 10_000) / from;
    expect([times >= low, times <= high, times]).toEqual([true, true, times]);
  });

  test('more of one intense sweetener never passes its ceiling, and always adds', () => {
    fc.assert(
      fc.property(fc.constantFrom(...INTENSE), fc.double({ min: 0.1, max: 1e6, noNaN: true }), (sweetener, mgPerL) => {
        const [less, more] = [intenseSweetness(sweetener, mgPerL), intenseSweetness(sweetener, mgPerL * 2)];
        return less < more && more < sweetnessCeiling(sweetener);
      }),
    );
  });

  test('one stevia cannot reach a cream as sweet as 15 % sugar, two unlike sweeteners can', () => {
    const alone = sweetnessOf(mix({ water: 1000, 'stevia-reba': 20 }));
    expect([alone?.atCeiling, (alone?.sucroseG ?? 0) < 101]).toEqual([['rebaudioside-a'], true]);
    expect(sucrose({ water: 1000, 'stevia-reba': 2, sucralose: 0.5 })).toBeGreaterThan(150);
  });

  test('sugar for sugar; erythritol two thirds; honey by its row; milk hardly at all', () => {
    expect(sucrose({ water: 200, sugar: 100 })).toBeCloseTo(100, 6);
    expect(sucrose({ water: 200, erythritol: 100 })).toBeCloseTo(65, 6);
    expect(bulkSweetness(food('whole-milk'))).toBeLessThan(0.012);
    expect(bulkSweetness(food('dates'))).toBeGreaterThan(0.55);
  });

  test('spoon-for-spoon packs are about as sweet as the sugar of the same spoons, in a custard', () => {
    const custard = { 'whole-milk': 500, egg: 150 };
    const sugarG = sucrose({ ...custard, sugar: 60 });
    for (const id of ['sucralose-spoon', 'stevia-spoon', 'monk-fruit-blend']) {
      const sameSpoonsG = (60 / (food('sugar').densityGPerMl ?? NaN)) * (food(id).densityGPerMl ?? NaN);
      const ratio = sucrose({ ...custard, [id]: sameSpoonsG }) / sugarG;
      expect([id, ratio > 0.6, ratio < 1.4, ratio]).toEqual([id, true, true, ratio]);
    }
  });

  test('nothing weighs nothing, pure sweetener is no sweeter than its ceiling, unknown sugars are counted', () => {
    expect(sweetnessOf(sumsOf([]))).toBeUndefined();
    expect(sucrose({ 'stevia-reba': 1 })).toBeLessThan(0.11);
    const { sugarsG: _sugarsG, ...per100g } = food('semolina').per100g;
    expect(sweetnessOf(sumsOf([{ food: { ...food('semolina'), per100g }, massG: 100 }]))?.unknownG).toBe(100);
  });
});

describe('what sweeteners do when cold', () => {
  // Erythritol dissolves to 37 % by mass of its solution at 25 °C (handbook, from memory): 58.7 g in 100 g of water.
  test('erythritol that the water holds when warm turns sandy in the fridge', () => {
    const kinds = (grams: Readonly<Record<string, number>>, servedC: number) => sweetenerWarnings(mix(grams), servedC).map(({ kind }) => kind);
    expect(kinds({ water: 100, erythritol: 57 }, 25)).not.toContain('sandy');
    expect(kinds({ water: 100, erythritol: 60 }, 25)).toContain('sandy');
    expect(kinds({ water: 100, erythritol: 40 }, 5)).toContain('sandy');
    expect(kinds({ water: 100, allulose: 60 }, 5)).toEqual([]);
    expect(kinds({ water: 500, erythritol: 50 }, 20)).toEqual([]);
    expect(kinds({ water: 1000, 'stevia-reba': 20 }, 20)).toEqual(['ceiling']);
  });

  // Sucrose solution of 20 °Brix weighs 1.083 g/mL at 20 °C (ICUMSA tables, from memory); additive volumes come within 1 %.
  test('the volume of a syrup without air', () => {
    const sums = mix({ sugar: 20, water: 80 });
    expect(readSum(sums, AT.massG) / readSum(sums, AT.volumeMl)).toBeCloseTo(1.083, 1);
    expect(Math.abs(readSum(sums, AT.massG) / readSum(sums, AT.volumeMl) / 1.083 - 1)).toBeLessThan(0.01);
  });
});

describe('lift and acid', () => {
  // Molar masses from mf-parser, a chemistry package; the equations: NaHCO3 + H+ -> CO2 + H2O + Na+.
  const molarG = (formula: string): number => new MF(formula).getInfo().mass;

  test('what pure leaveners and acids bring is what their molar masses say', () => {
    const per100 = (id: string, role: 'base' | 'acid' | 'co2'): number => food(id).roles[role]?.amount ?? NaN;
    expect(per100('baking-soda', 'base')).toBeCloseTo(100_000 / molarG('NaHCO3'), 0);
    expect(per100('potassium-bicarbonate', 'base')).toBeCloseTo(100_000 / molarG('KHCO3'), 0);
    expect(per100('cream-of-tartar', 'acid')).toBeCloseTo(100_000 / molarG('KHC4H4O6'), 0);
    expect(per100('tartaric-acid', 'acid')).toBeCloseTo(200_000 / molarG('C4H6O6'), 0);
    expect(per100('citric-acid', 'acid')).toBeCloseTo(300_000 / molarG('C6H8O7'), 0);
    // Baker's ammonia gives all of itself as gas: NH4HCO3 -> NH3 + CO2 + H2O, of which CO2 is counted.
    expect(per100('ammonium-bicarbonate', 'co2')).toBeCloseTo(100_000 / molarG('NH4HCO3'), 0);
    // White vinegar of 5 % acetic acid.
    expect(per100('white-vinegar', 'acid')).toBeCloseTo(5000 / molarG('C2H4O2'), 0);
  });

  test('soda and cream of tartar, mole for mole, leave nothing over and give all their gas', () => {
    const lift = liftOf(mix({ 'baking-soda': 4.6, 'cream-of-tartar': 4.6 * (molarG('KHC4H4O6') / molarG('NaHCO3')), cornflour: 200 }));
    expect(lift?.leftMmol).toBeCloseTo(0, 1);
    expect(lift?.co2Mmol).toBeCloseTo((4.6 * 1000) / molarG('NaHCO3'), 1);
  });

  test('soda alone gives half, and is soapy where much of it is left', () => {
    const lift = liftOf(mix({ 'baking-soda': 4.6, cornflour: 200, water: 200 }));
    expect(lift?.co2Mmol).toBeCloseTo((4.6 * 1000) / molarG('NaHCO3') / 2, 1);
    expect(lift?.sodaLeftTsp).toBeCloseTo(1, 2);
    expect(lift?.sodaLeftShare).toBeGreaterThan(SOAPY_SHARE);
  });

  // 5 % acetic acid, 60.05 g/mol: a tablespoon of 15 g holds 12.5 mmol, less than half of the 27 mmol in half a teaspoon of soda.
  test('a spoon of vinegar takes less than half of the half teaspoon of soda that kitchen tables give it', () => {
    const lift = liftOf(mix({ 'white-vinegar': 15, 'baking-soda': 2.3 }));
    expect(lift?.acidMmol).toBeCloseTo(12.5, 0);
    expect((lift?.acidMmol ?? NaN) / (lift?.baseMmol ?? NaN)).toBeLessThan(0.5);
  });

  // US trade standard for baking powder: at least 12 % of its mass as carbon dioxide, 44.01 g/mol (from memory).
  test('baking powder gives at least the gas the trade asks for and leaves no balance', () => {
    const lift = liftOf(mix({ 'baking-powder': 10 }));
    expect(lift?.co2Mmol).toBeGreaterThanOrEqual((0.12 * 10_000) / molarG('CO2'));
    expect(lift?.leftMmol).toBe(0);
  });

  test('order does not matter and twice the batch has twice of all', () => {
    const batter = parts({ buttermilk: 240, 'baking-soda': 2.3, 'plain-flour': 200, honey: 40 });
    const [one, turned, two] = [liftOf(sumsOf(batter)), liftOf(sumsOf([...batter].reverse())), liftOf(sumsOf([...batter, ...batter]))];
    expect(turned?.co2Mmol).toBeCloseTo(one?.co2Mmol ?? NaN, 9);
    expect(two?.leftMmol).toBeCloseTo(2 * (one?.leftMmol ?? NaN), 9);
    expect(two?.sodaLeftShare).toBeCloseTo(one?.sodaLeftShare ?? NaN, 9);
    expect(liftOf(sumsOf([]))).toBeUndefined();
  });
});

// NaHCO3 weighs 84.007 g/mol and gives 24.05 L of gas a mole at 20 °C (CRC Handbook; ideal gas law): a gram of soda is 11.9 mmol, 286 mL.
test('what a chemist counts in millimoles is said in grams of soda and millilitres of gas', () => {
  const [lift, acid] = [roleOf('lift').kitchen, roleOf('acid').kitchen];
  expect([(1000 / 84.007) * (acid?.times ?? NaN), (1000 / 84.007) * (lift?.times ?? NaN)]).toEqual([expect.closeTo(1, 3), expect.closeTo(286, 0)]);
  expect(LEDGER_ROLES.filter((role) => /mol/.test(inKitchen(role).unit))).toEqual([]);
});
