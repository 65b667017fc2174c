import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { isIntense, type Line } from '@fellmist/core';
import { type BakeLine, MOST_POUR_G } from '@fellmist/core/bake';
import { BakeDesk } from '../state/bakeDesk';
import { showNumber } from '../ui/figures';
import { FoodSelect } from '../ui/food-select';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

const MOST_SPOONS = 5;

/** What goes otherwise than planned: something more, another food or pack in a line's place, or nothing of it. */
@Component({
  selector: 'fm-something-else',
  imports: [Button, Field, FoodSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './something-else.html',
})
export class SomethingElse {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  /** In whose place it may go; none once all is in. */
  readonly line = input.required<BakeLine | undefined>();
  readonly leftOut = output();
  readonly done = output();
  protected readonly text = signal('');
  protected readonly name = computed(() => this.desk.lineName(this.line()).toLowerCase());
  protected readonly read = computed((): readonly Line[] => this.desk.readLines(this.text()));
  /** What the words were read as; undefined where they cannot be counted yet. */
  protected readonly readAs = computed(() => {
    const lines = this.read();
    if (lines.length === 0) return undefined;
    if (lines.some(({ foodId, massG }) => massG === undefined || this.desk.foodName(foodId) === undefined)) return { words: SAY.sayWhatAndHowMuch, isGood: false };
    if (lines.some(({ massG = 0 }) => massG > MOST_POUR_G)) return { words: SAY.tooMuchAtOnce, isGood: false };
    const words = lines.map(({ massG = 0, foodId }) => SAY.readAs(showNumber(massG, massG < 10 ? 1 : 0), this.desk.foodName(foodId) ?? ''));
    return { words: words.join(', '), isGood: true };
  });

  /** Sweetened to taste: a press for each spoon, of what this treat is sweetened with and of what usually is at hand. Nobody spoons what sweetens by the drop. */
  protected readonly spoons = computed(() => {
    const [bake, larder] = [this.desk.bake(), this.desk.larder()];
    const sweet = (bake?.lines ?? []).flatMap(({ foodId, isAdded }) => {
      const food = larder?.foods.get(foodId ?? '');
      return food?.kind === 'sweetener' && !isAdded && !isIntense(food) ? [food.name.toLowerCase()] : [];
    });
    const isCounted = (name: string): boolean => this.desk.readLines(SAY.spoonOf(1, name)).every(({ massG, foodId }) => massG !== undefined && foodId !== undefined);
    return [...new Set([...sweet, ...SAY.usualSweet])].slice(0, MOST_SPOONS).filter(isCounted);
  });
  /** How many went in since this was opened. */
  private readonly spooned = signal<ReadonlyMap<string, number>>(new Map());
  protected readonly spoonedWords = computed(() => [...this.spooned()].map(([name, count]) => SAY.spoonOf(count, name)).join(', '));

  protected spoon(name: string): void {
    this.desk.tellAdded(this.line()?.partId ?? this.desk.mainPartId(), this.desk.readLines(SAY.spoonOf(1, name)));
    this.spooned.update((spooned) => new Map(spooned).set(name, (spooned.get(name) ?? 0) + 1));
  }

  protected add(): void {
    if (!this.readAs()?.isGood) return;
    this.desk.tellAdded(this.line()?.partId ?? this.desk.mainPartId(), this.read());
    this.text.set('');
    this.done.emit();
  }

  protected change(foodId: string): void {
    const line = this.line();
    if (line) this.desk.tell({ kind: 'food changed', lineId: line.id, foodId });
    this.done.emit();
  }
}
