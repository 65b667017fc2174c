import { type Food, type Larder, pours } from '../food';
import { type Line } from '../formula';

/** What a stage of the mixing takes, by its food or by how it is readied; without any of these it takes everything. */
export interface Takes {
  readonly kinds?: readonly string[];
  readonly pours?: boolean;
  /** A powder that takes up water: cocoa, not a bar of chocolate. */
  readonly powder?: boolean;
  /** What is smooth by itself and goes with the wet things: a puree, nuts ground to butter. */
  readonly smooth?: boolean;
  /** A pattern of the food's name. */
  readonly named?: string;
  /** Fat that is melted first. */
  readonly melted?: boolean;
}

export const foodOf = ({ foodId }: Line, larder: Larder): Food | undefined => (foodId === undefined ? undefined : larder.foods.get(foodId));

/** Water from which a flavour is a liquid, g in 100 g: vanilla extract is, ground cinnamon is not. House value. */
const WET_FLAVOUR_G = 30;

function isWet(food: Food): boolean {
  return pours(food) || (food.kind === 'flavour' && (food.per100g.waterG ?? 0) >= WET_FLAVOUR_G);
}

/** Whether a line is one of those that are taken. */
export function isTaken(line: Line, larder: Larder, takes: readonly Takes[]): boolean {
  const food = foodOf(line, larder);
  return takes.some(({ kinds, pours: wanted, powder, smooth, named, melted }) => {
    if (kinds === undefined && wanted === undefined && smooth === undefined && named === undefined && melted === undefined) return true;
    if (!food) return false;
    const takesUp = food.thirst?.basis === 'mass';
    const isSmooth = food.attributes?.includes('form:puree') === true || (food.kind === 'nut' && takesUp);
    return (
      (kinds === undefined || kinds.includes(food.kind)) &&
      (wanted === undefined || isWet(food) === wanted) &&
      (powder === undefined || takesUp === powder) &&
      (smooth === undefined || isSmooth === smooth) &&
      (named === undefined || new RegExp(named, 'i').test(food.name)) &&
      (melted === undefined || (line.melted === true) === melted)
    );
  });
}
