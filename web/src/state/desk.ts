import { computed, inject, Injectable, signal } from '@angular/core';
import {
  adviceOf,
  asThickAsBefore,
  analyse,
  type Analysis,
  batchCost,
  type BatchCost,
  betterClass,
  type DailyShare,
  dailyShares,
  type Formula,
  type GoalState,
  guessClass,
  judgeGoals,
  type Larder,
  mainPart,
  type Measures,
  type Pack,
  pairLines,
  sameShareOf,
  standingOf,
  type Tables,
  withPacksAs,
  type Worksheet,
} from '@fellmist/core';
import { Store } from '@ngrx/store';
import { Preferences } from './preferences';
import { actActions } from './acts.actions';
import { benchFeature } from './bench.feature';
import { larderFeature } from './larder.feature';
import { Prices } from './prices';

const NONE: readonly never[] = [];

/** The bench with a larder and tables to compute by. */
export interface Ready {
  readonly sheet: Worksheet;
  readonly larder: Larder;
  readonly tables: Tables;
}

/** The part that was chosen to be judged, of original and rebuild alike. */
const judgedOf = ({ rebuild: { judgedPartId } }: Worksheet): { readonly judgedPartId?: string } => (judgedPartId === undefined ? {} : { judgedPartId });

/**
 * What the places ask of the bench: derived views of the present worksheet, and how an act on it is done. Every act
 * computes the next worksheet with core and dispatches it. Acts on lines are `LineDesk`'s, on swaps and balance `SwapDesk`'s.
 */
@Injectable({ providedIn: 'root' })
export class Desk {
  private readonly store = inject(Store);
  private readonly preferences = inject(Preferences);
  private readonly prices = inject(Prices);
  readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  readonly sheet = this.store.selectSignal(benchFeature.selectPresent);
  readonly undoWords = this.store.selectSignal(benchFeature.selectUndoWords);
  readonly tables = this.store.selectSignal(larderFeature.selectTables);

  /** Undefined until all of it is there. */
  readonly ready = computed((): Ready | undefined => {
    const [sheet, larder, tables] = [this.sheet(), this.larder(), this.tables()];
    return sheet && larder && tables ? { sheet, larder, tables } : undefined;
  });

  /** Judged by the same part as the rebuild. */
  private readonly originalFormula = computed(() => {
    const sheet = this.sheet();
    return sheet && (sheet.rebuild.judgedPartId === undefined ? sheet.original : { ...sheet.original, ...judgedOf(sheet) });
  });
  private readonly rebuildFormula = computed(() => {
    const [sheet, larder] = [this.sheet(), this.larder()];
    const judged = sheet && larder && sheet.rebuild.parts.length > 1 ? mainPart({ ...sheet.original, ...judgedOf(sheet) }, larder)?.id : undefined;
    return sheet && judged !== undefined && sheet.rebuild.parts.some(({ id }) => id === judged) ? { ...sheet.rebuild, judgedPartId: judged } : sheet?.rebuild;
  });
  readonly original = computed((): Analysis | undefined => this.analysed(this.originalFormula()));
  readonly rebuild = computed((): Analysis | undefined => this.analysed(this.rebuildFormula()));
  /** A portion that is cut otherwise is held against the same share of the original, unless the baker says that the portion itself changed. */
  readonly againstOwn = signal(false);
  readonly originalPortion = computed(() => {
    const [before, now] = [this.original()?.views, this.rebuild()?.views];
    return before && now && (this.againstOwn() ? before.portion : sameShareOf(before, now));
  });
  /** The allergens that the rebuild must never have. */
  readonly barred = computed(() => this.sheet()?.rebuild.goals?.excluded ?? NONE);
  readonly pairs = computed(() => {
    const sheet = this.sheet();
    return sheet ? pairLines(sheet) : [];
  });

  /** How the rebuild stands in the ledger as it lies there. */
  readonly standing = computed(() => {
    const ready = this.ready();
    return ready && standingOf(ready.sheet, ready.larder, ready.tables);
  });

  /** Corrections for what is out of band, once nothing else is open. */
  readonly advice = computed(() => {
    const [ready, standing] = [this.ready(), this.standing()];
    return ready && standing && ready.sheet.open.length === 0 ? adviceOf(ready.sheet, standing, ready.larder, ready.tables) : [];
  });

