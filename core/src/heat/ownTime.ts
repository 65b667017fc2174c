import { type BakingTime, LOOK } from './bakingTime';

/** The time that a recipe's own method gives for the oven, minutes. */
export interface OwnTime {
  readonly low: number;
  readonly high: number;
}

const NUMBER = '(\\d+(?:\\.\\d+)?|an?|half an|one|two)';
const AMOUNT = new RegExp(
  `\\b${NUMBER}(?:\\s*(?:-|–|to)\\s*(\\d+(?:\\.\\d+)?))?\\s*(hours?|hrs?|h|minutes?|mins?|min)\\b(?:\\s*(?:and\\s*)?(\\d+)\\s*(?:minutes?|mins?|min)\\b)?`,
  'i',
);
const SMALL: Readonly<Record<string, number>> = { a: 1, an: 1, one: 1, two: 2, 'half an': 0.5 };
const value = (text: string): number => SMALL[text.toLowerCase()] ?? Number(text);

/** "Bake for 50 to 60 minutes", "bake 1 hour 10 minutes": the oven's time as the method says it; undefined where it says none. */
export function ownTime(method: readonly string[]): OwnTime | undefined {
  for (const step of method) {
    const at = step.search(/\bbak(?:e|ed|ing)\b/i);
    const found = at < 0 ? null : AMOUNT.exec(step.slice(at));
    if (!found?.[1] || !found[3]) continue;
    const times = /^h/i.test(found[3]) ? 60 : 1;
    const more = found[4] === undefined ? 0 : Number(found[4]);
    const low = value(found[1]) * times + more;
    const high = found[2] === undefined ? low : Number(found[2]) * times + more;
    if (low > 0 && high >= low) return { low, high };
  }
  return undefined;
}

/** When to look first, seconds: never later than four fifths of the recipe's own time, as too early costs nothing. */
export function firstLookS({ lookS }: Pick<BakingTime, 'lookS'>, own: OwnTime | undefined): number {
  return own ? Math.min(lookS, own.low * 60 * LOOK) : lookS;
}

/** How far a recipe's time and the reckoned one may lie apart before it is said: other tins and ovens explain that much. House value. */
const APART = 1.4;

/** Whether a recipe's own time goes with what is reckoned, or is badly shorter or longer. */
export function timeJudgement(own: OwnTime, { fromS, toS }: Pick<BakingTime, 'fromS' | 'toS'>): 'agrees' | 'shorter' | 'longer' {
  if (own.high * 60 * APART < fromS) return 'shorter';
  return own.low * 60 > toS * APART ? 'longer' : 'agrees';
}
