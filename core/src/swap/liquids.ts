import { type Food, foodInHand, kindIdOf, type Larder } from '../food';
import { type Part } from '../formula';

/** Liquids that a correction may add though the formula holds none; milk first only where milk is in it already. */
const AT_HAND = { withMilk: ['semi-skimmed-milk', 'water'], without: ['water', 'semi-skimmed-milk'] } as const;

export function isLiquid(food: Food): boolean {
  return food.kind === 'liquid' || food.kind === 'plant-drink' || (food.kind === 'dairy' && food.thirst?.basis === 'dissolves' && (food.per100g.waterG ?? 0) > 70);
}

function isWetting(food: Food): boolean {
  return isLiquid(food) || ['egg', 'egg-white', 'egg-carton', 'egg-white-carton'].includes(kindIdOf(food)) || (food.kind === 'dairy' && (food.per100g.waterG ?? 0) > 78);
}

/** Vinegars, juices and extracts are there for their taste, never to thin with. */
export function isForTaste(food: Food): boolean {
  const kindId = kindIdOf(food);
  return kindId.endsWith('vinegar') || kindId.endsWith('juice') || kindId === 'coffee' || kindId === 'rose-water' || (food.per100g.alcoholG ?? 0) > 1;
}

/** Liquids of the part first, largest first; then what is at hand; eggs, yogurt and the like last. */
export function rankedLiquids(part: Part, larder: Larder): readonly Food[] {
  const foods = [...part.lines].sort((a, b) => (b.massG ?? 0) - (a.massG ?? 0)).flatMap((line) => (line.foodId === undefined ? [] : (larder.foods.get(line.foodId) ?? [])));
  const wetting = foods.filter((food) => isWetting(food) && !isForTaste(food));
  const hasMilk = foods.some((food) => food.allergens.includes('milk'));
  const atHand = (hasMilk ? AT_HAND.withMilk : AT_HAND.without).flatMap((id) => foodInHand(id, larder) ?? []);
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
