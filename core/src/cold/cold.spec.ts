import fc from 'fast-check';
import { MF } from 'mf-parser';
import { larder, partOf } from '../../test/larder';
import { sumsOfPart } from '../formula';
import { AT, depressionOf, FREEZING_FACTOR, freezingPointOf, iceAt, noSums, type Sums } from '../role';
import { analyseMix, coldWarnings, fillBowl, freezingCurve, hardnessOf, icePercentAt, learnOverrun, minutesOut, overrunOf, scoopsFromC, whip, type WhipSetup } from './index';

const sumsOf = (text: string): Sums => sumsOfPart(partOf(text), larder);

function solution(sucroseG: number, waterG: number, msnfG = 0): Sums {
  const sums = noSums();
  sums[AT.massG] = sucroseG + waterG + msnfG;
  sums[AT.allWaterG] = waterG;
  sums[AT.disaccharideG] = sucroseG;
  sums[AT.milkSaltsG] = msnfG;
  return sums;
}

describe('the freezing point', () => {
  // Leighton 1927, as printed in Goff & Hartel, Ice Cream, 7th ed. (from memory): grams of sucrose in 100 g of water, °C.
  test.each([
    [3, 0.18],
    [12, 0.72],
    [30, 1.86],
    [60, 3.85],
    [120, 8.92],
    [180, 13.68],
  ])('%d g of sucrose in 100 g of water lower it by about %d °C', (grams, drop) => {
    expect(Math.abs(depressionOf(grams) / drop - 1)).toBeLessThan(0.1);
  });

  // Colligative law, 1.86 K kg/mol; molar masses from mf-parser, a chemistry package.
  test.each([
    ['sucrose', 'C12H22O11'],
    ['lactose', 'C12H22O11'],
    ['glucose', 'C6H12O6'],
    ['fructose', 'C6H12O6'],
    ['allulose', 'C6H12O6'],
    ['xylitol', 'C5H12O5'],
    ['sorbitol', 'C6H14O6'],
    ['erythritol', 'C4H10O4'],
    ['glycerol', 'C3H8O3'],
    ['maltitol', 'C12H24O11'],
    ['alcohol', 'C2H6O'],
  ] as const)('a thin solution of %s freezes where the colligative law says, within 3 %%', (name, formula) => {
    const grams = 0.2;
    const law = (1.86 * grams * 10) / new MF(formula).getInfo().mass;
    expect(Math.abs(depressionOf(grams * FREEZING_FACTOR[name]) / law - 1)).toBeLessThan(0.03);
  });

  // CRC Handbook, freezing points of sucrose solutions (from memory): 20 % by mass -1.46, 30 % -2.64, 40 % -4.45 °C.
  test.each([
    [20, 1.46],
    [30, 2.64],
    [40, 4.45],
  ])('a solution of %d %% sucrose comes within 8 %% of the handbook', (percent, drop) => {
    expect(Math.abs(depressionOf((percent * 100) / (100 - percent)) / drop - 1)).toBeLessThan(0.08);
  });

  // Goff & Hartel's method by hand: 10 % MSNF, 15 % sucrose, 60 % water: SE = 0.545 x 10 + 15 = 20.45 g, 34.08 in 100 g of
  // water; Leighton between 30 (1.86) and 42 (2.60): 2.11; salts 2.37 x 10 / 60 = 0.395; together -2.51 °C. Ice cream mixes
  // begin to freeze between -2.2 and -3.2 °C (same book, from memory).
  test('a plain ice cream mix by the published method', () => {
    expect(Math.abs((freezingPointOf(solution(0.545 * 10 + 15, 60, 10)) ?? NaN) + 2.507)).toBeLessThan(0.15);
    const churned = freezingPointOf(sumsOf('Ice cream\nServes 8\n450 g whole milk\n250 g double cream\n140 g sugar\n40 g skimmed milk powder\n2 g guar'));
    expect(churned).toBeLessThan(-2.0);
    expect(churned).toBeGreaterThan(-3.2);
  });
});

