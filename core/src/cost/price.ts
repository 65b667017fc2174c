import { type Food, type Pack } from '../food';

/** Price of 100 g of a pack, in the currency it was paid in; undefined without a price or a net weight. */
export function pricePer100g({ price, netG }: Pick<Pack, 'price' | 'netG'>): number | undefined {
  return price === undefined || !netG ? undefined : (price * 100) / netG;
}

/** What a gram of each pack costs, by its id; a price paid in another currency than the household's is none here, as nobody knows the rate. */
export function pricesPerGram(packs: readonly Pack[], currency: string): ReadonlyMap<string, number> {
  return new Map(
    packs.flatMap((pack) => {
      const each = pricePer100g(pack);
      return each === undefined || (pack.currency ?? currency) !== currency ? [] : [[pack.id, each / 100] as const];
    }),
  );
}

/**
 * Price of 100 g of a pack's protein, which decides between powders; undefined where price, weight or protein is unknown
 * or there is none. Example: 500 g for 15, with 75 g of protein in 100 g, makes 4.00.
 */
export function pricePer100gProtein(pack: Pick<Pack, 'price' | 'netG'>, food: Food): number | undefined {
  const each = pricePer100g(pack);
  const proteinG = food.per100g.proteinG;
  return each === undefined || !proteinG ? undefined : (each * 100) / proteinG;
}
