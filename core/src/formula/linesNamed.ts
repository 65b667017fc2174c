import { answersTo, countryOf, type Larder, matchFood, partsOfName } from '../food';
import { allLines, type Formula, type Line } from './formula';

/** Matches that are looked through for one that the formula holds. */
const MOST_LOOKED = 12;

/**
 * The lines that a baker means by some words, as the reader understands them: those of the likeliest food that the formula
 * holds, else of one like it, else those whose own words hold all of them. "Protein powder" finds the line of vanilla whey.
 */
export function linesNamed(formula: Pick<Formula, 'parts' | 'measures'>, words: string, larder: Larder): readonly Line[] {
  const lines = allLines(formula);
  const matches = matchFood(words, larder.index, MOST_LOOKED, larder.country ?? countryOf(formula.measures));
  const namesOf = (line: Line): readonly string[] => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return food ? [food.id, ...answersTo(food).filter((name) => !name.startsWith('@'))] : [];
  };
  for (const { foodId } of matches) {
    const same = lines.filter((line) => line.foodId === foodId);
    if (same.length > 0) return same;
  }
  for (const { foodId } of matches.slice(0, 3)) {
    const like = lines.filter((line) => namesOf(line).includes(foodId));
    if (like.length > 0) return like;
  }
  const { core, all } = partsOfName(words);
  if (all.length === 0) return [];
  return lines.filter((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    const said = new Set([line.name, food?.name ?? '', food?.kind ?? ''].flatMap((name) => partsOfName(name).all));
    return core.every((word) => said.has(word));
  });
}
