import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { PlanHead, StoredPlan } from '@fellmist/contract';
import { classOf } from '@fellmist/core';
import { askOf, type DayPlan, type HeldStep, type Plan, type PlanAsk, type PlanChange, type PlannedTreat } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { catchError, map, type Observable, of, switchMap, timer } from 'rxjs';
import { HeavyWork } from '../workers/heavyWork';
import { type Answer, Asking } from './asking';
import { Clock } from './clock';
import { Desk } from './desk';
import { HouseholdOven } from './householdOven';
import { planActions, planFeature } from './plan.feature';
import { PlanHeat } from './planHeat';

/** What is typed or dragged on is waited for, milliseconds. */
const PAUSE_MS = 80;
const MINUTE_MS = 60_000;

/** The day on the table: what it asks of the planner, and what the planner answers. */
@Injectable({ providedIn: 'root' })
export class PlanDesk {
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly desk = inject(Desk);
  private readonly clock = inject(Clock);
  private readonly heavy = inject(HeavyWork);
  private readonly heat = inject(PlanHeat);
  private readonly oven = inject(HouseholdOven);
  readonly stored = this.store.selectSignal(planFeature.selectStored);
  readonly plan = this.store.selectSignal(planFeature.selectPlan);
  readonly waiting = this.store.selectSignal(planFeature.selectWaiting);
  readonly failure = this.store.selectSignal(planFeature.selectFailure);
  readonly refused = this.store.selectSignal(planFeature.selectRefused);
  readonly opening = this.store.selectSignal(planFeature.selectOpening);
  readonly fault = signal<string | undefined>(undefined);
  /** The minute that it is, seconds since 1970. */
  readonly nowS = toSignal(timer(0, 5000).pipe(map(() => Math.floor(this.clock.ms() / MINUTE_MS) * 60)), { initialValue: Math.floor(Date.now() / MINUTE_MS) * 60 });
  private readonly formulas = computed(() => this.stored()?.formulas ?? {}, { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) });

  readonly ask = computed((): PlanAsk | undefined => {
    const [plan, tables] = [this.plan(), this.desk.tables()];
    if (!plan || !tables) return undefined;
    return askOf({
      plan,
      formulas: this.formulas(),
      classOf: (formula) => classOf(formula, tables),
      nowS: this.nowS(),
      reckoned: this.heat.reckoned(),
      isTurned: this.oven.isUneven(),
      secondsOf: (iso) => Date.parse(iso) / 1000,
    });
  });
  readonly day = signal<DayPlan | undefined>(undefined);

  constructor() {
    toObservable(this.ask)
      .pipe(
        switchMap((ask) =>
          ask === undefined
            ? of(undefined)
            : timer(PAUSE_MS).pipe(
                switchMap(() => this.heavy.run('dayPlan', ask)),
                catchError((error: unknown) => {
                  this.fault.set(error instanceof Error ? error.message : String(error));
                  return of(undefined);
                }),
              ),
        ),
      )
      .subscribe((step) => {
        if (step?.kind !== 'done') return;
        this.fault.set(undefined);
        this.day.set(step.answer);
      });
    effect(() => {
      if (!this.plan()) this.day.set(undefined);
    });
  }

  open(id: string): void {
    this.store.dispatch(planActions.openWanted({ id }));
  }

  change(change: PlanChange): void {
    this.store.dispatch(planActions.changed({ change }));
  }

  /** One treat as it is planned, with something changed. */
  changeTreat(id: string, change: Partial<PlannedTreat>): void {
    const treat = this.plan()?.treats[id];
    if (treat) this.change({ treats: { [id]: { ...treat, ...change } } });
  }

  hold(id: string, held: HeldStep | null): void {
    this.change({ held: { [id]: held } });
  }

  /** A plan of nothing yet, served at a moment. */
  begin(name: string, serveAt: string): Observable<Answer<string>> {
    const id = crypto.randomUUID();
    const plan: Plan = { name, from: 'serving', serveAt, room: {}, treats: {}, held: {} };
    return this.asking.ask<StoredPlan>((ask) => planActions.begin({ ask, id, plan })).pipe(map((answer): Answer<string> => (answer.ok ? { ok: true, value: id } : answer)));
  }

  remove(head: PlanHead): Observable<Answer<unknown>> {
    return this.asking.ask((ask) => planActions.remove({ ask, head }));
  }

  nowIso(): string {
    return this.clock.iso();
  }
}
