import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { allLines, type LooseningLine, type Unknown } from '@fellmist/core';
import { Desk } from '../state/desk';
import { GoalDesk } from '../state/goalDesk';
import { Preferences } from '../state/preferences';
import { goalWords } from '../ui/goalWords';
import { Button } from '../ui/zorro/button';
import { hadAmount, limitWords, loosenedWords, type Speech } from './limitWords';
import { type FoundAmounts, outcomeOf } from './outcome';
import { OutcomeTable } from './outcome-table';
import { WorkBar } from './work-bar';
import { SAY } from './words';

/** The least change of amounts that reaches the goals; where it cannot be had what fights, what to loosen, and the nearest. */
@Component({
  selector: 'fm-amounts-view',
  imports: [Button, OutcomeTable, WorkBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './amounts-view.html',
})
export class AmountsView {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  protected readonly goalDesk = inject(GoalDesk);
  private readonly preferences = inject(Preferences);
  private readonly router = inject(Router);
  readonly formulaId = input.required<string>();
  protected readonly work = this.goalDesk.amounts;
  protected readonly found = computed((): FoundAmounts | undefined => {
    const { answer } = this.work();
    return answer?.kind === 'amounts' ? answer : undefined;
  });
  private readonly speech = computed((): Speech => ({
    portionWord: this.desk.sheet()?.rebuild.portionWord ?? '',
    showPrice: (amount) => this.preferences.showPrice(amount),
  }));
  protected readonly outcome = computed(() => {
    const found = this.found();
    return found && outcomeOf(this.desk, found.proposals);
  });

  protected readonly headline = computed((): string => {
    const found = this.found();
    if (this.work().answer?.kind === 'fixed') return SAY.nothingIsFree;
    if (!found) return '';
    if (!found.isMet) return SAY.cannotBeHad;
    return found.proposals.length === 0 ? SAY.allAsWanted : SAY.reachedBy(found.proposals.length);
  });

  protected readonly fights = computed(() =>
    (this.found()?.fights ?? []).map((fight) => ({
      words:
        fight.length === 1
          ? SAY.outOfReach(fight.map(({ of }) => limitWords(of, this.speech())).join(''))
          : SAY.theseFight(fight.map(({ of }) => limitWords(of, this.speech())).join('; ')),
      ways: fight.map((line) => ({ line, words: loosenedWords(line, this.speech()), canPress: line.of.kind === 'target' || line.of.kind === 'size' })),
    })),
  );

  protected readonly unknowns = computed(() => (this.found()?.unknown ?? []).map((one) => this.unknownWords(one)));

  private unknownWords({ goal, lineIds }: Unknown): string {
    const lines = allLines(this.desk.sheet()?.rebuild ?? { parts: [] }).filter(({ id }) => lineIds.includes(id));
    const names = lines.map(({ foodId, name }) => this.desk.foodName(foodId) ?? name).join(', ');
    const { portionWord, showPrice } = this.speech();
    return SAY.notPromised(goalWords(goal, portionWord, showPrice), names);
  }

  /** Sets a goal to what can be had, or lets the batch change its weight. */
  protected loosen(line: LooseningLine): void {
    const { of } = line;
    if (of.kind === 'size') this.goalDesk.choose({ keepsSize: false });
    const goals = this.desk.sheet()?.rebuild.goals;
    if (of.kind !== 'target' || !goals) return;
    const same = goals.targets.find((goal) => goal.figure === of.goal.figure && goal.kind === of.goal.kind && goal.amount === of.goal.amount && goal.per === of.goal.per);
    const amount = hadAmount(line);
    this.desk.describe({ goals: { ...goals, targets: goals.targets.map((goal) => (goal === same ? { ...goal, amount } : goal)) } }, 'goals');
  }

  protected take(): void {
    const found = this.found();
    if (!found) return;
    this.goalDesk.lay(found.proposals);
    void this.router.navigate(['/bench', this.formulaId()]);
  }
}
