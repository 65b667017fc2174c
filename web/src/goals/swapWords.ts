import type { SwapTaken } from '@fellmist/core';
import { showNumber } from '../ui/numbers';
import { SAY } from './words';

/** A name without what the pack adds: "erythritol" of "erythritol, granulated, pouch". */
const shortly = (name: string): string => (name.split(',')[0] ?? name).toLowerCase();

/** A swap in a line: "Walnuts → pumpkin seeds", "Half of sunflower oil → pumpkin puree". */
export function swapWords(from: string, to: readonly string[], share: number): string {
  const stand = to.map(shortly).join(SAY.and);
  const words =
    share === 1 ? SAY.becomes(shortly(from), stand) : share === 0.5 ? SAY.halfBecomes(shortly(from), stand) : SAY.partBecomes(showNumber(share * 100, 0), shortly(from), stand);
  return words.replace(/^./, (first) => first.toUpperCase());
}

/** All swaps of a rebuild in a line; nothing where there is none. */
export function swapsWords(swaps: readonly SwapTaken[]): string {
  return swaps.map(({ from, to, share }) => swapWords(from, to, share)).join('; ');
}
