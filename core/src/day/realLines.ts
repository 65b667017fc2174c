import { type Line, type Part } from '../formula';
import { gramsNumber } from '../quantity';
import { type Bake, type BakeLine } from './state';

/** What was poured of a line, as lines: another pack in the middle of it is a line of its own. */
export function realLines(line: Line, state: BakeLine): readonly Line[] {
  if (state.state === 'left out') return [];
  const named: Line = state.foodId === line.foodId || state.foodId === undefined ? line : { ...line, foodId: state.foodId };
  if (state.state === 'to come') return [named];
  const foods = [...new Set(state.pours.map(({ foodId }) => foodId))];
  return foods.map((foodId, i) => {
    const pours = state.pours.filter((pour) => pour.foodId === foodId);
    const massG = pours.reduce((sum, pour) => sum + pour.massG, 0);
    const basis = pours.some(({ by }) => by === 'spoon') ? 'density' : 'weighed';
    const amountText = `${gramsNumber(massG)} g`;
    return {
      ...named,
      id: i === 0 ? line.id : `${line.id}+${i}`,
      text: `${amountText} ${line.name}`,
      amountText,
      amount: { value: massG, unit: 'g' },
      ...(foodId === undefined ? {} : { foodId }),
      massG,
      basis,
    } as const;
  });
}

/** Grams of a part that stay behind: what was weighed, or else what the formula says. */
export function partLeft(part: Part, told: Bake['leftBehind']): Part {
  const mine = told.filter(({ partId }) => partId === part.id);
  return mine.length === 0 ? part : { ...part, leftBehindG: mine.reduce((sum, { massG }) => sum + massG, 0) };
}
