import { type Food, foodInHand, type Group, isIn, kindIdOf, type Larder } from '../food';
import { type Part } from '../formula';

/** Groups of liquids that a correction may add though the formula holds none; milk first only where milk is in it already. */
const AT_HAND = { withMilk: ['drinking-milk', 'plain-water'], without: ['plain-water', 'drinking-milk'] } as const;

/** The first food of a group that the larder names: the usual one of its kind. */
function usualOf(group: Group, larder: Larder): Food | undefined {
  for (const food of larder.foods.values()) if (isIn(group, food)) return foodInHand(kindIdOf(food), larder);
  return undefined;
}

export function isLiquid(food: Food): boolean {
  return food.kind === 'liquid' || food.kind === 'plant-drink' || (food.kind === 'dairy' && food.thirst?.basis === 'dissolves' && (food.per100g.waterG ?? 0) > 70);
}

function isWetting(food: Food): boolean {
  return isLiquid(food) || isIn('wetting-egg', food) || (food.kind === 'dairy' && (food.per100g.waterG ?? 0) > 78);
}

/** Liquids of the part first, largest first; then what is at hand; eggs, yogurt and the like last. What is there for its taste (vinegar, juice, extract) never thins. */
export function rankedLiquids(part: Part, larder: Larder): readonly Food[] {
  const foods = [...part.lines].sort((a, b) => (b.massG ?? 0) - (a.massG ?? 0)).flatMap((line) => (line.foodId === undefined ? [] : (larder.foods.get(line.foodId) ?? [])));
  const wetting = foods.filter((food) => isWetting(food) && !isIn('for-taste', food));
  const hasMilk = foods.some((food) => food.allergens.includes('milk'));
  const atHand = (hasMilk ? AT_HAND.withMilk : AT_HAND.without).flatMap((group) => usualOf(group, larder) ?? []);
  return [...new Set([...wetting.filter(isLiquid), ...atHand, ...wetting])];
}

/** Liquid below this share of a part leaves it crumbs: a crumble, a shortbread, a base. House value. */
const LEAST_LIQUID = 0.05;

/** A part of neither egg nor liquid is meant to crumble, and nobody breaks an egg into it. */
export function isCrumbly(part: Part, larder: Larder): boolean {
  const held = part.lines.flatMap((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return food ? [{ food, massG: line.massG ?? 0 }] : [];
  });
  const whole = held.reduce((sum, { massG }) => sum + massG, 0);
  const wet = held.reduce((sum, { food, massG }) => sum + (food.kind === 'egg' || isLiquid(food) ? massG : 0), 0);
  return wet < whole * LEAST_LIQUID;
}
