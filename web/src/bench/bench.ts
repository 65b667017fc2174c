import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal, untracked } from '@angular/core';
import { allLines, type Decision, LIMITS, type Line } from '@fellmist/core';
import { Store } from '@ngrx/store';

import { benchActions, benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { type Binding, Keys } from '../ui/keys';
import { Screen } from '../ui/screen';
import { Sheet } from '../ui/sheet';
import { Skeleton } from '../ui/zorro/skeleton';
import { Tab, TabContent, Tabs } from '../ui/zorro/tabs';
import { GoalsPanel } from './goals-panel';
import { Ledger } from '../parts/ledger';
import { LinesPanel } from './lines-panel';
import { NotesPanel } from './notes-panel';
import { Nutrition } from './nutrition';
import { PackNews } from './pack-news';
import { TriesPanel } from './tries-panel';
import { type Asked, WhyPanel } from '../parts/why-panel';
import { BenchHead } from './bench-head';
import { Conflict } from './conflict';
import { Pairs } from './pairs';
import { Proposals } from '../parts/proposals';
import { Strip } from './strip';
import { SwapPanel } from '../parts/swap-panel';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

/** "Oat flour, apple puree": what was swapped in since the last try; otherwise the baker's own hand. */
function labelFor(decisions: readonly Decision[], before: number, nameOf: (id: string) => string | undefined): string {
  const names = decisions
    .slice(before)
    .flatMap(({ proposal, outcome }) => (outcome !== 'refused' && proposal.action.kind === 'replace' ? [nameOf(proposal.action.to[0]?.foodId ?? '') ?? ''] : []));
  return names.filter(Boolean).join(', ').slice(0, LIMITS.label) || SAY.amountsChanged;
}

type Panel =
  | { readonly kind: 'swap'; readonly lineId: string }
  | { readonly kind: 'why'; readonly asked: Asked }
  | { readonly kind: 'goals' }
  | { readonly kind: 'tries' }
  | { readonly kind: 'details' };

/** The rebuild: original and rebuild in pairs, the balance beside them, a portion's figures beneath. */
@Component({
  selector: 'fm-bench',
  imports: [
    BenchHead,
    Button,
    Conflict,
    GoalsPanel,
    Ledger,
    LinesPanel,
    NgTemplateOutlet,
    NotesPanel,
    Nutrition,
    PackNews,
    Pairs,
    Proposals,
    Sheet,
    Skeleton,
    Strip,
    SwapPanel,
    Tab,
    TabContent,
    Tabs,
    TriesPanel,
    WhyPanel,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench.html',
  styleUrl: './bench.less',
  host: { class: 'place-filled' },
})
export class Bench {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  protected readonly desk = inject(Desk);
  readonly id = input.required<string>();
  protected readonly state = this.store.selectSignal(benchFeature.selectBenchState);
  protected readonly isUnsaved = this.store.selectSignal(benchFeature.selectIsUnsaved);
  protected readonly screen = inject(Screen);
  protected readonly tab = signal(0);
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

  /** The balance in a word or two, for the button that opens it. */
  protected readonly balanceWords = computed(() => {
    const rows = this.desk.standing()?.rows ?? [];
    const asking = rows.filter(({ state, left }) => (state === 'low' || state === 'high') && !left);
    return asking.length === 0 ? SAY.balanceAllWhereItIs : SAY.balanceToLookAt(asking.length);
  });

  constructor() {
    const bindings: readonly Binding[] = [
      { keys: 'Escape', words: SAY.closeWhatIsOpen, run: () => this.panel() && !document.querySelector('.ant-select-open') && this.close() },
      { keys: 'Ctrl+S', words: SAY.saveATry, run: () => this.save() },
      { keys: 'Ctrl+Z', words: SAY.undo3, notInText: true, run: () => this.undo() },
      { keys: 'Ctrl+Y', words: SAY.redo2, notInText: true, run: () => this.redo() },
      { keys: 'Ctrl+Shift+Z', words: SAY.redo2, notInText: true, run: () => this.redo() },
    ];
    inject(Keys).bind(bindings, inject(DestroyRef));
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
    const { conflict } = this.state();
    if (!conflict) return;
    const { current, label } = conflict;
    this.store.dispatch(benchActions.keepMine({ formulaId: current.id, on: current.thisTry.id }));
    this.store.dispatch(benchActions.save({ label }));
  }

  protected takeTheirs(): void {
    this.store.dispatch(benchActions.takeTheirs({ formulaId: this.id() }));
  }

  protected bringBack(): void {
    this.store.dispatch(benchActions.bringBack({ label: this.labelSaid() }));
  }

  protected goOnAsNew(): void {
    const label = this.labelSaid();
    this.store.dispatch(benchActions.goOnAsNew({ from: this.id(), id: crypto.randomUUID() }));
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

  /** Closing gives the focus to what the panel set off, else back to what opened it or the line it was about. */
  protected close(): void {
    const panel = this.panel();
    this.panel.set(undefined);
    const from = this.openedFrom;
    setTimeout(() => {
      const proposal = panel?.kind === 'swap' ? document.querySelector<HTMLElement>('fm-proposals .take') : null;
      const back = proposal ?? (panel?.kind === 'swap' ? document.getElementById(`food-of-${panel.lineId}`) : from);
      if (!back?.isConnected) return;
      back.focus({ preventScroll: true });
      (back.closest('fm-proposals') ?? back).scrollIntoView({ block: 'nearest' });
    });
  }

  /** What was swapped is decided: the eye goes on to what the balance asks, or to the tabs. */
  protected proposalsDone(): void {
    setTimeout(() => document.querySelector<HTMLElement>('fm-ledger .take, fm-ledger .settle button, aside [role="tab"][aria-selected="true"]')?.focus());
  }
}
