import { ChangeDetectionStrategy, Component, computed, input, output, viewChild } from '@angular/core';
import type { Option } from './choice';
import { Select } from './zorro/select';
import { Value } from './zorro/value';

function sameOptions(some: readonly Option<string>[], others: readonly Option<string>[]): boolean {
  return some.length === others.length && some.every(({ value, label }, i) => value === others[i]?.value && label === others[i].label);
}

/** One of many, from a list that opens; with `search` it is found by its letters. Its label stands beside it: `<label [for]="fieldId">`. */
@Component({
  selector: 'fm-pick',
  imports: [Select, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pick.html',
  styleUrl: './pick.less',
})
export class Picker<T extends string> {
  readonly fieldId = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input<T>();
  readonly hint = input('');
  readonly search = input(false);
  /** What was picked is done with at once: the field is empty again. */
  readonly clears = input(false);
  readonly picked = output<T>();
  /** As data: a row of its own kind for each would be made long before the list is opened. A list that says the same is the same list. */
  protected readonly rows = computed(() => [...this.options()], { equal: sameOptions });
  private readonly select = viewChild.required(Select);

  protected take(value: T): void {
    this.picked.emit(value);
    if (this.clears()) this.select().writeValue([]);
  }
}
