import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, linkedSignal, output, viewChild } from '@angular/core';
import { type Amount, formatAmount, gramsNumber, kitchenNumber, readTypedAmount, unitById } from '@fellmist/core';

export interface AmountTyped {
  readonly amount: Amount;
  readonly text: string;
}

/** An amount as a baker types it: "180", "180 g", "1 1/2 cup". Arrow keys step it; a fault is said beneath. */
@Component({
  selector: 'fm-amount-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #field
      class="amount"
      inputmode="text"
      autocomplete="off"
      maxlength="40"
      [id]="fieldId()"
      [value]="shown()"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="fault() ? true : null"
      [attr.aria-describedby]="fault() ? fieldId() + '-fault' : null"
      (input)="read(field.value)"
      (keydown.arrowup)="step($event, 1)"
      (keydown.arrowdown)="step($event, -1)"
      (keydown.enter)="field.blur(); field.focus()"
      (blur)="settle()"
    />
    @if (fault(); as words) {
      <span class="fault" role="alert" [id]="fieldId() + '-fault'">{{ words }}</span>
    }
  `,
  styleUrl: './amount-field.less',
})
export class AmountField {
  readonly fieldId = input.required<string>();
  readonly label = input.required<string>();
  readonly amount = input<Amount>();
  readonly typed = output<AmountTyped>();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');

  private readonly unit = computed(() => this.amount()?.unit ?? 'g');
  /** What the field holds while it is being typed in; the amount's own figures otherwise. */
  private readonly draft = linkedSignal<Amount | undefined, string | undefined>({
    source: this.amount,
    computation: (_amount, previous) => (this.editing ? previous?.value : undefined),
  });
  protected readonly fault = linkedSignal<Amount | undefined, string | undefined>({ source: this.amount, computation: () => undefined });
  protected readonly shown = computed(() => this.draft() ?? this.plain());
  private editing = false;

  /** The number alone; its unit stands beside the field. */
  private readonly plain = computed(() => {
    const amount = this.amount();
    if (!amount) return '';
    if (amount.high !== undefined)
      return formatAmount(amount)
        .replace(/[a-z].*$/i, '')
        .trim();
    const kind = unitById(amount.unit).kind;
    return kind === 'mass' || ['ml', 'cl', 'dl', 'l'].includes(amount.unit) ? gramsNumber(amount.value) : kitchenNumber(amount.value);
  });

  focus(): void {
    const element = this.field().nativeElement;
    element.focus();
    element.select();
  }

  protected read(text: string): void {
    this.editing = true;
    this.draft.set(text);
    const read = readTypedAmount(text, this.unit());
    if ('error' in read) this.fault.set(read.error);
    else {
      this.fault.set(undefined);
      this.typed.emit(read);
    }
  }

  protected step(event: Event, direction: 1 | -1): void {
    const amount = this.amount();
    if (!amount) return;
    event.preventDefault();
    const kind = unitById(amount.unit).kind;
    const by = kind === 'count' ? 1 : kind === 'mass' || amount.unit === 'ml' ? (amount.value < 20 ? 1 : 5) : 0.25;
    const value = Math.max(amount.value + direction * by, 0);
    this.editing = false;
    this.draft.set(undefined);
    this.typed.emit({ amount: { value, unit: amount.unit }, text: formatAmount({ value, unit: amount.unit }) });
  }

  /** Leaving the field with a fault puts the last good amount back. */
  protected settle(): void {
    this.editing = false;
    this.draft.set(undefined);
    this.fault.set(undefined);
    this.field().nativeElement.value = this.plain();
  }
}
