import { inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { StoredFormula } from '@fellmist/contract';
import { classOf } from '@fellmist/core';
import type { PlannedStep } from '@fellmist/core/bake';
import { Asking } from '../state/asking';
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
    const after = steps[steps.findIndex(({ id }) => id === step.id) + 1];
    this.desk.change({
      held: {
        [step.id]: { startAt: begun, endAt: at, by: 'begun' },
        ...(after && !after.needsYou && after.busy !== 'oven' ? { [after.id]: { startAt: at, by: 'begun' as const } } : {}),
      },
    });
    const waiting = this.desk.day()?.steps.find((one) => one.step.id === after?.id);
    if (waiting && after && !after.needsYou && after.busy !== 'oven') this.setTimer(waiting, row.title);
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
          this.desk.change({ treats: { [treatId]: { ...treat, bakeId: begun.value } } });
          void this.router.navigate(['/bakes', begun.value, 'weigh']);
        });
      });
  }
}
