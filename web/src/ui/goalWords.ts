import type { Goal, GoalFigure, GoalSize } from '@fellmist/core';
import { FIGURE_ROWS, showNumber } from './figures';
import { SAY } from './words';

export interface GoalFacts {
  readonly name: string;
  readonly unit: string;
  readonly digits: number;
}

const FACTS: ReadonlyMap<GoalFigure, GoalFacts> = new Map<GoalFigure, GoalFacts>([
  ...FIGURE_ROWS.map(({ key, name, unit, digits }): [GoalFigure, GoalFacts] => [key, { name: name.toLowerCase(), unit, digits }]),
  ['cost', { name: SAY.price, unit: '', digits: 2 }],
  ['sweetness', { name: SAY.sweetness, unit: SAY.gOfSugar, digits: 1 }],
]);

/** What a goal's figure is called, its unit and the decimals it is shown with. */
export function goalFacts(figure: GoalFigure): GoalFacts {
  return FACTS.get(figure) ?? { name: figure, unit: '', digits: 1 };
}

/** An amount of a goal's figure: "12 g protein", "180 kcal", "0.80 price"; a price is shown by whoever knows the currency. */
export function goalAmount(figure: GoalFigure, amount: number, showPrice: (amount: number) => string): string {
  const { name, unit, digits } = goalFacts(figure);
  if (figure === 'cost') return showPrice(amount);
  if (figure === 'energyKcal' || figure === 'energyKj') return `${showNumber(amount, digits)} ${unit}`;
  return `${showNumber(amount, digits)} ${unit} ${figure === 'sweetness' ? '' : name}`.trim();
}

/** What a size is called, a portion by its own word. */
export function sizeWords(per: GoalSize | undefined, portionWord: string): string {
  return per === '100 g' ? SAY.in100g : per === 'batch' ? SAY.inTheBatch : SAY.inA(portionWord);
}

/** A goal in words: "at most 180 kcal a slice". */
export function goalWords(goal: Goal, portionWord: string, showPrice: (amount: number) => string): string {
  const kind = goal.kind === 'at most' ? SAY.atMost : goal.kind === 'at least' ? SAY.atLeast : SAY.near;
  const size = goal.figure === 'sweetness' ? SAY.in100gOfMix : sizeWords(goal.per, portionWord);
  return `${kind} ${goalAmount(goal.figure, goal.amount, showPrice)} ${size}`;
}
