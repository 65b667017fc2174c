import { numericQuantity } from 'numeric-quantity';
import { remembering } from './remembering';
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
  few: 3,
  several: 4,
};

const VULGAR = '½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅐⅛⅜⅝⅞⅑⅒';
const SINGLE = `(?:\\d+(?:[.,]\\d+)*(?:\\s*[-\\s]\\s*\\d+\\s*[/⁄]\\s*\\d+|\\s*[${VULGAR}]|\\s*[/⁄]\\s*\\d+)?|[.,]\\d+|[${VULGAR}])`;
const NUMBER = new RegExp(`^(${SINGLE})(?:\\s*(?:-|–|—|to|or)\\s*(${SINGLE}))?`, 'i');
/** "Two thirds of a cup". */
const WORD_FRACTIONS: readonly (readonly [said: string, value: number])[] = [
  ['two[\\s-]thirds', 2 / 3],
  ['three[\\s-]quarters', 0.75],
  ['(?:one|a)[\\s-]third', 1 / 3],
  ['one[\\s-]half', 0.5],
  ['one[\\s-]quarter', 0.25],
];
const FRACTION_WORDS = WORD_FRACTIONS.map(([said]) => said).join('|');
const WORD_NUMBER = new RegExp(
  `^((?:${FRACTION_WORDS})(?:\\s+of\\s+an?)?|half an?|a half|a quarter(?: of an?)?|a couple(?: of)?|a few|half a dozen|a dozen|${Object.keys(NUMBER_WORDS).join('|')})\\s+(?=\\S)`,
  'i',
);

/** What foods are bought in. */
export const CONTAINER = 'cans?|tins?|packets?|sachets?|packs?|packages?|pkg|jars?|tubs?|cartons?|pots?|bars?|blocks?|box(?:es)?|bags?|bottles?|pouch(?:es)?|containers?';

/**
 * One number as typed: "1 1/2", "1½", "1-1/2", "0,5", "1,000". A comma before exactly three digits groups thousands,
 * any other comma is a decimal comma. Gives undefined where it is no finite number.
 */
export function readNumber(text: string): number | undefined {
  const bare = text.trim();
  if (/^\d{1,15}(?:\.\d+)?$/.test(bare)) return Number(bare);
  const mixed = bare
    .replace(/^(\d+)\s*-\s*(\d+\s*[/⁄]\s*\d+)$/, '$1 $2')
    .replace(/⁄/g, '/')
    .replace(/\s*\/\s*/g, '/');
  const grouped = /^\d{1,3}(,\d{3})+(\.\d+)?$/.test(mixed);
  const plain = grouped ? mixed.replace(/,/g, '') : mixed.replace(/,/g, '.');
  const number = numericQuantity(plain, { round: false });
  return Number.isFinite(number) ? number : undefined;
}

/**
 * What a measure that is not level holds against a level one [common practice: a heaped spoon about half as much again, a
 * heaped cup or scoop a third, a rounded one a quarter, a scant one a twelfth less].
 */
const UNEVEN: readonly (readonly [said: RegExp, spoon: number, other: number])[] = [
  [/^heap/i, 1.5, 1.33],
  [/^round/i, 1.25, 1.15],
  [/^(?:generous|big|large)/i, 1.1, 1.1],
  [/^(?:scant|small|tiny|little)/i, 0.92, 0.92],
];
/** "Scant 1/2 cup", "heaping 2 tbsp". */
const LEADING_FILL = new RegExp(`^(?:heap(?:ed|ing)|rounded|level|scant|generous|good)\\s+(?=[\\d.${VULGAR}]|an?\\s|half|one\\s)`, 'i');
const SAID_OF_MEASURES =
  /^\s*(heap(?:ed|ing)|level(?:l?ed)?|rounded|scant|generous|good|full|big|small|large|packed|firmly packed|lightly packed|loosely packed|flat|overflowing|tiny|little)\s+(?=[a-z])/i;

interface TakenUnit {
  readonly unit: Unit | undefined;
  readonly rest: string;
  /** Against a level measure. */
  readonly fill: number;
}

