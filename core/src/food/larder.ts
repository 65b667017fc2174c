import { type Nutrient, NUTRIENTS } from './composition';
import { type Food } from './food';
import { type FoodIndex, indexFoods } from './match';

/** A food's figures per gram in the order of `SUMMED`, ready to be added up; 0 where unknown, with its bit set. */
export interface GramFigures {
  readonly figures: Float64Array;
  /** Bit i is set where figure i is unknown. */
  readonly unknown: number;
  /** Bit i is set where figure i is unknown or above zero: what an unknown amount of the food leaves open. */
  readonly open: number;
}

/** What is added up over the lines of a formula: every nutrient, and net carbohydrate. */
export const SUMMED: readonly (Nutrient | 'netCarbG')[] = [...NUTRIENTS, 'netCarbG'];

/** The foods at hand, by id, with the index that finds them by name and their figures ready to be summed. */
export interface Larder {
  readonly foods: ReadonlyMap<string, Food>;
  readonly index: FoodIndex;
  readonly perGram: ReadonlyMap<string, GramFigures>;
}

const NET_LESS: readonly Nutrient[] = ['fibreG', 'erythritolG', 'alluloseG'];

/**
 * Net carbohydrate: total less fibre, erythritol and allulose. Where one of those is unknown nothing is taken off for it
 * and the figure is marked unknown, so that it can be shown as "at least" with a gap.
 */
function gramFigures({ per100g }: Food): GramFigures {
  const figures = new Float64Array(SUMMED.length);
  let unknown = 0;
  NUTRIENTS.forEach((nutrient, i) => {
    const amount = per100g[nutrient];
    if (amount === undefined) unknown |= 1 << i;
    else figures[i] = amount / 100;
  });
  const net = SUMMED.length - 1;
  if (per100g.carbohydrateG === undefined || NET_LESS.some((part) => per100g[part] === undefined)) unknown |= 1 << net;
  figures[net] =
    Math.max(
      NET_LESS.reduce((left, part) => left - (per100g[part] ?? 0), per100g.carbohydrateG ?? 0),
      0,
    ) / 100;
  const open = figures.reduce((bits, figure, i) => (figure > 0 ? bits | (1 << i) : bits), unknown);
  return { figures, unknown, open };
}

export function stockLarder(foods: readonly Food[]): Larder {
  return { foods: new Map(foods.map((food) => [food.id, food])), index: indexFoods(foods), perGram: new Map(foods.map((food) => [food.id, gramFigures(food)])) };
}
