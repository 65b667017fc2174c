import { computed, inject, Injectable, signal, type WritableSignal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import {
  type Amounts,
  type AmountsAsk,
  type TradeAxis,
  type Drafted,
  type Freedom,
  type MayCome,
  NO_GOALS,
  type Proposal,
  type Search,
  TARGET_RULE,
  type TradePoint,
} from '@fellmist/core';
import { Store } from '@ngrx/store';
import { catchError, concatMap, debounceTime, EMPTY, filter, map, type Observable, of, startWith, switchMap, tap } from 'rxjs';
import { HeavyWork, type WorkStep } from '../workers/heavyWork';
import type { JobName, Jobs } from '../workers/jobs';
import { actActions } from './acts.actions';
import { benchFeature } from './bench.feature';
import { Desk } from './desk';
import { FarKitchen } from './farKitchen';
import { Preferences } from './preferences';
import { Prices } from './prices';

/** What may be changed to reach the goals, beside what is usual. */
export interface GoalChoices {
  readonly keepsBalance: boolean;
  readonly keepsSize: boolean;
  readonly freedoms: Readonly<Record<string, Freedom>>;
  readonly mayCome: readonly MayCome[];
}

const USUAL: GoalChoices = { keepsBalance: true, keepsSize: true, freedoms: {}, mayCome: [] };

/** Work that is under way in the worker, what it has so far, or why it stopped. */
export interface Work<T> {
  readonly state: 'none' | 'working' | 'done' | 'failed';
  readonly share: number;
  readonly answer?: T | undefined;
  readonly words?: string;
}

const NO_WORK = { state: 'none', share: 0 } as const;
/** So long after the last key the amounts are worked out, ms. */
const RESTS = 150;

export type AxisPair = readonly [x: TradeAxis, y: TradeAxis];

/** Amounts and rebuilds that reach the goals of the formula on the bench, worked out away from the screen. */
@Injectable({ providedIn: 'root' })
export class GoalDesk {
  private readonly desk = inject(Desk);
  private readonly heavy = inject(HeavyWork);
  private readonly kitchen = inject(FarKitchen);
  private readonly prices = inject(Prices);
  private readonly preferences = inject(Preferences);
  private readonly store = inject(Store);
  private readonly formulaId = this.store.selectSignal(benchFeature.selectFormulaId);
  /** By formula, so that a look at the bench loses nothing. */
  private readonly chosen = signal<ReadonlyMap<string, GoalChoices>>(new Map());
  readonly choices = computed((): GoalChoices => this.chosen().get(this.formulaId() ?? '') ?? USUAL);
  /** What is looked at, and so worked out. */
  readonly view = signal<'amounts' | 'rebuilds' | 'trade-off' | undefined>(undefined);
  readonly axes = signal<AxisPair>([
    { figure: 'energyKcal', wants: 'less' },
    { figure: 'sweetness', wants: 'more' },
  ]);

  readonly ask = computed((): AmountsAsk | undefined => {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    if (!sheet || !larder || !this.desk.tables()) return undefined;
    return {
      sheet: sheet.open.length === 0 ? sheet : { ...sheet, open: [] },
      targets: sheet.rebuild.goals?.targets ?? NO_GOALS.targets,
      ...this.choices(),
      prices: this.prices.perGram(),
      counting: this.preferences.counting(),
      scaleStepG: this.preferences.settings().scaleStepG,
    };
  });

  readonly amounts = signal<Work<Amounts>>(NO_WORK);
  readonly rebuilds = signal<Work<Search>>(NO_WORK);
  readonly tradeOff = signal<Work<readonly TradePoint[]>>(NO_WORK);
  private readonly drafted = computed((): readonly Drafted[] => {
    const { state, answer } = this.rebuilds();
    return state === 'done' ? (answer?.best ?? []) : [];
  });

  constructor() {
    const wanted = computed(() => {
      const [ask, view] = [this.ask(), this.view()];
      return view && ask && ask.targets.length > 0 ? { ask, view } : undefined;
    });
    this.follow(
      computed(() => (wanted()?.view === 'amounts' ? wanted()?.ask : undefined)),
      'amounts',
      this.amounts,
    );
    this.follow(
      computed(() => (wanted()?.view === 'rebuilds' ? wanted()?.ask : undefined)),
      'rebuilds',
      this.rebuilds,
    );
    const trade = computed(() => {
      const [ask, [x, y]] = [this.ask(), this.axes()];
      return ask && { ...ask, x, y, drafted: this.drafted() };
    });
    this.follow(
      computed(() => (this.view() === 'trade-off' ? trade() : undefined)),
      'tradeOff',
      this.tradeOff,
    );
  }

  choose(change: Partial<GoalChoices>): void {
    const id = this.formulaId() ?? '';
    this.chosen.update((all) => new Map(all).set(id, { ...this.choices(), ...change }));
  }

  /** Lays proposals on the bench, one by one to be taken or refused; what was aimed at before gives way. */
  lay(proposals: readonly Proposal[]): void {
    const others = new Set(proposals.map(({ id }) => id));
    this.desk.act(actActions.goalAimedAt, ({ sheet }) => ({
      ...sheet,
      open: [...sheet.open.filter(({ id, ruleId }) => ruleId !== TARGET_RULE && !others.has(id)), ...proposals],
    }));
  }

  /** Works out what is asked for, the last ask alone and each once; what was answered before stays to be seen until the next answer comes. */
  private follow<N extends 'amounts' | 'rebuilds' | 'tradeOff'>(ask: () => Jobs[N]['ask'] | undefined, job: N, into: WritableSignal<Work<Jobs[N]['answer']>>): void {
    let answered: Jobs[N]['ask'] | undefined;
    toObservable(computed(ask))
      .pipe(
        // An answer to what is asked no more is not taken for one, from the first key on.
        tap((asked) =>
          into.update((before) =>
            asked === undefined || before.answer === undefined ? before : { ...before, ...(asked === answered ? { state: 'done', share: 1 } : { state: 'working', share: 0 }) },
          ),
        ),
        debounceTime(RESTS),
        filter((asked) => asked === undefined || asked !== answered),
        switchMap((asked) => (asked ? this.run(job, asked).pipe(tap(({ state }) => (answered = state === 'done' ? asked : undefined))) : EMPTY)),
      )
      .subscribe((work) => into.update((before) => ({ answer: before.answer, ...work })));
  }

  private run<N extends JobName>(job: N, ask: Jobs[N]['ask']): Observable<Work<Jobs[N]['answer']>> {
    const larder = this.desk.larder();
    if (!larder) return EMPTY;
    return this.kitchen.taken(larder).pipe(
      concatMap(() => this.heavy.run(job, ask)),
      map((step: WorkStep<Jobs[N]['answer']>): Work<Jobs[N]['answer']> => {
        if (step.kind === 'done') return { state: 'done', share: 1, answer: step.answer };
        return { state: 'working', share: step.share, ...(step.soFar === undefined ? {} : { answer: step.soFar }) };
      }),
      startWith({ state: 'working', share: 0 } as const),
      catchError((error: unknown) => of({ state: 'failed', share: 0, words: error instanceof Error ? error.message : String(error) } as const)),
    );
  }
}
