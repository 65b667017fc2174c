import { computed, inject, Injectable, signal } from '@angular/core';
import {
  acceptProposal,
  addRebuildLine,
  addRebuildPart,
  adviceOf,
  BALANCE_RULE,
  allLines,
  analyse,
  type Analysis,
  batchCost,
  type BatchCost,
  betterClass,
  guessClass,
  type Blend,
  type FoundRule,
  candidatesFor,
  describeRebuildLine,
  describeRebuildPart,
  duplicateRebuildLine,
  editRebuildLine,
  type Formula,
  type GoalState,
  judgeGoals,
  kindIdOf,
  type Larder,
  leaveRole,
  type LedgerRole,
  type Line,
  mainPart,
  type Measures,
  type Mend,
  mendOriginalLine,
  moveRebuildLine,
  NO_GOALS,
  openSwap,
  pairLines,
  placeRebuildLines,
  type Proposal,
  rankCandidates,
  type RankedCandidate,
  refuseProposal,
  removeRebuildLine,
  removeRebuildPart,
  restoreLine,
  sameShareOf,
  ruleForBlend,
  type Settled,
  settleAll,
  settleOpen,
  standingOf,
  type SwapRule,
  type Tables,
  type Worksheet,
} from '@fellmist/core';
import { Store } from '@ngrx/store';
import { Preferences } from './preferences';
import { actActions, benchFeature } from './bench.feature';
import { larderFeature } from './larder.feature';
import { Prices } from './prices';

interface Ready {
  readonly sheet: Worksheet;
  readonly larder: Larder;
  readonly tables: Tables;
}

/** The part that was chosen to be judged, of original and rebuild alike. */
const judgedOf = ({ rebuild: { judgedPartId } }: Worksheet): { readonly judgedPartId?: string } => (judgedPartId === undefined ? {} : { judgedPartId });

