import { SAY } from './words';

/** "a slice"; "a portion" where the word is not known yet. */
export function aPortion(word: string | undefined): string {
  return SAY.aWord(word ?? SAY.portion);
}

/** The same at the head of a column or choice: "A slice". */
export function aPortionAtHead(word: string | undefined): string {
  return SAY.aWordAtHead(word ?? SAY.portion);
}
