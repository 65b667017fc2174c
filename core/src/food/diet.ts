import { type Allergen, type Food } from './food';
import { netCarbOf, type School } from './school';

/** What a household eats: the schools it follows and the allergens it keeps out. */
export interface Diet {
  readonly schools: readonly School[];
  readonly excluded: readonly Allergen[];
}

export const ANY_DIET: Diet = { schools: [], excluded: [] };

/** From this much net carbohydrate in 100 g a low-carb kitchen takes a food only in pinches. House value. */
const LOW_CARB_MOST = 20;

/** The allergens of a food that a diet keeps out, said or possible. */
export function barredAllergens(food: Food, diet: Diet): readonly Allergen[] {
  return diet.excluded.filter((allergen) => food.allergens.includes(allergen) || (food.mayContain ?? []).includes(allergen));
}

/** Why a food does not suit a diet; undefined where it does. Allergens bar a food; schools only speak against it. */
export function againstDiet(food: Food, diet: Diet): string | undefined {
  const barred = barredAllergens(food, diet);
  if (barred.length > 0) return `contains ${barred.join(', ')}`;
  if (diet.schools.includes('whole-food') && !food.isWhole) return 'not a whole food';
  if (diet.schools.includes('low-carb') && (netCarbOf(food.per100g) ?? 0) > LOW_CARB_MOST) return 'much net carbohydrate';
  return undefined;
}
