import { kindIdOf, type Larder, matchFood, SURE } from '../food';
import { type Part } from '../formula';

/** "50 g dark chocolate", "2 tbsp desiccated coconut" within a step. */
const AMOUNT_OF = /(?<![\p{L}\d.,/])(\d[\d.,/½¼¾⅓⅔]*\s?(?:g|kg|ml|oz|cups?|tbsps?|tablespoons?|tsps?|teaspoons?|scoops?))\s+(?:of\s+)?(\p{L}[\p{L} '-]{2,40})/giu;
/** Where the name of a food ends and the step goes on. */
const GOES_ON = /\s+(?:and|or|then|until|till|over|in|into|with|to|for|on|at|from|by|per|each|before|after|while|when|once|as|if)\b.*$/i;
/** As many are named; a remark is no list. */
const MOST = 4;
/** Letters of a step that are looked through. */
const LONGEST_STEP = 600;

/** What the method weighs out of foods that the list does not have, as it is written: eaten, and counted nowhere. Water is none. */
export function unlistedIn(method: readonly string[], parts: readonly Part[], larder: Larder): readonly string[] {
  const kindOf = (foodId: string | undefined): string | undefined => {
    const food = larder.foods.get(foodId ?? '');
    return food && kindIdOf(food);
  };
  const listed = new Set(parts.flatMap(({ lines }) => lines.map(({ foodId }) => kindOf(foodId))));
  const named = method
    .flatMap((step) => [...step.slice(0, LONGEST_STEP).matchAll(AMOUNT_OF)])
    .flatMap(([, amount = '', words = '']) => {
      const name = words.replace(GOES_ON, '').trim();
      const [best] = matchFood(name, larder.index);
      const food = best && best.isExact && best.score >= SURE ? larder.foods.get(best.foodId) : undefined;
      return food && (food.per100g.energyKcal ?? 0) > 0 && !listed.has(kindOf(food.id)) ? [`${amount} ${name}`] : [];
    });
  return [...new Set(named)].slice(0, MOST);
}
