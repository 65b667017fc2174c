import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router } from '@angular/router';
import { allLines, type Decision, type Line } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import { benchActions, benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { Drafts, NEW_SHEET } from '../state/drafts';
import { Balance } from './balance';
import { BenchHead } from './bench-head';
import { Conflict } from './conflict';
import { Pairs } from './pairs';
import { Proposals } from './proposals';
import { Strip } from './strip';
import { SwapPanel } from './swap-panel';

/** "Oat flour, apple puree": what was swapped in since the last revision; otherwise the baker's own hand. */
function labelFor(decisions: readonly Decision[], before: number, nameOf: (id: string) => string | undefined): string {
  const names = decisions
    .slice(before)
    .flatMap(({ proposal, outcome }) => (outcome !== 'refused' && proposal.action.kind === 'replace' ? [nameOf(proposal.action.to[0]?.foodId ?? '') ?? ''] : []));
  return names.filter(Boolean).join(', ').slice(0, 80) || 'Amounts changed';
}

/** The rebuild: original and rebuild in pairs, the balance beside them, a portion's figures beneath. */
@Component({
  selector: 'fm-bench',
  imports: [Balance, BenchHead, Conflict, Pairs, Proposals, Strip, SwapPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench.html',
  styleUrl: './bench.less',
  host: { '(document:keydown)': 'press($event)', '(window:beforeunload)': 'warnUnsaved($event)' },
})
export class Bench {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly api = inject(Api);
  private readonly drafts = inject(Drafts);
  protected readonly desk = inject(Desk);
  readonly id = input.required<string>();
  protected readonly state = this.store.selectSignal(benchFeature.selectBenchState);
  protected readonly isUnsaved = this.store.selectSignal(benchFeature.selectIsUnsaved);
  protected readonly swapping = signal<string | undefined>(undefined);
  protected readonly swapLine = computed((): Line | undefined => {
    const id = this.swapping();
    const sheet = this.desk.sheet();
    return id && sheet ? allLines(sheet.rebuild).find((line) => line.id === id) : undefined;
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => void this.open(id));
    });
  }

  private async open(id: string): Promise<void> {
    const { formulaId, present, saved } = this.state();
    if (id !== NEW_SHEET) {
      if (formulaId !== id || !present || present === saved) this.store.dispatch(benchActions.openWanted({ id }));
      return;
    }
    if (present && !formulaId) return;
    const draft = await this.drafts.find(NEW_SHEET);
    if (draft) this.store.dispatch(benchActions.placed({ sheet: draft.sheet }));
    else if (formulaId) await this.router.navigate(['/bench', formulaId], { replaceUrl: true });
    else await this.router.navigate(['/bench', 'paste'], { replaceUrl: true });
  }

  protected retryOpen(): void {
    this.store.dispatch(benchActions.openWanted({ id: this.id() }));
  }

  protected save(label?: string): void {
    const { present, saved } = this.state();
    if (!present) return;
    const said = label?.trim() || labelFor(present.decisions, saved?.decisions.length ?? 0, (id) => this.desk.foodName(id));
    this.store.dispatch(benchActions.save({ label: said }));
  }

  protected keepMine(): void {
    const label = this.state().conflict?.label ?? '';
    this.store.dispatch(benchActions.keepMine());
    this.store.dispatch(benchActions.save({ label }));
  }

  protected takeTheirs(): void {
    this.store.dispatch(benchActions.takeTheirs());
  }

  protected discardDraft(): void {
    this.store.dispatch(benchActions.discardDraft());
  }

  protected bringBack(revisionId: string): void {
    this.api.revision(this.id(), revisionId).subscribe({
      next: (stored) => this.store.dispatch(benchActions.changed({ sheet: stored.worksheet })),
      error: () => this.retryOpen(),
    });
  }

  protected undo(): void {
    this.store.dispatch(benchActions.undo());
  }

  protected redo(): void {
    this.store.dispatch(benchActions.redo());
  }

  protected closeSwap(): void {
    const id = this.swapping();
    this.swapping.set(undefined);
    document.getElementById(`food-of-${id ?? ''}`)?.focus();
  }

  protected press(event: KeyboardEvent): void {
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
