import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { allLines, type FoundRebuild, type Proposal, proposalWords } from '@fellmist/core';
import { Desk } from '../state/desk';
import { GoalDesk } from '../state/goalDesk';
import { Preferences } from '../state/preferences';
import { showChange, showNumber } from '../ui/figures';
import { goalAmount, goalFacts } from '../ui/goalWords';
import { Button } from '../ui/zorro/button';
import { swapWords } from './swapWords';
import { WorkBar } from './work-bar';
import { SAY } from './words';

interface Card {
  readonly found: FoundRebuild;
  readonly swaps: readonly string[];
  readonly head: string;
  readonly figures: readonly { readonly name: string; readonly words: string; readonly change: string }[];
  readonly taste: readonly string[];
  readonly deeds: readonly string[];
}

/** Rebuilds by stand-ins and amounts together, side by side: what each reaches, and what it costs in taste, money and energy. */
@Component({
  selector: 'fm-rebuilds-view',
  imports: [Button, WorkBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rebuilds-view.html',
  styleUrl: './rebuilds-view.less',
})
export class RebuildsView {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly goalDesk = inject(GoalDesk);
  private readonly preferences = inject(Preferences);
  private readonly router = inject(Router);
  readonly formulaId = input.required<string>();
  protected readonly work = this.goalDesk.rebuilds;
  protected readonly isDone = computed(() => this.work().state === 'done');
  /** The card whose deeds are looked at. */
  protected readonly opened = signal(0);

  protected readonly cards = computed((): readonly Card[] => (this.work().answer?.best ?? []).map((found) => this.card(found)));

  protected readonly headline = computed(() => {
    const { answer, state } = this.work();
    if (!answer) return '';
    if (answer.stuckLineIds.length > 0) return SAY.nothingStandsIn(this.namesOf(answer.stuckLineIds));
    const [first] = answer.best;
    if (!first) return state === 'done' ? SAY.noRebuild : '';
    if (!first.isMet) return state === 'done' ? SAY.noRebuildMeets : SAY.lookingOn;
    return SAY.soManyRebuilds(answer.best.length);
  });

  private namesOf(lineIds: readonly string[]): string {
    const lines = allLines(this.desk.sheet()?.rebuild ?? { parts: [] }).filter(({ id }) => lineIds.includes(id));
    return lines.map(({ foodId, name }) => this.desk.foodName(foodId) ?? name).join(', ');
  }

  private card(found: FoundRebuild): Card {
    const showPrice = (amount: number): string => this.preferences.showPrice(amount);
    const before = this.desk.rebuild()?.views;
    const energy = this.preferences.energyFigure();
    const price = this.desk.cost();
    const priceBefore = price?.unpricedLines.length === 0 && before ? price.amount / before.portions : undefined;
    const goals = found.lines.flatMap(({ of, value }) => (of.kind === 'target' ? [{ goal: of.goal, value }] : []));
    const figures = [
      ...goals.map(({ goal, value }) => ({ name: goalFacts(goal.figure).name, words: goalAmount(goal.figure, value, showPrice), change: '' })),
      ...(goals.some(({ goal }) => goal.figure === energy)
        ? []
        : [
            {
              name: goalFacts(energy).name,
              words: goalAmount(energy, found.portion[energy].amount, showPrice),
              change: before ? showChange(before.portion[energy].amount, found.portion[energy].amount, 0) : '',
            },
          ]),
      { name: SAY.weightWord, words: `${showNumber(found.portionMassG, 0)} g`, change: before ? showChange(before.portionMassG, found.portionMassG, 0) : '' },
      {
        name: SAY.priceWord,
        words: found.portionCost === undefined ? SAY.unknown : showPrice(found.portionCost),
        change: found.portionCost === undefined || priceBefore === undefined ? '' : showChange(priceBefore, found.portionCost, 2),
      },
    ];
    const swaps = found.swaps.length === 0 ? [SAY.amountsAlone] : found.swaps.map(({ from, to, share }) => swapWords(from, to, share));
    return {
      found,
      swaps,
      head: swaps.join('; '),
      figures,
      taste: [...found.strains, ...found.warnings, ...found.newAllergens.map((allergen) => SAY.bringsAllergen(allergen))],
      deeds: found.proposals.map((proposal) => this.deed(proposal)),
    };
  }

  private deed({ action }: Proposal): string {
    const ready = this.desk.ready();
    return ready ? proposalWords(action, ready.sheet, ready.larder) : '';
  }

  protected take({ found }: Card): void {
    this.goalDesk.lay(found.proposals);
    void this.router.navigate(['/bench', this.formulaId()]);
  }
}
