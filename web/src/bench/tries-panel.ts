import { ChangeDetectionStrategy, Component, computed, type ElementRef, effect, inject, input, output, signal, viewChild } from '@angular/core';
import { type TryHead, type StoredFormula } from '@fellmist/contract';
import { compareLines, type Figure, gramsNumber } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { forkJoin, type Observable } from 'rxjs';
import { type Answer, Asking } from '../state/asking';
import { benchActions, type BenchState } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { FIGURE_ROWS, showChange, showSum } from '../ui/figures';
import { Button } from '../ui/zorro/button';

interface Branch {
  readonly head: TryHead;
  readonly depth: number;
}

/** The tree in reading order: a child under its parent, a further branch one step in. */
function treeOf(tries: readonly TryHead[]): readonly Branch[] {
  const known = new Set(tries.map(({ id }) => id));
  const childrenOf = (id: string | undefined): readonly TryHead[] => tries.filter(({ parentId }) => (parentId !== undefined && known.has(parentId) ? parentId : undefined) === id);
  const walk = (head: TryHead, depth: number): readonly Branch[] => {
    const [first, ...others] = childrenOf(head.id);
    return [{ head, depth }, ...others.flatMap((child) => walk(child, depth + 1)), ...(first ? walk(first, depth) : [])];
  };
  return childrenOf(undefined).flatMap((root) => walk(root, 0));
}

const COMPARED: readonly Figure[] = ['energyKcal', 'proteinG', 'fatG', 'netCarbG', 'fibreG', 'sugarsG'];

/** Every try as a tree: name it, go on from any, compare any two. */
@Component({
  selector: 'fm-tries-panel',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tries-panel.html',
  styleUrl: './tries-panel.less',
  host: { '(keydown.escape)': 'closed.emit()' },
})
export class TriesPanel {
  private readonly asking = inject(Asking);
  private readonly store = inject(Store);
  private readonly desk = inject(Desk);
  readonly state = input.required<BenchState>();
  readonly closed = output();
  protected readonly picked = signal<readonly string[]>([]);
  protected readonly fault = signal<string | undefined>(undefined);
  /** The last renaming, to be undone. */
  protected readonly renamed = signal<{ readonly head: TryHead; readonly label: string } | undefined>(undefined);
  private readonly fetched = signal<readonly [StoredFormula, StoredFormula] | undefined>(undefined);
  private readonly heading = viewChild.required<ElementRef<HTMLElement>>('heading');
  private readonly days = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' });

  protected readonly rows = computed(() =>
    treeOf(this.state().tries).map(({ head, depth }) => ({
      head,
      depth,
      on: this.days.format(new Date(head.createdAt)),
      isHead: head.id === this.state().head?.id,
      isBase: head.id === (this.state().base?.id ?? this.state().head?.id),
    })),
  );

  protected readonly comparison = computed(() => {
    const pair = this.fetched();
    if (!pair) return undefined;
    const [before, after] = pair;
    const [from, to] = [before, after].map(({ worksheet }) => this.desk.analysed(worksheet.rebuild)?.views.portion);
    if (!from || !to) return undefined;
    const grams = (massG: number | undefined): string => (massG === undefined ? '–' : `${gramsNumber(massG)} g`);
    return {
      before: `${before.thisTry.number} · ${before.thisTry.label || 'Saved'}`,
      after: `${after.thisTry.number} · ${after.thisTry.label || 'Saved'}`,
      lines: compareLines(before.worksheet.rebuild, after.worksheet.rebuild).map(({ foodId, name, beforeG, afterG, kind }) => ({
        name: this.desk.foodName(foodId) ?? name,
        kind,
        words: kind === 'added' ? `added, ${grams(afterG)}` : kind === 'gone' ? `left out, ${grams(beforeG)} before` : `${grams(beforeG)} → ${grams(afterG)}`,
      })),
      figures: FIGURE_ROWS.filter(({ key }) => COMPARED.includes(key)).map(({ key, name, unit, digits }) => ({
        name,
        unit,
        before: showSum(from[key], digits),
        after: showSum(to[key], digits),
        change: showChange(from[key].amount, to[key].amount, digits),
      })),
    };
  });

  constructor() {
    effect(() => this.heading().nativeElement.focus());
  }

  protected pick(id: string): void {
    const picked = this.picked().includes(id) ? this.picked().filter((one) => one !== id) : [...this.picked(), id].slice(-2);
    this.picked.set(picked);
    this.fetched.set(undefined);
    const formulaId = this.state().formulaId;
    if (picked.length < 2 || !formulaId) return;
    const numberOf = (tryId: string): number => this.state().tries.find((one) => one.id === tryId)?.number ?? 0;
    const [first = '', second = ''] = [...picked].sort((a, b) => numberOf(a) - numberOf(b));
    forkJoin([this.fetch(formulaId, first), this.fetch(formulaId, second)]).subscribe(([before, after]) => {
      if (before.ok && after.ok) this.fetched.set([before.value, after.value]);
      else this.fault.set([before, after].flatMap((answer) => (answer.ok ? [] : answer.words))[0]);
    });
  }

  protected goOnFrom(head: TryHead): void {
    const formulaId = this.state().formulaId;
    if (!formulaId) return;
    this.fetch(formulaId, head.id).subscribe((answer) => {
      if (answer.ok) this.store.dispatch(benchActions.grownFrom({ sheet: answer.value.worksheet, base: head }));
      else this.fault.set(answer.words);
    });
  }

  private fetch(formulaId: string, tryId: string): Observable<Answer<StoredFormula>> {
    return this.asking.ask<StoredFormula>((ask) => benchActions.tryWanted({ ask, formulaId, tryId }));
  }

  protected undoRename(): void {
    const renamed = this.renamed();
    if (renamed) this.rename({ ...renamed.head, label: renamed.label }, renamed.head.label);
  }

  protected rename(head: TryHead, label: string): void {
    const formulaId = this.state().formulaId;
    if (!formulaId || label.trim() === head.label) return;
    this.asking
      .ask<StoredFormula>((ask) => benchActions.rename({ ask, formulaId, tryId: head.id, label: label.trim() }))
      .subscribe((answer) => {
        if (answer.ok) this.renamed.set({ head, label: label.trim() });
        else this.fault.set(answer.words);
      });
  }
}
