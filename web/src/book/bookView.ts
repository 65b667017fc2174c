import type { BookTry } from '@fellmist/contract';
import { type Cause, type FoodChange, changesBetween, faultsTold, meanOn, nextAmount, type NextAmount, type Scale, SCALES, type Trial } from '@fellmist/core/bake';

/** Within half a step of right is right: nobody tells less apart. House value. */
export const RIGHT = 0.5;

/** A try with its number on the page, from one. */
export interface Numbered extends BookTry {
  readonly number: number;
}

/** The scale's mean of a try; undefined where nobody said. */
export const meanOf = (one: BookTry, of: Scale | 'overall'): number | undefined => meanOn(one.scores, of)?.mean;

/** The two scales on which the tries lie furthest apart, of those that anyone gave: they show best where each landed. */
export function widestScales(tries: readonly BookTry[]): readonly [Scale, Scale] {
  const width = (scale: Scale): number => {
    const means = tries.flatMap((one) => meanOf(one, scale) ?? []);
    return means.length === 0 ? -1 : Math.max(...means) - Math.min(...means);
  };
  const [first = 'thickness', second = 'sweetness'] = [...SCALES].sort((a, b) => width(b) - width(a));
  return [first, second];
}

export interface NextTry {
  readonly scale: Scale;
  readonly change: FoodChange;
  readonly next: NextAmount;
  readonly trials: readonly Trial[];
}

/**
 * What to try next after two tries, where one thing alone was changed: from every try that differs from the later one in that
 * food alone, the amount at which the scale that is furthest from right should be right. Undefined where more was changed, or nobody tasted.
 */
export function proposalAfter(then: BookTry, now: BookTry, all: readonly BookTry[]): NextTry | undefined {
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

/** A fault, or a scale with its side, and how many told it. */
export interface TastedFault {
  readonly fault: string;
  readonly scale?: Scale;
  readonly side?: 'low' | 'high';
  readonly tasters: number;
  /** How far off the mean is, in steps of the scale. */
  readonly off?: number;
}

/** What tasters told of a try that something may be behind: ticked faults, and scales off just right by half a step or more. */
export function faultsOf(one: Pick<BookTry, 'scores'>): readonly TastedFault[] {
  const sides = SCALES.flatMap((scale) => {
    const mean = meanOn(one.scores, scale);
    return mean && Math.abs(mean.mean) >= RIGHT ? [{ scale, side: mean.mean < 0 ? ('low' as const) : ('high' as const), off: Math.abs(mean.mean), tasters: mean.tasters }] : [];
  });
  sides.sort((a, b) => b.off - a.off);
  return [...faultsTold(one.scores), ...sides.map(({ scale, side, tasters, off }) => ({ fault: `${scale}:${side}`, scale, side, tasters, off }))];
}

export interface LikelyCause {
  readonly cause: Cause;
  readonly explains: readonly { readonly told: TastedFault; readonly reason: string }[];
}

/** How many causes are shown that something speaks for, and how many questions. */
const [MOST_SEEN, MOST_ASKED] = [5, 3];

/** Causes of all that was told, each once with whatever it would explain; what explains most, by tasters and by how far it is off, first. */
export function likelyCauses(found: readonly { readonly told: TastedFault; readonly causes: readonly Cause[] }[]): readonly LikelyCause[] {
  const all = new Map<string, { cause: Cause; explains: { told: TastedFault; reason: string }[]; weight: number }>();
  for (const { told, causes } of found) {
    for (const cause of causes) {
      // What mends it is what makes two rows one cause: "a little less liquid" explains gummy and too wet alike.
      const key = JSON.stringify([cause.row.if, cause.row.mend]);
      const one = all.get(key) ?? { cause, explains: [], weight: 0 };
      one.explains.push({ told, reason: cause.row.reason });
      one.weight += told.tasters * cause.strength;
      all.set(key, one);
    }
  }
  const sorted = [...all.values()].sort((a, b) => b.weight - a.weight);
  return [...sorted.filter(({ weight }) => weight > 0).slice(0, MOST_SEEN), ...sorted.filter(({ weight }) => weight === 0).slice(0, MOST_ASKED)];
}
