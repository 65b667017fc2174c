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
  readonly transG?: number;
  readonly carbohydrateG?: number;
  readonly fibreG?: number;
  readonly starchG?: number;
  readonly sugarsG?: number;
  readonly addedSugarsG?: number;
  readonly polyolsG?: number;
  readonly erythritolG?: number;
  readonly alluloseG?: number;
  readonly ashG?: number;
  readonly alcoholG?: number;
  readonly sodiumMg?: number;
  readonly cholesterolMg?: number;
  readonly calciumMg?: number;
  readonly ironMg?: number;
  readonly potassiumMg?: number;
  readonly vitaminDUg?: number;
}

export type Nutrient = keyof Composition;

export const NUTRIENTS: readonly Nutrient[] = [
  'waterG',
  'energyKcal',
  'proteinG',
  'fatG',
  'saturatesG',
  'transG',
  'carbohydrateG',
  'fibreG',
  'starchG',
  'sugarsG',
  'addedSugarsG',
  'polyolsG',
  'erythritolG',
  'alluloseG',
  'ashG',
  'alcoholG',
  'sodiumMg',
  'cholesterolMg',
  'calciumMg',
  'ironMg',
  'potassiumMg',
  'vitaminDUg',
];

/** Sugars that are told apart where it matters: for sweetness, browning and freezing. */
export const SUGARS = ['sucrose', 'glucose', 'fructose', 'lactose', 'maltose', 'galactose', 'tagatose'] as const;
export type Sugar = (typeof SUGARS)[number];
/** Polyols other than erythritol, which has a figure of its own. */
export const POLYOLS = ['xylitol', 'sorbitol', 'maltitol', 'isomalt', 'lactitol', 'mannitol', 'glycerol'] as const;
export type Polyol = (typeof POLYOLS)[number];

/** Salt in grams from sodium in milligrams: salt = sodium x 2.5 [Reg. (EU) 1169/2011, annex I (11)]. */
export function saltFromSodium(sodiumMg: number): number {
  return (sodiumMg * 2.5) / 1000;
}

/** Kilojoules from kilocalories: the thermochemical calorie, 4.184 J exactly [ISO 80000-5, note]. */
export function kjFromKcal(energyKcal: number): number {
  return energyKcal * 4.184;
}
