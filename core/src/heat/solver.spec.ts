import { type Axis, type Body, heat, heatSteps, vapourPa } from './index';

const K = 0.4;
const CAPACITY = 3.2e6;
const ALPHA = K / CAPACITY;
/** A half thickness or radius of 3 cm, from 20 °C into 100 °C. */
const HALF = 0.03;
const hot = (biot: number) => ({ hWm2K: (biot * K) / HALF, beyondC: 100 });
const slab = (biot: number): Axis => ({ kind: 'straight', lengthM: HALF, cells: 24, to: hot(biot) });
const rod = (biot: number): Axis => ({ kind: 'radial', lengthM: HALF, cells: 24, to: hot(biot) });
const bodyOf = (...axes: readonly Axis[]): Body => ({ axes, kWmK: K, heatCapacity: CAPACITY, startC: 20 });
/** (T - T∞) / (T0 - T∞) at the coldest place after a Fourier number. */
function theta(body: Body, fourier: number): number {
  const { samples } = heat(body, { mostS: (fourier * HALF ** 2) / ALPHA, samples: 1 });
  return (100 - (samples.at(-1)?.coreC ?? NaN)) / 80;
}

describe('conduction against what is known in closed form', () => {
  // First roots and coefficients of the one-term series of plane wall and infinite cylinder, as tabulated by Incropera and
  // DeWitt, Fundamentals of Heat and Mass Transfer, table 5.1: ζ (rad) and C by Biot number. Valid for Fourier numbers above 0.2.
  const WALL = { 0.5: [0.6533, 1.0701], 1: [0.8603, 1.1191], 5: [1.3138, 1.2402], 10: [1.4289, 1.262] } as const;
  const ROD = { 0.5: [0.9408, 1.1143], 1: [1.2558, 1.2071], 5: [1.9898, 1.5029], 10: [2.1795, 1.5677] } as const;
  const term = ([root, factor]: readonly [number, number], fourier: number): number => factor * Math.exp(-(root ** 2) * fourier);

  test.each([
    [0.5, 0.4],
    [0.5, 1.5],
    [1, 0.3],
    [1, 1],
    [5, 0.3],
    [5, 0.8],
    [10, 0.25],
    [10, 0.6],
  ] as const)('slab, cylinder, and their products at Biot %d and Fourier %d are within 2 %', (biot, fourier) => {
    const [wall, tube] = [term(WALL[biot], fourier), term(ROD[biot], fourier)];
    expect(Math.abs(theta(bodyOf(slab(biot)), fourier) / wall - 1)).toBeLessThan(0.02);
    expect(Math.abs(theta(bodyOf(rod(biot)), fourier) / tube - 1)).toBeLessThan(0.02);
    // A cylinder as high as it is wide, and a cube: the products of their directions.
    const coarse = { cells: 14 };
    expect(Math.abs(theta(bodyOf({ ...rod(biot), ...coarse }, { ...slab(biot), ...coarse }), fourier) / (wall * tube) - 1)).toBeLessThan(0.02);
    const side = { ...slab(biot), ...coarse };
    expect(Math.abs(theta(bodyOf(side, side, side), fourier) / wall ** 3 - 1)).toBeLessThan(0.02);
  });

  test('what comes in is what warms it and what goes off as steam; no cell with water left is above 100 °C', () => {
    const oven = { hWm2K: 25, beyondC: 180 };
    const cake: Body = {
      axes: [
        { kind: 'radial', lengthM: 0.1, cells: 14, to: oven },
        { kind: 'straight', lengthM: 0.05, cells: 12, from: oven, to: oven },
      ],
      kWmK: 0.25,
      heatCapacity: 1.8e6,
      startC: 22,
      waterKgM3: 200,
    };
    const { heatInJ, warmedJ, steamJ, samples } = heat(cake, { mostS: 1800 });
    expect((warmedJ + steamJ) / heatInJ).toBeCloseTo(1, 9);
    expect(steamJ / heatInJ).toBeGreaterThan(0.02);
    expect(samples.at(-1)?.surfaceC ?? 0).toBeLessThan(180);
    const wet = heat({ ...cake, waterKgM3: 1e5 }, { mostS: 3600 });
    expect(Math.max(...wet.samples.map(({ surfaceC }) => surfaceC))).toBeLessThanOrEqual(100 + 1e-9);
  });

  test('a wet top in dry hot air stays near its wet bulb and takes longer; vapour pressure is that of steam tables', () => {
    // Steam tables: 2.339 kPa at 20 °C, 12.35 at 50, 31.19 at 70, 101.3 at 100 (the Magnus form is within 3 % up to there).
    for (const [tempC, kPa] of [
      [20, 2.339],
      [50, 12.35],
      [70, 31.19],
      [100, 101.3],
    ] as const)
      expect(Math.abs(vapourPa(tempC) / 1000 / kPa - 1)).toBeLessThan(0.03);
    const body = (dryingWm2K: number): Body => ({
      axes: [{ kind: 'straight', lengthM: 0.03, cells: 10, to: { hWm2K: 20, beyondC: 170, dryingWm2K } }],
      kWmK: 0.45,
      heatCapacity: 3.6e6,
      startC: 20,
      waterKgM3: 600,
    });
    const [dry, wet] = [0, 8].map((drying) => heat(body(drying), { mostS: 3600 }));
    expect(((wet?.warmedJ ?? 0) + (wet?.steamJ ?? 0)) / (wet?.heatInJ ?? 1)).toBeCloseTo(1, 9);
    expect(wet?.samples.at(-1)?.surfaceC ?? 99).toBeLessThan(80);
    expect(dry?.samples.at(-1)?.surfaceC ?? 0).toBeGreaterThan(99);
  });

  test('a body that is as warm as its oven stays so; one that never gets there says so; it tells how far it is; nonsense is refused', () => {
    const still = heat({ ...bodyOf(slab(1)), startC: 100 }, { mostS: 600 });
    expect([still.heatInJ, still.samples.at(-1)?.coreC]).toEqual([0, 100]);
    expect(heat(bodyOf(slab(1)), { coreC: 101, mostS: 20_000 }).reachedS).toBeUndefined();
    const steps = heatSteps(bodyOf(slab(1)), { coreC: 99, mostS: 20_000 });
    const shares = [steps.next().value, steps.next().value].map(Number);
    expect([(shares[0] ?? 0) > 0, (shares[0] ?? 0) < (shares[1] ?? 0), (shares[1] ?? 2) < 1]).toEqual([true, true, true]);
    expect(() => heat(bodyOf({ ...slab(1), lengthM: 0 }), { mostS: 1 })).toThrow(RangeError);
    expect(() => heat({ ...bodyOf(slab(1)), kWmK: NaN }, { mostS: 1 })).toThrow(RangeError);
  });
});
