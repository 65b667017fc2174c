import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { amountOfGoal, type Goal, type Goals, GOAL_KINDS, type GoalFigure, type GoalKind, type GoalSize, NO_GOALS } from '@fellmist/core';
import { Desk } from '../state/desk';
import type { Option } from '../ui/choice';
import { FIGURE_ROWS } from '../ui/figures';
import { goalFacts, sizeWords } from '../ui/goalWords';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { Picker } from '../ui/pick';
import { Stands } from '../ui/stands';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

const FIGURES: readonly GoalFigure[] = [...FIGURE_ROWS.map(({ key }) => key), 'cost', 'sweetness'];
const KIND_WORDS: Readonly<Record<GoalKind, string>> = { 'at most': SAY.atMost, 'at least': SAY.atLeast, near: SAY.near };

/** The goals of the formula on the bench, each to be changed where it stands. */
@Component({
  selector: 'fm-goal-rows',
  imports: [Button, Field, Picker, Stands],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './goal-rows.html',
  styleUrl: './goal-rows.less',
})
export class GoalRows {
  protected readonly say = SAY;
  protected readonly fieldNumber = fieldNumber;
  private readonly desk = inject(Desk);
  protected readonly faulty = signal<number | undefined>(undefined);
  protected readonly figures: readonly Option<GoalFigure>[] = FIGURES.map((value) => {
    const { name, unit } = goalFacts(value);
    return { value, label: `${name.replace(/^./, (first) => first.toUpperCase())}${unit === '' ? '' : `, ${unit}`}` };
  });
  protected readonly kinds: readonly Option<GoalKind>[] = GOAL_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }));
  protected readonly sizes = computed((): readonly Option<GoalSize>[] => [
    { value: 'portion', label: sizeWords('portion', this.desk.sheet()?.rebuild.portionWord ?? '') },
    { value: '100 g', label: SAY.per100g },
    { value: 'batch', label: SAY.batch },
  ]);
  protected readonly goals = computed((): Goals => this.desk.sheet()?.rebuild.goals ?? NO_GOALS);

  private set(targets: readonly Goal[], key = 'goals'): void {
    this.desk.describe({ goals: { ...this.goals(), targets } }, key);
  }

  protected change(at: number, change: Partial<Goal>): void {
    this.set(
      this.goals().targets.map((target, i) => (i === at ? { ...target, ...change } : target)),
      `goal ${at}`,
    );
  }

  /** Another figure, or another size, begins at what it is now. */
  protected changeWhat(at: number, change: Pick<Partial<Goal>, 'figure' | 'per'>): void {
    const target = this.goals().targets[at];
    if (!target) return;
    const next = { ...target, ...change };
    this.change(at, { ...change, amount: this.now(next) });
  }

  private now(goal: Goal): number {
    const [rebuild, cost] = [this.desk.rebuild(), this.desk.cost()];
    if (!rebuild) return goal.amount;
    const known = cost?.unpricedLines.length === 0 ? cost.amount : undefined;
    const { now = 0 } = amountOfGoal(goal, { views: rebuild.views, cost: known, sweetness: rebuild.measures.sweetness });
    return Number(now.toFixed(goalFacts(goal.figure).digits));
  }

  protected giveAmount(at: number, text: string): void {
    const amount = numberWithin(text, 0, 1e7);
    this.faulty.set(amount === undefined ? at : undefined);
    if (amount !== undefined) this.change(at, { amount });
  }

  /** A new target starts at what the portion holds now. */
  protected add(): void {
    const taken = new Set(this.goals().targets.map(({ figure }) => figure));
    const [figure, kind] = !taken.has('energyKcal')
      ? (['energyKcal', 'at most'] as const)
      : !taken.has('proteinG')
        ? (['proteinG', 'at least'] as const)
        : (['sugarsG', 'at most'] as const);
    this.set([...this.goals().targets, { figure, kind, amount: Math.round(this.now({ figure, kind, amount: 0 })) }]);
  }

  protected drop(at: number): void {
    this.faulty.set(undefined);
    this.set(this.goals().targets.filter((_target, i) => i !== at));
  }
}
