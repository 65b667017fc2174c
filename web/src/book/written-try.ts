import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { StoredFormula } from '@fellmist/contract';
import { Store } from '@ngrx/store';
import { Asking } from '../state/asking';
import { BakeDesk } from '../state/bakeDesk';
import { shelfActions, shelfFeature } from '../state/shelf.feature';
import { today } from '../ui/day';
import { DayField } from '../ui/day-field';
import { readAmountTyped } from '../ui/numbers';
import { Picker } from '../ui/pick';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** No formula yet: it is chosen here. */
export const ANY_FORMULA = 'new';

/** A try that was baked without Fellmist is written down: which formula, when, what came out. */
@Component({
  selector: 'fm-written-try',
  imports: [Button, DayField, Field, Picker, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './written-try.html',
})
export class WrittenTry {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly router = inject(Router);
  private readonly bakes = inject(BakeDesk);
  readonly formulaId = input.required<string>();
  protected readonly chosen = linkedSignal(() => (this.formulaId() === ANY_FORMULA ? undefined : this.formulaId()));
  private readonly shelf = this.store.selectSignal(shelfFeature.selectListed);
  protected readonly formulas = computed(() => (this.shelf() ?? []).map(({ id, title }) => ({ value: id, label: title })));
  protected readonly formula = signal<StoredFormula | undefined>(undefined);
  protected readonly tries = computed(() => (this.formula()?.tries ?? []).map(({ id, number, label }) => ({ value: id, label: label ? `${number} · ${label}` : String(number) })));
  protected readonly tryId = linkedSignal(() => this.formula()?.thisTry.id);
  protected readonly day = signal(today());
  protected readonly note = signal('');
  protected readonly yieldG = signal('');
  protected readonly fault = signal<string | undefined>(undefined);

  constructor() {
    this.store.dispatch(shelfActions.wanted({ query: {} }));
    effect(() => {
      const id = this.chosen();
      untracked(() => this.look(id));
    });
  }

  private look(id: string | undefined): void {
    this.formula.set(undefined);
    if (id === undefined) return;
    this.asking
      .ask<StoredFormula>((ask) => shelfActions.lookInto({ ask, id }))
      .subscribe((answer) => {
        if (answer.ok && this.chosen() === id) this.formula.set(answer.value);
        else if (!answer.ok) this.fault.set(answer.words);
      });
  }

  protected keep(): void {
    const [formulaId, tryId, day] = [this.chosen(), this.tryId(), this.day()];
    const typed = this.yieldG().trim();
    const weighed = typed === '' ? undefined : readAmountTyped(typed, 'g');
    const massG = weighed && 'amount' in weighed ? weighed.amount.value : undefined;
    this.fault.set(
      formulaId === undefined || tryId === undefined
        ? SAY.whichFormula
        : day > today()
          ? SAY.futureDay
          : typed !== '' && (massG === undefined || massG <= 0)
            ? SAY.noYield
            : undefined,
    );
    if (this.fault() !== undefined || formulaId === undefined || tryId === undefined) return;
    this.bakes.writeDown(formulaId, tryId, { day, note: this.note().trim(), ...(massG === undefined ? {} : { yieldG: massG }) }).subscribe((answer) => {
      if (answer.ok) void this.router.navigate(['/book/taste', answer.value], { replaceUrl: true });
      else this.fault.set(answer.words);
    });
  }
}
