import { forecast, type ProbeSample } from './probe';
import { heat } from './solver';

const every = (seconds: number, count: number, tempC: (s: number) => number): readonly ProbeSample[] =>
  Array.from({ length: count }, (_, i) => ({ s: i * seconds, tempC: tempC(i * seconds) }));

describe('what a thermometer in the middle says of the end', () => {
  it('goes on along a straight line, by hand: 80 °C after ten minutes at 1.5 a minute is 96 in 10 2/3 more', () => {
    const told = forecast(
      every(10, 61, (s) => 65 + (1.5 * s) / 60),
      96,
    );
    expect(told?.perMinuteC).toBeCloseTo(1.5, 9);
    expect((told?.leftS ?? 0) / 60).toBeCloseTo(10 + 2 / 3, 9);
  });

  it('agrees through noise with the slope that the least squares of a textbook give', () => {
    // Anscombe's first set (Anscombe 1973): slope 0.5, intercept 3.0, to three decimals.
    const anscombe = [
      [4, 4.26],
      [5, 5.68],
      [6, 7.24],
      [7, 4.82],
      [8, 6.95],
      [9, 8.81],
      [10, 8.04],
      [11, 8.33],
      [12, 10.84],
      [13, 7.58],
      [14, 9.96],
    ].map(([x = 0, y = 0]) => ({ s: x * 20, tempC: y }));
    const told = forecast(anscombe, 20);
    expect((told?.perMinuteC ?? 0) / 3).toBeCloseTo(0.5, 3);
    expect((told?.leftS ?? 0) / 20).toBeCloseTo((20 - (3 + 0.5 * 14)) / 0.5, 1);
  });

  it('is rather too early than too late on a core that slows down', () => {
    // A slab of batter in a hot oven: the model's own curve, read each ten seconds until it is at 85.
    const face = { hWm2K: 24, beyondC: 175 };
    const body = { axes: [{ kind: 'straight', lengthM: 0.04, cells: 10, from: face, to: face }], kWmK: 0.4, heatCapacity: 2.2e6, startC: 21, waterKgM3: 150 } as const;
    const { samples } = heat(body, { coreC: 96, mostS: 4 * 3600, samples: 400 });
    const at = (tempC: number): number => samples.find(({ coreC }) => coreC >= tempC)?.seconds ?? NaN;
    const read = samples.filter(({ seconds }) => seconds <= at(85)).map(({ seconds, coreC }) => ({ s: seconds, tempC: coreC }));
    const left = forecast(read, 95)?.leftS ?? NaN;
    expect([left > 0, left <= at(95) - at(85) + 1]).toEqual([true, true]);
  });

  it('says nothing before there is enough, and no end where it does not rise or is there', () => {
    expect(forecast([], 96)).toBeUndefined();
    expect(
      forecast(
        every(5, 3, () => 30),
        96,
      ),
    ).toBeUndefined();
    expect(
      forecast(
        every(10, 10, () => 40),
        96,
      )?.leftS,
    ).toBeUndefined();
    expect(
      forecast(
        every(10, 10, (s) => 60 - s / 60),
        96,
      )?.leftS,
    ).toBeUndefined();
    expect(
      forecast(
        every(10, 10, () => NaN),
        96,
      ),
    ).toBeUndefined();
    expect(
      forecast(
        every(10, 10, () => 97),
        96,
      )?.leftS,
    ).toBe(0);
  });
});
