import { type Larder } from '../food';
import { type Amount, formatAmount, type MeasureSystem, readAmount } from '../quantity';
import { type Doubt, DOUBT_CODES, type DoubtCode, type Line } from './formula';
import { weighLine } from './readLine';

export type Mend =
  | { readonly kind: 'food'; readonly foodId: string }
  | { readonly kind: 'amount'; readonly amount: Amount; readonly text: string }
  | { readonly kind: 'grams'; readonly massG: number }
  /** It is as it was guessed. */
  | { readonly kind: 'right' };

export type TypedAmount = { readonly amount: Amount; readonly text: string } | { readonly error: string };

const FOOD_DOUBTS: readonly DoubtCode[] = ['food-guessed', 'food-unknown', 'alternative', 'usual-here'];
const AMOUNT_DOUBTS = DOUBT_CODES.filter((code) => !FOOD_DOUBTS.includes(code));

/** The most one line may weigh or measure, in its own unit: beyond it a slip of the keyboard is likelier than a cake. */
export const MOST_AMOUNT = 1_000_000;

/**
 * What a person typed into an amount field: "180", "180 g", "1 1/2 cup". A bare number takes `unit`. Gives a plain
 * sentence where it cannot be used: not a number, negative, without end, an unknown unit.
 */
export function readTypedAmount(text: string, unit: string): TypedAmount {
  const trimmed = text.trim();
  if (trimmed === '') return { error: 'Give an amount, such as 180 or 1 1/2 cup.' };
  if (/^[-−]/.test(trimmed)) return { error: 'An amount cannot be below zero.' };
  const read = readAmount(trimmed);
  if (!read) return { error: `"${trimmed.slice(0, 30)}" is not an amount. Write it like 180, 180 g or 1 1/2 cup.` };
  if (read.rest !== '') return { error: `"${read.rest.slice(0, 30)}" is not a unit Fellmist knows. Try g, oz, mL, tsp, tbsp or cup.` };
  const amount = read.unitGiven ? read.amount : { ...read.amount, unit };
  if ((amount.high ?? amount.value) > MOST_AMOUNT) return { error: 'That is more than a million; check the figure.' };
  return { amount, text: formatAmount(amount) };
}

function without(line: Line, codes: readonly DoubtCode[]): readonly Doubt[] {
  return line.doubts.length === 0 ? line.doubts : line.doubts.filter((doubt) => !codes.includes(doubt.code));
}

/** The line after a person mended it: the doubts that the mend settles go, grams are found anew. */
export function mendLine(line: Line, mend: Mend, larder: Larder, measures: MeasureSystem): Line {
  if (mend.kind === 'right') return { ...line, doubts: [] };
  if (mend.kind === 'grams') {
    const doubts = without(line, AMOUNT_DOUBTS);
    return weighLine({ ...line, massG: mend.massG, basis: 'entered', doubts }, larder, measures);
  }
  if (mend.kind === 'food') return weighLine({ ...line, foodId: mend.foodId, doubts: without(line, FOOD_DOUBTS) }, larder, measures);
  return weighLine({ ...line, amount: mend.amount, amountText: mend.text, doubts: without(line, AMOUNT_DOUBTS) }, larder, measures, false);
}

/** Doubts that only inform; any other doubt asks to be looked at. */
const INFORMING: readonly DoubtCode[] = ['range', 'heaped', 'sum', 'two-amounts', 'usual-here', 'customary'];

export type LineState = 'sure' | 'unsure' | 'gap';

/** "gap" where the line cannot be counted, "unsure" where a person should look, else "sure". */
export function lineState(line: Line): LineState {
  if (line.massG === undefined || line.foodId === undefined) return 'gap';
  return line.doubts.some((doubt) => !INFORMING.includes(doubt.code)) ? 'unsure' : 'sure';
}
