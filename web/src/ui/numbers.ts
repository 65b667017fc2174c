import { gramsNumber, kitchenNumber, numbersOf, readTypedAmount, type TypedNumber } from '@fellmist/core';
import { LOCALE } from './locale';
import { SAY } from './words';

/** Figures as this browser's reader writes them; every field and every figure on the screen goes through here. */
const numbers = numbersOf(LOCALE ?? navigator.language);

/** A number with so many decimals and the locale's grouping, to be read. */
export const showNumber = numbers.show;
/** A number for a field, with at most so many decimals and without grouping. */
export const fieldNumber = numbers.field;
/** A figure as typed, or why it has none. */
export const readNumber = numbers.read;

/** The value of a figure as typed within bounds; undefined where it is none or lies outside. */
export function numberWithin(text: string, least: number, most: number): number | undefined {
  const read: TypedNumber = numbers.read(text);
  return read.ok && read.value >= least && read.value <= most ? read.value : undefined;
}

/** Grams as a scale shows them, for a field. */
export function fieldGrams(massG: number): string {
  return numbers.field(Number(gramsNumber(massG)), 2);
}

/** A count of spoons, cups or pieces, for a field: fractions where a kitchen has them. */
export function fieldCount(value: number): string {
  const words = kitchenNumber(value);
  return words.includes('/') ? words : numbers.field(Number(words), 2);
}

/** An amount as typed ("180", "1,5 cups"), its figures read as this locale writes them; or what is wrong with it. */
export function readAmountTyped(text: string, unit: string): ReturnType<typeof readTypedAmount> {
  const plain = numbers.plain(text);
  return plain.ok ? readTypedAmount(plain.text, unit) : { error: plain.words };
}

/** "12 kB", "3.4 MB": the size of a file. */
export function showBytes(bytes: number): string {
  return bytes < 1e6 ? SAY.kilobytes(showNumber(Math.max(bytes / 1e3, 1), 0)) : SAY.megabytes(showNumber(bytes / 1e6, 1));
}