// An independent calculation with activities of Norrish's kind and milk salts, made apart from Fellmist: sucrose of 10, 20, 30 %
// by mass at -0.62, -1.46, -2.62 °C, of their water 92.9, 84.1, 72.7 % is ice at -12 °C; a mix of 9.5 fat, 12 MSNF, 15.7 sugar
// at -2.49 °C; with 16 % of it erythritol, if all were dissolved, -4.6, with allulose -3.4 °C.
describe('held against a calculation made apart', () => {
  test.each([
    [10, -0.62, 92.9],
    [20, -1.46, 84.1],
    [30, -2.62, 72.7],
  ])('sucrose of %d %%', (percent, firstC, frozen) => {
    const sums = solution(percent, 100 - percent);
    expect(freezingPointOf(sums)).toBeCloseTo(firstC, 2);
    expect((iceAt(sums, -12) * 100) / (100 - percent)).toBeCloseTo(frozen, 0);
  });

  test('a standard mix, and what polyols and allulose do to it', () => {
    const mix = (more: Partial<Record<'disaccharideG' | 'hexoseG' | 'erythritolG', number>>): Sums => {
      const sums = solution(0.545 * 12 + (more.disaccharideG ?? 0), 62.8, 12);
      sums[AT.hexoseG] = more.hexoseG ?? 0;
      sums[AT.erythritolG] = more.erythritolG ?? 0;
      return sums;
    };
    expect(Math.abs((freezingPointOf(mix({ disaccharideG: 15.7 })) ?? NaN) + 2.49)).toBeLessThan(0.15);
    expect(Math.abs((freezingPointOf(mix({ hexoseG: 16 })) ?? NaN) + 3.44)).toBeLessThan(0.4);
    const erythritol = freezingPointOf(mix({ erythritolG: 16 })) ?? NaN;
    expect([erythritol < -3.6, erythritol > -4.62]).toEqual([true, true]);
  });

  test('what has fallen out softens nothing: doubling erythritol hardly moves the ice; salt counts, whey isolate brings few milk salts', () => {
    const iceOf = (text: string): number => icePercentAt(sumsOf(text), -14);
    const [some, twice] = [iceOf('Ice\n500 g whole milk\n90 g erythritol'), iceOf('Ice\n500 g whole milk\n180 g erythritol')];
    expect(some * 590 - twice * 680).toBeLessThan(100 * 8);
    // As much lactose once more than the water holds: what is too much lies there as sand.
    const milky = solution(40, 60);
    const icy = (lactoseG: number): number => {
      const sums = milky.slice();
      [sums[AT.lactoseG], sums[AT.disaccharideG]] = [lactoseG, 10 + lactoseG];
      return iceAt(sums, -12);
    };
    expect([icy(10) - icy(20), icy(0) - icy(1) > 0.2]).toEqual([expect.closeTo(0, 6), true]);
    expect(freezingPointOf(sumsOf('Ice\n500 g water\n10 g salt'))).toBeCloseTo(-1.2, 1);
    const [isolate, whey] = ['whey protein isolate', 'sweet whey powder'].map((one) => freezingPointOf(sumsOf(`Ice\n500 g water\n50 g ${one}`)) ?? NaN);
    expect([(isolate ?? 0) > -0.1, (whey ?? 0) < -0.5]).toEqual([true, true]);
  });
});

