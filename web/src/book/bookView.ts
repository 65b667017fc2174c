import type { BookTry } from '@fellmist/contract';
import { type Change, changesBetween, meanOn, nextAmount, type NextAmount, type Scale, SCALES, type Trial } from '@fellmist/core/bake';

/** A try with its number on the page, from one. */
export interface Numbered extends BookTry {
  readonly number: number;
}

/** The scale's mean of a try; undefined where nobody said. */
export const meanOf = (one: BookTry, of: Scale | 'overall'): number | undefined => meanOn(one.scores, of)?.mean;

/** The two scales on which the tries lie furthest apart: they show best where each landed. */
export function widestScales(tries: readonly BookTry[]): readonly [Scale, Scale] {
  const width = (scale: Scale): number => {
    const means = tries.flatMap((one) => meanOf(one, scale) ?? []);
    return means.length < 2 ? -1 : Math.max(...means) - Math.min(...means);
  };
  const [first = 'thickness', second = 'sweetness'] = [...SCALES].sort((a, b) => width(b) - width(a));
  return [first, second];
}

export interface Proposal {
  readonly scale: Scale;
  readonly change: Change;
  readonly next: NextAmount;
  readonly trials: readonly Trial[];
}

/**
 * What to try next after two tries, where one thing alone was changed: from every try that differs from the later one in that
 * food alone, the amount at which the scale that is furthest from right should be right. Undefined where more was changed, or nobody tasted.
 */
export function proposalAfter(then: BookTry, now: BookTry, all: readonly BookTry[]): Proposal | undefined {
  // Seen from the later try, so that every amount is for a batch of its size.
  const [change, another] = changesBetween(now.poured, then.poured);
  if (!change || another) return undefined;
  const key = change.foodId ?? change.name;
  const alike = all.flatMap((one) => {
    const [own, more] = changesBetween(now.poured, one.poured);
    if (more || (own && (own.foodId ?? own.name) !== key)) return [];
    return [{ one, amount: own ? own.nowG : change.thenG }];
  });
  const offered = SCALES.flatMap((scale) => {
    const trials = alike.flatMap(({ one, amount }): readonly Trial[] => {
      const score = meanOf(one, scale);
      return score === undefined ? [] : [{ amount, score }];
    });
    const off = Math.max(...[then, now].map((one) => Math.abs(meanOf(one, scale) ?? 0)));
    return trials.length < 2 || off === 0 ? [] : [{ scale, change, trials, off }];
  });
  const worst = offered.sort((a, b) => b.off - a.off)[0];
  return worst && { scale: worst.scale, change: worst.change, trials: worst.trials, next: nextAmount(worst.trials) };
}
