import { type Larder } from '../food';
import { broughtOf, type Part, sumOfPart, sumsOfPart } from '../formula';
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
  const wholeG = part.lines.reduce((sum, { massG = 0 }) => sum + massG, 0);
  if (product.dryFrom !== undefined && dryG < product.dryFrom * wholeG) return NONE;
  const powders = sumOfPart(part, larder)
    .tallies.map((tally) => ({ names: tally.names, lineId: tally.lineId, mineG: broughtOf(tally, AT.powderG) }))
    .filter(({ mineG }) => mineG > 0);
  return product.protein.flatMap((limit) => {
    const mine = powders.filter(({ names }) => names.some((name) => limit.foods.includes(name)));
    const share = mine.reduce((sum, { mineG }) => sum + mineG, 0) / dryG;
    return mine.length > 0 && share > limit.mostShare + 1e-9 ? [{ limit, share, lineIds: mine.map(({ lineId }) => lineId) }] : [];
  });
}

const NONE: readonly OverLimit[] = [];
