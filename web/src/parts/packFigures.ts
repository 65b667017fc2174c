import { type Food, massOf, type MeasureSystem } from '@fellmist/core';
import { readAmountTyped, readNumber } from '../ui/numbers';
import { SAY } from './words';

export type Figured = { readonly value: number } | { readonly words: string };

/** More is no pack of a kitchen, g; and no price of one. */
const MOST_G = 100_000;
const MOST_PRICE = 1_000_000;

/** No carton of eggs holds more; "300" beside it is meant in grams, or a slip. */
const MOST_PIECES = 60;

/** What one weighs of what is bought by the piece, g; undefined for all that is bought by weight. */
export function pieceG(food: Food | undefined, system: MeasureSystem): number | undefined {
  if (food?.kind !== 'egg') return undefined;
  const one = massOf({ value: 1, unit: 'piece' }, food, system);
  return 'gap' in one ? undefined : one.massG;
}

/** What a full pack holds as typed, g: "500", "1.5 kg", "1 L" by the density of what is in it; `bare` is what a number alone is meant in. */
export function readNet(text: string, food: Food | undefined, system: MeasureSystem, bare: 'g' | 'piece' = 'g'): Figured {
  const typed = readAmountTyped(text, bare);
  if ('error' in typed) return { words: typed.error };
  if (typed.amount.unit === 'piece' && typed.amount.value > MOST_PIECES) return { words: SAY.piecesOrGrams(text.trim()) };
  const found = massOf(typed.amount, food, system);
  return 'gap' in found || found.massG <= 0 || found.massG > MOST_G ? { words: SAY.giveTheNetWeightIn } : { value: found.massG };
}

/** A price as typed, with or without the sign of its currency. */
export function readPrice(text: string): Figured {
  const read = readNumber(text.replace(/[\p{Sc}]|^[A-Z]{3}\s|\s[A-Z]{3}$/gu, '').trim());
  if (!read.ok) return { words: SAY.giveThePriceAsA(read.words) };
  return read.value > MOST_PRICE ? { words: SAY.thatIsMoreThanAny } : { value: read.value };
}
