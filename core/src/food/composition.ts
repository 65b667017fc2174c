/**
 * What 100 g of a food holds. A missing key means that nobody has told us, never that there is none.
 * `carbohydrateG` is total carbohydrate, fibre, polyols and allulose included (the US tradition); `polyolsG` includes
 * erythritol.
 */
export interface Composition {
  readonly waterG?: number;
  readonly energyKcal?: number;
  readonly proteinG?: number;
  readonly fatG?: number;
  readonly saturatesG?: number;
  readonly carbohydrateG?: number;
  readonly fibreG?: number;
  readonly sugarsG?: number;
  readonly polyolsG?: number;
  readonly erythritolG?: number;
  readonly alluloseG?: number;
  readonly ashG?: number;
  readonly alcoholG?: number;
  readonly sodiumMg?: number;
}

export type Nutrient = keyof Composition;

export const NUTRIENTS: readonly Nutrient[] = [
  'waterG',
  'energyKcal',
  'proteinG',
  'fatG',
  'saturatesG',
  'carbohydrateG',
  'fibreG',
  'sugarsG',
  'polyolsG',
  'erythritolG',
  'alluloseG',
  'ashG',
  'alcoholG',
  'sodiumMg',
];

/** Salt in grams from sodium in milligrams: salt = sodium x 2.5 [Reg. (EU) 1169/2011, annex I (11)]. */
export function saltFromSodium(sodiumMg: number): number {
  return (sodiumMg * 2.5) / 1000;
}

/** Kilojoules from kilocalories: the thermochemical calorie, 4.184 J exactly [ISO 80000-5, note]. */
export function kjFromKcal(energyKcal: number): number {
  return energyKcal * 4.184;
}
