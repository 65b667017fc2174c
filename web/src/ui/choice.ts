import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RadioButton, RadioGroup } from './zorro/radio';
import { Value } from './zorro/value';

export interface Option<T extends string> {
  readonly label: string;
  readonly value: T;
}

/** One of a few, in a row: the arrow keys go from one to the next. */
@Component({
  selector: 'fm-choice',
  imports: [RadioButton, RadioGroup, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './choice.html',
})
export class Choice<T extends string> {
  readonly name = input.required<string>();
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<T>();
  readonly picked = output<T>();
}
