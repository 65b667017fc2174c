import { tOf } from './distributions';

/** One try: how much of the one thing that was changed, and how far its scale was from just right. */
export interface Trial {
  readonly amount: number;
  readonly score: number;
}

export type NextAmount =
  | { readonly kind: 'too few' }
  /** The scale does not follow the amount, or not surely enough to go by. */
  | { readonly kind: 'cannot tell' }
  /** Just right lies far outside what was tried: a step that way, and no amount that is not guessed. */
  | { readonly kind: 'further'; readonly amount: number }
  /** A straight line through two points: it says where, not how sure. */
  | { readonly kind: 'two points'; readonly amount: number }
  /** Least squares through more, with the bounds between which just right lies in nineteen of twenty cases. */
  | { readonly kind: 'fitted'; readonly amount: number; readonly low: number; readonly high: number };

const SHARE = 0.95;
/** Scores are whole steps, so that three on one line may be so by rounding alone: no scale is surer than this. House value; rounding to whole steps has 0.29. */
const LEAST_SD = 0.2;
/** Student's t of 0.975 with degrees without end. */
const NORMAL_95 = 1.96;
/** No further outside of what was tried than half of its width: a line through batters bends. House value. */
const OUTSIDE = 0.5;

/**
 * The amount at which a scale should be just right, from tries in which only that amount was changed: the zero of the straight
 * line through them, by least squares; its bounds by Fieller's theorem [Fieller 1954; Draper and Smith 1998, section 3.2]. Amounts below zero are
 * never proposed.
 */
export function nextAmount(trials: readonly Trial[]): NextAmount {
  const n = trials.length;
  const amounts = trials.map(({ amount }) => amount);
  const [least, most] = [Math.min(...amounts), Math.max(...amounts)];
  if (n < 2 || !(most > least)) return { kind: 'too few' };
  const [meanX, meanY] = [amounts.reduce((sum, one) => sum + one, 0) / n, trials.reduce((sum, { score }) => sum + score, 0) / n];
  const sxx = trials.reduce((sum, { amount }) => sum + (amount - meanX) ** 2, 0);
  const slope = trials.reduce((sum, { amount, score }) => sum + (amount - meanX) * (score - meanY), 0) / sxx;
  if (Math.abs(slope) * (most - least) < 1e-9) return { kind: 'cannot tell' };
  const amount = meanX - meanY / slope;
  const reach = (most - least) * OUTSIDE;
  if (amount < least - reach || amount > most + reach) {
    const step = amount < least ? least - reach : most + reach;
    return step > 0 ? { kind: 'further', amount: step } : { kind: 'cannot tell' };
  }
  if (amount < 0) return { kind: 'cannot tell' };
  if (n === 2) return { kind: 'two points', amount };
  const rest = trials.reduce((sum, trial) => sum + (trial.score - meanY - slope * (trial.amount - meanX)) ** 2, 0);
  // How far a score lies from the line in nineteen of twenty cases: by Student's t for a spread that is estimated, by the normal for one that is known.
  const reachOfScore = Math.max(tOf(SHARE, n - 2) * Math.sqrt(rest / (n - 2)), NORMAL_95 * LEAST_SD);
  const g = reachOfScore ** 2 / (slope ** 2 * sxx);
  if (g >= 1) return { kind: 'cannot tell' };
  const half = (reachOfScore / Math.abs(slope)) * Math.sqrt((1 - g) / n + (amount - meanX) ** 2 / sxx);
  const [a, b] = [meanX + (amount - meanX - half) / (1 - g), meanX + (amount - meanX + half) / (1 - g)];
  return { kind: 'fitted', amount, low: Math.max(a, 0), high: b };
}
