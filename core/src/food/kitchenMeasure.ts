import { gramsNumber, kitchenNumber, type MeasureSystem, unitFactor } from '../quantity';
import { type Food } from './food';

/** Smallest amount of each measure that a kitchen holds, in parts of it. */
const STEPS = [
  { unit: 'cup', least: 0.25, step: 0.25, words: ['cup', 'cups'] },
  { unit: 'tbsp', least: 0.5, step: 0.5, words: ['tbsp', 'tbsp'] },
  { unit: 'tsp', least: 0.125, step: 0.125, words: ['tsp', 'tsp'] },
] as const;

function rounded(count: number, step: number): number {
  return Math.round(count / step) * step;
}

/**
 * Grams of a food in the measures of a kitchen, to the nearest that a spoon or cup gives: "3 tbsp", "1/4 tsp", "1 egg";
 * undefined where its density is not known or no measure comes within a tenth. Example: 46 g of milk is "3 tbsp".
 */
export function kitchenMeasure(food: Food, massG: number, system: MeasureSystem): string | undefined {
  if (massG <= 0) return undefined;
  const piece = food.measuresG['piece'];
  if (food.kind === 'egg' && piece && Math.abs(massG / piece - rounded(massG / piece, 0.5)) < 0.1 && massG / piece >= 0.5)
    return `${kitchenNumber(rounded(massG / piece, 0.5))} of them`;
  const density = food.densityGPerMl;
  if (density === undefined) return undefined;
  for (const { unit, least, step, words } of STEPS) {
    const count = massG / density / (unitFactor(unit, system) ?? 1);
    const near = rounded(count, step);
    if (near < least || Math.abs(near - count) > 0.1 * count) continue;
    return `${kitchenNumber(near)} ${near > 1 ? words[1] : words[0]}`;
  }
  return undefined;
}

/** Grams in words, with the kitchen's measure where there is one: "46 g, 3 tbsp". */
export function gramsInWords(food: Food, massG: number, system: MeasureSystem): string {
  const measure = kitchenMeasure(food, massG, system);
  return `${gramsNumber(massG)} g${measure ? `, ${measure}` : ''}`;
}
