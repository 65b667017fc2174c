import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, output, signal, untracked } from '@angular/core';
import type { TryHead, StoredFormula } from '@fellmist/contract';
import { compareLines, type Figure, gramsNumber, sameShareOf } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { forkJoin, type Observable } from 'rxjs';
import { type Answer, Asking } from '../state/asking';
import { benchActions, type BenchState } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { FIGURE_ROWS, showChange, showSum } from '../ui/figures';
import { Picker } from '../ui/pick';
import { Sheet } from '../ui/sheet';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

interface Sprout {
  readonly head: TryHead;
  readonly x: number;
  readonly y: number;
  /** The stem from the try it grew from. */
  readonly stem: string;
  readonly spoken: string;
}

/** How far tries stand apart in the drawing, px. */
const [ACROSS, DOWN, MARGIN] = [52, 40, 22];

/** Tries from left to right as they came; what grew from the last one of a branch stays on it, whatever else grew begins one beneath. */
function lineageOf(tries: readonly TryHead[], dayOf: (head: TryHead) => string): readonly Sprout[] {
  const ordered = [...tries].sort((a, b) => a.number - b.number);
  const placed = new Map<string, Sprout & { readonly lane: number }>();
  const tips: string[] = [];
  ordered.forEach((head, i) => {
    const parent = placed.get(head.parentId ?? '');
    const lane = parent && tips[parent.lane] === parent.head.id ? parent.lane : tips.length;
    tips[lane] = head.id;
    const [x, y] = [MARGIN + i * ACROSS, MARGIN + lane * DOWN];
    const stem = parent ? `M${parent.x} ${parent.y}C${parent.x + ACROSS / 2} ${parent.y} ${parent.x + ACROSS / 4} ${y} ${x} ${y}` : '';
    const grew = parent ? SAY.grewFrom(parent.head.number) : '';
    placed.set(head.id, { head, lane, x, y, stem, spoken: SAY.try2(head.number, head.label || SAY.saved, dayOf(head), grew) });
  });
  return [...placed.values()];
}

const COMPARED: readonly Figure[] = ['energyKcal', 'proteinG', 'fatG', 'netCarbG', 'fibreG', 'sugarsG'];

/** Every try where it grew from: name it, go on from any, hold any two against each other. */
@Component({
  selector: 'fm-tries-panel',
  imports: [Button, Field, Picker, Sheet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tries-panel.html',
  styleUrl: './tries-panel.less',
})
export class TriesPanel {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  private readonly store = inject(Store);
  private readonly desk = inject(Desk);
  readonly state = input.required<BenchState>();
  readonly closed = output();
  readonly saved = output<string>();
  readonly unsaved = input.required<boolean>();
  protected readonly label = signal('');
  /** The try that is looked at, and the two that are held against each other. */
  protected readonly looked = linkedSignal(() => (this.state().base ?? this.state().head)?.id);
  protected readonly one = linkedSignal(() => this.sprouts().find(({ head }) => head.id === this.looked())?.head.parentId);
  protected readonly other = linkedSignal(() => this.looked());
  protected readonly fault = signal<string | undefined>(undefined);
  /** The last renaming, to be undone. */
  protected readonly renamed = signal<{ readonly head: TryHead; readonly label: string } | undefined>(undefined);
  private readonly fetched = signal<readonly [StoredFormula, StoredFormula] | undefined>(undefined);
  private readonly days = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short' });

  private readonly dayOf = (head: TryHead): string => this.days.format(new Date(head.createdAt));
  protected readonly sprouts = computed(() => lineageOf(this.state().tries, this.dayOf));
  protected readonly size = computed(() => ({
    width: MARGIN + Math.max(...this.sprouts().map(({ x }) => x), 0),
    height: MARGIN + Math.max(...this.sprouts().map(({ y }) => y), 0),
  }));
  protected readonly options = computed(() => this.sprouts().map(({ head }) => ({ value: head.id, label: `${head.number} · ${head.label || SAY.saved}` })));
  protected readonly onBench = computed(() => (this.state().base ?? this.state().head)?.id);
  protected readonly detail = computed(() => {
    const sprout = this.sprouts().find(({ head }) => head.id === this.looked());
    if (!sprout) return undefined;
    const parent = this.state().tries.find(({ id }) => id === sprout.head.parentId);
    const grew = parent ? SAY.grewFrom2(parent.number, (parent.label || SAY.saved).toLowerCase()) : SAY.theFirst;
    return { head: sprout.head, words: `${this.dayOf(sprout.head)} · ${grew}${sprout.head.id === this.state().head?.id ? SAY.theNewest : ''}` };
  });

  protected readonly comparison = computed(() => {
    const pair = this.fetched();
    if (!pair) return undefined;
    const [before, after] = pair;
    const [was, now] = [before, after].map(({ worksheet }) => this.desk.analysed(worksheet.rebuild)?.views);
    if (!was || !now) return undefined;
    const [from, to] = [sameShareOf(was, now), now.portion];
    const grams = (massG: number | undefined): string => (massG === undefined ? '–' : `${gramsNumber(massG)} g`);
    return {
      before: `${before.thisTry.number} · ${before.thisTry.label || SAY.saved}`,
      after: `${after.thisTry.number} · ${after.thisTry.label || SAY.saved}`,
      lines: compareLines(before.worksheet.rebuild, after.worksheet.rebuild).map(({ foodId, name, beforeG, afterG, kind }) => ({
        name: this.desk.foodName(foodId) ?? name,
        kind,
        words: kind === 'added' ? SAY.added(grams(afterG)) : kind === 'gone' ? SAY.leftOutBefore(grams(beforeG)) : SAY.then(grams(beforeG), grams(afterG)),
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
    effect(() => {
      const [one, other, formulaId] = [this.one(), this.other(), this.state().formulaId];
      untracked(() => this.hold(formulaId, one, other));
    });
  }

  private hold(formulaId: string | undefined, one: string | undefined, other: string | undefined): void {
    this.fetched.set(undefined);
    if (!formulaId || one === undefined || other === undefined || one === other) return;
    forkJoin([this.fetch(formulaId, one), this.fetch(formulaId, other)]).subscribe(([before, after]) => {
      if (this.one() !== one || this.other() !== other) return;
      if (before.ok && after.ok) this.fetched.set([before.value, after.value]);
      else this.fault.set([before, after].flatMap((answer) => (answer.ok ? [] : answer.words))[0]);
    });
  }

  protected save(): void {
    this.saved.emit(this.label());
    this.label.set('');
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
