import { join } from 'node:path';
import { loadVessels } from '@fellmist/data';
import { larder, readFormula, shipped } from '../../test/larder';
import { fitOf, type Vessel, volumeOf } from '../vessel';
import { bakingTime, type BakingTime, doneS, firstLookS, type OvenSetting, ownOven, ownStages, ownTime, reckonedUntil, thermalOf, timeJudgement } from './index';

const vessels = loadVessels(join(__dirname, '../../../data'));
const named = (id: string): Vessel => {
  const found = vessels.find((vessel) => vessel.id === id);
  if (!found) throw new Error(`no vessel is called "${id}"`);
  return found;
};
const OVEN: OvenSetting = { ovenC: 175, isFan: false, isInBath: false, startC: 21 };

function timeOf(text: string, classId: string, vesselId: string, setting: Partial<OvenSetting> = {}, count = 1): BakingTime | string {
  const part = readFormula(text).parts[0] ?? { lines: [] };
  const product = shipped.classes.find(({ id }) => id === classId);
  const [volume, thermal] = [volumeOf(part, larder, product), thermalOf(part, larder)];
  if (!thermal) throw new Error('nothing to bake');
  return bakingTime({ fit: fitOf(named(vesselId), count, volume, product), volume, thermal, product, setting: { ...OVEN, ...setting } });
}
const minutes = (time: BakingTime | string): number => (typeof time === 'string' ? NaN : (time.fromS + time.toS) / 120);

const LOAF = 'Loaf\nMakes 10\n225 g butter\n225 g sugar\n4 eggs\n225 g plain flour\n5 g baking powder\n30 g milk';
const LAYER = 'Layer\nMakes 8\n113 g butter\n113 g sugar\n2 eggs\n113 g plain flour\n4 g baking powder\n15 g milk';
const MUFFIN = 'Muffins\nMakes 12\n300 g plain flour\n150 g sugar\n2 eggs\n110 g butter\n240 g milk\n12 g baking powder';
const BROWNIE = 'Brownies\nMakes 16\n170 g butter\n170 g dark chocolate\n250 g sugar\n3 eggs\n100 g plain flour\n30 g cocoa powder';
const CHEESE = 'Cheesecake\nMakes 12\n600 g cream cheese\n180 g sugar\n3 eggs\n150 g sour cream\n20 g cornflour';
const CUSTARD = 'Custard\nMakes 6\n500 g whole milk\n4 eggs\n80 g sugar';

