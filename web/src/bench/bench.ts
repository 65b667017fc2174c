import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { allLines, type Decision, type Line } from '@fellmist/core';
import { Store } from '@ngrx/store';

import { benchActions, benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { Choice, type Option } from '../ui/choice';
import { GoalsPanel } from './goals-panel';
import { Ledger } from '../parts/ledger';
import { LinesPanel } from './lines-panel';
import { NotesPanel } from './notes-panel';
import { Nutrition } from './nutrition';
import { TriesPanel } from './tries-panel';
import { type Asked, WhyPanel } from '../parts/why-panel';
import { BenchHead } from './bench-head';
import { Conflict } from './conflict';
import { Pairs } from './pairs';
import { Proposals } from '../parts/proposals';
import { Strip } from './strip';
import { SwapPanel } from '../parts/swap-panel';
import { Button } from '../ui/zorro/button';

/** "Oat flour, apple puree": what was swapped in since the last try; otherwise the baker's own hand. */
function labelFor(decisions: readonly Decision[], before: number, nameOf: (id: string) => string | undefined): string {
  const names = decisions
    .slice(before)
    .flatMap(({ proposal, outcome }) => (outcome !== 'refused' && proposal.action.kind === 'replace' ? [nameOf(proposal.action.to[0]?.foodId ?? '') ?? ''] : []));
  return names.filter(Boolean).join(', ').slice(0, 80) || 'Amounts changed';
}

type Tab = 'balance' | 'nutrition' | 'lines' | 'notes';
type Panel = { readonly kind: 'swap'; readonly lineId: string } | { readonly kind: 'why'; readonly asked: Asked } | { readonly kind: 'goals' } | { readonly kind: 'tries' };

const TABS: readonly Option<Tab>[] = [
  { value: 'balance', label: 'Balance' },
  { value: 'nutrition', label: 'Nutrition' },
  { value: 'lines', label: 'Lines' },
  { value: 'notes', label: 'Notes' },
];

/** The rebuild: original and rebuild in pairs, the balance beside them, a portion's figures beneath. */
@Component({
  selector: 'fm-bench',
  imports: [BenchHead, Button, Choice, Conflict, GoalsPanel, Ledger, LinesPanel, NotesPanel, Nutrition, Pairs, Proposals, Strip, SwapPanel, TriesPanel, WhyPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench.html',
  styleUrl: './bench.less',
  host: { '(document:keydown)': 'press($event)', '(window:beforeunload)': 'warnUnsaved($event)' },
})
export class Bench {
  private readonly store = inject(Store);
  protected readonly desk = inject(Desk);
  readonly id = input.required<string>();
  protected readonly state = this.store.selectSignal(benchFeature.selectBenchState);
  protected readonly isUnsaved = this.store.selectSignal(benchFeature.selectIsUnsaved);
  protected readonly tabs = TABS;
  protected readonly tab = signal<Tab>('balance');
  /** What lies over the tabs, opened from a line, a figure or the head. */
  protected readonly panel = signal<Panel | undefined>(undefined);
  private openedFrom: HTMLElement | undefined;
  protected readonly swapLine = computed((): Line | undefined => {
    const [panel, sheet] = [this.panel(), this.desk.sheet()];
    return panel?.kind === 'swap' && sheet ? allLines(sheet.rebuild).find((line) => line.id === panel.lineId) : undefined;
  });
  protected readonly asked = computed((): Asked | undefined => {
    const panel = this.panel();
    return panel?.kind === 'why' ? panel.asked : undefined;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.open(id));
    });
  }

  private open(id: string): void {
    const { formulaId, present, saved } = this.state();
    const isUnderWay = formulaId === id && present !== undefined && present !== saved;
    if (!isUnderWay) this.store.dispatch(benchActions.openWanted({ id }));
  }

  protected retryOpen(): void {
    this.store.dispatch(benchActions.openWanted({ id: this.id() }));
  }

  protected save(label?: string): void {
    if (this.state().present) this.store.dispatch(benchActions.save({ label: label?.trim() || this.labelSaid() }));
  }

  protected keepMine(): void {
    const label = this.state().conflict?.label ?? '';
    this.store.dispatch(benchActions.keepMine());
    this.store.dispatch(benchActions.save({ label }));
  }

  protected takeTheirs(): void {
    this.store.dispatch(benchActions.takeTheirs());
  }

  protected bringBack(): void {
    this.store.dispatch(benchActions.bringBack({ label: this.labelSaid() }));
  }

  protected goOnAsNew(): void {
    const label = this.labelSaid();
    this.store.dispatch(benchActions.goOnAsNew({ id: crypto.randomUUID() }));
    this.store.dispatch(benchActions.save({ label }));
  }

  private labelSaid(): string {
    const { present, saved } = this.state();
    return present ? labelFor(present.decisions, saved?.decisions.length ?? 0, (id) => this.desk.foodName(id)) : '';
  }

  protected discardDraft(): void {
    this.store.dispatch(benchActions.discardDraft());
  }

  protected undo(): void {
    this.store.dispatch(benchActions.undo());
  }

  protected redo(): void {
    this.store.dispatch(benchActions.redo());
  }

  protected show(panel: Panel): void {
    const from = document.activeElement;
    if (!this.panel()) this.openedFrom = from instanceof HTMLElement ? from : undefined;
    this.panel.set(panel);
  }

  /** Closing gives the focus back to what opened the panel, or to the line it was about. */
  protected close(): void {
    const panel = this.panel();
    this.panel.set(undefined);
    const from = this.openedFrom;
    setTimeout(() => {
      const back = panel?.kind === 'swap' ? document.getElementById(`food-of-${panel.lineId}`) : from;
      if (back?.isConnected) back.focus();
    });
  }

  protected press(event: KeyboardEvent): void {
    if (event.key === 'Escape' && this.panel()) this.close();
    if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
    const key = event.key.toLowerCase();
    const inText = event.target instanceof HTMLElement && ['INPUT', 'TEXTAREA'].includes(event.target.tagName) && !event.target.classList.contains('amount');
    if (key === 's') {
      event.preventDefault();
      this.save();
    } else if (!inText && (key === 'z' || key === 'y')) {
      event.preventDefault();
      if (key === 'y' || event.shiftKey) this.redo();
      else this.undo();
    }
  }

  protected warnUnsaved(event: BeforeUnloadEvent): void {
    if (this.state().saving === 'saving') event.preventDefault();
  }
}
