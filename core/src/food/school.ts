import { type Composition } from './composition';
import { type Food } from './food';

export const SCHOOLS = ['lean', 'low-carb', 'whole-food'] as const;
export type School = (typeof SCHOOLS)[number];

/**
 * How schools of eating count net carbohydrate, always from total carbohydrate: less fibre alone (which is also the EU's
 * "carbohydrate"); less fibre, erythritol and allulose; less fibre, allulose and every polyol; or as the second, and half of
 * the other polyols [common practice, each].
 */
export const CARB_COUNTS = ['netFibreG', 'netErythritolG', 'netPolyolsG', 'netHalfPolyolsG'] as const;
export type CarbCount = (typeof CARB_COUNTS)[number];

export const CARB_COUNT_WORDS: Readonly<Record<CarbCount, string>> = {
  netFibreG: 'total less fibre (the EU’s carbohydrate)',
  netErythritolG: 'total less fibre, erythritol and allulose',
  netPolyolsG: 'total less fibre, allulose and all polyols',
  netHalfPolyolsG: 'total less fibre, erythritol, allulose and half of the other polyols',
};

export function isCarbCount(name: string): name is CarbCount {
  return (CARB_COUNTS as readonly string[]).includes(name);
}

/**
 * Net carbohydrate by one count, g per 100 g, never below zero. What is to be taken off and is unknown is not taken off,
 * which makes `atMost` an upper bound; then `isKnown` is false.
 */
export function countCarbs(per100g: Composition, count: CarbCount): { readonly atMost: number; readonly isKnown: boolean } {
  const { carbohydrateG, fibreG, erythritolG, alluloseG, polyolsG } = per100g;
  const others = polyolsG === undefined ? undefined : polyolsG - (erythritolG ?? 0);
  const less: Readonly<Record<CarbCount, readonly (number | undefined)[]>> = {
    netFibreG: [fibreG],
    netErythritolG: [fibreG, erythritolG, alluloseG],
    netPolyolsG: [fibreG, polyolsG, alluloseG],
    netHalfPolyolsG: [fibreG, erythritolG, alluloseG, others === undefined ? undefined : others / 2],
  };
  const parts = less[count];
  const atMost = parts.reduce((left: number, part) => left - (part ?? 0), carbohydrateG ?? 0);
  return { atMost: Math.max(atMost, 0), isKnown: carbohydrateG !== undefined && parts.every((part) => part !== undefined) };
}

/**
 * Net carbohydrate, g per 100 g: total less fibre, erythritol and allulose; undefined while one of them is unknown.
 */
export function netCarbOf(per100g: Composition): number | undefined {
  const { atMost, isKnown } = countCarbs(per100g, 'netErythritolG');
  return isKnown ? atMost : undefined;
}

/** Protein, g per 100 kcal; undefined while unknown, and for what has next to no energy. */
export function proteinPer100Kcal({ proteinG, energyKcal }: Composition): number | undefined {
  return proteinG === undefined || energyKcal === undefined || energyKcal < 5 ? undefined : (proteinG * 100) / energyKcal;
}

const LEAN = { mostKcal: 100, leastProteinPer100Kcal: 10 };
const LOW_CARB_MOST = 10;

/**
 * Which schools take a food. House rules: lean, up to 100 kcal per 100 g or at least 10 g of protein per 100 kcal;
 * low-carb, up to 10 g of net carbohydrate per 100 g; whole-food, as its row says. Unknown figures take no school.
 */
export function schoolsOf({ per100g, isWhole }: Food): readonly School[] {
  const net = netCarbOf(per100g);
  const isLean = (per100g.energyKcal !== undefined && per100g.energyKcal <= LEAN.mostKcal) || (proteinPer100Kcal(per100g) ?? 0) >= LEAN.leastProteinPer100Kcal;
  const taken: Readonly<Record<School, boolean>> = { lean: isLean, 'low-carb': net !== undefined && net <= LOW_CARB_MOST, 'whole-food': isWhole };
  return SCHOOLS.filter((school) => taken[school]);
}
