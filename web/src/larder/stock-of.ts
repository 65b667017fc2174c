import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { type Food, massOf, SOON_DAYS, type StockItem, useBy } from '@fellmist/core';
import { LarderDesk } from '../state/larderDesk';
import { daysWords, showDay, today } from '../ui/day';
import { fieldGrams, readAmountTyped } from '../ui/numbers';

interface StockRow {
  readonly item: StockItem;
  readonly left: string;
  readonly due: string;
  readonly isSoon: boolean;
}

/** What of a food is in stock: grams left, opened, best before, and the day by which to use it. */
@Component({
  selector: 'fm-stock-of',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="In stock">
      @for (row of rows(); track row.item.id) {
        <div class="item">
          <label class="unseen" [for]="'left-' + row.item.id">Left of {{ food().name }}</label>
          <input #left class="field left" maxlength="20" autocomplete="off" [id]="'left-' + row.item.id" [value]="row.left" (change)="weigh(row.item, left.value)" />
          <span class="soft">g left</span>
          <label [for]="'opened-' + row.item.id">opened</label>
          <input #opened type="date" class="field date" [id]="'opened-' + row.item.id" [value]="row.item.openedOn ?? ''" (change)="date(row.item, 'openedOn', opened.value)" />
          <label [for]="'best-' + row.item.id">best before</label>
          <input #best type="date" class="field date" [id]="'best-' + row.item.id" [value]="row.item.bestBefore ?? ''" (change)="date(row.item, 'bestBefore', best.value)" />
          <button type="button" class="link" (click)="gone(row.item)">gone</button>
          @if (row.due || row.item.note) {
            <p class="due" [class.attention]="row.isSoon" [class.soft]="!row.isSoon">{{ row.due }}{{ row.due && row.item.note ? ' · ' : '' }}{{ row.item.note }}</p>
          }
        </div>
      }
      @if (removed(); as item) {
        <p class="notice" role="status">
          <span>{{ item.leftG }} g taken out of stock.</span>
          <button type="button" class="button" (click)="put(item); removed.set(undefined)">Undo</button>
        </p>
      }
      <form (submit)="$event.preventDefault(); add(amount.value, note.value); amount.value = ''; note.value = ''">
        <label [for]="'add-' + food().id">{{ food().packOf ? 'Put in stock' : 'Add a left-over' }}</label>
        <input #amount class="field left" maxlength="20" autocomplete="off" placeholder="210 g" [id]="'add-' + food().id" />
        <label class="unseen" [for]="'note-' + food().id">Note</label>
        <input #note class="field note" maxlength="120" autocomplete="off" placeholder="half a can" [id]="'note-' + food().id" />
        <button type="submit" class="button">Add</button>
      </form>
      @if (fault(); as words) {
        <p class="attention" role="alert">{{ words }}</p>
      }
    </section>
  `,
  styles: `
    .item,
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
      font-size: 14px;
      gap: 4px 6px;
    }
    .field {
      height: 30px;
      padding: 0 6px;
    }
    .left {
      width: 66px;
      text-align: right;
    }
    .date {
      width: 128px;
    }
    .note {
      min-width: 90px;
      flex: 1;
    }
    .due {
      width: 100%;
    }
  `,
})
export class StockOf {
  private readonly larderDesk = inject(LarderDesk);
  readonly food = input.required<Food>();
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly removed = signal<StockItem | undefined>(undefined);

  protected readonly rows = computed((): readonly StockRow[] => {
    const food = this.food();
    return this.larderDesk.stockOf(food.id).map((item) => {
      const due = useBy(item, food, today());
      const words = due
        ? `use ${daysWords(due.daysLeft)}, by ${showDay(due.on)} (${due.why === 'opened' ? `opened, keeps ${String(food.keepsOpenedDays)} days` : 'best before'})`
        : '';
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
      this.fault.set('The weight of that measure is not known for this food; give the grams.');
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
      if (words === undefined) this.removed.set(item);
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
