import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { isAnotherAmount } from '@fellmist/core';
import { Desk } from '../state/desk';
import { Preferences } from '../state/preferences';
import { FIGURE_ROWS, showNumber, showSum } from '../ui/figures';
import { goalAmount, goalWords } from '../ui/goalWords';
import { fieldGrams } from '../ui/numbers';
import { type Outcome, TOLD, weighedOtherwise } from './outcome';
import { SAY } from './words';

/** What would be weighed out otherwise, and what a portion would come to. */
@Component({
  selector: 'fm-outcome-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './outcome-table.html',
  styleUrl: './outcome-table.less',
})
export class OutcomeTable {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  readonly outcome = input.required<Outcome>();

  protected readonly weighed = computed(() => {
    const sheet = this.desk.sheet();
    if (!sheet) return [];
    return weighedOtherwise(sheet, this.outcome().sheet, (id) => this.desk.foodName(id)).map(({ foodId, name, nowG, thenG }) => ({
      foodId,
      name,
      now: nowG === 0 ? '–' : fieldGrams(nowG),
      then: thenG === 0 ? SAY.none : fieldGrams(thenG),
      isMuch: isAnotherAmount(nowG, thenG),
      by: nowG === 0 ? SAY.comesIn : thenG === 0 ? SAY.goes : `${thenG > nowG ? '+' : '−'}${showNumber(Math.abs(((thenG - nowG) / nowG) * 100), 0)} %`,
    }));
  });

  /** Most of what is weighed out is halved or doubled: that is no longer this treat. */
  protected readonly isAnother = computed(() => {
    const all = this.weighed();
    return all.length > 3 && all.filter(({ isMuch }) => isMuch).length > all.length / 2;
  });

  protected readonly goals = computed(() => {
    const { portionWord = '' } = this.desk.sheet()?.rebuild ?? {};
    const showPrice = (amount: number): string => this.preferences.showPrice(amount);
    return this.outcome().goals.map(({ goal, now, state }) => ({
      words: goalWords(goal, portionWord, showPrice),
      then: now === undefined ? SAY.unknown : goalAmount(goal.figure, now, showPrice),
      state,
      mark: state === 'met' ? '✓' : state === 'missed' ? '✗' : '?',
    }));
  });

  protected readonly portion = computed(() => {
    const [before, after] = [this.desk.rebuild()?.views.portion, this.outcome().analysis.views.portion];
    return TOLD.map((figure) => {
      const { name, unit, digits } = FIGURE_ROWS.find(({ key }) => key === figure) ?? { name: figure, unit: '', digits: 1 };
      return { name: name.replace(/^./, (first) => first.toUpperCase()), unit, now: before ? showSum(before[figure], digits) : '', then: showSum(after[figure], digits) };
    });
  });

  protected readonly more = computed(() => {
    const { analysis, strains, portionCost } = this.outcome();
    const before = this.desk.rebuild()?.views.portionMassG ?? 0;
    const weight = SAY.weighs(showNumber(analysis.views.portionMassG, 0), showNumber(before, 0));
    const cost = portionCost === undefined ? '' : SAY.costs(this.preferences.showPrice(portionCost));
    const balance = strains.length === 0 ? SAY.balanceHolds : SAY.balanceLeft(strains.join(', '));
    return [weight, cost, balance].filter(Boolean).join(' ');
  });

  protected readonly warnings = computed(() => this.outcome().analysis.sweetenerWarnings.map(({ words }) => words));
}
