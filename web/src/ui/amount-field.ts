import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, linkedSignal, output, viewChild } from '@angular/core';
import { type Amount, formatAmount, unitById } from '@fellmist/core';
import { Field } from './zorro/field';
import { fieldCount, fieldGrams, readAmountTyped } from './numbers';

export interface AmountTyped {
  readonly amount: Amount;
  readonly text: string;
}

/** An amount as a baker types it: "180", "180 g", "1 1/2 cup". Arrow keys step it; a fault is said beneath and changes nothing; Escape takes back what was typed. */
@Component({
  selector: 'fm-amount-field',
  imports: [Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './amount-field.html',
  styleUrl: './amount-field.less',
})
export class AmountField {
  readonly fieldId = input.required<string>();
  readonly label = input.required<string>();
  readonly amount = input<Amount>();
  /** Whether Tab stops here; else it is walked into. */
  readonly tabbable = input(true);
  readonly typed = output<AmountTyped>();
  /** The arrow to the right at the end of what stands here. */
  readonly walkedOut = output();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');

  private readonly unit = computed(() => this.amount()?.unit ?? 'g');
  /** What the field holds while it is being typed in; the amount's own figures otherwise. */
  private readonly draft = linkedSignal<Amount | undefined, string | undefined>({
    source: this.amount,
    computation: (_amount, previous) => (this.editing ? previous?.value : undefined),
  });
  protected readonly fault = linkedSignal<Amount | undefined, string | undefined>({
    source: this.amount,
    computation: (_amount, previous) => (this.editing ? previous?.value : undefined),
  });
  /** The amount as typed last, which a key may ask for before the sheet has it. */
  private readonly latest = linkedSignal(() => this.amount());
  protected readonly shown = computed(() => this.draft() ?? this.plain());
  private editing = false;
  private before: Amount | undefined;

  /** The number alone; its unit stands beside the field. */
  private readonly plain = computed(() => {
    const amount = this.amount();
    if (!amount) return '';
    const kind = unitById(amount.unit).kind;
    const show = kind === 'mass' || ['ml', 'cl', 'dl', 'l'].includes(amount.unit) ? fieldGrams : fieldCount;
    return amount.high === undefined ? show(amount.value) : `${show(amount.value)}–${show(amount.high)}`;
  });

  focus(): void {
    const element = this.field().nativeElement;
    element.focus();
    element.select();
  }

  protected read(text: string): void {
    if (!this.editing) this.before = this.amount();
    this.editing = true;
    this.draft.set(text);
    const read = readAmountTyped(text, this.before?.unit ?? this.unit());
    if ('error' in read) {
      this.putBack();
      this.fault.set(read.error);
    } else {
      this.fault.set(undefined);
      this.latest.set(read.amount);
      this.typed.emit(read);
    }
  }

  /** What stood before the field was typed in, for as long as nothing that can be read stands in it. */
  private putBack(): void {
    const { before } = this;
    if (!before || before === this.latest()) return;
    this.latest.set(before);
    this.typed.emit({ amount: before, text: formatAmount(before) });
  }

  protected cancel(event: Event): void {
    if (!this.editing) return;
    event.stopPropagation();
    this.putBack();
    this.settle();
  }

  protected step(event: Event, direction: 1 | -1): void {
    const amount = this.latest();
    if (!amount) return;
    event.preventDefault();
    const kind = unitById(amount.unit).kind;
    const by = kind === 'count' ? 1 : kind === 'mass' || amount.unit === 'ml' ? (amount.value < 20 ? 1 : 5) : 0.25;
    const value = Math.max(amount.value + direction * by, 0);
    this.editing = false;
    this.draft.set(undefined);
    this.latest.set({ value, unit: amount.unit });
    this.typed.emit({ amount: { value, unit: amount.unit }, text: formatAmount({ value, unit: amount.unit }) });
  }

  protected walkOut(event: Event): void {
    const { selectionStart, selectionEnd, value } = this.field().nativeElement;
    if (selectionEnd !== value.length || (selectionStart !== selectionEnd && selectionStart !== 0)) return;
    event.preventDefault();
    this.walkedOut.emit();
  }

  /** Leaving the field with a fault shows the amount that stands. */
  protected settle(): void {
    this.editing = false;
    this.draft.set(undefined);
    this.fault.set(undefined);
    this.field().nativeElement.value = this.plain();
  }
}
