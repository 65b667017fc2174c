import { type Food, kindIdOf, type Larder } from '../food';
import { findAmount, readLine } from '../formula';
import type { MeasureSystem } from '../quantity';

/** A line of a receipt or an order, as what it says of one pack. */
export interface ReceiptLine {
  readonly text: string;
  readonly food: Food;
  /** What one pack holds, g. */
  readonly netG: number;
  /** What one pack cost, in whatever currency the receipt is in. */
  readonly price: number;
  /** So many of them were bought, where it says so; the price of the line was shared out among them. */
  readonly packs: number;
}

/** Why a line says nothing that can be kept. */
export type ReceiptGap = 'no-price' | 'other-money' | 'no-amount' | 'no-food' | 'not-asked';

export interface ReceiptRead {
  readonly lines: readonly ReceiptLine[];
  readonly unread: readonly { readonly text: string; readonly why: ReceiptGap }[];
}

/** More lines are no receipt, and longer ones no line of it. */
const MOST_LINES = 300;
const LONGEST = 200;
/** No pack of a kitchen holds more, g. */
const MOST_NET_G = 100_000;
/** Prices that differ by less go together. */
const A_CENT = 0.015;

/** Money by its code, of the households that Fellmist reckons for. */
const CODES = 'EUR|GBP|USD|AUD|CAD|CHF|DKK|INR|JPY|NOK|NZD|PLN|SEK';
/** The last figure of a line with two decimals, or with the sign of a currency; a letter of the tax class may follow. */
const PRICE = String.raw`(?:\p{Sc}\s*|(?:${CODES})\s+)?(\d{1,5}[.,]\d{2})\s*\p{Sc}?|\p{Sc}\s*(\d{1,5})`;
const AT_END = new RegExp(String.raw`(?:^|\s)(-?)(?:${PRICE})(?:\s*(?:[A-Z]{1,3}|\*))?\s*$`, 'u');
/** "2 x butter", "2 × 250 g butter"; "6 x 45 g" is one price for six. */
const PACKS_BEFORE = /^(\d{1,2})\s*[x×*]\s*(?=\S)/i;
const PACKS_AFTER = /\s(?:[x×*]\s*(\d{1,2})|(?:qty|quantity)\s*:?\s*(\d{1,2}))\s*$/i;
/** "2 @ 2.40": so many at so much each. */
const EACH_AT = /(?:^|\s)(\d{1,2})\s*[@x×]\s*\p{Sc}?\s*(\d{1,5}[.,]\d{2})(?=\s|$)/u;
/** "Eggs 6 pack", "6-pack", "pack of 6": so many pieces. */
const PACK_OF = /\b(?:(\d{1,2})[\s-]*(?:pack|pk|ct|count|pcs?)|pack of (\d{1,2}))\b/i;
/** What is no ware: what was paid, and how. */
const SUMS = /^(?:sub-?\s?total|total|vat|tax|change|cash|card|balance|saving|discount|delivery|items?|date|time|till|thank)/i;

/** Signs and codes of money that stand before or after a figure. */
const MONEY = new RegExp(String.raw`(\p{Sc})|\b(${CODES})\b`, 'gu');

/** The price at the end of what is left of a line, and what stands before it. */
function priceAtEnd(text: string): { readonly price: number; readonly rest: string } | undefined {
  const found = AT_END.exec(text);
  const figure = found?.[2] ?? found?.[3];
  if (!found || figure === undefined || found[1] === '-') return undefined;
  return { price: numberOf(figure), rest: text.slice(0, found.index).trim() };
}

function numberOf(figure: string): number {
  return Number(figure.replace(',', '.'));
}

/** Without the dots and marks that lead over to a price. */
function plainEnd(text: string): string {
  return text.replace(/[\s.…@,;:*–-]+$/, '').trim();
}

