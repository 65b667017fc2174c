import { ovenInShort } from '../product';
import { bakingSentence } from './ownTime';

/** The oven as a recipe's own method sets it. */
export interface OwnOven {
  readonly ovenC: number;
  readonly isFan: boolean;
}

/** Steps in which a temperature is the oven's. */
const OF_THE_OVEN = /\b(?:oven|bake|baked|baking|preheat|roast)\b/i;
/** "175 °C", "350F", "180 degrees", "gas mark 4", with what follows: a fan, or the middle of what is baked. */
const SAID = /\b(?:gas\s*(?:mark)?\s*(\d{1,2})|(\d{2,3})\s*(?:(?:°|º|degrees?)\s*)?(c|f|celsius|fahrenheit)?\b)(?=(.{0,24}))/gi;
const OF_THE_MIDDLE = /^[^\d.;]{0,18}\b(?:core|inside|internal|middle|centre|center|probe)\b|^\s*(?:-|–|to)?\s*(?:min|hour|hr|sec|g\b|ml|kg|cm|mm|l\b|%|x\b)/i;
/** A bare figure is a temperature only after these. */
const BEFORE_BARE = /\b(?:oven|at|to|of)\s*$/i;
const FAN = /^[^\d]{0,14}\b(?:fan|convection)\b/i;
/** Gas marks in °C, the usual British table (common practice). */
const GAS_C: Readonly<Record<string, number>> = { 1: 140, 2: 150, 3: 170, 4: 180, 5: 190, 6: 200, 7: 220, 8: 230, 9: 240 };
/** What an oven at home is set to, °C; a figure without a unit above it is one of °F. */
const [LEAST_C, MOST_C] = [90, 260];
/** A step longer than this is not looked through to its end, letters. */
const LONGEST_STEP = 600;

function inC(figure: number, unit: string | undefined): number {
  const isF = unit === undefined ? figure > MOST_C : /^f/i.test(unit);
  return isF ? Math.round(((figure - 32) * 5) / 9 / 5) * 5 : figure;
}

/**
 * The oven's temperature as the method says it: the first that is not for a fan where several stand beside each other
 * ("180 °C, 160 °C fan, gas 4"), else that for the fan; °F to the next 5 °C. Where it bakes more than once, that of the
 * longest time. Undefined where it says none.
 */
export function ownOven(method: readonly string[]): OwnOven | undefined {
  const main = bakingSentence(method);
  return (main === undefined ? undefined : ovenIn([main])) ?? ovenIn(method);
}

function ovenIn(method: readonly string[]): OwnOven | undefined {
  let fan: OwnOven | undefined;
  for (const step of method) {
    const short = ovenInShort(step);
    if (short < 0 && !OF_THE_OVEN.test(step)) continue;
    for (const { 0: said, 1: gas, 2: figure, 3: unit, 4: after = '', index } of step.slice(0, LONGEST_STEP).matchAll(SAID)) {
      const isBare = gas === undefined && unit === undefined && /^\d+$/.test(said);
      if (isBare && index !== short && !BEFORE_BARE.test(step.slice(Math.max(index - 12, 0), index))) continue;
      const ovenC = gas === undefined ? (figure === undefined ? NaN : inC(Number(figure), unit)) : (GAS_C[gas] ?? NaN);
      if (!(ovenC >= LEAST_C && ovenC <= MOST_C) || (gas === undefined && OF_THE_MIDDLE.test(after))) continue;
      if (!FAN.test(after)) return { ovenC, isFan: false };
      fan ??= { ovenC, isFan: true };
    }
  }
  return fan;
}
