import { type Composition } from './composition';
import { type Food } from './food';

export const SCHOOLS = ['lean', 'low-carb', 'whole-food'] as const;
export type School = (typeof SCHOOLS)[number];

/**
 * Net carbohydrate, g per 100 g: total less fibre, erythritol and allulose; undefined while one of them is unknown.
 */
export function netCarbOf({ carbohydrateG, fibreG, erythritolG, alluloseG }: Composition): number | undefined {
  if (carbohydrateG === undefined || fibreG === undefined || erythritolG === undefined || alluloseG === undefined) return undefined;
  return Math.max(carbohydrateG - fibreG - erythritolG - alluloseG, 0);
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