describe('the time in an oven', () => {
  // Times of common formulas in the tins they are written for, as cookery books give them, from memory: minutes at °C.
  test.each<[string, string, string, string, Partial<OvenSetting>, number, number]>([
    ['a pound cake', LOAF, 'loaf', 'loaf-large', { ovenC: 170 }, 55, 80],
    ['one layer of a sponge', LAYER, 'layer-cake', 'round-20', { ovenC: 180 }, 22, 32],
    ['muffins', MUFFIN, 'muffin', 'muffins-12', { ovenC: 200 }, 17, 26],
    ['brownies', BROWNIE, 'brownie', 'square-20', { ovenC: 175 }, 22, 35],
    ['a shallow cheesecake', CHEESE, 'cheesecake', 'round-23', { ovenC: 160 }, 30, 50],
    ['custards of warm milk in a water bath', CUSTARD, 'baked-custard', 'ramekin-6', { ovenC: 160, isInBath: true, startC: 45 }, 28, 45],
  ])('of %s is what books say', (_name, text, classId, vesselId, setting, low, high) => {
    const middle = minutes(timeOf(text, classId, vesselId, setting));
    expect([middle > low, middle < high, middle]).toEqual([true, true, middle]);
  });

  test('goes up with depth, down with a hotter oven, a fan and a warmer mix; a bath never passes boiling; the household’s factor scales it', () => {
    const plain = minutes(timeOf(LOAF, 'loaf', 'loaf-large'));
    expect(minutes(timeOf(LOAF, 'loaf', 'tray-18x28'))).toBeLessThan(0.8 * plain);
    for (const setting of [{ ovenC: 190 }, { isFan: true }, { startC: 30 }]) expect(minutes(timeOf(LOAF, 'loaf', 'loaf-large', setting))).toBeLessThan(plain);
    expect(minutes(timeOf(LOAF, 'loaf', 'loaf-large', { factor: 1.1 }))).toBeCloseTo(1.1 * plain, 6);
    expect(timeOf(LOAF, 'loaf', 'loaf-large', { isInBath: true, ovenC: 90 })).toBe('never');
    const time = timeOf(LOAF, 'loaf', 'loaf-large');
    if (typeof time === 'string') throw new Error(time);
    expect([time.lookS < time.fromS, time.fromS < time.toS, time.curve.length > 10]).toEqual([true, true, true]);
  });

  test('what it does not know it refuses by name: pieces on a sheet, what no oven heats, a class without a core', () => {
    expect(timeOf(MUFFIN, 'drop-cookie', 'tray-23x33')).toBe('pieces');
    expect(timeOf(MUFFIN, 'pancake', 'griddle-28')).toBe('no oven');
    const part = readFormula(LOAF).parts[0] ?? { lines: [] };
    const product = shipped.classes.find(({ id }) => id === 'loaf');
    const [volume, thermal] = [volumeOf(part, larder, product), thermalOf(part, larder)];
    if (!thermal || !product) throw new Error('nothing to bake');
    const fit = fitOf(named('loaf-large'), 1, volume, product);
    const { coreC: _core, ...coreless } = product;
    expect(bakingTime({ fit, volume, thermal, product: coreless, setting: OVEN })).toBe('no core');
    expect(thermalOf({ lines: [] }, larder)).toBeUndefined();
  });

  // Choi and Okos: water conducts 0.60 W/mK at 20 °C and takes 4.18 J/gK; cake batters are measured at 0.2 to 0.45 and 2 to 3.2 (Rask 1989, a review, from memory).
  test('water is water, and a batter conducts and takes heat as laboratories find', () => {
    const water = thermalOf({ lines: readFormula('Water\n500 g water\n500 g water').parts[0]?.lines ?? [] }, larder);
    expect([water?.kWmK.toFixed(2), water?.capacityJgK.toFixed(2)]).toEqual(['0.60', '4.18']);
    const batter = thermalOf(readFormula(LOAF).parts[0] ?? { lines: [] }, larder);
    expect([0.2 < (batter?.kWmK ?? 0), (batter?.kWmK ?? 1) < 0.45, 2 < (batter?.capacityJgK ?? 0), (batter?.capacityJgK ?? 9) < 3.2]).toEqual([true, true, true, true]);
  });
});

