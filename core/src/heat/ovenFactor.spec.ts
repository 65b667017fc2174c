import { oneLog, ovenFactor, type OvenLog } from './ovenFactor';

const log = (classId: string, share: number): OvenLog => ({ classId, reckonedS: 3600, realS: 3600 * share });

describe('an oven that learns', () => {
  it('takes times as reckoned until a bake says otherwise, with a doubt of two fifths', () => {
    const { factor, low, high, bakes } = ovenFactor([], 'loaf');
    expect([factor, bakes]).toEqual([1, 0]);
    // Two standard deviations of the square root of 0.2² + 0.1².
    expect(Math.log(high)).toBeCloseTo(2 * Math.sqrt(0.05), 9);
    expect(low * high).toBeCloseTo(1, 9);
  });

  it('weighs one bake of the same class as the precision-weighted mean of prior and datum', () => {
    // Conjugate normal, Gelman et al., Bayesian Data Analysis, equation 2.10: prior 0 with variance 0.05, datum ln 0.8 with variance 0.01.
    const expected = Math.exp(Math.log(0.8) * (1 / 0.01 / (1 / 0.01 + 1 / 0.05)));
    const learned = ovenFactor([log('loaf', 0.8)], 'loaf');
    expect(learned.factor).toBeCloseTo(expected, 9);
    expect(Math.log(learned.high / learned.factor)).toBeCloseTo(2 * Math.sqrt(1 / (1 / 0.01 + 1 / 0.05)), 9);
  });

  it('lets another class speak for the oven, but less than its own', () => {
    const own = ovenFactor([log('loaf', 0.8)], 'loaf');
    const other = ovenFactor([log('muffin', 0.8)], 'loaf');
    expect(other.factor).toBeGreaterThan(own.factor);
    expect(other.factor).toBeLessThan(1);
    expect(other.high / other.low).toBeGreaterThan(own.high / own.low);
  });

  it('comes to what many bakes of a class agree on, whatever their order', () => {
    const logs = [...Array.from({ length: 12 }, (_, i) => log('loaf', 0.85 + (i % 3) * 0.01)), log('muffin', 1)];
    const learned = ovenFactor(logs, 'loaf');
    expect(learned.factor).toBeCloseTo(0.86, 1);
    expect(ovenFactor([...logs].reverse(), 'loaf').factor).toBeCloseTo(learned.factor, 9);
  });

  it('does not learn from a forgotten tin, a clock set back or a bake that was something else', () => {
    for (const share of [20, 0.1, -1, 0, Number.NaN, Infinity]) expect(ovenFactor([log('loaf', share)], 'loaf')).toMatchObject({ factor: 1, bakes: 0 });
  });

  it('takes a bake with its thermometer as one bake: the geometric mean of what its shares say, a wild one left out', () => {
    const out = { reckonedS: 3600, realS: 3600 };
    // √(1 × 0.81) = 0.9.
    expect(oneLog(out, [{ reckonedS: 2000, realS: 1620 }]).realS).toBeCloseTo(3240, 9);
    expect(oneLog(out, [{ reckonedS: 2000, realS: 1 }])).toEqual(out);
    expect(oneLog({ reckonedS: 3600, realS: -5 }, []).realS).toBe(-5);
  });
});
