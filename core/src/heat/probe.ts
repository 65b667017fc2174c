/** What a thermometer in the middle read, and when, seconds. */
export interface ProbeSample {
  readonly s: number;
  readonly tempC: number;
}

export interface Forecast {
  /** °C in a minute. */
  readonly perMinuteC: number;
  /** Seconds from the last reading until the target, if it goes on as it goes now; undefined where it does not rise, or not before four hours. */
  readonly leftS: number | undefined;
}

/** Only what was read in so many seconds says how it goes now. House value: a core's curve is straight for that long. */
const WINDOW_S = 300;
/** Less than that is noise of the thermometer. House value. */
const LEAST_S = 20;
const MOST_S = 4 * 3600;
/** A rise that is less than that in a minute is none. House value. */
const LEAST_RISE_C = 0.05;

/**
 * How fast the middle warms and when it will reach a target: the straight line through the last five minutes by least squares.
 * A core slows down as it nears its end, so the time is rather too short than too long: which is when one looks. Undefined
 * before there is enough to tell.
 */
export function forecast(samples: readonly ProbeSample[], targetC: number): Forecast | undefined {
  const good = samples.filter(({ s, tempC }) => Number.isFinite(s) && Number.isFinite(tempC));
  const last = good.at(-1);
  if (!last) return undefined;
  const recent = good.filter(({ s }) => s <= last.s && s >= last.s - WINDOW_S);
  const first = recent[0];
  if (!first || recent.length < 3 || last.s - first.s < LEAST_S) return undefined;
  const mean = (pick: (one: ProbeSample) => number): number => recent.reduce((sum, one) => sum + pick(one), 0) / recent.length;
  const [meanS, meanC] = [mean(({ s }) => s), mean(({ tempC }) => tempC)];
  const spread = recent.reduce((sum, { s }) => sum + (s - meanS) ** 2, 0);
  const slope = recent.reduce((sum, { s, tempC }) => sum + (s - meanS) * (tempC - meanC), 0) / spread;
  const nowC = meanC + slope * (last.s - meanS);
  const perMinuteC = slope * 60;
  if (nowC >= targetC) return { perMinuteC, leftS: 0 };
  const leftS = (targetC - nowC) / slope;
  return { perMinuteC, leftS: perMinuteC >= LEAST_RISE_C && leftS <= MOST_S ? leftS : undefined };
}
