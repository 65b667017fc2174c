import { Directive, inject, Input, output } from '@angular/core';
import { type ControlValueAccessor, NG_VALUE_ACCESSOR } from '@angular/forms';

/**
 * What a control of the library holds, one way in and one way out: `[fmValue]` and `(given)`. The forms' own model writes it a turn
 * later and draws the page again for it, and marks what nobody looks at.
 */
@Directive({ selector: '[fmValue]' })
export class Value<T> {
  private readonly accessor = inject<readonly ControlValueAccessor[]>(NG_VALUE_ACCESSOR, { self: true })[0];
  readonly given = output<T>();

  constructor() {
    this.accessor?.registerOnChange((value: T) => {
      this.given.emit(value);
    });
    this.accessor?.registerOnTouched(() => undefined);
  }

  @Input({ required: true }) set fmValue(value: T | undefined) {
    this.accessor?.writeValue(value);
  }
}
