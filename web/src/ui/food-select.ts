import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { matchFood } from '@fellmist/core';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { Desk } from '../state/desk';

/** Chooses a food from the shelf of foods by typing any of its names. */
@Component({
  selector: 'fm-food-select',
  imports: [FormsModule, NzSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nz-select
      nzShowSearch
      nzServerSearch
      [nzId]="fieldId()"
      nzPlaceHolder="Choose a food"
      nzDropdownClassName="fm-food-options"
      [ngModel]="foodId() ?? null"
      (ngModelChange)="chosen.emit($event)"
      (nzOnSearch)="typed.set($event)"
    >
      @for (food of options(); track food.id) {
        <nz-option [nzValue]="food.id" [nzLabel]="food.name" />
      }
    </nz-select>
  `,
  styles: `
    :host,
    nz-select {
      display: block;
      width: 100%;
    }
  `,
})
export class FoodSelect {
  private readonly desk = inject(Desk);
  readonly fieldId = input.required<string>();
  readonly foodId = input<string>();
  /** Words to offer foods for before anything is typed. */
  readonly hint = input('');
  readonly chosen = output<string>();
  protected readonly typed = signal('');

  protected readonly options = computed(() => {
    const larder = this.desk.larder();
    if (!larder) return [];
    const words = this.typed() || this.hint();
    const begins = [...larder.foods.values()].filter(
      (food) => this.typed() !== '' && [food.name, ...food.synonyms].some((name) => name.toLowerCase().includes(words.toLowerCase())),
    );
    const likely = words === '' ? [] : matchFood(words, larder.index, 12).flatMap(({ foodId }) => larder.foods.get(foodId) ?? []);
    const rest = this.typed() === '' ? [...larder.foods.values()] : [];
    const current = this.foodId() === undefined ? undefined : larder.foods.get(this.foodId() ?? '');
    return [...new Set([...likely, ...begins, ...rest, ...(current ? [current] : [])])];
  });
}
