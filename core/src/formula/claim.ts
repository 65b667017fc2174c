import { type Figure } from './figures';
import { type GoalSize } from './goals';

/** A figure as somebody stated it: the amount, and half of its last digit. */
export interface ClaimedFigure {
  readonly amount: number;
  readonly half: number;
}

/** Figures stated with a recipe, of a portion, of 100 g or of the batch: kept apart from what is reckoned, and held against it. */
export interface Claim {
  readonly per: GoalSize;
  readonly figures: Readonly<Partial<Record<Figure, ClaimedFigure>>>;
  /** The words in which it was stated. */
  readonly text: string;
}
