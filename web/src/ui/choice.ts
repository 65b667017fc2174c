import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export interface Option<T extends string> {
  readonly label: string;
  readonly value: T;
}

/** One of a few: native radio buttons in a row. */
@Component({
  selector: 'fm-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend class="unseen">{{ label() }}</legend>
      @for (option of options(); track option.value) {
        <label [class.picked]="option.value === value()">
          <input class="unseen" type="radio" [name]="name()" [checked]="option.value === value()" (change)="picked.emit(option.value)" />
          {{ option.label }}
        </label>
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      position: relative;
      display: flex;
      flex-wrap: wrap;
      margin: 0;
      padding: 0;
      border: 0;
    }
    label {
      padding: 2px 10px;
      border: 1px solid var(--rule);
      border-left-width: 0;
      color: var(--soft-ink);
      cursor: pointer;
      font-size: 14px;
      line-height: 24px;
    }
    @media (max-width: 430px) {
      label {
        padding: 2px 7px;
        font-size: 13px;
      }
    }
    label:first-of-type {
      border-left-width: 1px;
      border-radius: 4px 0 0 4px;
    }
    label:last-of-type {
      border-radius: 0 4px 4px 0;
    }
    .picked {
      background: var(--accent-wash);
      color: var(--ink);
      font-weight: 600;
    }
    label:focus-within {
      outline: 2px solid var(--accent);
      outline-offset: 1px;
    }
  `,
})
export class Choice<T extends string> {
  readonly name = input.required<string>();
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<T>();
  readonly picked = output<T>();
}
