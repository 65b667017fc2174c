import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { type Food, massOf, SOON_DAYS, type StockItem, useBy } from '@fellmist/core';
import { LarderDesk } from '../state/larderDesk';
import { daysWords, showDay, today } from '../ui/day';
import { fieldGrams, readAmountTyped } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { DayField } from '../ui/day-field';
import { Told } from '../ui/told';
import { SAY } from './words';

interface StockRow {
  readonly item: StockItem;
  readonly left: string;
  readonly due: string;
  readonly isSoon: boolean;
}

/** What of a food is in stock: grams left, opened, best before, and the day by which to use it. */
@Component({
  selector: 'fm-stock-of',
  imports: [Button, DayField, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stock-of.html',
  styleUrl: './stock-of.less',
})
export class StockOf {
  protected readonly say = SAY;
  private readonly larderDesk = inject(LarderDesk);
  private readonly told = inject(Told);
  readonly food = input.required<Food>();
  protected readonly fault = signal<string | undefined>(undefined);

  protected readonly rows = computed((): readonly StockRow[] => {
    const food = this.food();
    return this.larderDesk.stockOf(food.id).map((item) => {
      const due = useBy(item, food, today());
      const words = due ? SAY.useBy(daysWords(due.daysLeft), showDay(due.on), due.why === 'opened' ? SAY.openedKeepsDays(String(food.keepsOpenedDays)) : SAY.bestBefore) : '';
      return { item, left: fieldGrams(item.leftG), due: words, isSoon: due !== undefined && due.daysLeft <= SOON_DAYS };
    });
  });

  /** Grams of an amount as typed ("210 g", "6", "1/2 can"), or undefined with the reason said. */
  private grams(text: string): number | undefined {
    const typed = readAmountTyped(text, 'g');
    if ('error' in typed) {
      this.fault.set(typed.error);
      return undefined;
    }
    const found = massOf(typed.amount, this.food(), 'us');
    if ('gap' in found) {
      this.fault.set(SAY.theWeightOfThatMeasure);
      return undefined;
    }
    this.fault.set(undefined);
    return Number(found.massG.toFixed(1));
  }

  protected put(item: StockItem): void {
    this.larderDesk.putStock(item).subscribe((words) => this.fault.set(words));
  }

  protected weigh(item: StockItem, text: string): void {
    const leftG = this.grams(text);
    if (leftG !== undefined) this.put({ ...item, leftG });
  }

  protected date(item: StockItem, key: 'openedOn' | 'bestBefore', day: string): void {
    const { [key]: _before, ...rest } = item;
    this.put(day === '' ? rest : { ...rest, [key]: day });
  }

  protected gone(item: StockItem): void {
    this.larderDesk.removeStock(item).subscribe((words) => {
      this.fault.set(words);
      if (words === undefined) this.told.undoable(SAY.gOfTakenOutOf(fieldGrams(item.leftG), this.food().name), () => this.put(item));
    });
  }

  protected add(text: string, note: string): void {
    const leftG = this.grams(text);
    if (leftG === undefined || leftG <= 0) return;
    const isPack = this.food().packOf !== undefined;
    this.put({
      id: `stock-${crypto.randomUUID()}`,
      foodId: this.food().id,
      leftG,
      ...(isPack ? {} : { openedOn: today() }),
      origin: isPack ? 'pack' : 'left over',
      note: note.trim(),
    });
  }
}