describe('the freezing curve', () => {
  // Phase diagram of sucrose and water: along the ice line the liquid holds 57 % sucrose at about -10 °C and 62.3 % at the
  // eutectic of -13.95 °C (Young & Jones 1949, from memory); the lever rule gives the ice.
  test.each([
    [-10, 57],
    [-13.95, 62.3],
  ])('pure sucrose of 20 %% at %d °C has the ice that a liquid of %d %% leaves, within 3 %%', (tempC, percent) => {
    const byLever = 80 - (20 * (100 - percent)) / percent;
    expect(Math.abs(iceAt(solution(20, 80), tempC) / byLever - 1)).toBeLessThan(0.03);
  });

  const mixes = fc.record({
    se: fc.double({ min: 0, max: 300, noNaN: true }),
    water: fc.double({ min: 0.1, max: 1000, noNaN: true }),
    msnf: fc.double({ min: 0, max: 100, noNaN: true }),
  });

  test('colder never melts ice, more sugar never makes it, and there is never more ice than water', () => {
    fc.assert(
      fc.property(mixes, fc.double({ min: -25, max: 0, noNaN: true }), ({ se, water, msnf }, tempC) => {
        const ice = iceAt(solution(se, water, msnf), tempC);
        expect(ice).toBeLessThanOrEqual(water);
        expect(iceAt(solution(se, water, msnf), tempC - 1)).toBeGreaterThanOrEqual(ice - 1e-6);
        expect(iceAt(solution(se + 5, water, msnf), tempC)).toBeLessThanOrEqual(ice + 1e-6);
      }),
    );
  });

  test('half the sugar as allulose by sweetness makes it softer; erythritol less so, as it falls out; water is a brick', () => {
    const at = (sweet: string): number => icePercentAt(sumsOf(`Ice\nServes 4\n400 g whole milk\n100 g double cream\n${sweet}`), -14);
    const [sugar, allulose, erythritol] = [at('100 g sugar'), at('50 g sugar\n71 g allulose'), at('50 g sugar\n77 g erythritol')];
    expect(sugar).toBeGreaterThan(allulose);
    expect(erythritol).toBeGreaterThan(allulose);
    expect(hardnessOf(icePercentAt(sumsOf('Ice\nServes 4\n500 g water\n10 g sugar'), -18))).toBe('a brick');
    expect(freezingCurve(solution(20, 80))).toHaveLength(51);
  });

  test('no water, no sugars, pure alcohol, 70 % sugar are answered in numbers or words', () => {
    expect(coldWarnings(sumsOf('Oil\n100 g sunflower oil'), -18, -12).map(({ kind }) => kind)).toEqual(['no water']);
    expect(freezingPointOf(sumsOf('Oil\n100 g sunflower oil'))).toBeUndefined();
    expect(freezingPointOf(sumsOf('Water\n100 g water'))).toBeCloseTo(0, 1);
    expect(coldWarnings(sumsOf('Rum\n100 g rum'), -18, -12).map(({ kind }) => kind)).toEqual(expect.arrayContaining(['too soft', 'alcohol']));
    expect(coldWarnings(sumsOf('Syrup\n140 g sugar\n60 g water'), -18, -12).map(({ kind }) => kind)).toContain('too soft');
    expect(analyseMix(partOf('Mystery\n100 g unobtainium'), larder)).toMatchObject({ unknown: ['unobtainium'], massG: 0, figures: { solids: undefined } });
    expect(analyseMix(partOf('Half known\n100 g unobtainium\n100 g whole milk'), larder)?.figures.solids).toBeCloseTo(12, 0);
  });

  // 100 g of whey powder hold about 96 g of solids without fat; whole milk 8.8 % solids without fat (USDA SR Legacy, from memory).
  test('the mix as an ice maker looks at it', () => {
    const mix = analyseMix(partOf('Ice\n900 g whole milk\n100 g sweet whey powder\n5 g guar'), larder);
    expect(mix?.figures.wheySolids).toBeCloseTo(9.5, 0);
    expect(mix?.figures.msnf).toBeCloseTo((900 * 0.088 + 96) / 10.05, 0);
    expect(mix?.figures.stabiliser).toBeCloseTo(0.5, 1);
    expect(mix?.sugarsByKind[0]?.name).toBe('lactose');
  });

  test('erythritol and milk powder turn sandy, allulose does not', () => {
    const kinds = (text: string): readonly string[] => coldWarnings(sumsOf(text), -18, -12).map(({ kind }) => kind);
    expect(kinds('Ice\n500 g whole milk\n120 g erythritol')).toContain('sandy erythritol');
    expect(kinds('Ice\n500 g whole milk\n120 g allulose')).not.toContain('sandy erythritol');
    expect(kinds('Ice\n400 g whole milk\n80 g skimmed milk powder\n60 g sugar')).toContain('sandy lactose');
  });

  test('a larger tub and a colder freezer want longer out; what is warm enough wants none', () => {
    const [small, large] = [sumsOf('Ice\n300 g whole milk\n60 g sugar'), sumsOf('Ice\n1200 g whole milk\n240 g sugar')];
    expect(minutesOut(large, -18, -12, 30)).toBeGreaterThan(minutesOut(small, -18, -12, 30));
    expect(minutesOut(small, -22, -12, 30)).toBeGreaterThan(minutesOut(small, -18, -12, 30));
    expect(minutesOut(small, -12, -18, 30)).toBe(0);
    // Half a litre of ice cream softens in five to twenty minutes on a worktop (common practice).
    const tub = sumsOf('Ice cream\n220 g whole milk\n120 g double cream\n70 g sugar\n20 g skimmed milk powder');
    const out = minutesOut(tub, -18, scoopsFromC(tub, -18), 40);
    expect([out >= 0, out < 25]).toEqual([true, true]);
    expect(minutesOut(sumsOf('Ice\n500 g water\n40 g sugar'), -18, scoopsFromC(sumsOf('Ice\n500 g water\n40 g sugar'), -18), 0)).toBeGreaterThan(out);
  });
});

describe('overrun', () => {
  // Goff & Hartel, Ice Cream: overrun % = (mass of mix - mass of the same volume of foam) / mass of foam x 100.
  test('a cup of 260 g of mix that weighs 130 g whipped has 100 %', () => {
    expect(overrunOf({ mixG: 260, foamG: 130, cupMl: 240 })).toEqual({ overrunPercent: 100, foamDensityGPerMl: 130 / 240 });
    expect(overrunOf({ mixG: 0, foamG: 130, cupMl: 240 })).toBeUndefined();
  });

  test('readings pull the prediction towards what this bowl does, and narrow it', () => {
    const reading = { mixG: 250, foamG: 100, cupMl: 240 };
    const [none, one, three] = [[], [reading], [reading, reading, reading]].map((readings) => learnOverrun(250, 60, readings));
    expect(none?.percent).toBeCloseTo(250, 9);
    expect(one?.percent).toBeLessThan(250);
    expect(three?.percent).toBeLessThan(one?.percent ?? 0);
    expect(three?.sd).toBeLessThan(one?.sd ?? 0);
  });
});

