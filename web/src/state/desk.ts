import { computed, inject, Injectable } from '@angular/core';
import {
  type CautionRule,
  acceptProposal,
  addRebuildLine,
  allLines,
  analyse,
  type Analysis,
  candidatesFor,
  editRebuildLine,
  type Formula,
  kindIdOf,
  type Larder,
  type Line,
  liquidBalance,
  type Mend,
  mendOriginalLine,
  moveRebuildLine,
  openSwap,
  pairLines,
  type Proposal,
  refuseProposal,
  removeRebuildLine,
  restoreLine,
  type SwapRule,
  takeAll,
  type Worksheet,
} from '@fellmist/core';
import { Store } from '@ngrx/store';
import { benchActions, benchFeature } from './bench.feature';
import { larderFeature } from './larder.feature';

export interface CandidatePreview {
  readonly rule: SwapRule;
  readonly names: readonly string[];
  readonly result: Analysis;
}

/**
 * What the places ask of the bench: derived views of the present worksheet, and the baker's acts on it. Every act
 * computes the next worksheet with core and dispatches it.
 */
@Injectable({ providedIn: 'root' })
export class Desk {
  private readonly store = inject(Store);
  readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  private readonly payload = this.store.selectSignal(larderFeature.selectPayload);
  readonly sheet = this.store.selectSignal(benchFeature.selectPresent);

  private readonly ready = computed((): { sheet: Worksheet; larder: Larder; cautions: readonly CautionRule[] } | undefined => {
    const [sheet, larder] = [this.sheet(), this.larder()];
    return sheet && larder ? { sheet, larder, cautions: this.payload()?.cautions ?? [] } : undefined;
  });

  private readonly originalFormula = computed(() => this.sheet()?.original);
  readonly original = computed((): Analysis | undefined => this.analysed(this.originalFormula()));
  readonly rebuild = computed((): Analysis | undefined => this.analysed(this.sheet()?.rebuild));
  readonly pairs = computed(() => {
    const sheet = this.sheet();
    return sheet ? pairLines(sheet) : [];
  });
  readonly balance = computed(() => {
    const ready = this.ready();
    return ready && liquidBalance(ready.sheet, ready.larder);
  });

  private analysed(formula: Formula | undefined): Analysis | undefined {
    const larder = this.larder();
    return formula && larder ? analyse(formula, larder, this.payload()?.cautions ?? []) : undefined;
  }

  foodName(id: string | undefined): string | undefined {
    return id === undefined ? undefined : this.larder()?.foods.get(id)?.name;
  }

  /** The stand-ins for a rebuild line, each with what the batch would be with everything it proposes taken. */
  candidates(line: Line, share: number): readonly CandidatePreview[] {
    const ready = this.ready();
    const rules = this.payload()?.rules;
    if (!ready || !rules) return [];
    const { sheet, larder, cautions } = ready;
    return candidatesFor(line, rules, larder).flatMap(({ rule, names }) => {
      const opened = openSwap(sheet, line.id, rule, Math.min(share, rule.maxShare), larder);
      return opened.ok ? [{ rule, names, result: analyse(takeAll(opened.sheet, larder).rebuild, larder, cautions) }] : [];
    });
  }

  private act(next: (sheet: Worksheet, larder: Larder) => Worksheet, key?: string): void {
    const ready = this.ready();
    if (!ready) return;
    const sheet = next(ready.sheet, ready.larder);
    if (sheet !== ready.sheet) this.store.dispatch(benchActions.changed(key === undefined ? { sheet } : { sheet, key }));
  }

  /** Opens a swap; gives a sentence where it cannot be opened. */
  takeCandidate(lineId: string, rule: SwapRule, share: number): string | undefined {
    const ready = this.ready();
    if (!ready) return undefined;
    const opened = openSwap(ready.sheet, lineId, rule, share, ready.larder);
    if (!opened.ok) return opened.error;
    this.store.dispatch(benchActions.changed({ sheet: opened.sheet }));
    return undefined;
  }

  accept(proposal: Proposal, massG?: number): void {
    this.act((sheet, larder) => acceptProposal(sheet, proposal, larder, massG));
  }

  refuse(proposal: Proposal): void {
    const balance = this.balance();
    const isLiquid = proposal.ruleId === 'consistency';
    const gap = isLiquid && balance?.original.kind === 'reckoned' && balance.settled.kind === 'reckoned' ? balance.settled.scale - balance.original.scale : undefined;
    this.act((sheet) => refuseProposal(sheet, proposal, gap));
  }

  takeAll(): void {
    this.act((sheet, larder) => takeAll(sheet, larder));
  }

  edit(lineId: string, mend: Mend): void {
    this.act((sheet, larder) => editRebuildLine(sheet, lineId, mend, larder), mend.kind === 'food' ? undefined : `edit ${lineId}`);
  }

  mendOriginal(lineId: string, mend: Mend): void {
    this.act((sheet, larder) => mendOriginalLine(sheet, lineId, mend, larder), mend.kind === 'food' ? undefined : `mend ${lineId}`);
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
    this.act((sheet) => removeRebuildLine(sheet, lineId));
  }

  restore(originalLineId: string): void {
    this.act((sheet) => restoreLine(sheet, originalLineId));
  }

  move(lineId: string, by: -1 | 1): void {
    this.act((sheet) => moveRebuildLine(sheet, lineId, by));
  }

  add(partId: string, text: string): void {
    this.act((sheet, larder) => addRebuildLine(sheet, partId, text, larder));
  }

  /** Changes the rebuild's title, portions or yield; the original's portions follow while they are the same. */
  describe(change: Partial<Pick<Formula, 'title' | 'portions' | 'portionWord' | 'yieldMassG'>>, key: string): void {
    this.act((sheet) => ({ ...sheet, rebuild: { ...sheet.rebuild, ...change } }), key);
  }

  line(id: string): Line | undefined {
    const sheet = this.sheet();
    return sheet && allLines(sheet.rebuild).find((line) => line.id === id);
  }
}
