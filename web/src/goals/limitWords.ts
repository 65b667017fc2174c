import { type LimitOf, type LooseningLine, roleOf, type TargetLine } from '@fellmist/core';
import { goalAmount, goalFacts, goalWords } from '../ui/goalWords';
import { SAY } from './words';

export interface Speech {
  readonly portionWord: string;
  readonly showPrice: (amount: number) => string;
}

/** What must hold, in words: "at most 180 kcal a slice", "thickness in its band". */
export function limitWords(of: LimitOf, { portionWord, showPrice }: Speech): string {
  if (of.kind === 'target') return goalWords(of.goal, portionWord, showPrice);
  if (of.kind === 'role') return SAY.roleInBand(roleOf(of.role).name.toLowerCase());
  return of.kind === 'powder' ? SAY.noMorePowder : SAY.theBatchsWeight;
}

/** An amount that can be had, rounded to the side on which it still can. */
export function hadAmount({ of, value }: TargetLine): number {
  if (of.kind !== 'target') return value;
  const { digits } = goalFacts(of.goal.figure);
  const unit = 10 ** digits;
  const isFloor = of.goal.kind === 'at least' || (of.goal.kind === 'near' && value < of.goal.amount);
  // A hair beyond the next whole step is the solver's, not the kitchen's.
  return isFloor ? Math.floor(value * unit + 1e-6) / unit : Math.ceil(value * unit - 1e-6) / unit;
}

/** What one limit would come to if it gave way, in words. */
export function loosenedWords(line: LooseningLine, speech: Speech): string {
  const { of, value, most = Infinity } = line;
  if (of.kind === 'target') return SAY.loosenTo(goalAmount(of.goal.figure, hadAmount(line), speech.showPrice));
  // Thickness is told by its hydration, which is the higher the looser.
  if (of.kind === 'role') return SAY.bearThat(roleOf(of.role).strains[(of.role === 'thickness') === value > most ? 0 : 1]);
  return of.kind === 'powder' ? SAY.bearMorePowder : SAY.letWeigh(Math.round(value));
}