function isSpoon(unit: Unit | undefined): boolean {
  return unit?.id === 'tsp' || unit?.id === 'tbsp';
}

/** "2 dozen eggs", "half a dozen eggs": what is counted by the twelve. */
const DOZEN = /^\s*dozen\s+(?=\S)/i;

/** The unit at the start of a text, past a word such as "level" or "heaped" before it. */
function takeUnit(text: string): TakenUnit {
  const said = SAID_OF_MEASURES.exec(text);
  const body = said ? text.slice(said[0].length) : text;
  const match = /^\s*-?(fl\.?\s*oz|fluid\s+(?:oz|ounces?)|(?:tea|table)\s+spoons?|[a-zA-Z]+)\b\.?\s*(?:of\s+)?/.exec(body);
  const unit = match?.[1] ? unitByWord(match[1].replace(/\s+/g, ' ')) : undefined;
  if (!unit || !match) return { unit: undefined, rest: text.trimStart(), fill: 1 };
  const [, spoon = 1, other = 1] = UNEVEN.find(([words]) => words.test(said?.[1] ?? '')) ?? [];
  return { unit, rest: body.slice(match[0].length), fill: isSpoon(unit) ? spoon : other };
}

/** "2 x 400 g", and "1 400 g can", "one 15-oz tin": so many of a container whose contents are told. */
const TIMES = new RegExp(
  `^(?:(${SINGLE})\\s*[x×]\\s*(?=[\\d${VULGAR}])|(\\d{1,2}|an?|one|two|three|four)\\s+(?=\\d+(?:\\.\\d+)?[\\s-]?[a-z][a-z. ]{0,11}?[\\s-](?:${CONTAINER})\\b))`,
  'i',
);
/** "1 and 1/2", "1 & ½", "one and a half": one figure. */
const AND_A_PART = new RegExp(
  `^(\\d+|one|two|three|four|five|six)\\s*(?:and|&|\\+)\\s*(an?\\s+half|an?\\s+quarter|[1-9]\\s*[/⁄]\\s*[1-9]\\d?|[${VULGAR}])(?!\\d)(?!\\s*(?:of\\s+an?|an?)\\s)`,
  'i',
);

const TENS: Readonly<Record<string, number>> = { fifteen: 15, twenty: 20, thirty: 30, forty: 40, fifty: 50, sixty: 60, seventy: 70, eighty: 80, ninety: 90 };
const TEN = Object.keys(TENS).join('|');
/** "Two hundred and fifty grams", "twenty grams": as one dictates it. */
const DICTATED = new RegExp(`^(?:(an?|one|two|three|four|five|six|seven|eight|nine)\\s+hundred(?:(?:\\s+and)?\\s+(${TEN}))?|(${TEN}))(?=\\s+[a-z])`, 'i');

function inDigits(text: string): string {
  return text.replace(DICTATED, (_, hundreds: string | undefined, beside: string | undefined, alone: string | undefined) => {
    const tens = TENS[(beside ?? alone ?? '').toLowerCase()] ?? 0;
    return String((hundreds ? (NUMBER_WORDS[hundreds.toLowerCase()] ?? 1) * 100 : 0) + tens);
  });
}

/** The same with such a figure put as "1 1/2". */
function inOneFigure(text: string): string {
  return inDigits(text).replace(AND_A_PART, (_, whole: string, part: string) => {
    const share = /half/i.test(part) ? '1/2' : /quarter/i.test(part) ? '1/4' : part;
    return `${String(NUMBER_WORDS[whole.toLowerCase()] ?? whole)} ${share}`;
  });
}

