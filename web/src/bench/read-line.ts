import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { doubtWords, type Line, lineState, type Mend } from '@fellmist/core';
import { Desk } from '../state/desk';
import { AmountField } from '../ui/amount-field';
import { showNumber } from '../ui/figures';
import { FoodSelect } from '../ui/food-select';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

const BASIS_WORDS = {
  weighed: 'weighed',
  entered: SAY.yourGrams,
  piece: SAY.byThePiece,
  density: SAY.byItsDensity,
  'own-piece': SAY.yourOwnMeasure,
  'own-density': SAY.yourOwnCup,
  custom: 'customary',
} as const;

/** One line as read: food, grams and how they were found; opens into fields to mend it. */
@Component({
  selector: 'fm-read-line',
  imports: [AmountField, Button, FoodSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './read-line.html',
  styleUrl: './read-line.less',
})
export class ReadLine {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  readonly line = input.required<Line>();
  /** Opened by its owner from the start, as the Bench does. */
  readonly open = input(false);
  readonly mended = output<Mend>();
  protected readonly wanted = signal<boolean | undefined>(undefined);
  protected readonly isOpen = computed(() => this.wanted() ?? this.open());
  protected readonly state = computed(() => lineState(this.line()));
  protected readonly foodName = computed(() => this.desk.foodName(this.line().foodId));
  protected readonly doubts = computed(() => this.line().doubts.map(doubtWords).join('. '));
  protected readonly grams = computed(() => {
    const { massG } = this.line();
    return massG === undefined ? '– g' : `${showNumber(massG, massG < 10 ? 1 : 0)} g`;
  });
  protected readonly found = computed(() => {
    const { basis } = this.line();
    return basis === undefined ? SAY.notCounted : BASIS_WORDS[basis];
  });
}