describe('a recipe’s own time', () => {
  test.each<[string, [number, number] | undefined]>([
    ['Bake for 50 minutes, until a pick comes out clean.', [50, 50]],
    ['Heat the oven 10 minutes. Bake 25-30 min.', [25, 30]],
    ['Pour into the tin and bake at 160 C for 1 hour 10 minutes', [70, 70]],
    ['bake about 1 to 1.5 hours', [60, 90]],
    ['Bake half an hour', [30, 30]],
    ['Rest 10 minutes, fry 2 minutes a side.', undefined],
    ['Bake until golden.', undefined],
  ])('"%s" says %j', (step, minutesOf) => {
    const own = ownTime(['Stir for 5 minutes.', step]);
    expect(own && [own.low, own.high]).toEqual(minutesOf);
  });

  test.each([
    ['Bake 45 minutes at 175C until a skewer comes out clean.', [175, false]],
    ['Preheat oven to 350F.', [175, false]],
    ['Heat the oven to 180 °C (160 °C fan, gas 4).', [180, false]],
    ['Bake at 160C fan for 20 min', [160, true]],
    ['Oven 180. Bake 25-30 min.', [180, false]],
    ['Gas mark 4, bake an hour', [180, false]],
    ['Warm the milk to 82C, then bake at 150 °C until 85 °C in the middle', [150, false]],
    ['Bake until 96 °C inside.', undefined],
    ['Bake 120 g of it for 180 minutes.', undefined],
    ['Boil the syrup to 118 C.', undefined],
    ['Deep-fry at 180 C for 3 minutes.', undefined],
  ])('an oven as the method sets it: "%s" says %j', (step, said) => {
    // Gas 4 and 350 °F are 180 and 175 °C in the tables of cookery books (common practice).
    const own = ownOven([step]);
    expect(own && [own.ovenC, own.isFan]).toEqual(said);
  });

  // How recipes with more than one time are written (common practice): a shell baked blind, a base before its filling, a hot start.
  test.each<[string, readonly [number, number], number | undefined, number]>([
    ['Blind bake 15 min at 190C, then fill and bake at 150C for 25-30 min until it wobbles.', [25, 30], 150, 2],
    ['Heat the oven to 180C. Bake the base 10 minutes. Pour on the filling and bake 45 minutes.', [45, 45], 180, 2],
    ['Bake 10 minutes at 220C, then 20-25 minutes at 180C.', [30, 35], 220, 0],
    ['Bake at 230C for 10 minutes. Turn the oven down to 180C and bake for 25 minutes more.', [35, 35], 230, 0],
    ['Bake 25 minutes at 180C. Leave in the tin for another 10 minutes. Reduce the syrup 5 minutes.', [25, 25], 180, 0],
    ['Bake 20 minutes. Cool. Bake the second tray 20 minutes.', [20, 20], undefined, 2],
    ['Prick, blind bake 12 minutes at 190 C. Fill and chill.', [12, 12], 190, 0],
    // The oven in short, without its name.
    ['18cm springform, 170 fan 22 mins. Cool, spread on the mousse, chill overnight.', [22, 22], 170, 0],
    ['350F, 40-45 minutes', [40, 45], 175, 0],
    ['25 mins @ 180 fan', [25, 25], 180, 0],
  ])('"%s"', (step, minutesOf, ovenC, stages) => {
    expect(ownTime([step])).toEqual({ low: minutesOf[0], high: minutesOf[1] });
    expect(ownOven([step])?.ovenC).toBe(ovenC);
    expect(ownStages([step])).toHaveLength(stages);
  });

  test('is left alone within reason, and said where the two are badly apart', () => {
    const time = { fromS: 50 * 60, toS: 70 * 60 };
    const judged = (low: number, high: number): string => timeJudgement({ low, high }, time);
    // Too early a look costs nothing, too late a one the cake.
    expect([firstLookS({ lookS: 3000 }, undefined), firstLookS({ lookS: 3000 }, { low: 50, high: 60 }), firstLookS({ lookS: 3000 }, { low: 90, high: 90 })]).toEqual([
      3000, 2400, 3000,
    ]);
    expect([judged(45, 55), judged(38, 40), judged(20, 25), judged(95, 100), judged(110, 120)]).toEqual(['agrees', 'agrees', 'shorter', 'agrees', 'longer']);
    // What the recipe says is never outside of what the page calls done, unless the page says that the two are apart.
    expect([doneS(time, { low: 80, high: 90 }), doneS(time, { low: 45, high: 45 }), doneS(time, { low: 110, high: 120 }), doneS(time, undefined)]).toEqual([
      { fromS: 3000, toS: 5400 },
      { fromS: 2700, toS: 4200 },
      time,
      time,
    ]);
  });

  it('tells until when a middle was reckoned to be so warm, without the oven’s factor, and nothing of a cold or a finished one', () => {
    const [plain, fast] = [timeOf(LOAF, 'loaf', 'loaf-large'), timeOf(LOAF, 'loaf', 'loaf-large', { factor: 0.7 })];
    if (typeof plain === 'string' || typeof fast === 'string') throw new Error('no time');
    const at = reckonedUntil(plain, 80) ?? NaN;
    expect([at > 0, at < plain.plainS]).toEqual([true, true]);
    // The curve itself says the same: the middle has its 80 °C between the samples beside that moment.
    expect(plain.curve.filter(({ seconds }) => seconds <= at).at(-1)?.coreC).toBeLessThanOrEqual(80);
    expect(plain.curve.find(({ seconds }) => seconds >= at)?.coreC).toBeGreaterThanOrEqual(80);
    expect(reckonedUntil(fast, 80)).toBeCloseTo(at, 6);
    expect([reckonedUntil(plain, 25), reckonedUntil(plain, 97)]).toEqual([undefined, undefined]);
  });
});
