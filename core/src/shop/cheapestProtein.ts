import { pricePer100gProtein } from '../cost';
import { answersTo, barredAllergens, type Diet, type Larder, type Pack } from '../food';
import { type ProductClass } from '../product';

/** A protein powder that a treat may take, and what its protein costs. */
export interface ProteinOffer {
  readonly packId: string;
  readonly name: string;
  /** Price of 100 g of its protein, in the currency of the packs asked about. */
  readonly per100gProtein: number;
  /** The most of the dry weight that it may be in this class, 0 to 1; 1 where nothing limits it. */
  readonly mostShare: number;
}

/** Less of what is dry than this is no powder worth putting in. House value. */
const LEAST_SHARE = 0.1;

/**
 * The household's protein powders that suit a class and a diet, the cheapest protein first. What the class says nothing of, has no price, brings what the
 * diet keeps out, or is borne only in traces is left out; a price in another currency than `currency` is none.
 */
export function cheapestProtein(packs: readonly Pack[], product: ProductClass | undefined, diet: Diet, larder: Larder, currency: string): readonly ProteinOffer[] {
  return packs
    .flatMap((pack): readonly ProteinOffer[] => {
      const food = larder.foods.get(pack.id);
      if (food?.kind !== 'protein' || (pack.currency ?? currency) !== currency || barredAllergens(food, diet).length > 0) return [];
      const names = answersTo(food);
      const limits = (product?.protein ?? []).filter(({ foods }) => foods.some((name) => names.includes(name)));
      // A powder of which the class says nothing is put in for something else than its protein.
      if (limits.length === 0) return [];
      const mostShare = Math.min(1, ...limits.map((limit) => limit.mostShare));
      const per100gProtein = pricePer100gProtein(pack, food);
      return per100gProtein === undefined || mostShare < LEAST_SHARE ? [] : [{ packId: pack.id, name: pack.name, per100gProtein, mostShare }];
    })
    .sort((a, b) => a.per100gProtein - b.per100gProtein);
}
