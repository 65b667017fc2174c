import { type Diet } from '../food';
import { type Figure, type Figures } from './figures';

/** One target of a portion: at most or at least so much of a figure, or of what it costs. */
export interface Goal {
  readonly figure: Figure | 'cost';
  readonly kind: 'at most' | 'at least';
  readonly amount: number;
}

export interface Goals extends Diet {
  readonly targets: readonly Goal[];
}

export const NO_GOALS: Goals = { schools: [], excluded: [], targets: [] };

export interface GoalState {
  readonly goal: Goal;
  readonly now: number | undefined;
  /** Met, missed, or open because a line is unknown and could still miss it. */
  readonly state: 'met' | 'missed' | 'open';
  /** By how much it is missed, in the figure's unit; 0 where met. */
  readonly missedBy: number;
}

/** How each target stands for a portion; `cost` is what the portion costs, undefined while a price is missing. */
export function judgeGoals(targets: readonly Goal[], portion: Figures, cost: number | undefined): readonly GoalState[] {
  return targets.map((goal): GoalState => {
    const sum = goal.figure === 'cost' ? undefined : portion[goal.figure];
    const now = goal.figure === 'cost' ? cost : sum?.amount;
    if (now === undefined) return { goal, now, state: 'open', missedBy: 0 };
    const missedBy = Math.max(goal.kind === 'at most' ? now - goal.amount : goal.amount - now, 0);
    const hasGaps = (sum?.gaps.length ?? 0) > 0;
    if (missedBy > 1e-9) return { goal, now, state: hasGaps && goal.kind === 'at least' ? 'open' : 'missed', missedBy };
    return { goal, now, state: hasGaps && goal.kind === 'at most' ? 'open' : 'met', missedBy: 0 };
  });
}
