import { ovenInShort } from '../product';
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

/** What is baked without its filling, before the rest. */
const BLIND = /\bblind\b|\bpar[- ]?bak/i;
/** "Turn down to 160 and bake 20 minutes more": the same bake goes on. */
const GOES_ON = /\b(?:lower|reduce|turn (?:it |the (?:oven|heat) )?(?:down|up)|continue)\b|\b(?:further|another|more)\s+\d|\bmin\w*\s+(?:more|longer)\b/i;
/** What is done out of the oven, however long: "leave it for another 10 minutes", "reduce the syrup 5 minutes". */
const OUT_OF_IT = /\b(?:cool|rest|leave|stand|chill|whisk|stir|simmer|fridge|freez|syrup|sauce|cream)/i;
const IN_IT = /\b(?:bak|oven|cook|return)|\b\d{3}(?!\d)/i;
/** "Bake 10 minutes at 220, then 20 at 180": what stands behind the "then". */
const AT_ANOTHER_HEAT = /^(?:for\s+)?\d[^.;]*\b(?:at|to)\s+\d{3}(?!\d)/i;

interface Stage extends OwnTime {
  readonly sentence: string;
  readonly isBlind: boolean;
}

function stagesIn(method: readonly string[]): readonly Stage[] {
  const stages: Stage[] = [];
  for (const sentence of method.flatMap((step) => step.split(/(?<=[.;!])\s+|,?\s+then\s+/i))) {
    const before = stages.at(-1);
    const goesOn = before !== undefined && !before.isBlind && !OUT_OF_IT.test(sentence) && IN_IT.test(sentence) && (GOES_ON.test(sentence) || AT_ANOTHER_HEAT.test(sentence));
    const named = goesOn ? 0 : sentence.search(/\b(?:bak(?:e|ed|ing)|blind)\b/i);
    const at = named < 0 ? ovenInShort(sentence) : named;
    const found = at < 0 ? null : AMOUNT.exec(sentence.slice(at));
    if (!found?.[1] || !found[3]) continue;
    const times = /^h/i.test(found[3]) ? 60 : 1;
    const more = found[4] === undefined ? 0 : Number(found[4]);
    const low = value(found[1]) * times + more;
    const high = found[2] === undefined ? low : Number(found[2]) * times + more;
    if (!(low > 0 && high >= low)) continue;
    if (goesOn) stages[stages.length - 1] = { ...before, low: before.low + low, high: before.high + high };
    else stages.push({ low, high, sentence, isBlind: BLIND.test(sentence) });
  }
  return stages;
}

function mainStage(stages: readonly Stage[]): Stage | undefined {
  const filled = stages.filter(({ isBlind }) => !isBlind);
  return [...(filled.length > 0 ? filled : stages)].sort((a, b) => b.high - a.high)[0];
}

/**
 * "Bake for 50 to 60 minutes", "bake 1 hour 10 minutes": the oven's time as the method says it; of several (a base first, then
 * the whole) the longest that is not blind, what goes on at another heat added up. Undefined where it says none.
 */
export function ownTime(method: readonly string[]): OwnTime | undefined {
  const main = mainStage(stagesIn(method));
  return main && { low: main.low, high: main.high };
}

/** The oven times of a method that bakes more than once, in its order; none where it bakes once. */
export function ownStages(method: readonly string[]): readonly OwnTime[] {
  const stages = stagesIn(method);
  return stages.length > 1 ? stages.map(({ low, high }) => ({ low, high })) : [];
}

/** The sentence of a method that bakes the whole. */
export function bakingSentence(method: readonly string[]): string | undefined {
  return mainStage(stagesIn(method))?.sentence;
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

/** When it should be done, seconds: what is reckoned, and where the recipe's own time goes with it, that too. */
export function doneS(time: Pick<BakingTime, 'fromS' | 'toS'>, own: OwnTime | undefined): Pick<BakingTime, 'fromS' | 'toS'> {
  if (!own || timeJudgement(own, time) !== 'agrees') return { fromS: time.fromS, toS: time.toS };
  return { fromS: Math.min(time.fromS, own.low * 60), toS: Math.max(time.toS, own.high * 60) };
}
