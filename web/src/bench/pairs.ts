import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList, CdkDropListGroup } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { doubtWords, formatAmount, type Line, lineState, type MassBasis, type Mend, type Pair, unitById } from '@fellmist/core';
import { RouterLink } from '@angular/router';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { AmountField } from '../ui/amount-field';
import { showNumber } from '../ui/figures';
import { ReadLine } from './read-line';
import { inTemperature } from '../ui/temperature';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Picker } from '../ui/pick';

interface RebuiltRow {
  readonly line: Line;
  readonly name: string;
  readonly unit: string;
  readonly ratio: string;
  readonly note: string;
  readonly marked: boolean;
}

interface PairRow {
  readonly key: string;
  readonly original: Line | undefined;
  readonly originalAmount: string;
  readonly originalName: string;
  readonly originalState: 'sure' | 'unsure' | 'gap';
  readonly rebuilt: readonly RebuiltRow[];
}

/** Said on the line where the baker's own weighing decided its grams. */
const OWN_WORDS: Readonly<Partial<Record<MassBasis, string>>> = { 'own-piece': 'your own measure', 'own-density': 'your own cup' };

function ratioWords(line: Line, original: Line | undefined): string {
  if (line.origin?.kind === 'added' || !line.origin) return '+';
  if (line.origin.kind === 'swapped') return line.origin.note;
  if (!original?.massG || line.massG === undefined) return '=';
  const ratio = line.massG / original.massG;
  return Math.abs(ratio - 1) < 0.005 ? '=' : `× ${showNumber(ratio, 2)}`;
}

/** Original and rebuild side by side, a row a line, with the ratio of the swap between them. */
@Component({
  selector: 'fm-pairs',
  imports: [AmountField, Button, CdkDrag, CdkDragHandle, CdkDropList, CdkDropListGroup, Field, Picker, ReadLine, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pairs.html',
  styleUrl: './pairs.less',
})
export class Pairs {
  private readonly preferences = inject(Preferences);
  protected readonly desk = inject(Desk);
  readonly swapAsked = output<string>();
  protected readonly mending = signal<string | undefined>(undefined);
  protected readonly adding = signal('');
  protected readonly addingTo = signal<string | undefined>(undefined);

  protected readonly partOptions = computed(() => this.parts().map(({ partId, heading }) => ({ value: partId, label: heading || 'main part' })));
  protected readonly parts = computed(() => {
    const counting = new Map(this.desk.sheet()?.rebuild.parts.map((part) => [part.id, part.counting]));
    return this.desk.pairs().map((part) => ({ ...part, counting: counting.get(part.partId), rows: part.pairs.map((pair) => this.row(pair)) }));
  });
  protected readonly allergens = computed(() => {
    const [before, now] = [this.desk.original()?.allergens, this.desk.rebuild()?.allergens];
    if (!before || !now) return undefined;
    const gone = before.contains.filter((allergen) => !now.contains.includes(allergen));
    return {
      contains: now.contains.map((allergen) => ({ name: allergen, isNew: !before.contains.includes(allergen) })),
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
      rebuilt: rebuilt.map((line) => this.rebuiltRow(line, original)),
    };
  }

  private rebuiltRow(line: Line, original: Line | undefined): RebuiltRow {
    const unit = line.amount ? unitById(line.amount.unit) : undefined;
    const state = lineState(line);
    const grams = line.massG !== undefined && unit?.id !== 'g' ? `${showNumber(line.massG, line.massG < 10 ? 1 : 0)} g` : '';
    const why = line.origin?.kind === 'added' ? line.origin.why : '';
    const doubt = state === 'sure' ? undefined : line.doubts[0];
    return {
      line,
      name: this.desk.foodName(line.foodId) ?? line.name,
      unit: unit ? (unit.id === 'piece' ? '' : (unit.words[0] ?? '')) : 'g',
      ratio: ratioWords(line, original),
      note: doubt
        ? (doubtWords(doubt).split(/[;:,]/)[0] ?? '')
        : [grams, line.melted ? 'melted' : '', line.beaten ? 'beaten' : '', OWN_WORDS[line.basis ?? 'weighed'] ?? '', why].filter(Boolean).join(' · '),
      marked: state !== 'sure',
    };
  }

  protected mendOriginal(lineId: string, mend: Mend): void {
    this.desk.mendOriginal(lineId, mend);
  }

  protected toggleMend(lineId: string): void {
    this.mending.set(this.mending() === lineId ? undefined : lineId);
  }

  protected pressOnFood(event: KeyboardEvent, row: RebuiltRow): void {
    if (event.ctrlKey || event.metaKey) return;
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      this.move(row, event.key === 'ArrowUp' ? -1 : 1);
    } else if (event.key.toLowerCase() === 's' && this.preferences.singleKeys()) {
      event.preventDefault();
      this.swapAsked.emit(row.line.id);
    } else if (event.key.toLowerCase() === 'd' && this.preferences.singleKeys()) {
      event.preventDefault();
      this.desk.duplicate(row.line.id);
    } else if (event.key === 'Delete') {
      event.preventDefault();
      this.desk.remove(row.line.id);
    }
  }

  protected move(row: RebuiltRow, by: -1 | 1): void {
    this.desk.move(row.line.id, by);
    setTimeout(() => document.getElementById(`food-of-${row.line.id}`)?.focus());
  }

  /** A pair dropped elsewhere takes all its lines along, in front of the pair that stands there now. */
  protected drop(event: CdkDragDrop<string>): void {
    const row = event.item.data as PairRow;
    const ids = row.rebuilt.map(({ line }) => line.id);
    const partId = event.container.data;
    const rows = (this.parts().find((part) => part.partId === partId)?.rows ?? []).filter((other) => other.key !== row.key);
    const before = rows.slice(event.currentIndex).find((other) => other.rebuilt.length > 0)?.rebuilt[0]?.line.id;
    this.desk.place(ids, partId, before);
  }

  protected add(partId: string): void {
    const text = this.adding().trim();
    if (text === '') return;
    this.desk.add(partId, text);
    this.adding.set('');
  }
}
