import { showNumber } from './numbers';
import { SAY } from './words';

/** "a slice"; "a portion" where the word is not known yet. */
export function aPortion(word: string | undefined): string {
  return SAY.aWord(word ?? SAY.portion);
}

/** The same at the head of a column or choice: "A slice". */
export function aPortionAtHead(word: string | undefined): string {
  return SAY.aWordAtHead(word ?? SAY.portion);
}

/** "8", "2.5": a number of portions, with a decimal only where there is a part of one. */
export function showPortions(count: number): string {
  return showNumber(count, Math.abs(count - Math.round(count)) < 0.05 ? 0 : 1);
}
