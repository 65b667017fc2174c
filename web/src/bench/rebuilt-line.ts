import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { BY_THE_SPOON_G, doubtWords, kitchenMeasure, type Line, lineState, type MassBasis, unitById } from '@fellmist/core';
import { Desk } from '../state/desk';
import { LineDesk } from '../state/lineDesk';
import { AmountField } from '../ui/amount-field';
import { showNumber } from '../ui/figures';
import { type Binding, Keys } from '../ui/keys';
import { SAY } from './rebuilt-line.words';

/** Said on the line where the baker's own weighing decided its grams. */
const OWN_WORDS: Readonly<Partial<Record<MassBasis, string>>> = { 'own-piece': SAY.yourOwnMeasure, 'own-density': SAY.yourOwnCup };

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

type Place = 'food-of-' | 'amount-of-' | 'acts-of-';

/** Puts the focus on a line's food, into its amount, or on the first of its buttons. */
export function focusIn(lineId: string, place: Place): void {
  const element = document.getElementById(place + lineId);
  if (element instanceof HTMLInputElement) element.select();
  if (place === 'acts-of-') element?.querySelector('button')?.focus();
  else element?.focus();
}

const ON_A_LINE = SAY.onAFoodOfThe;
/** What the keys do on a line's food. */
export const LINE_KEYS: readonly (Binding & { readonly where: string; readonly act: (line: RebuiltLine) => void })[] = [
  { keys: 'S', where: ON_A_LINE, words: SAY.swapIt, act: (line) => line.swapAsked.emit() },
  { keys: 'ArrowLeft', where: ON_A_LINE, words: SAY.itsAmountAFigureTyped, act: (line) => focusIn(line.line().id, 'amount-of-') },
  { keys: 'ArrowRight', where: ON_A_LINE, words: SAY.itsButtons, act: (line) => focusIn(line.line().id, 'acts-of-') },
  { keys: 'ArrowUp', where: ON_A_LINE, words: SAY.theLineAbove, act: (line) => line.walked.emit(-1) },
  { keys: 'ArrowDown', where: ON_A_LINE, words: SAY.theLineBelow, act: (line) => line.walked.emit(1) },
  { keys: 'Alt+ArrowUp', where: ON_A_LINE, words: SAY.moveItUp, act: (line) => line.move(-1) },
  { keys: 'Alt+ArrowDown', where: ON_A_LINE, words: SAY.moveItDown, act: (line) => line.move(1) },
  { keys: 'D', where: ON_A_LINE, words: SAY.duplicateIt, act: (line) => line.lineDesk.duplicate(line.line().id) },
  { keys: 'Delete', where: ON_A_LINE, words: SAY.leaveItOut, act: (line) => line.lineDesk.remove(line.line().id) },
];

/** One line of the rebuild beside its original: drawn anew only where it changed itself, so that a figure typed into one leaves all others alone. */
@Component({
  selector: 'fm-rebuilt-line',
  imports: [AmountField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rebuilt-line.html',
  styleUrl: './rebuilt-line.less',
})
export class RebuiltLine {
  protected readonly say = SAY;
  protected readonly focusIn = focusIn;
  private readonly keys = inject(Keys);
  private readonly desk = inject(Desk);
  readonly lineDesk = inject(LineDesk);
  readonly line = input.required<Line>();
  /** What it stands for, if it stands for something. */
  readonly original = input<Line>();
  /** The one line that Tab stops at. */
  readonly isStop = input(false);
  readonly swapAsked = output();
  readonly visited = output();
  readonly walked = output<-1 | 1>();

  private readonly measures = computed(() => this.desk.sheet()?.rebuild.measures ?? 'metric');
  private readonly food = computed(() => this.desk.larder()?.foods.get(this.line().foodId ?? ''));

  protected readonly row = computed(() => {
    const [line, food] = [this.line(), this.food()];
    const unit = line.amount ? unitById(line.amount.unit) : undefined;
    const state = lineState(line);
    const grams = line.massG !== undefined && unit?.id !== 'g' ? `${showNumber(line.massG, line.massG < 10 ? 1 : 0)} g` : '';
    // Grams too few for many scales are said in spoons, drops or sachets too.
    const spooned = grams === '' && food && line.massG !== undefined && line.massG < BY_THE_SPOON_G ? (kitchenMeasure(food, line.massG, this.measures()) ?? '') : '';
    const why = line.origin?.kind === 'added' ? line.origin.why : '';
    const broken = this.desk.barred().filter((allergen) => food?.allergens.includes(allergen));
    const doubt = state === 'sure' ? undefined : line.doubts[0];
    return {
      name: this.desk.foodName(line.foodId) ?? line.name,
      unit: unit ? (unit.id === 'piece' ? '' : (unit.words[0] ?? '')) : 'g',
      share: shareOf(line, this.original()),
      note:
        broken.length > 0
          ? SAY.has(broken.join(', '))
          : doubt
            ? (doubtWords(doubt).split(/[;:,(]/)[0] ?? '')
            : [grams || spooned, line.melted ? SAY.melted : '', line.beaten ? SAY.beaten : '', OWN_WORDS[line.basis ?? 'weighed'] ?? '', why].filter(Boolean).join(' · '),
      marked: state !== 'sure' || broken.length > 0,
    };
  });

  protected pressOnFood(event: KeyboardEvent): void {
    if (/^\d$/.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey) {
      // The figure is the line's: it opens no place, whose keys are figures too.
      event.stopPropagation();
      focusIn(this.line().id, 'amount-of-');
    } else
      this.keys.press(
        event,
        LINE_KEYS.map((one) => ({ ...one, run: () => one.act(this) })),
      );
  }

  /** Left and right among the buttons of a line, and back to its food. */
  protected pressOnAct(event: KeyboardEvent): void {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!by || !(event.target instanceof HTMLElement)) return;
    event.preventDefault();
    const next = by < 0 ? event.target.previousElementSibling : event.target.nextElementSibling;
    if (next instanceof HTMLElement) next.focus();
    else if (by < 0) focusIn(this.line().id, 'food-of-');
  }

  move(by: -1 | 1): void {
    const { id } = this.line();
    this.lineDesk.move(id, by);
    setTimeout(() => focusIn(id, 'food-of-'));
  }
}
