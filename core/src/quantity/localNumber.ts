import { readNumber } from './amount';

/** A figure as typed: its value, or why it has none. */
export type TypedNumber = { readonly ok: true; readonly value: number } | { readonly ok: false; readonly words: string };

/** How one locale writes figures: the one edge at which numbers become words and words numbers. */
export interface LocalNumbers {
  /** With exactly so many decimals and the locale's grouping, to be read in running text. */
  readonly show: (amount: number, digits: number) => string;
  /** For a field to be typed in: at most so many decimals, no grouping, never a figure that reads two ways. */
  readonly field: (amount: number, most: number) => string;
  /** "1250", "1,5", "½", "1 1/2", "1 250"; what can be read as thousands or as a decimal is asked about. Never below zero. */
  readonly read: (text: string) => TypedNumber;
  /** A text that begins with figures ("1,5 cups") with each of them written as core reads it; the words where one cannot be told. */
  readonly plain: (text: string) => { readonly ok: true; readonly text: string } | { readonly ok: false; readonly words: string };
}

const FRACTION = /[/⁄½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅐⅛⅜⅝⅞⅑⅒]/;
/** Spaces and apostrophes that some write between thousands. */
const GROUP_SIGNS = /(?<=\d)['’\s\u00a0\u202f](?=\d{3}(?:\D|$))/g;
/** One sign with one to three digits before it and three after it: thousands here, a decimal there. */
const TWO_WAYS = /^[1-9]\d{0,2}[.,]\d{3}$/;
/** Thousands in threes, or in twos above the last three as India writes them. */
const GROUPED = /^\d{1,3}(?:([.,])\d{3})(?:\1\d{3})+$|^\d{1,2}(?:,\d{2})+,\d{3}$/;

const fault = (words: string): TypedNumber => ({ ok: false, words });

function readDigits(digits: string): TypedNumber {
  const signs = digits.replace(/\d/g, '');
  if (TWO_WAYS.test(digits)) {
    const [whole, rest] = digits.split(/[.,]/);
    return fault(`${digits} can be read as ${String(whole)}${String(rest)} or as ${String(Number(digits.replace(',', '.')))}: write the one that is meant.`);
  }
  if (signs === '' || /^[.,]$/.test(signs)) {
    const value = Number(digits.replace(',', '.'));
    return digits === '.' || digits === ',' || !Number.isFinite(value) ? fault(`“${digits}” is no figure.`) : { ok: true, value };
  }
  if (GROUPED.test(digits)) return { ok: true, value: Number(digits.replace(/[.,]/g, '')) };
  const decimal = Math.max(digits.lastIndexOf('.'), digits.lastIndexOf(','));
  const [whole, rest] = [digits.slice(0, decimal), digits.slice(decimal + 1)];
  const mark = digits[decimal] ?? '';
  const isGrouped = !whole.includes(mark) && (GROUPED.test(whole) || /^\d{1,3}[.,]\d{3}$/.test(whole));
  return isGrouped ? { ok: true, value: Number(`${whole.replace(/[.,]/g, '')}.${rest}`) } : fault(`“${digits}” is no figure: its signs stand in odd places.`);
}

function readTyped(text: string): TypedNumber {
  const typed = text.trim().normalize('NFKC').replace(/^\+/, '');
  if (typed === '') return fault('Nothing is given.');
  if (/^[-−–]/.test(typed)) return fault('It cannot be below zero.');
  if (FRACTION.test(text)) {
    const value = readNumber(text.trim());
    return value === undefined ? fault(`“${text.trim()}” is no figure.`) : { ok: true, value };
  }
  const digits = typed.replace(GROUP_SIGNS, '');
  return /^[\d.,]+$/.test(digits) ? readDigits(digits) : fault(`“${text.trim().slice(0, 30)}” is no figure.`);
}

/** The figures of a locale, such as "de-DE". Reading takes either sign for decimals whatever the locale, and asks where that leaves two readings. */
export function numbersOf(locale: string | undefined): LocalNumbers {
  const shown = new Map<number, Intl.NumberFormat>();
  const format = (digits: number): Intl.NumberFormat => {
    const known = shown.get(digits) ?? new Intl.NumberFormat(locale, { minimumFractionDigits: digits, maximumFractionDigits: digits, numberingSystem: 'latn' });
    shown.set(digits, known);
    return known;
  };
  const decimal =
    format(1)
      .formatToParts(0.5)
      .find(({ type }) => type === 'decimal')?.value ?? '.';
  return {
    show: (amount, digits) => format(digits).format(amount),
    field: (amount, most) => {
      const plain = String(Number(amount.toFixed(most)));
      return (TWO_WAYS.test(plain) ? `${plain}0` : plain).replace('.', decimal);
    },
    read: readTyped,
    plain: (text) => {
      let words: string | undefined;
      const written = text.replace(/\d[\d.,'’\u00a0\u202f]*/g, (figure) => {
        const tail = /[.,]+$/.exec(figure)?.[0] ?? '';
        const bare = figure.slice(0, figure.length - tail.length);
        if (!/[.,'’\u00a0\u202f]/.test(bare)) return figure;
        const read = readTyped(bare);
        if (!read.ok) words ??= read.words;
        return (read.ok ? String(read.value) : bare) + tail;
      });
      return words === undefined ? { ok: true, text: written } : { ok: false, words };
    },
  };
}
