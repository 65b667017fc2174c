import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, ChangeDetectorRef, Component, computed, inject, input, output, signal, viewChild } from '@angular/core';
import type { Option } from './choice';
import { Icon } from './icon';
import { Select } from './zorro/select';
import { Value } from './zorro/value';

function sameOptions(some: readonly Option<string>[], others: readonly Option<string>[]): boolean {
  return some.length === others.length && some.every(({ value, label }, i) => value === others[i]?.value && label === others[i].label);
}

/**
 * One of many, from a list that opens; with `search` it is found by its letters. Its label stands beside it: `<label [for]="fieldId">`.
 * What is seen of it is drawn at once; the library's own control, dear to make, takes its place when a hand or the focus comes to it.
 */
@Component({
  selector: 'fm-pick',
  imports: [Icon, NgTemplateOutlet, Select, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pick.html',
  styleUrl: './pick.less',
  host: { '(pointerenter)': 'wake()', '(focusin)': 'wake(true)', '(click)': 'pressed()' },
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
  protected readonly shown = computed(() => this.options().find(({ value }) => value === this.value())?.label);
  protected readonly isAwake = signal(false);
  private readonly changes = inject(ChangeDetectorRef);
  private readonly select = viewChild(Select);

  /** Made before this event is over: the press that follows lands on it. */
  protected wake(isFocused = false): void {
    if (this.isAwake()) return;
    this.isAwake.set(true);
    this.changes.detectChanges();
    if (isFocused) this.select()?.focus();
  }

  /** A press without a pointer, by a reader of the screen. */
  protected pressed(): void {
    if (this.isAwake()) return;
    this.wake(true);
    this.select()?.setOpenState(true);
  }

  protected take(value: T): void {
    this.picked.emit(value);
    if (this.clears()) this.select()?.writeValue([]);
  }
}
