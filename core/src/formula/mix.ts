import { type Larder } from '../food';
import { type Measured } from '../role';
import { type Formula, type Line, type Part } from './formula';

function measured(lines: readonly Line[], larder: Larder): readonly Measured[] {
  return lines.flatMap((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    if (!food || line.massG === undefined) return [];
    return [{ food, massG: line.massG, ...(line.melted ? { melted: true } : {}) }];
  });
}

/** The weighed foods of one part, as the consistency model wants them. */
export function mixOfPart(part: Part, larder: Larder): readonly Measured[] {
  return measured(part.lines, larder);
}

/**
 * The part whose thickness matters: the one that holds most flour-like or thirsty mass, which is the batter or dough
 * and not its icing. Undefined for a formula without lines.
 */
export function mainPart(formula: Formula, larder: Larder): Part | undefined {
  const held = (part: Part): number =>
    mixOfPart(part, larder).reduce((sum, { food, massG }) => sum + (food.thirst && food.thirst.basis !== 'inert' ? massG * Math.max(food.thirst.gPerG, 0.001) : 0), 0);
  return [...formula.parts].sort((a, b) => held(b) - held(a))[0];
}
