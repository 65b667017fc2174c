import { inject, Injectable } from '@angular/core';
import {
  acceptProposal,
  BALANCE_RULE,
  type Blend,
  candidatesFor,
  type FoundRule,
  isEatenUnheated,
  leaveRole,
  type LedgerRole,
  type Line,
  NO_GOALS,
  openSwap,
  type Proposal,
  rankCandidates,
  type RankedCandidate,
  refuseProposal,
  ruleForBlend,
  settleAll,
  type Settled,
  settleOpen,
  type SwapRule,
  type Worksheet,
} from '@fellmist/core';
import { Store } from '@ngrx/store';
import { actActions } from './acts.actions';
import { Desk } from './desk';
import { Preferences } from './preferences';

/** Stand-ins for a line, and the baker's acts on swaps, proposals and balance. */
@Injectable({ providedIn: 'root' })
export class SwapDesk {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly preferences = inject(Preferences);

  /** The stand-ins for a rebuild line, ranked for the schools chosen, each with what the batch would be. */
  candidates(line: Line, share: number, extra: readonly SwapRule[] = []): readonly RankedCandidate[] {
    const ready = this.desk.ready();
    if (!ready) return [];
    const { sheet, larder, tables } = ready;
    const diet = sheet.rebuild.goals ?? NO_GOALS;
    const product = this.desk.standing()?.product;
    const isEatenRaw = isEatenUnheated(product, sheet.rebuild.method);
    // What the baker names is never kept from them: the cautions speak of it.
    const fitting = [...candidatesFor(line, extra, larder, diet, product?.id), ...candidatesFor(line, tables.rules, larder, diet, product?.id, isEatenRaw)];
    return rankCandidates(sheet, line, fitting, share, larder, tables, diet, this.preferences.counting());
  }

  /** The rule for a pair or a blend of one's own, the trade's where it has one; or why there is none. */
  ruleFor(line: Line, blend: readonly Blend[]): FoundRule | undefined {
    const ready = this.desk.ready();
    return ready && ruleForBlend(line, blend, ready.tables.rules, ready.larder, this.desk.standing()?.product?.id);
  }

  /** Opens a swap; gives a sentence where it cannot be opened. One that calls for nothing beside it is decided with that: it is taken. */
  takeCandidate(lineId: string, rule: SwapRule, share: number): string | undefined {
    const ready = this.desk.ready();
    if (!ready) return undefined;
    const opened = openSwap(ready.sheet, lineId, rule, share, ready.larder, this.desk.standing()?.product);
    if (!opened.ok) return opened.error;
    const [only, ...beside] = opened.sheet.open.filter(({ swapId }) => swapId === opened.swapId);
    const sheet = only && beside.length === 0 ? acceptProposal(opened.sheet, only, ready.larder) : opened.sheet;
    this.store.dispatch(actActions.swapOpened({ sheet }));
    return undefined;
  }

  accept(proposal: Proposal, massG?: number): void {
    this.desk.act(actActions.proposalTaken, ({ sheet, larder }) => acceptProposal(sheet, proposal, larder, massG));
  }

  refuse(proposal: Proposal): void {
    const standing = this.desk.standing();
    const row = standing?.rows.find(({ role }) => proposal.ruleId === BALANCE_RULE + role);
    this.desk.act(actActions.proposalRefused, ({ sheet }) => refuseProposal(sheet, proposal, row?.rebuild));
  }

  /** Leaves a role out of its band as it is, and keeps that it was seen. */
  leave(role: LedgerRole): void {
    const standing = this.desk.standing();
    if (standing) this.desk.act(actActions.roleLeft, ({ sheet }) => leaveRole(sheet, standing, role));
  }

  takeOpen(): void {
    this.desk.act(actActions.openTaken, ({ sheet, larder }) => settleOpen(sheet, larder));
  }

  /** Takes what is open and the corrections that bring every role into its band; gives the sheet before them, and what was done. */
  settle(): (Settled & { readonly start: Worksheet }) | undefined {
    const ready = this.desk.ready();
    if (!ready) return undefined;
    const settled = settleAll(ready.sheet, ready.larder, ready.tables);
    this.desk.act(actActions.allSettled, () => settled.sheet);
    return { ...settled, start: settleOpen(ready.sheet, ready.larder) };
  }

  /** Settled anew with fewer corrections. */
  settleWith(start: Worksheet, taken: readonly Proposal[]): Worksheet | undefined {
    const ready = this.desk.ready();
    const sheet = ready && taken.reduce((now, proposal) => acceptProposal(now, proposal, ready.larder), start);
    if (sheet) this.desk.act(actActions.allSettled, () => sheet);
    return sheet;
  }
}
