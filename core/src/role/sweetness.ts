import { type Food, type Intense, INTENSE, type Polyol, type Sugar } from '../food';
import { type Measured, moistureOf } from './consistency';

/** Times sucrose by mass [handbook ranges, from memory]. */
const OF_SUGAR: Readonly<Record<Sugar, number>> = { sucrose: 1, glucose: 0.74, fructose: 1.2, lactose: 0.2, maltose: 0.35, galactose: 0.6, tagatose: 0.9 };
const OF_POLYOL: Readonly<Record<Polyol, number>> = { xylitol: 1, sorbitol: 0.55, maltitol: 0.9, isomalt: 0.5, lactitol: 0.4, mannitol: 0.6, glycerol: 0.6 };
const OF_ERYTHRITOL = 0.65;
const OF_ALLULOSE = 0.7;
/** A polyol that nobody named. House value. */
const OF_SOME_POLYOL = 0.6;

interface Curve {
  /** The most it can give, in per cent sucrose. */
  readonly mostPercent: number;
  /** mg/L at which half of that is reached. */
  readonly halfMgPerL: number;
}

/** K of a curve that is `times` as sweet as 5 % sucrose: R = Rm C/(K + C) solved at R = 5. */
function fitted(mostPercent: number, times: number): Curve {
  return { mostPercent, halfMgPerL: (50_000 / times) * (mostPercent / 5 - 1) };
}

/**
 * Sweetness of intense sweeteners in water, R = Rm C/(K + C) [DuBois et al. 1991, ACS Symposium Series 450; constants from
 * memory]. Sucralose is fitted to 600 times, mogroside to 250 times sucrose at 5 %: house models.
 */
const CURVES: Readonly<Record<Intense, Curve>> = {
  aspartame: { mostPercent: 16, halfMgPerL: 560 },
  'acesulfame-k': { mostPercent: 11.6, halfMgPerL: 470 },
  saccharin: { mostPercent: 10.1, halfMgPerL: 115 },
  'rebaudioside-a': { mostPercent: 10, halfMgPerL: 200 },
  stevioside: { mostPercent: 9.9, halfMgPerL: 287 },
  cyclamate: { mostPercent: 15.2, halfMgPerL: 1900 },
  sucralose: fitted(14.7, 600),
  mogroside: fitted(11, 250),
};

/** Sweetness in per cent sucrose of an intense sweetener at mg/L of water. Example: 83 mg/L of sucralose is as 5 % sugar. */
export function intenseSweetness(sweetener: Intense, mgPerL: number): number {
  const { mostPercent, halfMgPerL } = CURVES[sweetener];
  return (mostPercent * mgPerL) / (halfMgPerL + mgPerL);
}

/** The most one intense sweetener can give, in per cent sucrose, however much is put in. */
export function sweetnessCeiling(sweetener: Intense): number {
  return CURVES[sweetener].mostPercent;
}

function weighed<K extends string>(
  parts: Readonly<Partial<Record<K, number>>> | undefined,
  times: Readonly<Record<K, number>>,
): { readonly sweet: number; readonly grams: number } {
  let [sweet, grams] = [0, 0];
  for (const [name, amount] of Object.entries(parts ?? {}) as [K, number][]) {
    sweet += amount * times[name];
    grams += amount;
  }
  return { sweet, grams };
}

/**
 * Grams of sucrose as sweet as one gram of a food's sugars and polyols; its own sweetness where its row gives one. Sugars
 * that nobody told apart count as sucrose. Undefined where its sugars are unknown.
 */
export function bulkSweetness({ roles, per100g, sugarsBy, polyolsBy }: Pick<Food, 'roles' | 'per100g' | 'sugarsBy' | 'polyolsBy'>): number | undefined {
  if (roles.sweetness) return roles.sweetness.amount;
  const { sugarsG, polyolsG = 0, erythritolG = 0, alluloseG = 0 } = per100g;
  if (sugarsG === undefined) return undefined;
  const sugars = weighed(sugarsBy, OF_SUGAR);
  const polyols = weighed(polyolsBy, OF_POLYOL);
  const rest = Math.max(sugarsG - sugars.grams, 0) + OF_SOME_POLYOL * Math.max(polyolsG - erythritolG - polyols.grams, 0);
  return (sugars.sweet + polyols.sweet + rest + OF_ERYTHRITOL * erythritolG + OF_ALLULOSE * alluloseG) / 100;
}

export interface Sweetness {
  /** Grams of sucrose that would be as sweet, in the whole mix. */
  readonly sucroseG: number;
  /** Of these, from sugars and polyols. */
  readonly bulkG: number;
  /** The same per 100 g of the mix. */
  readonly per100g: number;
  /** Intense sweeteners at nine tenths of all they can give: more of them adds next to nothing. */
  readonly atCeiling: readonly Intense[];
  /** Foods whose sugars nobody knows. */
  readonly unknown: readonly string[];
}

/** A share more or less of a sweetness is just noticed, and never less than this many grams in 100 g. House values. */
export const SWEETNESS_NOTICED = { share: 0.1, leastG: 0.5 } as const;

/** Share of its ceiling from which an intense sweetener counts as spent. House value. */
const SPENT = 0.9;

/**
 * How sweet a mix is: bulk sweeteners by mass, intense ones by their concentration in its water, unlike sweeteners added.
 * Undefined for a mix that weighs nothing; intense sweeteners without water to dissolve in count nothing.
 */
export function sweetnessOf(mix: readonly Measured[]): Sweetness | undefined {
  const massG = mix.reduce((sum, part) => sum + part.massG, 0);
  if (massG <= 0) return undefined;
  const waterG = mix.reduce((sum, part) => sum + (moistureOf(part).waterG || (part.massG * (part.food.per100g.waterG ?? 0)) / 100), 0);
  let bulkG = 0;
  const unknown: string[] = [];
  const intenseMg = new Map<Intense, number>();
  for (const { food, massG: partG } of mix) {
    const bulk = bulkSweetness(food);
    if (bulk === undefined && partG > 0) unknown.push(food.name);
    bulkG += (bulk ?? 0) * partG;
    for (const sweetener of INTENSE) {
      const share = food.roles[sweetener]?.amount;
      if (share) intenseMg.set(sweetener, (intenseMg.get(sweetener) ?? 0) + share * partG * 1000);
    }
  }
  let percent = 0;
  const atCeiling: Intense[] = [];
  if (waterG > 0) {
    for (const [sweetener, mg] of intenseMg) {
      const one = intenseSweetness(sweetener, mg / (waterG / 1000));
      percent += one;
      if (one >= SPENT * sweetnessCeiling(sweetener)) atCeiling.push(sweetener);
    }
  }
  const sucroseG = bulkG + (percent / 100) * waterG;
  return { sucroseG, bulkG, per100g: (sucroseG * 100) / massG, atCeiling, unknown };
}
