import { type Composition } from './composition';
import { energyByFactors } from './energy';

export interface CompositionFault {
  readonly code: 'mass' | 'energy' | 'part-above-whole' | 'out-of-range';
  readonly words: string;
}

const PARTS = ['waterG', 'proteinG', 'fatG', 'carbohydrateG', 'ashG', 'alcoholG'] as const;
const WHOLES: readonly (readonly [part: keyof Composition, whole: keyof Composition])[] = [
  ['saturatesG', 'fatG'],
  ['fibreG', 'carbohydrateG'],
  ['sugarsG', 'carbohydrateG'],
  ['polyolsG', 'carbohydrateG'],
  ['erythritolG', 'polyolsG'],
  ['alluloseG', 'carbohydrateG'],
];

/**
 * Faults in a composition per 100 g: parts that do not sum to 100 +- 2 g (only when all main parts are known), energy
 * further than 8 % (and 3 kcal) from both the EU and the US factors, a part above its whole, a value below zero.
 */
export function checkComposition(food: Composition): readonly CompositionFault[] {
  const faults: CompositionFault[] = [];
  for (const [key, amount] of Object.entries(food)) {
    if (typeof amount === 'number' && !(amount >= 0)) faults.push({ code: 'out-of-range', words: `${key} is below zero` });
  }
  const { waterG, proteinG, fatG, carbohydrateG, ashG } = food;
  if ([waterG, proteinG, fatG, carbohydrateG, ashG].every((part) => part !== undefined)) {
    const sum = PARTS.reduce((total, key) => total + (food[key] ?? 0), 0);
    if (Math.abs(sum - 100) > 2) faults.push({ code: 'mass', words: `water, protein, fat, carbohydrate, ash and alcohol sum to ${sum.toFixed(1)} g, not 100 g` });
  }
  for (const [part, whole] of WHOLES) {
    const [partG, wholeG] = [food[part], food[whole]];
    if (partG !== undefined && wholeG !== undefined && partG > wholeG + 0.05) faults.push({ code: 'part-above-whole', words: `${part} ${partG} is above ${whole} ${wholeG}` });
  }
  const reckoned = [energyByFactors(food, 'eu'), energyByFactors(food, 'us')];
  const stated = food.energyKcal;
  if (stated !== undefined && reckoned.every((kcal) => kcal !== undefined && Math.abs(kcal - stated) > Math.max(3, 0.08 * stated))) {
    faults.push({ code: 'energy', words: `${stated} kcal stated, ${reckoned.map((kcal) => kcal?.toFixed(0)).join(' or ')} by the factors` });
  }
  return faults;
}
