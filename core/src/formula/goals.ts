import { type Diet } from '../food';
import { type Figure, type Sum } from './figures';
import { type Views } from './views';

/** What a goal is of: a figure of the nutrition table, what it costs, or how sweet the batter or dough is, grams of sugar in 100 g. */
export type GoalFigure = Figure | 'cost' | 'sweetness';
export const GOAL_KINDS = ['at most', 'at least', 'near'] as const;
export type GoalKind = (typeof GOAL_KINDS)[number];
export const GOAL_SIZES = ['portion', '100 g', 'batch'] as const;
export type GoalSize = (typeof GOAL_SIZES)[number];

/** One target: at most, at least or near so much of something in a portion, in 100 g as eaten or in the batch. */
export interface Goal {
  readonly figure: GoalFigure;
  readonly kind: GoalKind;
  readonly amount: number;
  /** A portion where nothing is said. Sweetness is always that of 100 g of the mix. */
  readonly per?: GoalSize;
}

export interface Goals extends Diet {
  readonly targets: readonly Goal[];
}

export const NO_GOALS: Goals = { schools: [], excluded: [], targets: [] };

/** Nearer than this share of the amount is near. House value. */
export const NEAR = 0.02;

/** What a goal asks for: least and most, in its unit. */
export function rangeOfGoal({ kind, amount }: Goal): { readonly least?: number; readonly most?: number } {
  if (kind === 'near') return { least: amount * (1 - NEAR), most: amount * (1 + NEAR) };
  return kind === 'at least' ? { least: amount } : { most: amount };
}

export interface GoalState {
  readonly goal: Goal;
  readonly now: number | undefined;
  /** Met, missed, or open because a line is unknown and could still miss it. */
  readonly state: 'met' | 'missed' | 'open';
  /** By how much it is missed, in the figure's unit; 0 where met. */
  readonly missedBy: number;
}

/** What goals are judged by. */
export interface Judged {
  readonly views: Views;
  /** What the batch costs; undefined while a price is missing. */
  readonly cost?: number | undefined;
  /** Grams of sugar that 100 g of the mix are as sweet as. */
  readonly sweetness?: number | undefined;
}

/** A figure for a size of a treat; of a batch that weighs nothing there are no 100 g. */
export function figureFor(figure: Figure, size: GoalSize, views: Views): Sum | undefined {
  if (size === 'batch') return views.batch[figure];
  return size === 'portion' ? views.portion[figure] : views.per100g?.[figure];
}

function costFor(size: GoalSize, { views, cost }: Judged): number | undefined {
  if (cost === undefined || size === 'batch') return cost;
  const massG = views.portionMassG * views.portions;
  return size === 'portion' ? cost / views.portions : massG > 0 ? (cost * 100) / massG : undefined;
}

/** What a goal's figure is now, and whether a gap leaves it open. */
export function amountOfGoal({ figure, per = 'portion' }: Goal, judged: Judged): { readonly now: number | undefined; readonly hasGaps: boolean } {
  if (figure === 'cost') return { now: costFor(per, judged), hasGaps: false };
  if (figure === 'sweetness') return { now: judged.sweetness, hasGaps: false };
  const sum = figureFor(figure, per, judged.views);
  return { now: sum?.amount, hasGaps: (sum?.gaps.length ?? 0) > 0 };
}

/** How each target stands. */
export function judgeGoals(targets: readonly Goal[], judged: Judged): readonly GoalState[] {
  return targets.map((goal): GoalState => {
    const { now, hasGaps } = amountOfGoal(goal, judged);
    if (now === undefined) return { goal, now, state: 'open', missedBy: 0 };
    const { least = -Infinity, most = Infinity } = rangeOfGoal(goal);
    const [above, below] = [Math.max(now - most, 0), Math.max(least - now, 0)];
    const missedBy = above + below;
    // A line that nobody knows can only add: what is too much already stays too much, what is too little may not be.
    if (missedBy > 1e-9) return { goal, now, state: hasGaps && below > 0 ? 'open' : 'missed', missedBy };
    return { goal, now, state: hasGaps && most < Infinity ? 'open' : 'met', missedBy: 0 };
  });
}
