import { computed, inject, Injectable, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { classOf } from '@fellmist/core';
import { type HeatAsk, heatsOf, type Reckoned } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, from, map, switchMap } from 'rxjs';
import { HeavyWork } from '../workers/heavyWork';
import { bakeFeature } from './bake.feature';
import { Desk } from './desk';
import { HouseholdOven } from './householdOven';
import { planFeature } from './plan.feature';

interface AskedHeat {
  readonly treatId: string;
  readonly key: string;
  readonly heat: HeatAsk;
}

/** What the heat takes for the treats of a day in their tins and on their plates: worked out away from the screen, each once. */
@Injectable({ providedIn: 'root' })
export class PlanHeat {
  private readonly heavy = inject(HeavyWork);
  private readonly desk = inject(Desk);
  private readonly oven = inject(HouseholdOven);
  private readonly store = inject(Store);
  private readonly stored = this.store.selectSignal(planFeature.selectStored);
  private readonly plan = this.store.selectSignal(planFeature.selectPlan);
  readonly vessels = this.store.selectSignal(bakeFeature.selectVessels);
  /** By what was asked; undefined where heat says nothing. */
  private readonly known = signal<ReadonlyMap<string, Reckoned | undefined>>(new Map());

  private readonly asked = computed(
    (): readonly AskedHeat[] => {
      const [plan, stored] = [this.plan(), this.stored()];
      // A large larder is put together where it is first asked for: not for a list of days.
      if (!plan || !stored) return [];
      const [tables, larder] = [this.desk.tables(), this.desk.larder()];
      if (!tables || !larder) return [];
      return heatsOf({
        plan,
        formulas: stored.formulas,
        vessels: this.vessels(),
        larder,
        classOf: (formula) => classOf(formula, tables),
        factorOf: (classId) => this.oven.factorFor(classId).factor,
      }).map((one) => ({ ...one, key: JSON.stringify(one.heat) }));
    },
    { equal: (a, b) => a.length === b.length && a.every(({ treatId, key }, i) => treatId === b[i]?.treatId && key === b[i]?.key) },
  );

  /** What is reckoned for a treat; nothing while it is worked out, and where heat says nothing. */
  readonly reckoned = computed((): Readonly<Record<string, Reckoned | undefined>> => Object.fromEntries(this.asked().map(({ treatId, key }) => [treatId, this.known().get(key)])));

  constructor() {
    toObservable(this.asked)
      .pipe(
        switchMap((asked) => from(asked.filter(({ key }) => !this.known().has(key)))),
        concatMap(({ key, heat }) =>
          this.known().has(key)
            ? EMPTY
            : this.heavy.run('treatHeat', heat).pipe(
                map((step) => (step.kind === 'done' ? { key, answer: step.answer } : undefined)),
                // The worker broke down over it: nothing is known, and it is asked for with the next change.
                catchError(() => EMPTY),
              ),
        ),
      )
      .subscribe((told) => {
        if (told) this.known.update((known) => new Map(known).set(told.key, told.answer));
      });
  }
}
