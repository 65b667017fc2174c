import { type Composition, type Larder } from '../food';
import { type Part } from '../formula';
import { type ProductClass } from '../product';

/**
 * Grams in a millilitre of what foods are made of, at 20 °C [Choi & Okos 1986: water 997.18 + 0.0031439 T − 0.0037574 T²,
 * protein 1329.9 − 0.5184 T, fat 925.59 − 0.41757 T, carbohydrate 1599.1 − 0.31046 T, fibre 1311.5 − 0.36589 T, ash
 * 2423.8 − 0.28063 T, all kg/m³; ethanol 789.3, CRC Handbook]. Air between the grains of a flour is not counted: in a batter it is wetted.
 */
const G_PER_ML = { water: 0.9957, protein: 1.3195, fat: 0.9172, carbohydrate: 1.5929, fibre: 1.3042, alcohol: 0.7893, rest: 2.4182 } as const;

/** What a food is made of, as far as it matters to its volume and to heat. */
export type Made = keyof typeof G_PER_ML;

/** Grams of each in 100 g of a food; total carbohydrate holds the fibre. Undefined where its water is not known and cannot be told from the rest. */
export function madeOf({ waterG, proteinG, fatG, carbohydrateG, fibreG, alcoholG = 0 }: Composition): Readonly<Record<Made, number>> | undefined {
  if (proteinG === undefined || fatG === undefined || carbohydrateG === undefined) return undefined;
  const fibre = fibreG ?? 0;
  const solids = proteinG + fatG + Math.max(carbohydrateG, fibre);
  const water = waterG ?? Math.max(100 - solids - alcoholG, 0);
  const rest = Math.max(100 - solids - water - alcoholG, 0);
  return { water, protein: proteinG, fat: fatG, carbohydrate: Math.max(carbohydrateG - fibre, 0), fibre, alcohol: alcoholG, rest };
}

/** Millilitres of so many grams of one of these. */
export function mlOf(made: Made, grams: number): number {
  return grams / G_PER_ML[made];
}

/** Millilitres that 100 g of a food fill in a mix, without air; undefined where what it is made of is not known. */
export function mlPer100g(composition: Composition): number | undefined {
  const made = madeOf(composition);
  return made && (Object.entries(made) as [Made, number][]).reduce((ml, [name, grams]) => ml + mlOf(name, grams), 0);
}

export interface BatterVolume {
  /** Of the mix as it goes into its vessel, with the air its class is beaten to. */
  readonly rawMl: number;
  /** Once it has risen as its class does. */
  readonly risenMl: number;
  /** It is whipped: this is what it comes to in its bowl, and what slops no longer. */
  readonly isFoam?: boolean;
  readonly massG: number;
  /** Grams of lines whose food is not known: counted as water. */
  readonly unknownG: number;
  /** Pieces that it is to make: so many cups are filled, where that fills them as their class wants. */
  readonly pieces?: number;
}

/** What nobody told stands in for: no air, no rise. */
const STILL = { air: 0, rise: 1 };

/** What a part fills before and after it rises, by the densities of what its foods are made of and its class's air and rise; `pieces` is what its formula makes of it. An estimate. */
export function volumeOf(part: Pick<Part, 'lines'>, larder: Larder, product?: ProductClass, pieces?: number): BatterVolume {
  const { air, rise } = product?.volume ?? STILL;
  let [ml, massG, unknownG] = [0, 0, 0];
  for (const line of part.lines) {
    if (line.massG === undefined) continue;
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    const per100g = food && mlPer100g(food.per100g);
    massG += line.massG;
    if (per100g === undefined) unknownG += line.massG;
    ml += (line.massG * (per100g ?? 100)) / 100;
  }
  const rawMl = ml / (1 - air);
  return { rawMl, risenMl: rawMl * rise, massG, unknownG, ...(pieces === undefined ? {} : { pieces }) };
}
