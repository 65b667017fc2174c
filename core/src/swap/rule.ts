import { type Food } from '../food';
import { type Mark } from '../quantity';

/** A food that stands in, with grams, millilitres or pieces of it for one of the original, by the rule's basis. */
export interface StandIn {
  readonly foodId: string;
  readonly ratio: number;
}

export type SideChange =
  /** Grams of a food to add for each gram of the original that goes. */
  | { readonly kind: 'add'; readonly foodId: string; readonly gramsPerGram: number; readonly reason: string }
  /** The share of each present food of these ids that goes, per gram-for-gram of the swap (0.2 takes a fifth away). */
  | { readonly kind: 'less'; readonly foodIds: readonly string[]; readonly gramsPerGram: number; readonly reason: string }
  /** A line for the method. */
  | { readonly kind: 'step'; readonly text: string; readonly reason: string };

export interface SwapRule {
  readonly id: string;
  readonly from: readonly string[];
  readonly to: readonly StandIn[];
  readonly basis: 'mass' | 'volume' | 'count';
  /** Most of the original that may go, 0 to 1; above it the result changes character. */
  readonly maxShare: number;
  readonly maxShareReason?: string;
  readonly side: readonly SideChange[];
  readonly reason: string;
  readonly mark: Mark;
  readonly source: string;
}

/**
 * Grams of a stand-in for `massG` grams of the original. By mass: m x ratio. By volume: the same spoons, so densities
 * count. By count: pieces of one for pieces of the other. Undefined where a density or piece weight it needs is unknown.
 */
export function standInMass(massG: number, from: Food, to: Food, ratio: number, basis: SwapRule['basis']): number | undefined {
  if (basis === 'mass') return massG * ratio;
  if (basis === 'volume') {
    if (!from.densityGPerMl || !to.densityGPerMl) return undefined;
    return (massG / from.densityGPerMl) * ratio * to.densityGPerMl;
  }
  const [fromPiece, toPiece] = [from.measuresG['piece'], to.measuresG['piece']];
  if (!fromPiece || !toPiece) return undefined;
  return (massG / fromPiece) * ratio * toPiece;
}
