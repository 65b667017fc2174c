import { batchCost } from '../cost';
import { type Larder } from '../food';
import { allLines, type Formula } from '../formula';
import { gramsNumber } from '../quantity';
import { type Why } from './why';

/**
 * What stands behind the price of a batch: each line's grams and the price of its pack. `show` writes an amount in the
 * household's currency.
 */
export function whyCost(formula: Formula, portions: number, larder: Larder, pricePerGram: ReadonlyMap<string, number>, show: (amount: number) => string): Why {
  const cost = batchCost(formula, larder, pricePerGram);
  const lines = new Map(allLines(formula).map((line) => [line.id, line]));
  return {
    title: 'Price',
    result: `${cost.unpricedLines.length > 0 ? 'at least ' : ''}${show(cost.amount)} a batch, ${show(cost.amount / portions)} each`,
    inputs: [...cost.lines]
      .sort((a, b) => (b.amount ?? -1) - (a.amount ?? -1))
      .map(({ lineId, amount, perGram, pricedById }) => {
        const line = lines.get(lineId);
        const food = line?.foodId === undefined ? undefined : larder.foods.get(line.foodId);
        const pack = pricedById === undefined ? undefined : larder.foods.get(pricedById);
        return {
          name: `${line?.massG === undefined ? '' : `${gramsNumber(line.massG)} g `}${food?.name ?? line?.name ?? ''}`,
          words: amount === undefined || perGram === undefined ? 'no price' : `${show(amount)}${perGram > 0 ? `, ${show(perGram * 100)} for 100 g` : ''}`,
          share: amount === undefined ? undefined : cost.amount > 0 ? amount / cost.amount : 0,
          source: pack ? `price of the pack “${pack.name}”` : amount === undefined ? 'no pack of it has a price: not counted' : 'water costs nothing here',
        };
      }),
    equation: 'Σ grams × price of the pack ÷ its net weight; a portion is its share of the batch',
    source: 'prices and net weights of the packs in your larder',
    notes: ['A line that names a kind of food takes the price of its pack at hand. Heat, paper and what is thrown away are not counted.'],
  };
}