  /** The way back to the original's thickness, where only that has moved and nothing asks. */
  readonly asThick = computed(() => {
    const [ready, standing] = [this.ready(), this.standing()];
    return ready && standing && ready.sheet.open.length === 0 ? asThickAsBefore(ready.sheet, standing, ready.larder, ready.tables) : undefined;
  });

  /** Where the ledger's pegs would go, while a correction is looked at. */
  readonly previewed = signal<Measures | undefined>(undefined);

  readonly better = computed(() => {
    const [standing, tables, rebuild] = [this.standing(), this.tables(), this.rebuild()];
    return standing?.product && tables && rebuild ? betterClass(rebuild.measures, standing.product, tables.classes) : undefined;
  });

  /** What an unclassed formula may be, from its method and mix: offered, never taken. */
  readonly guess = computed(() => {
    const [standing, tables, rebuild, formula] = [this.standing(), this.tables(), this.rebuild(), this.rebuildFormula()];
    return standing && !standing.product && tables && rebuild && formula ? guessClass(formula, rebuild.measures, tables) : undefined;
  });

  readonly cost = computed((): BatchCost | undefined => this.costOf(this.rebuildFormula()));

  /** How the goals of a portion stand. */
  readonly goals = computed((): readonly GoalState[] => {
    const [formula, rebuild, cost] = [this.rebuildFormula(), this.rebuild(), this.cost()];
    if (!formula || !rebuild) return [];
    const known = cost?.unpricedLines.length === 0 ? cost.amount : undefined;
    return judgeGoals(formula.goals?.targets ?? [], { views: rebuild.views, cost: known, sweetness: rebuild.measures.sweetness });
  });

  /** What a portion brings of each sweetener that has a daily limit. */
  readonly dailyShares = computed((): readonly DailyShare[] => {
    const [formula, views, larder] = [this.rebuildFormula(), this.rebuild()?.views, this.larder()];
    const { country } = this.preferences.settings();
    return formula && views && larder ? dailyShares(formula, views.portions, larder, country, this.preferences.bodyKg()) : [];
  });

  /** What the rebuild would be with some packs as they were before. */
  withPacksAs(packs: readonly Pack[]): Analysis | undefined {
    const larder = this.larder();
    return larder && this.analysed(this.rebuildFormula(), withPacksAs(larder, packs));
  }

  /** Everything Fellmist says of a formula, as this household counts. */
  analysed(formula: Formula | undefined, larder = this.larder()): Analysis | undefined {
    const tables = this.tables();
    return formula && larder && tables ? analyse(formula, larder, tables, this.preferences.counting()) : undefined;
  }

  /** What a formula's batch costs by the prices of the household's packs. */
  costOf(formula: Formula | undefined): BatchCost | undefined {
    const larder = this.larder();
    return formula && larder ? batchCost(formula, larder, this.prices.perGram()) : undefined;
  }

  foodName(id: string | undefined): string | undefined {
    return id === undefined ? undefined : this.larder()?.foods.get(id)?.name;
  }

  /** Dispatches an act of the baker by its name, where it changes the worksheet; a `key` joins the typing in one field to one step of undo. */
  act(named: (typeof actActions)[keyof typeof actActions], next: (ready: Ready) => Worksheet, key?: string): void {
    const ready = this.ready();
    if (!ready) return;
    const sheet = next(ready);
    this.previewed.set(undefined);
    if (sheet !== ready.sheet) this.store.dispatch(named(key === undefined ? { sheet } : { sheet, key }));
  }

  /** Changes what the rebuild says of itself: title, class, portions, yield, goals, method, notes. */
  describe(change: { readonly [K in keyof Formula]?: Formula[K] | undefined }, key: string): void {
    this.act(
      actActions.formulaDescribed,
      ({ sheet }) => {
        const rebuild = Object.fromEntries(Object.entries({ ...sheet.rebuild, ...change }).filter(([, value]) => value !== undefined)) as unknown as Formula;
        return { ...sheet, rebuild };
      },
      key,
    );
  }
}