/**
 * What the places ask of the bench: derived views of the present worksheet, and the baker's acts on it. Every act
 * computes the next worksheet with core and dispatches it.
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

  private readonly ready = computed((): Ready | undefined => {
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
    const [formula, views, cost] = [this.rebuildFormula(), this.rebuild()?.views, this.cost()];
    if (!formula || !views) return [];
    const each = cost && cost.unpricedLines.length === 0 ? cost.amount / views.portions : undefined;
    return judgeGoals(formula.goals?.targets ?? [], views.portion, each);
  });

  /** Everything Fellmist says of a formula, as this household counts. */
  analysed(formula: Formula | undefined): Analysis | undefined {
    const [larder, tables] = [this.larder(), this.tables()];
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

  /** The stand-ins for a rebuild line, ranked for the schools chosen, each with what the batch would be. */
  candidates(line: Line, share: number, extra: readonly SwapRule[] = []): readonly RankedCandidate[] {
    const ready = this.ready();
    if (!ready) return [];
    const { sheet, larder, tables } = ready;
    const diet = sheet.rebuild.goals ?? NO_GOALS;
    const classId = this.standing()?.product?.id;
    const fitting = candidatesFor(line, [...extra, ...tables.rules], larder, diet, classId);
    return rankCandidates(sheet, line, fitting, share, larder, tables, diet, this.preferences.counting());
  }

  /** The rule for a pair or a blend of one's own, the trade's where it has one; or why there is none. */
  ruleFor(line: Line, blend: readonly Blend[]): FoundRule | undefined {
    const ready = this.ready();
    return ready && ruleForBlend(line, blend, ready.tables.rules, ready.larder, this.standing()?.product?.id);
  }

  private act(named: (typeof actActions)[keyof typeof actActions], next: (ready: Ready) => Worksheet, key?: string): void {
    const ready = this.ready();
    if (!ready) return;
    const sheet = next(ready);
    this.previewed.set(undefined);
    if (sheet !== ready.sheet) this.store.dispatch(named(key === undefined ? { sheet } : { sheet, key }));
  }

  /** Opens a swap; gives a sentence where it cannot be opened. */
  takeCandidate(lineId: string, rule: SwapRule, share: number): string | undefined {
    const ready = this.ready();
    if (!ready) return undefined;
    const opened = openSwap(ready.sheet, lineId, rule, share, ready.larder, this.standing()?.product);
    if (!opened.ok) return opened.error;
    this.store.dispatch(actActions.swapOpened({ sheet: opened.sheet }));
    return undefined;
  }

  accept(proposal: Proposal, massG?: number): void {
    this.act(actActions.proposalTaken, ({ sheet, larder }) => acceptProposal(sheet, proposal, larder, massG));
  }

  refuse(proposal: Proposal): void {
    const standing = this.standing();
    const row = standing?.rows.find(({ role }) => proposal.ruleId === BALANCE_RULE + role);
    this.act(actActions.proposalRefused, ({ sheet }) => refuseProposal(sheet, proposal, row?.rebuild));
  }

  /** Leaves a role out of its band as it is, and keeps that it was seen. */
  leave(role: LedgerRole): void {
    const standing = this.standing();
    if (standing) this.act(actActions.roleLeft, ({ sheet }) => leaveRole(sheet, standing, role));
  }

  takeOpen(): void {
    this.act(actActions.openTaken, ({ sheet, larder }) => settleOpen(sheet, larder));
  }

  /** Takes what is open and the corrections that bring every role into its band; gives the sheet before them, and what was done. */
  settle(): (Settled & { readonly start: Worksheet }) | undefined {
    const ready = this.ready();
    if (!ready) return undefined;
    const settled = settleAll(ready.sheet, ready.larder, ready.tables);
    this.act(actActions.allSettled, () => settled.sheet);
    return { ...settled, start: settleOpen(ready.sheet, ready.larder) };
  }

  /** Settled anew with fewer corrections. */
  settleWith(start: Worksheet, taken: readonly Proposal[]): Worksheet | undefined {
    const ready = this.ready();
    const sheet = ready && taken.reduce((now, proposal) => acceptProposal(now, proposal, ready.larder), start);
    if (sheet) this.act(actActions.allSettled, () => sheet);
    return sheet;
  }

  edit(lineId: string, mend: Mend): void {
    this.act(actActions.lineEdited, ({ sheet, larder }) => editRebuildLine(sheet, lineId, mend, larder), mend.kind === 'food' ? undefined : `edit ${lineId}`);
  }

  mendOriginal(lineId: string, mend: Mend): void {
    this.act(actActions.originalMended, ({ sheet, larder }) => mendOriginalLine(sheet, lineId, mend, larder), mend.kind === 'food' ? undefined : `mend ${lineId}`);
  }

  /** The kind that a line's food answers to and the packs of it, to choose "this very pack" or "any of its kind". */
  packsFor(line: Line): readonly { readonly id: string; readonly name: string }[] {
    const larder = this.larder();
    const food = line.foodId === undefined ? undefined : larder?.foods.get(line.foodId);
    const kind = food && larder?.foods.get(kindIdOf(food));
    const packs = (kind && larder?.packsOf.get(kind.id)) ?? [];
    return kind && packs.length > 0 ? [{ id: kind.id, name: `any ${kind.name.toLowerCase()}` }, ...packs.map(({ id, name }) => ({ id, name }))] : [];
  }

  /** Puts another pack, or the kind itself, in a line's place; the original follows where it is the same line. */
  usePack(line: Line, foodId: string): void {
    const from = line.origin?.kind === 'kept' ? line.origin.lineId : undefined;
    const original = allLines(this.sheet()?.original ?? { parts: [] }).find(({ id }) => id === from);
    if (from !== undefined && original?.foodId === line.foodId && original?.massG === line.massG) this.mendOriginal(from, { kind: 'food', foodId });
    else this.edit(line.id, { kind: 'food', foodId });
  }

  remove(lineId: string): void {
    this.act(actActions.lineRemoved, ({ sheet }) => removeRebuildLine(sheet, lineId));
  }

  restore(originalLineId: string): void {
    this.act(actActions.lineRestored, ({ sheet }) => restoreLine(sheet, originalLineId));
  }

  move(lineId: string, by: -1 | 1): void {
    this.act(actActions.lineMoved, ({ sheet }) => moveRebuildLine(sheet, lineId, by));
  }

  place(lineIds: readonly string[], partId: string, beforeId: string | undefined): void {
    this.act(actActions.linesPlaced, ({ sheet }) => placeRebuildLines(sheet, lineIds, partId, beforeId));
  }

  duplicate(lineId: string): void {
    this.act(actActions.lineDoubled, ({ sheet }) => duplicateRebuildLine(sheet, lineId));
  }

  describeLine(lineId: string, said: Parameters<typeof describeRebuildLine>[2]): void {
    this.act(actActions.lineDescribed, ({ sheet }) => describeRebuildLine(sheet, lineId, said), `describe ${lineId}`);
  }

  add(partId: string, text: string): void {
    this.act(actActions.lineAdded, ({ sheet, larder }) => addRebuildLine(sheet, partId, text, larder));
  }

  addPart(heading: string): void {
    this.act(actActions.partAdded, ({ sheet }) => addRebuildPart(sheet, heading));
  }

  describePart(partId: string, said: Parameters<typeof describeRebuildPart>[2]): void {
    this.act(actActions.partDescribed, ({ sheet }) => describeRebuildPart(sheet, partId, said), `part ${partId}`);
  }

  removePart(partId: string): void {
    this.act(actActions.partRemoved, ({ sheet }) => removeRebuildPart(sheet, partId));
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

  line(id: string): Line | undefined {
    const sheet = this.sheet();
    return sheet && allLines(sheet.rebuild).find((line) => line.id === id);
  }
}
