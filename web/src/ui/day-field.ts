import { ChangeDetectionStrategy, Component, computed, input, output, ViewEncapsulation } from '@angular/core';
import { formatISO, parseISO } from 'date-fns';
import { DatePicker } from './zorro/datePicker';
import { Value } from './zorro/value';
import { SAY } from './words';

/** A day, as an ISO day or nothing; its label stands beside it: `<label [for]="fieldId">`. */
@Component({
  selector: 'fm-day-field',
  imports: [DatePicker, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './day-field.html',
  styleUrl: './day-field.less',
  encapsulation: ViewEncapsulation.None,
})
export class DayField {
  protected readonly say = SAY;
  readonly fieldId = input.required<string>();
  readonly day = input<string>();
  readonly picked = output<string>();
  protected readonly date = computed(() => {
    const day = this.day();
    return day ? parseISO(day) : null;
  });

  protected pick(date: Date | null): void {
    this.picked.emit(date ? formatISO(date, { representation: 'date' }) : '');
  }
}
