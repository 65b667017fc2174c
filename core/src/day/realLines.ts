import { type Larder } from '../food';
import { type Formula, type Line, type Part } from '../formula';
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
    // What only went in "as planned" is known no better than the plan knows it.
    const basis = pours.some(({ by }) => by === 'spoon') ? 'density' : pours.every(({ by }) => by === 'plan') ? (named.basis ?? 'weighed') : 'weighed';
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

/** What the method says of bread or biscuit that takes up a soak. */
const SOAKS = /\b(?:soak|dip|steep)/i;
/** How the id of a soak begins that stands apart from its bread. */
const SOAK = 'soak-';

/**
 * A part with the grams of it that stay behind: what was weighed, or else what the formula says. Where bread is soaked, what
 * stays in the dish is of the soak alone: it stands in a part of its own beside the bread.
 */
export function partLeft(part: Part, told: Bake['leftBehind'], method: readonly string[], larder: Larder): readonly Part[] {
  const mine = told.filter(({ partId }) => partId === part.id);
  if (mine.length === 0) return [part];
  const leftBehindG = mine.reduce((sum, { massG }) => sum + massG, 0);
  const isBread = (line: Line): boolean => isBiscuit(line, larder);
  const bread = saysSoak(method) ? part.lines.filter(isBread) : [];
  if (bread.length === 0 || bread.length === part.lines.length) return [{ ...part, leftBehindG }];
  const { leftBehindG: _before, ...whole } = part;
  return [
    { ...whole, lines: bread },
    { ...whole, id: `${SOAK}${part.id}`, lines: part.lines.filter((line) => !isBread(line)), leftBehindG },
  ];
}

function isBiscuit({ foodId }: Line, larder: Larder): boolean {
  return foodId !== undefined && larder.foods.get(foodId)?.kind === 'biscuit';
}

function saysSoak(method: readonly string[]): boolean {
  return method.some((step) => SOAKS.test(step.slice(0, LONGEST_STEP)));
}

/** Whether bread or biscuit takes up a soak: then what stays behind stays in the dish of the soak. */
export function soaksBread({ parts, method }: Pick<Formula, 'parts' | 'method'>, larder: Larder): boolean {
  return saysSoak(method) && parts.some(({ lines }) => lines.some((line) => isBiscuit(line, larder)));
}

/** Letters of a step that are looked through. */
const LONGEST_STEP = 400;
