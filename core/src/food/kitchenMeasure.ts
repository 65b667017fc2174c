import { kitchenNumber, type MeasureSystem, unitFactor } from '../quantity';
import { type Food } from './food';
import { INTENSE } from './roles';
import { pours } from './massOf';

/** Smallest amount of each measure that a kitchen holds, in parts of it, and the most that anybody counts out. House values. */
const STEPS = [
  { unit: 'cup', least: 0.25, most: Infinity, step: 0.25, words: ['cup', 'cups'] },
  { unit: 'tbsp', least: 0.5, most: 6, step: 0.5, words: ['tbsp', 'tbsp'] },
  { unit: 'tsp', least: 0.125, most: 4, step: 0.125, words: ['tsp', 'tsp'] },
] as const;

/** Grams under which an amount is said in spoons, drops or sachets too: many scales in kitchens do not weigh it. House value. */
export const BY_THE_SPOON_G = 15;

/** What strong sweeteners are counted out in, and the most that anybody counts. House values. */
const COUNTED = [
  { measure: 'drop', most: 60, step: 1, words: ['drop', 'drops'] },
  { measure: 'packet', most: 20, step: 0.5, words: ['sachet', 'sachets'] },
] as const;

/** What is counted out of a food that sweetens strongly, to the nearest drop or half sachet: "12 drops", and what they weigh. */
export function countedOut(food: Food, massG: number): { readonly massG: number; readonly words: string } | undefined {
  if (food.kind !== 'sweetener' || !INTENSE.some((one) => food.roles[one])) return undefined;
  for (const { measure, most, step, words } of COUNTED) {
    const each = food.measuresG[measure];
    const count = each === undefined ? 0 : rounded(massG / each, step);
    if (each !== undefined && count >= step && count <= most) return { massG: count * each, words: `${kitchenNumber(count)} ${count > 1 ? words[1] : words[0]}` };
  }
  return undefined;
}

function rounded(count: number, step: number): number {
  return Math.round(count / step) * step;
}

/**
 * Grams of a food in the measures of a kitchen, to the nearest that a spoon or cup gives: "3 tbsp", "1/4 tsp", "12 drops", "1 egg";
 * undefined where its density is not known or no measure comes within a tenth. Cups are a
 * US measure; elsewhere a liquid is said by the jug. Example: 46 g of milk is "3 tbsp".
 */
export function kitchenMeasure(food: Food, massG: number, system: MeasureSystem): string | undefined {
  if (massG <= 0) return undefined;
  const piece = food.measuresG['piece'];
  if (food.kind === 'egg' && piece && Math.abs(massG / piece - rounded(massG / piece, 0.5)) <= 0.12 && massG / piece >= 0.5)
    return `${kitchenNumber(rounded(massG / piece, 0.5))} of them`;
  const few = countedOut(food, massG);
  if (few && Math.abs(few.massG - massG) <= 0.1 * massG) return few.words;
  const density = food.densityGPerMl;
  if (density === undefined) return undefined;
  const ml = massG / density;
  if (system !== 'us' && pours(food) && ml >= 50) return `${rounded(ml, 5)} mL`;
  for (const { unit, least, most, step, words } of STEPS) {
    if (unit === 'cup' && system !== 'us') continue;
    const count = ml / (unitFactor(unit, system) ?? 1);
    const near = rounded(count, step);
    if (near > most || near < least || Math.abs(near - count) > 0.1 * count) continue;
    return `${kitchenNumber(near)} ${near > 1 ? words[1] : words[0]}`;
  }
  return undefined;
}
