import { kindIdOf, type Larder } from '../food';
import { countedParts, type Formula } from '../formula';

export interface BatchCost {
  /** In the household's currency, of the lines whose price is known. */
  readonly amount: number;
  /** Grams of lines without a price. */
  readonly unpricedG: number;
  readonly unpricedLines: readonly string[];
}

/**
 * What a batch costs. `pricePerGram` gives a food's or pack's own price; a kind without one takes that of its pack at hand.
 * Water is free; lines without a price are named.
 */
export function batchCost(formula: Pick<Formula, 'parts'>, larder: Larder, pricePerGram: ReadonlyMap<string, number>): BatchCost {
  let amount = 0;
  let unpricedG = 0;
  const unpricedLines: string[] = [];
  for (const line of countedParts(formula).flatMap((part) => part.lines)) {
    if (line.massG === 0) continue;
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    const kind = food && kindIdOf(food);
    const price =
      kind === 'water' ? 0 : food && (pricePerGram.get(food.id) ?? (larder.packsOf.get(kind ?? '') ?? []).map(({ id }) => pricePerGram.get(id)).find((each) => each !== undefined));
    if (price === undefined || line.massG === undefined) {
      unpricedG += line.massG ?? 0;
      unpricedLines.push(line.id);
    } else amount += price * line.massG;
  }
  return { amount, unpricedG, unpricedLines };
}
