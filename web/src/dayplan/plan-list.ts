import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { PlanHead } from '@fellmist/contract';
import { Store } from '@ngrx/store';
import { addDays, isAfter, parseISO, set } from 'date-fns';
import { planActions, planFeature } from '../state/plan.feature';
import { PlanDesk } from '../state/planDesk';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

/** A table is laid at three, if nothing else is said; a plan needs the day before it. */
const TEA_HOUR = 15;
const NEEDS_H = 4;

/** The days that are planned, and a new one. */
@Component({
  selector: 'fm-plan-list',
  imports: [Button, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-list.html',
  styleUrl: './plan-list.less',
})
export class PlanList {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly desk = inject(PlanDesk);
  private readonly told = inject(Told);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly failure = this.store.selectSignal(planFeature.selectListFailure);
  private readonly heads = this.store.selectSignal(planFeature.selectHeads);
  private readonly days = new Intl.DateTimeFormat(LOCALE, { weekday: 'short', day: 'numeric', month: 'short', hour: 'numeric', minute: '2-digit' });
  protected readonly rows = computed(() => (this.heads() ?? []).map((head) => ({ head, day: this.days.format(parseISO(head.serveAt)), treats: head.titles.join(', ') })));

  constructor() {
    this.store.dispatch(planActions.listWanted());
  }

  protected plan(): void {
    const now = parseISO(this.desk.nowIso());
    const today = set(now, { hours: TEA_HOUR, minutes: 0, seconds: 0, milliseconds: 0 });
    const serveAt = isAfter(today, set(now, { hours: now.getHours() + NEEDS_H })) ? today : addDays(today, 1);
    this.desk.begin(SAY.teaTable, serveAt.toISOString()).subscribe((begun) => {
      if (begun.ok) void this.router.navigate(['/bakes/day', begun.value]);
      else this.fault.set(begun.words);
    });
  }

  protected remove(head: PlanHead): void {
    this.desk.remove(head).subscribe((removed) => {
      this.fault.set(removed.ok ? undefined : removed.words);
      if (removed.ok) this.told.undoable(SAY.takenOff(head.name), () => this.store.dispatch(planActions.restore({ head })));
    });
  }
}
