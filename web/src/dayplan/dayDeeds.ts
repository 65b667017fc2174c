import { inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { StoredFormula } from '@fellmist/contract';
import { classOf } from '@fellmist/core';
import type { PlannedStep, PlannedTreat } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { first } from 'rxjs';
import { Asking } from '../state/asking';
import { bakeFeature } from '../state/bake.feature';
import { BakeDesk } from '../state/bakeDesk';
import { Desk } from '../state/desk';
import { PlanDesk } from '../state/planDesk';
import { shelfActions } from '../state/shelf.feature';
import { Timers } from '../state/timers';

/** What is done with the steps of a day as it goes: begun, done, weighed out. */
@Injectable({ providedIn: 'root' })
export class DayDeeds {
  private readonly desk = inject(PlanDesk);
  private readonly router = inject(Router);
  private readonly asking = inject(Asking);
  private readonly tables = inject(Desk).tables;
  private readonly bakeDesk = inject(BakeDesk);
  private readonly timers = inject(Timers);
  private readonly store = inject(Store);
  readonly fault = signal<string | undefined>(undefined);

  /** A step begins now; a wait behind it needs nobody to begin it. */
  begin(row: { readonly one: PlannedStep; readonly title: string }): void {
    const { step, treatId } = row.one;
    this.desk.hold(step.id, { startAt: this.desk.nowIso(), by: 'begun' });
    this.setTimer(row.one, row.title);
    const isFirst = this.desk.ask()?.treats.find(({ id }) => id === treatId)?.steps[0]?.id === step.id;
    if (isFirst) this.weigh(treatId);
  }

  private setTimer({ step, treatId }: PlannedStep, title: string): void {
    const [bakeId, formula] = [this.desk.plan()?.treats[treatId]?.bakeId, this.desk.stored()?.formulas[this.desk.plan()?.treats[treatId]?.formulaId ?? '']];
    const tables = this.tables();
    if (bakeId === undefined || step.needsYou) return;
    const doneness = formula && tables ? classOf(formula, tables)?.doneness : undefined;
    if (step.lookS === undefined) this.timers.set({ bakeId, title }, step.words, step.seconds);
    else this.timers.set({ bakeId, title }, step.words, step.lookS, doneness ?? '');
  }

  done(row: { readonly one: PlannedStep; readonly title: string }): void {
    const { step, treatId, startS } = row.one;
    const at = this.desk.nowIso();
    const begun = this.desk.plan()?.held[step.id]?.startAt ?? new Date(Math.min(startS * 1000, Date.parse(at))).toISOString();
    const steps = this.desk.ask()?.treats.find(({ id }) => id === treatId)?.steps ?? [];
    const next = steps[steps.findIndex(({ id }) => id === step.id) + 1];
    // A wait begins by itself; the oven wants somebody to put it in, unless it is in there already.
    const after = next && !next.needsYou && (next.busy !== 'oven' || step.busy === 'oven') ? next : undefined;
    this.desk.change({ held: { [step.id]: { startAt: begun, endAt: at, by: 'begun' }, ...(after ? { [after.id]: { startAt: at, by: 'begun' as const } } : {}) } });
    const waiting = after && this.desk.day()?.steps.find((one) => one.step.id === after.id);
    if (waiting) this.setTimer(waiting, row.title);
  }

  /** The tin of the day is the tin of the bake, once that is open. */
  private giveTin(bakeId: string, { vesselId, count = 1 }: PlannedTreat): void {
    const vessel = this.bakeDesk.vessels().find(({ id }) => id === vesselId);
    if (!vessel) return;
    this.store
      .select(bakeFeature.selectStored)
      .pipe(first((stored) => stored?.id === bakeId))
      .subscribe(() => this.bakeDesk.tell({ kind: 'vessel chosen', vessel, count }));
  }

  /** The treat's own bake, begun where there is none yet. */
  weigh(treatId: string): void {
    const treat = this.desk.plan()?.treats[treatId];
    if (!treat) return;
    if (treat.bakeId !== undefined) {
      void this.router.navigate(['/bakes', treat.bakeId, 'weigh']);
      return;
    }
    this.asking
      .ask<StoredFormula>((ask) => shelfActions.lookInto({ ask, id: treat.formulaId }))
      .subscribe((found) => {
        if (!found.ok) return void this.fault.set(found.words);
        this.bakeDesk.begin(treat.formulaId, found.value.thisTry.id).subscribe((begun) => {
          if (!begun.ok) return void this.fault.set(begun.words);
          this.desk.changeTreat(treatId, { bakeId: begun.value });
          this.giveTin(begun.value, treat);
          void this.router.navigate(['/bakes', begun.value, 'weigh']);
        });
      });
  }
}
