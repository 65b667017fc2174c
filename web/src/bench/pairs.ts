import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList, CdkDropListGroup } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, output, signal } from '@angular/core';
import { BY_THE_SPOON_G, doubtWords, formatAmount, kitchenMeasure, type Line, lineState, type MassBasis, type Mend, type Pair, type Part, unitById } from '@fellmist/core';
import { RouterLink } from '@angular/router';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { LineDesk } from '../state/lineDesk';
import { AmountField } from '../ui/amount-field';
import { showNumber } from '../ui/figures';
import { ReadLine } from './read-line';
import { Proposals } from '../parts/proposals';
import type { Option } from '../ui/choice';
import { type Binding, Keys } from '../ui/keys';
import { Screen } from '../ui/screen';
import { inTemperature } from '../ui/temperature';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Picker } from '../ui/pick';
import { SAY } from './pairs.words';

interface RebuiltRow {
  readonly line: Line;
  readonly name: string;
  readonly unit: string;
  readonly share: { readonly percent: number | undefined; readonly words: string };
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
const OWN_WORDS: Readonly<Partial<Record<MassBasis, string>>> = { 'own-piece': SAY.yourOwnMeasure, 'own-density': SAY.yourOwnCup };

const ON_A_LINE = SAY.onAFoodOfThe;
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

const SHARES: readonly (readonly [number, string])[] = [
  [1 / 4, SAY.aQuarter],
  [1 / 3, SAY.aThird],
  [1 / 2, SAY.half],
  [2 / 3, SAY.twoThirds],
  [3 / 4, SAY.threeQuarters],
  [1, SAY.asMuch],
  [1.5, SAY.halfAsMuchAgain],
  [2, SAY.twice],
];

/** What share of the original's weight a line is, in words; nothing where it is what it was. */
function shareOf(line: Line, original: Line | undefined): { readonly percent: number | undefined; readonly words: string } {
  if (!original?.massG || line.massG === undefined) return { percent: undefined, words: line.origin?.kind === 'kept' ? '' : SAY.newWord };
  const ratio = line.massG / original.massG;
  if (line.origin?.kind === 'kept' && Math.abs(ratio - 1) < 0.005) return { percent: undefined, words: '' };
  const plain = SHARES.find(([share]) => Math.abs(ratio / share - 1) < 0.01)?.[1];
  return { percent: Math.min(ratio * 100, 100), words: plain ?? `${showNumber(ratio * 100, 0)} %` };
}

/** Original and rebuild side by side, a row a line, with the share of the original's weight between them where it changed. */
@Component({
  selector: 'fm-pairs',
  imports: [AmountField, Button, CdkDrag, CdkDragHandle, CdkDropList, CdkDropListGroup, Field, Picker, Proposals, ReadLine, RouterLink],
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
  private readonly visited = signal<string | undefined>(undefined);
  /** The one line that Tab stops at; the arrow keys walk from line to line. */
  protected readonly current = computed(() => (this.lines().find(({ line }) => line.id === this.visited()) ?? this.lines()[0])?.line.id);
  private readonly lineKeys: readonly (Binding & { readonly act: (row: RebuiltRow) => void })[] = [
    { keys: 'S', where: ON_A_LINE, words: SAY.swapIt, act: ({ line }) => this.swapAsked.emit(line.id) },
    { keys: 'ArrowLeft', where: ON_A_LINE, words: SAY.itsAmountAFigureTyped, act: (row) => this.focusIn(row, 'amount-of-') },
    { keys: 'ArrowRight', where: ON_A_LINE, words: SAY.itsButtons, act: (row) => this.focusIn(row, 'acts-of-') },
    { keys: 'ArrowUp', where: ON_A_LINE, words: SAY.theLineAbove, act: (row) => this.walk(row, -1) },
    { keys: 'ArrowDown', where: ON_A_LINE, words: SAY.theLineBelow, act: (row) => this.walk(row, 1) },
    { keys: 'Alt+ArrowUp', where: ON_A_LINE, words: SAY.moveItUp, act: (row) => this.move(row, -1) },
    { keys: 'Alt+ArrowDown', where: ON_A_LINE, words: SAY.moveItDown, act: (row) => this.move(row, 1) },
    { keys: 'D', where: ON_A_LINE, words: SAY.duplicateIt, act: ({ line }) => this.lineDesk.duplicate(line.id) },
    { keys: 'Delete', where: ON_A_LINE, words: SAY.leaveItOut, act: ({ line }) => this.lineDesk.remove(line.id) },
  ];

  /** On a phone what a swap set off stands beneath the line it is about. */
  protected readonly concerned = computed(() => {
    const first = this.screen.isSmall() ? this.desk.sheet()?.open[0] : undefined;
    const own = this.desk.sheet()?.open.flatMap(({ action }) => (action.kind === 'replace' ? [action.lineId] : []))[0];
    return first && (this.lines().find(({ line }) => line.id === own) ?? this.lines()[0])?.line.id;
  });

  constructor() {
    this.keys.bind([...this.lineKeys.map(({ keys, words, where }) => ({ keys, words, where: where ?? '' })), ...AMOUNT_KEYS], inject(DestroyRef));
  }

  protected visit(lineId: string): void {
    this.visited.set(lineId);
  }

  protected holds(row: PairRow): boolean {
    return row.rebuilt.some(({ line }) => line.id === this.concerned());
  }

  protected readonly partOptions = computed(() => this.parts().map(({ partId, heading }) => ({ value: partId, label: heading || SAY.mainPart })));
  protected readonly parts = computed(() => {
    const counting = new Map(this.desk.sheet()?.rebuild.parts.map((part) => [part.id, part.counting]));
    return this.desk.pairs().map((part) => ({ ...part, counting: counting.get(part.partId), rows: part.pairs.map((pair) => this.row(pair)) }));
  });
  private readonly barred = computed(() => this.desk.sheet()?.rebuild.goals?.excluded ?? []);
  private readonly measures = computed(() => this.desk.sheet()?.rebuild.measures ?? 'metric');
  protected readonly allergens = computed(() => {
    const [before, now] = [this.desk.original()?.allergens, this.desk.rebuild()?.allergens];
    if (!before || !now) return undefined;
    // "No longer" is said only where it is sure: no line unknown, no trace of it told by a pack or usual of its kind.
    const gone = now.unknownLines.length > 0 ? [] : before.contains.filter((allergen) => !now.contains.includes(allergen) && !now.mayContain.includes(allergen));
    const barred = this.barred();
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
      rebuilt: rebuilt.map((line) => this.rebuiltRow(line, original)),
    };
  }

  private rebuiltRow(line: Line, original: Line | undefined): RebuiltRow {
    const unit = line.amount ? unitById(line.amount.unit) : undefined;
    const state = lineState(line);
    const food = this.desk.larder()?.foods.get(line.foodId ?? '');
    const grams = line.massG !== undefined && unit?.id !== 'g' ? `${showNumber(line.massG, line.massG < 10 ? 1 : 0)} g` : '';
    // Grams too few for many scales are said in spoons, drops or sachets too.
    const spooned = grams === '' && food && line.massG !== undefined && line.massG < BY_THE_SPOON_G ? (kitchenMeasure(food, line.massG, this.measures()) ?? '') : '';
    const why = line.origin?.kind === 'added' ? line.origin.why : '';
    const broken = this.barred().filter((allergen) => food?.allergens.includes(allergen));
    const doubt = state === 'sure' ? undefined : line.doubts[0];
    return {
      line,
      name: this.desk.foodName(line.foodId) ?? line.name,
      unit: unit ? (unit.id === 'piece' ? '' : (unit.words[0] ?? '')) : 'g',
      share: shareOf(line, original),
      note:
        broken.length > 0
          ? SAY.has(broken.join(', '))
          : doubt
            ? (doubtWords(doubt).split(/[;:,(]/)[0] ?? '')
            : [grams || spooned, line.melted ? SAY.melted : '', line.beaten ? SAY.beaten : '', OWN_WORDS[line.basis ?? 'weighed'] ?? '', why].filter(Boolean).join(' · '),
      marked: state !== 'sure' || broken.length > 0,
    };
  }

  protected mendOriginal(lineId: string, mend: Mend): void {
    this.lineDesk.mendOriginal(lineId, mend);
  }

  protected toggleMend(lineId: string): void {
    this.mending.set(this.mending() === lineId ? undefined : lineId);
  }

  protected pressOnFood(event: KeyboardEvent, row: RebuiltRow): void {
    if (/^\d$/.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey) {
      // The figure is the line's: it opens no place, whose keys are figures too.
      event.stopPropagation();
      this.focusIn(row, 'amount-of-');
    } else
      this.keys.press(
        event,
        this.lineKeys.map((one) => ({ ...one, run: () => one.act(row) })),
      );
  }

  /** Left and right among the buttons of a line, and back to its food. */
  protected pressOnAct(event: KeyboardEvent, row: RebuiltRow): void {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!by || !(event.target instanceof HTMLElement)) return;
    event.preventDefault();
    const next = by < 0 ? event.target.previousElementSibling : event.target.nextElementSibling;
    if (next instanceof HTMLElement) next.focus();
    else if (by < 0) this.focusIn(row, 'food-of-');
  }

  protected focusIn({ line }: Pick<RebuiltRow, 'line'>, part: 'food-of-' | 'amount-of-' | 'acts-of-'): void {
    const element = document.getElementById(part + line.id);
    if (element instanceof HTMLInputElement) element.select();
    if (part === 'acts-of-') element?.querySelector('button')?.focus();
    else element?.focus();
  }

  private walk(row: RebuiltRow, by: -1 | 1): void {
    const lines = this.lines();
    const next = lines[lines.findIndex(({ line }) => line.id === row.line.id) + by];
    if (next) this.focusIn(next, 'food-of-');
  }

  protected move(row: RebuiltRow, by: -1 | 1): void {
    this.lineDesk.move(row.line.id, by);
    setTimeout(() => this.focusIn(row, 'food-of-'));
  }

  /** A pair dropped elsewhere takes all its lines along, in front of the pair that stands there now. */
  protected drop(event: CdkDragDrop<string>): void {
    const row = event.item.data as PairRow;
    const ids = row.rebuilt.map(({ line }) => line.id);
    const partId = event.container.data;
    const rows = (this.parts().find((part) => part.partId === partId)?.rows ?? []).filter((other) => other.key !== row.key);
    const before = rows.slice(event.currentIndex).find((other) => other.rebuilt.length > 0)?.rebuilt[0]?.line.id;
    this.lineDesk.place(ids, partId, before);
  }

  protected add(partId: string): void {
    const text = this.adding().trim();
    if (text === '') return;
    this.lineDesk.add(partId, text);
    this.adding.set('');
  }
}
