import { numericQuantity } from 'numeric-quantity';
import { type Unit, unitById, unitByWord } from './units';

/** An amount as a recipe states it; `high` is set for a range such as "3-4 tbsp". */
export interface Amount {
  readonly value: number;
  readonly high?: number;
  /** Id of a unit; "piece" where things are counted without a unit. */
  readonly unit: string;
}

export type AmountDoubt = 'range' | 'heaped' | 'word-amount' | 'dash-before-amount' | 'sum' | 'comma';

export interface ReadAmount {
  readonly amount: Amount;
  /** What stands before the rest of the line, as typed. */
  readonly text: string;
  readonly rest: string;
  readonly doubts: readonly AmountDoubt[];
  /** An unreadable word directly after the number that looks like a unit is left in `rest`. */
  readonly unitGiven: boolean;
}

const NUMBER_WORDS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  half: 0.5,
  quarter: 0.25,
  dozen: 12,
  couple: 2,
};

const VULGAR = '½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅐⅛⅜⅝⅞⅑⅒';
const SINGLE = `(?:\\d+(?:[.,]\\d+)*(?:\\s*[-\\s]\\s*\\d+\\s*[/⁄]\\s*\\d+|\\s*[${VULGAR}]|\\s*[/⁄]\\s*\\d+)?|[.,]\\d+|[${VULGAR}])`;
const NUMBER = new RegExp(`^(${SINGLE})(?:\\s*(?:-|–|—|to|or)\\s*(${SINGLE}))?`, 'i');
const WORD_NUMBER = new RegExp(`^(half an?|a half|a quarter(?: of an?)?|a couple(?: of)?|half a dozen|a dozen|${Object.keys(NUMBER_WORDS).join('|')})\\s+(?=\\S)`, 'i');

/**
 * One number as typed: "1 1/2", "1½", "1-1/2", "0,5", "1,000". A comma before exactly three digits groups thousands,
 * any other comma is a decimal comma. Gives undefined where it is no finite number.
 */
export function readNumber(text: string): number | undefined {
  const mixed = text
    .trim()
    .replace(/^(\d+)\s*-\s*(\d+\s*[/⁄]\s*\d+)$/, '$1 $2')
    .replace(/⁄/g, '/')
    .replace(/\s*\/\s*/g, '/');
  const grouped = /^\d{1,3}(,\d{3})+(\.\d+)?$/.test(mixed);
  const plain = grouped ? mixed.replace(/,/g, '') : mixed.replace(/,/g, '.');
  const number = numericQuantity(plain, { round: false });
  return Number.isFinite(number) ? number : undefined;
}

/** A heaped spoon or cup holds about half as much again as a level one [common practice]. */
const HEAPED = 1.5;

interface TakenUnit {
  readonly unit: Unit | undefined;
  readonly rest: string;
  readonly heaped: boolean;
}

/** The unit at the start of a text, past a word such as "level" or "heaped" before it. */
function takeUnit(text: string): TakenUnit {
  const said = /^\s*(heap(?:ed|ing)|level(?:l?ed)?|rounded|scant|generous|good|full)\s+(?=[a-z])/i.exec(text);
  const body = said ? text.slice(said[0].length) : text;
  const match = /^\s*(fl\.?\s*oz|fluid\s+(?:oz|ounces?)|(?:tea|table)\s+spoons?|[a-zA-Z]+)\b\.?\s*(?:of\s+)?/.exec(body);
  const unit = match?.[1] ? unitByWord(match[1].replace(/\s+/g, ' ')) : undefined;
  if (!unit || !match) return { unit: undefined, rest: text.trimStart(), heaped: false };
  return { unit, rest: body.slice(match[0].length), heaped: /^heap/i.test(said?.[1] ?? '') };
}

function readFigures(text: string): { value: number; high?: number; length: number; word: boolean } | undefined {
  const match = NUMBER.exec(text);
  if (match?.[1]) {
    const value = readNumber(match[1]);
    if (value === undefined) return undefined;
    const high = match[2] === undefined ? undefined : readNumber(match[2]);
    return high !== undefined && high > value
      ? { value, high, length: match[0].length, word: false }
      : { value, length: high === undefined ? match[0].length : match[1].length, word: false };
  }
  const word = WORD_NUMBER.exec(text);
  if (!word?.[1]) return undefined;
  const said = word[1].toLowerCase();
  const value = /half a dozen/.test(said) ? 6 : /dozen/.test(said) ? 12 : /half/.test(said) ? 0.5 : /quarter/.test(said) ? 0.25 : /couple/.test(said) ? 2 : NUMBER_WORDS[said];
  return value === undefined ? undefined : { value, length: word[0].length, word: true };
}

/**
 * Reads the amount at the start of a line: "1 1/2 cups", "250g", "3–4 tbsp", "2 x 400 g", "half a cup", "1 cup plus
 * 2 tbsp", "2" (counted). Gives undefined where no amount stands there. Amounts are never negative here: a leading
 * dash is a list mark and is reported as a doubt when it touches the figure.
 */
export function readAmount(line: string): ReadAmount | undefined {
  const doubts: AmountDoubt[] = [];
  const touching = /^\s*[-–−]\s?(?=\d)/.exec(line);
  const start = touching ? line.slice(touching[0].length) : line.trimStart();
  if (touching && !/\s$/.test(touching[0])) doubts.push('dash-before-amount');

  const times = new RegExp(`^(${SINGLE})\\s*[x×]\\s*(?=[\\d${VULGAR}])`, 'i').exec(start);
  const factor = times?.[1] ? (readNumber(times[1]) ?? 1) : 1;
  const body = times ? start.slice(times[0].length) : start;
  const figures = readFigures(body);
  if (!figures) return undefined;
  if (/^\d+,\d{1,2}(?!\d)/.test(body) || /^\d+,\d{3}(?!\d)/.test(body)) doubts.push('comma');

  const first = takeUnit(body.slice(figures.length));
  if (figures.word && !first.unit) doubts.push('word-amount');
  if (figures.high !== undefined) doubts.push('range');
  if (first.heaped) doubts.push('heaped');
  const scale = factor * (first.heaped ? HEAPED : 1);
  let value = figures.value * scale;
  const high = figures.high === undefined ? undefined : figures.high * scale;
  let rest = first.rest;
  const plus = /^(?:plus|\+|and)\s+/i.exec(rest);
  if (plus && first.unit && high === undefined) {
    const more = readAmount(rest.slice(plus[0].length));
    const share = more && shareOf(more.amount, first.unit);
    if (more && share !== undefined) {
      value += share;
      rest = more.rest;
      doubts.push('sum');
    }
  }
  const unit = first.unit?.id ?? 'piece';
  const consumed = line.length - rest.length;
  return {
    amount: high === undefined ? { value, unit } : { value, high, unit },
    text: line.slice(0, consumed).trim(),
    rest: rest.trim(),
    doubts,
    unitGiven: first.unit !== undefined,
  };
}

function shareOf(extra: Amount, base: Unit): number | undefined {
  const other = unitById(extra.unit);
  if (other.kind !== base.kind || other.kind === 'count') return undefined;
  const otherFactor = other.bySystem?.us ?? other.factor;
  const baseFactor = base.bySystem?.us ?? base.factor;
  return otherFactor && baseFactor ? (extra.value * otherFactor) / baseFactor : undefined;
}

/** The value to reckon with: the middle of a range, else the value itself. */
export function middleOf(amount: Amount): number {
  return amount.high === undefined ? amount.value : (amount.value + amount.high) / 2;
}
