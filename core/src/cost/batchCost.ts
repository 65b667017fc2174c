import { isIn, kindIdOf, type Larder } from '../food';
import { countedParts, type Formula, type Line } from '../formula';

/** What one line costs; without `amount` where no price is known. */
export interface LineCost {
  readonly lineId: string;
  readonly amount?: number;
  readonly perGram?: number;
  /** The food or pack whose price it is. */
  readonly pricedById?: string;
}

export interface BatchCost {
  /** In the household's currency, of the lines whose price is known. */
  readonly amount: number;
  readonly lines: readonly LineCost[];
  /** Grams of lines without a price. */
  readonly unpricedG: number;
  readonly unpricedLines: readonly string[];
}

function lineCost(line: Line, larder: Larder, pricePerGram: ReadonlyMap<string, number>): LineCost {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  if (!food || line.massG === undefined) return { lineId: line.id };
  const kind = kindIdOf(food);
  if (isIn('plain-water', food)) return { lineId: line.id, amount: 0, perGram: 0 };
  const pricedById = [food.id, ...(larder.packsOf.get(kind) ?? []).map(({ id }) => id)].find((id) => pricePerGram.has(id));
  const perGram = pricedById === undefined ? undefined : pricePerGram.get(pricedById);
  return pricedById === undefined || perGram === undefined ? { lineId: line.id } : { lineId: line.id, amount: perGram * line.massG, perGram, pricedById };
}

/**
 * What a batch costs. `pricePerGram` gives a food's or pack's own price; a kind without one takes that of its pack at hand.
 * Water is free; lines without a price are named.
 */
export function batchCost(formula: Pick<Formula, 'parts'>, larder: Larder, pricePerGram: ReadonlyMap<string, number>): BatchCost {
  const counted = countedParts(formula)
    .flatMap((part) => part.lines)
    .filter(({ massG }) => massG !== 0);
  const lines = counted.map((line) => lineCost(line, larder, pricePerGram));
  const unpriced = new Set(lines.flatMap(({ lineId, amount }) => (amount === undefined ? [lineId] : [])));
  return {
    amount: lines.reduce((sum, { amount = 0 }) => sum + amount, 0),
    lines,
    unpricedG: counted.reduce((sum, { id, massG = 0 }) => (unpriced.has(id) ? sum + massG : sum), 0),
    unpricedLines: [...unpriced],
  };
}
