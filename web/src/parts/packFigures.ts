import { type Food, massOf, type MeasureSystem } from '@fellmist/core';
import { readAmountTyped, readNumber } from '../ui/numbers';
import { SAY } from './words';

export type Figured = { readonly value: number } | { readonly words: string };

/** More is no pack of a kitchen, g; and no price of one. */
const MOST_G = 100_000;
const MOST_PRICE = 1_000_000;

/** What a full pack holds as typed, g: "500", "1.5 kg", "1 L" by the density of what is in it, "6 pieces" by their weight; `unit` is meant where none is given. */
export function readNet(text: string, food: Food | undefined, system: MeasureSystem, unit: 'g' | 'piece' = 'g'): Figured {
  const typed = readAmountTyped(text, unit);
  if ('error' in typed) return { words: typed.error };
  const found = massOf(typed.amount, food, system);
  return 'gap' in found || found.massG <= 0 || found.massG > MOST_G ? { words: SAY.giveTheNetWeightIn } : { value: found.massG };
}

/** A price as typed, with or without the sign of its currency. */
export function readPrice(text: string): Figured {
  const read = readNumber(text.replace(/[\p{Sc}]|^[A-Z]{3}\s|\s[A-Z]{3}$/gu, '').trim());
  if (!read.ok) return { words: SAY.giveThePriceAsA(read.words) };
  return read.value > MOST_PRICE ? { words: SAY.thatIsMoreThanAny } : { value: read.value };
}
