import { type Food, isIn, kindIdOf, type Larder } from '../food';
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

/** What a gram of each food or pack costs, by its id. */
export type PricesPerGram = ReadonlyMap<string, number>;

/** What a gram of a food costs: its own price, else that of the pack of its kind at hand; water is free. Undefined where no price is known. */
export function priceOf(food: Food, larder: Larder, prices: PricesPerGram): { readonly perGram: number; readonly pricedById?: string } | undefined {
  if (isIn('plain-water', food)) return { perGram: 0 };
  const kind = kindIdOf(food);
  const pricedById = [food.id, ...(larder.packsOf.get(kind) ?? []).map(({ id }) => id)].find((id) => prices.has(id));
  const perGram = pricedById === undefined ? undefined : prices.get(pricedById);
  return pricedById === undefined || perGram === undefined ? undefined : { perGram, pricedById };
}

function lineCost(line: Line, larder: Larder, prices: PricesPerGram): LineCost {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  const price = food && priceOf(food, larder, prices);
  if (!price || line.massG === undefined) return { lineId: line.id };
  return { lineId: line.id, amount: price.perGram * line.massG, ...price };
}

/**
 * What a batch costs. `pricePerGram` gives a food's or pack's own price; a kind without one takes that of its pack at hand.
 * Water is free; lines without a price are named.
 */
export function batchCost(formula: Pick<Formula, 'parts'>, larder: Larder, pricePerGram: PricesPerGram): BatchCost {
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
