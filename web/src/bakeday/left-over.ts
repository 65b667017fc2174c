import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { StockItem } from '@fellmist/core';
import { BakeDesk } from '../state/bakeDesk';
import { LarderDesk } from '../state/larderDesk';
import { today } from '../ui/day';
import { fieldGrams, numberWithin } from '../ui/numbers';
import { FoodSelect } from '../ui/food-select';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** What a bake leaves over of its foods, yolks or half a tin: into the larder, opened today, so that it is used in its days. */
@Component({
  selector: 'fm-left-over',
  imports: [Button, Field, FoodSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './left-over.html',
})
export class LeftOver {
  protected readonly say = SAY;
  private readonly larderDesk = inject(LarderDesk);
  private readonly desk = inject(BakeDesk);
  private readonly told = inject(Told);
  protected readonly foodId = signal<string | undefined>(undefined);
  protected readonly fault = signal<string | undefined>(undefined);

  protected put(text: string): void {
    const [foodId, leftG] = [this.foodId(), numberWithin(text, 0.1, 100_000)];
    this.fault.set(foodId === undefined ? SAY.chooseAFood : leftG === undefined ? SAY.giveGrams : undefined);
    if (foodId === undefined || leftG === undefined) return;
    const title = this.desk.bake()?.plan.title ?? '';
    const item: StockItem = { id: `stock-${crypto.randomUUID()}`, foodId, leftG, openedOn: today(), origin: 'left over', note: SAY.fromTheBake(title).slice(0, 200) };
    this.larderDesk.putStock(item).subscribe((words) => {
      this.fault.set(words);
      if (words !== undefined) return;
      this.foodId.set(undefined);
      this.told.undoable(SAY.wentIntoLarder(fieldGrams(leftG), (this.desk.foodName(foodId) ?? '').toLowerCase()), () => this.larderDesk.removeStock(item).subscribe());
    });
  }
}