describe('a whipped bowl', () => {
  const BOWL = (protein: string, gums: string, liquid = '120 g semi-skimmed milk'): string => `Whipped bowl\nServes 2\n225 g skyr\n${protein}\n${gums}\n${liquid}\n20 g allulose`;
  const setup: WhipSetup = { mixer: 'stand', bowlMl: 4500, liquidFirst: 0.5, splashes: [] };
  const last = (text: string, change: Partial<WhipSetup> = {}) => whip(partOf(text), { ...setup, ...change }, larder).at(-1);
  const volume = (text: string, change: Partial<WhipSetup> = {}): number => last(text, change)?.volumeMl ?? NaN;
  const BEST = BOWL('30 g micellar casein', '3 g xanthan\n3 g guar');

  // Rules of practice (common practice): casein holds and whey does not; one to one of xanthan and guar is best, guar alone
  // poor; a hand mixer wants about twice the gum; liquid too early deflates; fat breaks the foam.
  test('casein rises above whey, both gums above guar alone, a stand mixer above a hand', () => {
    expect(volume(BEST)).toBeGreaterThan(1.5 * volume(BOWL('30 g whey protein isolate', '3 g xanthan\n3 g guar')));
    expect(volume(BEST)).toBeGreaterThan(volume(BOWL('30 g micellar casein', '6 g guar')));
    expect(volume(BEST)).toBeGreaterThan(volume(BEST, { mixer: 'hand' }));
    expect(volume(BEST)).toBeGreaterThan(volume(BEST, { liquidFirst: 1 }));
    expect(volume(BEST)).toBeGreaterThan(volume(`${BEST}\n60 g double cream`));
    expect(last(BOWL('30 g whey protein isolate', '3 g xanthan'))?.acts.join(' ')).toContain('does not hold');
    expect(last(BOWL('30 g micellar casein', '2 g xanthan'))?.standsH).toBeGreaterThan(last(BOWL('30 g micellar casein', '3 g guar'))?.standsH ?? NaN);
  });

  test('air dilutes: the bowl tastes and feeds less for its volume as it rises', () => {
    const state = last(BEST);
    const flat = last(BOWL('30 g whey protein isolate', '0.2 g guar'));
    expect(state?.sweetnessPer100Ml).toBeLessThan(flat?.sweetnessPer100Ml ?? 0);
    expect(state?.volumeMl).toBeGreaterThan(2 * (state?.massG ?? NaN) * 0.9);
  });

  test('a bowl of a size is filled with as much liquid as it takes, or told that it will not rise so far', () => {
    const part = partOf(BOWL('40 g micellar casein', '3 g xanthan\n3 g guar', '40 g semi-skimmed milk'));
    const now = whip(part, setup, larder).at(-1)?.volumeMl ?? NaN;
    const small = { ...setup, bowlMl: now * 1.5 };
    const filled = fillBowl(part, small, 'water', larder);
    expect(filled?.fills).toBe(true);
    const after = whip(part, { ...small, splashes: [{ foodId: 'water', massG: filled?.massG ?? 0 }] }, larder).at(-1);
    expect([after?.fits, (after?.volumeMl ?? 0) > now, after?.volumeMl]).toEqual([true, true, filled?.volumeMl]);
    expect(fillBowl(part, { ...setup, bowlMl: (now / 0.95) * 1.0001 }, 'water', larder)).toBeUndefined();
    const huge = fillBowl(part, { ...setup, bowlMl: 90_000 }, 'water', larder);
    expect([huge?.fills, (huge?.volumeMl ?? 0) > now]).toEqual([false, true]);
    expect(fillBowl(part, { ...setup, bowlMl: now / 2 }, 'water', larder)).toBeUndefined();
  });

  test('each splash is a state; past some point more liquid lowers the volume again; a small bowl is full', () => {
    const splashes = Array.from({ length: 14 }, () => ({ foodId: 'water', massG: 60 }));
    const states = whip(partOf(BOWL('40 g micellar casein', '3 g xanthan\n3 g guar', '40 g semi-skimmed milk')), { ...setup, splashes }, larder);
    const volumes = states.map(({ volumeMl }) => volumeMl);
    const best = volumes.indexOf(Math.max(...volumes));
    expect(best).toBeGreaterThan(1);
    expect(best).toBeLessThan(volumes.length - 1);
    expect(last(BEST, { bowlMl: 500 })?.fits).toBe(false);
    expect(whip(partOf('Nothing\n1 g salt'), setup, larder).every(({ volumeMl }) => Number.isFinite(volumeMl))).toBe(true);
  });
});