/**
 * What a line costs, and how many packs that buys. Where it ends with two prices that the number of packs explains, the first is
 * that of one; a single price is the line's. Example: "2 x butter 250 g 4.80" is 2.40 a pack.
 */
function pricedLine(text: string): { readonly rest: string; readonly price: number; readonly packs: number } | undefined {
  const last = priceAtEnd(text);
  if (!last || last.price <= 0) return undefined;
  const at = EACH_AT.exec(last.rest);
  const [count, each] = [Number(at?.[1]), numberOf(at?.[2] ?? '')];
  if (at) return Math.abs(count * each - last.price) < A_CENT ? { rest: plainEnd(last.rest.replace(EACH_AT, ' ')), price: each, packs: count } : undefined;
  const before = priceAtEnd(last.rest);
  const named = before?.rest ?? last.rest;
  const [ahead, behind] = [PACKS_BEFORE.exec(named), PACKS_AFTER.exec(named)];
  const packs = Number(ahead?.[1] ?? behind?.[1] ?? behind?.[2] ?? 1) || 1;
  const rest = plainEnd(ahead ? named.slice(ahead[0].length) : behind ? named.slice(0, behind.index) : named);
  const isEach = before !== undefined && Math.abs(before.price * packs - last.price) < A_CENT;
  // Two prices that do not go together: which of them is meant nobody knows.
  if (before !== undefined && !isEach) return undefined;
  return { rest, price: isEach ? before.price : last.price / packs, packs };
}

/** The line as a recipe would write it: the amount before the food, pieces of a pack as a number. */
function asIngredient(rest: string): string {
  const found = PACK_OF.exec(rest);
  const pieces = found?.[1] ?? found?.[2];
  const isWeighed = findAmount(rest.replace(PACK_OF, ' ')).amount !== undefined;
  if (!found || pieces === undefined || isWeighed) return rest;
  return `${pieces} ${rest.replace(PACK_OF, ' ').replace(/\s+/g, ' ').trim()}`;
}

/**
 * Reads a receipt or the list of an order, as shops print it: a ware, how much a pack holds, what it cost. Only foods whose kinds
 * are among `wanted` are taken; whatever is a guess, names no amount or price, or names money that is none of `money` ("£", "GBP"), is given
 * back unread with why. Never throws.
 */
export function readReceipt(text: string, wanted: ReadonlySet<string>, money: readonly string[], larder: Larder, measures: MeasureSystem): ReceiptRead {
  const lines: ReceiptLine[] = [];
  const unread: { text: string; why: ReceiptGap }[] = [];
  const written = text
    .split(/\r?\n/)
    .map((line) => line.replace(/\s+/g, ' ').trim().slice(0, LONGEST))
    .filter((line) => line !== '' && !SUMS.test(line));
  for (const line of written.slice(0, MOST_LINES)) {
    const isOther = [...line.matchAll(MONEY)].some(([, sign, code]) => !money.includes(sign ?? code ?? ''));
    const read = isOther ? 'other-money' : readWare(line, wanted, larder, measures);
    if (typeof read === 'string') unread.push({ text: line, why: read });
    else lines.push(read);
  }
  return { lines, unread };
}

function readWare(text: string, wanted: ReadonlySet<string>, larder: Larder, measures: MeasureSystem): ReceiptLine | ReceiptGap {
  const priced = pricedLine(text);
  if (!priced) return 'no-price';
  const line = readLine(asIngredient(priced.rest), 'receipt', larder, measures);
  const food = larder.foods.get(line.foodId ?? '');
  if (!food || line.doubts.some(({ code }) => code === 'food-guessed')) return 'no-food';
  if (!wanted.has(kindIdOf(food))) return 'not-asked';
  const isMeasured = line.amount !== undefined && line.massG !== undefined && line.massG > 0 && line.massG <= MOST_NET_G && line.basis !== 'custom';
  return isMeasured ? { text, food, netG: line.massG ?? 0, price: priced.price, packs: priced.packs } : 'no-amount';
}
