import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList, CdkDropListGroup } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, output, signal } from '@angular/core';
import { formatAmount, type Line, lineState, type Mend, type Pair, type Part } from '@fellmist/core';
import { RouterLink } from '@angular/router';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { LineDesk } from '../state/lineDesk';
import { ReadLine } from './read-line';
import { Proposals } from '../parts/proposals';
import type { Option } from '../ui/choice';
import { type Binding, Keys } from '../ui/keys';
import { Screen } from '../ui/screen';
import { inTemperature } from '../ui/temperature';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Picker } from '../ui/pick';
import { ClaimNote } from './claim-note';
import { SAY } from './pairs.words';
import { focusIn, LINE_KEYS, RebuiltLine } from './rebuilt-line';

interface PairRow {
  readonly key: string;
  readonly original: Line | undefined;
  readonly originalAmount: string;
  readonly originalName: string;
  readonly originalState: 'sure' | 'unsure' | 'gap';
  readonly rebuilt: readonly Line[];
}

const AMOUNT_KEYS: readonly Binding[] = [
  { keys: 'ArrowUp', where: SAY.inAnAmount, words: SAY.aStepMore },
  { keys: 'ArrowDown', where: SAY.inAnAmount, words: SAY.aStepLess },
  { keys: 'Escape', where: SAY.inAnAmount, words: SAY.whatStoodThereBefore },
];

type CountingOf = NonNullable<Part['counting']> | 'counted';
const COUNTINGS: readonly Option<CountingOf>[] = [
  { value: 'counted', label: SAY.counts },
  { value: 'left out', label: SAY.leftOutOfTheSums },
  { value: 'at the table', label: SAY.aChoiceAtTheTable },
];

/** Original and rebuild side by side, a row a line, with the share of the original's weight between them where it changed. */
@Component({
  selector: 'fm-pairs',
  imports: [Button, CdkDrag, CdkDragHandle, CdkDropList, CdkDropListGroup, Field, Picker, Proposals, ReadLine, RebuiltLine, RouterLink, ClaimNote],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pairs.html',
  styleUrl: './pairs.less',
})
export class Pairs {
  protected readonly say = SAY;
  private readonly preferences = inject(Preferences);
  private readonly keys = inject(Keys);
  private readonly screen = inject(Screen);
  protected readonly desk = inject(Desk);
  protected readonly lineDesk = inject(LineDesk);
  readonly swapAsked = output<string>();
  protected readonly countings = COUNTINGS;
  protected readonly mending = signal<string | undefined>(undefined);
  protected readonly adding = signal('');
  protected readonly addingTo = signal<string | undefined>(undefined);

  private readonly lines = computed(() => this.parts().flatMap(({ rows }) => rows.flatMap(({ rebuilt }) => rebuilt)));
  protected readonly visited = signal<string | undefined>(undefined);
  /** The one line that Tab stops at; the arrow keys walk from line to line. */
  protected readonly current = computed(() => (this.lines().find(({ id }) => id === this.visited()) ?? this.lines()[0])?.id);

  /** On a phone what a swap set off stands beneath the line it is about. */
  protected readonly concerned = computed(() => {
    const first = this.screen.isSmall() ? this.desk.sheet()?.open[0] : undefined;
    const own = this.desk.sheet()?.open.flatMap(({ action }) => (action.kind === 'replace' ? [action.lineId] : []))[0];
    return first && (this.lines().find(({ id }) => id === own) ?? this.lines()[0])?.id;
  });

  constructor() {
    this.keys.bind([...LINE_KEYS.map(({ keys, words, where }) => ({ keys, words, where })), ...AMOUNT_KEYS], inject(DestroyRef));
  }

  protected holds(row: PairRow): boolean {
    return row.rebuilt.some(({ id }) => id === this.concerned());
  }

  protected readonly partOptions = computed(() => this.parts().map(({ partId, heading }) => ({ value: partId, label: heading || SAY.mainPart })));
  protected readonly parts = computed(() => {
    const counting = new Map(this.desk.sheet()?.rebuild.parts.map((part) => [part.id, part.counting]));
    return this.desk.pairs().map((part) => ({ ...part, counting: counting.get(part.partId), rows: part.pairs.map((pair) => this.row(pair)) }));
  });
  protected readonly allergens = computed(() => {
    const [before, now] = [this.desk.original()?.allergens, this.desk.rebuild()?.allergens];
    if (!before || !now) return undefined;
    // "No longer" is said only where it is sure: no line unknown, no trace of it told by a pack or usual of its kind.
    const gone = now.unknownLines.length > 0 ? [] : before.contains.filter((allergen) => !now.contains.includes(allergen) && !now.mayContain.includes(allergen));
    const barred = this.desk.barred();
    return {
      contains: now.contains.map((allergen) => ({ name: allergen, isNew: !before.contains.includes(allergen), isBarred: barred.includes(allergen) })),
      gone,
      maybe: now.mayContain.join(', '),
      unknown: now.unknownLines.length,
    };
  });
  protected readonly cautions = computed(() =>
    (this.desk.rebuild()?.cautions ?? []).map((caution) => ({ ...caution, text: inTemperature(caution.text, this.preferences.settings().temperature) })),
  );

  private row({ original, rebuilt }: Pair): PairRow {
    return {
      key: original?.id ?? rebuilt[0]?.id ?? '',
      original,
      originalAmount: original ? (original.amount ? formatAmount(original.amount) : original.amountText) : '',
      originalName: original ? (this.desk.foodName(original.foodId) ?? original.name) : '',
      originalState: original ? lineState(original) : 'sure',
      rebuilt,
    };
  }

  protected mendOriginal(lineId: string, mend: Mend): void {
    this.lineDesk.mendOriginal(lineId, mend);
  }

  protected toggleMend(lineId: string): void {
    this.mending.set(this.mending() === lineId ? undefined : lineId);
  }

  protected walk({ id }: Line, by: -1 | 1): void {
    const lines = this.lines();
    const next = lines[lines.findIndex((line) => line.id === id) + by];
    if (next) focusIn(next.id, 'food-of-');
  }

  /** A pair dropped elsewhere takes all its lines along, in front of the pair that stands there now. */
  protected drop(event: CdkDragDrop<string>): void {
    const row = event.item.data as PairRow;
    const ids = row.rebuilt.map(({ id }) => id);
    const partId = event.container.data;
    const rows = (this.parts().find((part) => part.partId === partId)?.rows ?? []).filter((other) => other.key !== row.key);
    const before = rows.slice(event.currentIndex).find((other) => other.rebuilt.length > 0)?.rebuilt[0]?.id;
    this.lineDesk.place(ids, partId, before);
  }

  protected add(partId: string): void {
    const text = this.adding().trim();
    if (text === '') return;
    this.lineDesk.add(partId, text);
    this.adding.set('');
  }
}
