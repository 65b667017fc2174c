import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { type Proposal, proposedMass } from '@fellmist/core';
import { fieldGrams, numberWithin } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** What is proposed, to be taken, taken with other grams, or refused; and why it is. */
@Component({
  selector: 'fm-deed',
  imports: [Button, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './deed.html',
  styleUrl: './deed.less',
})
export class Deed {
  protected readonly say = SAY;
  readonly proposal = input.required<Proposal>();
  readonly words = input.required<string>();
  readonly reason = input.required<string>();
  readonly refusal = input.required<string>();
  readonly refusalLabel = input.required<string>();
  /** Taken, with other grams where they were typed. */
  readonly taken = output<number | undefined>();
  readonly refused = output();
  /** Whether it is being considered, by pointer or focus. */
  readonly looked = output<boolean>();

  /** Other grams than those proposed, while they are typed. */
  protected readonly edited = linkedSignal<string, string | undefined>({ source: () => this.proposal().id, computation: () => undefined });
  protected readonly isAsked = signal(false);

  protected readonly massG = computed(() => {
    const massG = proposedMass(this.proposal().action);
    return massG === undefined ? undefined : fieldGrams(massG);
  });

  private readonly typed = computed(() => {
    const text = this.edited();
    return text === undefined ? undefined : numberWithin(text, 0, 1_000_000);
  });
  protected readonly isFaulty = computed(() => this.edited() !== undefined && this.typed() === undefined);

  protected take(): void {
    if (this.isFaulty()) return;
    this.taken.emit(this.typed());
    this.edited.set(undefined);
  }
}
