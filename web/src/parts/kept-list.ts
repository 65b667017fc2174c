import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { KeptPortions } from '@fellmist/contract';
import { Store } from '@ngrx/store';
import { addDays, formatISO, parseISO } from 'date-fns';
import { Asking } from '../state/asking';
import { keptActions, keptFeature } from '../state/kept.feature';
import { Preferences } from '../state/preferences';
import { today } from '../ui/day';
import { showSum } from '../ui/figures';
import { Picker } from '../ui/pick';
import { firstRows } from '../ui/firstRows';
import { showPortions } from '../ui/portionWords';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { dietWarning } from './dietWarning';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

/** Portions in the fridge and freezer, what is due first foremost, eaten one by one. */
@Component({
  selector: 'fm-kept-list',
  imports: [Button, Picker, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './kept-list.html',
  styleUrl: './kept-list.less',
})
export class KeptList {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly told = inject(Told);
  /** Only what is due within so many days; all, where it is not given. */
  readonly withinDays = input<number>();
  private readonly preferences = inject(Preferences);
  /** Who eats: a choice only where the household named people. */
  protected readonly people = computed(() => [{ value: '', label: SAY.somebody }, ...(this.preferences.settings().people ?? []).map((name) => ({ value: name, label: name }))]);
  protected readonly eater = signal('');
  private readonly failure = this.store.selectSignal(keptFeature.selectFailure);
  protected readonly fault = linkedSignal(() => this.failure());
  private readonly kept = this.store.selectSignal(keptFeature.selectKept);
  private readonly days = new Intl.DateTimeFormat(LOCALE, { weekday: 'short', day: 'numeric', month: 'short' });

  private readonly due = computed(() => {
    const within = this.withinDays();
    const last = within === undefined ? undefined : formatISO(addDays(parseISO(today()), within), { representation: 'date' });
    return this.kept().filter(({ useBy }) => last === undefined || (useBy !== undefined && useBy <= last));
  });
  private readonly firstDue = firstRows(this.due);
  protected readonly rows = computed(
    () =>
      this.firstDue()?.map((one) => {
        const day = one.useBy === undefined ? '' : this.days.format(parseISO(one.useBy));
        const isPast = one.useBy !== undefined && one.useBy < today();
        const where = SAY.inPlace(showPortions(one.left), one.place === 'fridge' ? SAY.fridge : SAY.freezer);
        const warning = one.allergens && dietWarning(this.eater(), this.preferences.settings(), one.allergens);
        return { one, isPast, where, warning, said: [this.holds(one), one.words].filter(Boolean).join(' '), due: day === '' ? '' : isPast ? SAY.pastIt(day) : SAY.useByDay(day) };
      }) ?? [],
  );

  constructor() {
    this.store.dispatch(keptActions.wanted());
  }

  private holds({ portion }: KeptPortions): string {
    const { preferences } = this;
    return portion ? SAY.aPortionHolds(showSum(portion[preferences.energyFigure()], 0), preferences.energyUnit(), showSum(portion.proteinG, 0)) : '';
  }

  protected eat(portions: KeptPortions): void {
    const eventId = crypto.randomUUID();
    this.asking
      .ask<readonly KeptPortions[]>((ask) => keptActions.eaten({ ask, portions, eventId, name: this.eater() }))
      .subscribe((eaten) => {
        this.fault.set(eaten.ok ? undefined : eaten.words);
        if (eaten.ok) this.told.undoable(SAY.ateOne(portions.title), () => this.store.dispatch(keptActions.eatingUndone({ bakeId: portions.bakeId, eventId })));
      });
  }
}