function readFigures(text: string): { value: number; high?: number; length: number; vague: boolean } | undefined {
  const match = NUMBER.exec(text);
  if (match?.[1]) {
    const value = readNumber(match[1]);
    if (value === undefined) return undefined;
    const high = match[2] === undefined ? undefined : readNumber(match[2]);
    return high !== undefined && high > value
      ? { value, high, length: match[0].length, vague: false }
      : { value, length: high === undefined ? match[0].length : match[1].length, vague: false };
  }
  const word = WORD_NUMBER.exec(text);
  if (!word?.[1]) return undefined;
  const said = word[1].toLowerCase();
  const fraction = WORD_FRACTIONS.find(([words]) => new RegExp(`^(?:${words})`).test(said));
  if (fraction) return { value: fraction[1], length: word[0].length, vague: false };
  const value = /half a dozen/.test(said)
    ? 6
    : /dozen/.test(said)
      ? 12
      : /half/.test(said)
        ? 0.5
        : /quarter/.test(said)
          ? 0.25
          : /couple/.test(said)
            ? 2
            : /few/.test(said)
              ? 3
              : NUMBER_WORDS[said];
  return value === undefined ? undefined : { value, length: word[0].length, vague: /few|several|couple/.test(said) };
}

/** An amount stands within so many characters; what lies beyond is never looked at. */
const LONGEST_AMOUNT = 200;

/** "About", "approx.", "~", "another", "up to" and "a heaped" before a figure or a measure say how surely, not how much. */
const LEAD =
  /^(?:(?:about|approx(?:imately)?\.?|around|roughly|circa|ca\.?|c\.|some|another|an additional|additional|an extra|extra|up to|at least|just (?:under|over)|nearly|almost)\s+(?=[\d.½⅓⅔¼¾⅛~]|an?\s|one\s|half\s)|[~≈]\s*(?=[\d.½⅓⅔¼¾⅛]))+/i;

/**
 * Reads the amount at the start of a line: "1 1/2 cups", "250g", "3–4 tbsp", "2 x 400 g", "half a cup", "1 cup plus
 * 2 tbsp", "2" (counted). Gives undefined where no amount stands there. Amounts are never negative here: a leading
 * dash is a list mark and is reported as a doubt when it touches the figure.
 */
export const readAmount = remembering(readAmountAnew);

function readAmountAnew(whole: string): ReadAmount | undefined {
  const line = whole.slice(0, LONGEST_AMOUNT).replace(/\s+/g, ' ');
  const doubts: AmountDoubt[] = [];
  const touching = /^\s*[-–−]\s?(?=\d)/.exec(line);
  const start = (touching ? line.slice(touching[0].length) : line.trimStart()).replace(LEAD, '');
  if (touching && !/\s$/.test(touching[0])) doubts.push('dash-before-amount');

  const lead = LEADING_FILL.exec(start);
  const [, spoonFill = 1, otherFill = 1] = (lead && UNEVEN.find(([words]) => words.test(lead[0]))) ?? [];
  const times = TIMES.exec(start.slice(lead?.[0].length ?? 0));
  const said = times?.[1] ?? times?.[2];
  const factor = said ? (NUMBER_WORDS[said.toLowerCase()] ?? readNumber(said) ?? 1) : 1;
  const body = inOneFigure(start.slice((lead?.[0].length ?? 0) + (times?.[0].length ?? 0)));
  const figures = readFigures(body);
  if (!figures) return undefined;
  if (/^\d+,\d{1,2}(?!\d)/.test(body) || /^\d+,\d{3}(?!\d)/.test(body)) doubts.push('comma');

  const dozen = DOZEN.exec(body.slice(figures.length));
  const first = takeUnit(body.slice(figures.length + (dozen?.[0].length ?? 0)));
  const leadFill = isSpoon(first.unit) ? spoonFill : otherFill;
  if (figures.vague) doubts.push('word-amount');
  if (figures.high !== undefined) doubts.push('range');
  if (first.fill * leadFill !== 1) doubts.push('heaped');
  const scale = factor * first.fill * leadFill * (dozen ? 12 : 1);
  let value = figures.value * scale;
  const high = figures.high === undefined ? undefined : figures.high * scale;
  let rest = first.rest;
  const plus = /^(?:plus|\+|and|&)\s+/i.exec(rest);
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
    rest: `${rest}${whole.slice(LONGEST_AMOUNT)}`.trim(),
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
