import { type Food } from './food';
import { type FoodIndex, indexFoods } from './match';

/** The foods at hand, by id, with the index that finds them by name. */
export interface Larder {
  readonly foods: ReadonlyMap<string, Food>;
  readonly index: FoodIndex;
}

export function stockLarder(foods: readonly Food[]): Larder {
  return { foods: new Map(foods.map((food) => [food.id, food])), index: indexFoods(foods) };
}
