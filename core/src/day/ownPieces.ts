import { type Line, allLines } from '../formula';
import { middleOf, unitById } from '../quantity';
import { type Bake } from './state';

/** Pieces of a line that weigh otherwise than its food's usually do. */
export interface OwnPieces {
  readonly lineId: string;
  readonly foodId: string;
  /** The unit they are counted in: "slice". */
  readonly word: string;
  readonly count: number;
  /** Grams of one as it was weighed, and as it was reckoned. */
  readonly eachG: number;
  readonly usualG: number;
}

/** Pieces that differ by less are as pieces differ. House value. */
const NOTICED = 0.1;

function piecesOf({ id, foodId, amount, massG }: Line, { lines }: Bake): OwnPieces | undefined {
  const poured = lines.find((line) => line.id === id);
  if (foodId === undefined || !amount || massG === undefined || poured?.state !== 'poured' || poured.foodId !== foodId) return undefined;
  // Nobody weighed what only went in as planned.
  if (poured.pours.every(({ by }) => by === 'plan')) return undefined;
  const [unit, count] = [unitById(amount.unit), middleOf(amount)];
  if (unit.kind !== 'count' || unit.byEye || count <= 0 || Math.abs(poured.pouredG / massG - 1) <= NOTICED) return undefined;
  return { lineId: id, foodId, word: unit.id, count, eachG: poured.pouredG / count, usualG: massG / count };
}

/**
 * What was counted in the formula and weighed otherwise in the bowl: whether as many went in is for the baker to say, then one
 * of theirs weighs so much. Grams; empty where all is as usual.
 */
export function ownPieces(bake: Bake): readonly OwnPieces[] {
  return allLines(bake.exact).flatMap((line) => piecesOf(line, bake) ?? []);
}
