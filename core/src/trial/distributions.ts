// The package brings no types, and every project that reads core needs these.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./jstat.d.ts" />
import statistics from 'jstat';

const { studentt, binomial } = statistics.jStat;

/** Student's t that is not passed in `share` of cases, two-sided: 0.95 and 10 degrees give 2.228. Infinite for no degrees of freedom. */
export function tOf(share: number, degrees: number): number {
  return degrees >= 1 ? studentt.inv((1 + share) / 2, degrees) : Infinity;
}

/** The chance of at least `k` of `n` by luck alone, each with chance `p`. */
export function atLeast(k: number, n: number, p: number): number {
  let sum = 0;
  for (let i = Math.max(k, 0); i <= n; i++) sum += binomial.pdf(i, n, p);
  return Math.min(sum, 1);
}
