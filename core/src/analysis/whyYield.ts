import { type Larder } from '../food';
import { countedParts, type Formula, type Totals, type Views } from '../formula';
import { type ProductClass } from '../product';
import { gramsNumber } from '../quantity';
import { show, type Why, type WhyInput } from './why';

/** What stands behind the yield and the weight of a portion: the raw mass, what was left behind, and the loss in the oven. */
export function whyYield(formula: Formula, totals: Totals, views: Views, product: ProductClass | undefined, larder: Larder): Why {
  const { massG, lowG, highG, found } = views.yield;
  const parts = countedParts(formula);
  const lines = parts
    .flatMap((part) => part.lines)
    .flatMap((line): WhyInput[] => {
      if (!line.massG) return [];
      const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
      const waterG = food?.per100g.waterG;
      const words = waterG === undefined ? 'water unknown' : `${gramsNumber((waterG * line.massG) / 100)} g of it water`;
      return [
        {
          name: `${gramsNumber(line.massG)} g ${food?.name ?? line.name}`,
          words,
          share: totals.massG > 0 ? line.massG / totals.massG : undefined,
          source: food?.source ?? 'no food',
        },
      ];
    });
  const each =
    formula.portionMassG === undefined ? `÷ ${show(views.portions, 1)} portions` : `÷ ${gramsNumber(formula.portionMassG)} g a portion gives ${show(views.portions, 1)} portions`;
  const { low, high } = product?.loss ?? { low: 0, high: 0 };
  const equation = {
    weighed: `the yield as weighed, ${gramsNumber(massG)} g, ${each}`,
    estimated: `${gramsNumber(totals.massG)} g raw × (1 − ${show(((low + high) / 2) * 100, 1)} %) = ${gramsNumber(massG)} g, ${each}`,
    raw: `${gramsNumber(totals.massG)} g raw, nothing taken off, ${each}`,
  }[found];
  return {
    title: 'Yield and portions',
    result: found === 'estimated' ? `${gramsNumber(massG)} g, likely ${gramsNumber(lowG)} to ${gramsNumber(highG)} g` : `${gramsNumber(massG)} g`,
    inputs: lines.sort((a, b) => (b.share ?? 0) - (a.share ?? 0)),
    equation,
    ...(found === 'estimated' ? { mark: 'P' as const } : {}),
    source:
      found === 'weighed'
        ? 'your own scale'
        : product
          ? `${product.name.toLowerCase()} lose ${show(low * 100, 0)} to ${show(high * 100, 0)} % of their raw weight, common practice of the trade`
          : 'no class said, so no loss is known',
    notes: [
      'Only water leaves in the oven, so the energy and the rest of the batch stay as they were.',
      ...parts.flatMap(({ heading, leftBehindG }) =>
        leftBehindG ? [`${gramsNumber(leftBehindG)} g of ${heading.toLowerCase() || 'the batter'} were left behind and count nowhere.`] : [],
      ),
      found === 'estimated' ? 'Weigh the yield and the guess goes.' : '',
    ].filter(Boolean),
  };
}
