import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { Line } from '@fellmist/core';
import { type BakeLine, MOST_POUR_G } from '@fellmist/core/bake';
import { BakeDesk } from '../state/bakeDesk';
import { showNumber } from '../ui/figures';
import { FoodSelect } from '../ui/food-select';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

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
  readonly line = input.required<BakeLine>();
  readonly leftOut = output();
  readonly done = output();
  protected readonly text = signal('');
  protected readonly name = computed(() => this.desk.lineName(this.line()).toLowerCase());
  protected readonly read = computed((): Line | undefined => (this.text().trim() === '' ? undefined : this.desk.readLine(this.text())));
  /** What the words were read as; undefined where they cannot be counted yet. */
  protected readonly readAs = computed(() => {
    const line = this.read();
    if (!line) return undefined;
    const name = this.desk.foodName(line.foodId);
    if (name === undefined || line.massG === undefined) return { words: SAY.sayWhatAndHowMuch, isGood: false };
    if (line.massG > MOST_POUR_G) return { words: SAY.tooMuchAtOnce, isGood: false };
    return { words: SAY.readAs(showNumber(line.massG, line.massG < 10 ? 1 : 0), name), isGood: true };
  });

  protected add(): void {
    const line = this.read();
    if (!line || line.massG === undefined || line.foodId === undefined || line.massG > MOST_POUR_G) return;
    this.desk.tell({ kind: 'added', partId: this.line().partId, line }, { kind: 'poured', lineId: line.id, massG: line.massG, by: 'typed', foodId: line.foodId });
    this.text.set('');
    this.done.emit();
  }

  protected change(foodId: string): void {
    this.desk.tell({ kind: 'food changed', lineId: this.line().id, foodId });
    this.done.emit();
  }
}
