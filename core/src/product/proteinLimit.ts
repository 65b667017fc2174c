import { type Larder, kindIdOf } from '../food';
import { type Part, tallyOf } from '../formula';
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
  let dryG = 0;
  const lines = part.lines.flatMap((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    const { brings } = tallyOf(line, larder);
    dryG += (brings[AT.flourG] ?? 0) + (brings[AT.powderG] ?? 0);
    return food && (brings[AT.powderG] ?? 0) > 0 ? [{ id: line.id, kindId: kindIdOf(food), powderG: brings[AT.powderG] ?? 0 }] : [];
  });
  if (lines.length === 0 || dryG <= 0) return [];
  return product.protein.flatMap((limit) => {
    const mine = lines.filter(({ kindId }) => limit.foods.includes(kindId));
    const share = mine.reduce((sum, { powderG }) => sum + powderG, 0) / dryG;
    return mine.length > 0 && share > limit.mostShare + 1e-9 ? [{ limit, share, lineIds: mine.map(({ id }) => id) }] : [];
  });
}
