import { answersTo, type Larder } from '../food';
import { broughtBy, type Part, sumsOfPart } from '../formula';
import { AT } from '../role';
import { type ProductClass, type ProteinLimit } from './productClass';

export interface OverLimit {
  readonly limit: ProteinLimit;
  /** Share of the dry weight that this kind of powder is now, 0 to 1. */
  readonly share: number;
  readonly lineIds: readonly string[];
}

/** The kinds of protein powder of which a part holds more than its class bears; shares are of flours, starches and powders. */
export function overProtein(part: Part, product: ProductClass, larder: Larder): readonly OverLimit[] {
  const sums = sumsOfPart(part, larder);
  const powderG = sums[AT.powderG] ?? 0;
  if (powderG <= 0) return NONE;
  const dryG = powderG + (sums[AT.flourG] ?? 0);
  const powders = part.lines.flatMap((line) => {
    const mineG = broughtBy(line, larder)[AT.powderG] ?? 0;
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return food && mineG > 0 ? [{ names: answersTo(food), lineId: line.id, mineG }] : [];
  });
  return product.protein.flatMap((limit) => {
    const mine = powders.filter(({ names }) => names.some((name) => limit.foods.includes(name)));
    const share = mine.reduce((sum, { mineG }) => sum + mineG, 0) / dryG;
    return mine.length > 0 && share > limit.mostShare + 1e-9 ? [{ limit, share, lineIds: mine.map(({ lineId }) => lineId) }] : [];
  });
}

const NONE: readonly OverLimit[] = [];
