import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, output, signal } from '@angular/core';
import { MARK_WORDS, type Proposal, proposedMass, proposalWords } from '@fellmist/core';
import { Desk } from '../state/desk';
import { SwapDesk } from '../state/swapDesk';
import { fieldGrams, numberWithin } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';

interface Card {
  readonly proposal: Proposal;
  readonly kind: string;
  readonly words: string;
  readonly massG: string | undefined;
}

/** What a swap sets off, one card each: taken, taken with other grams, or refused. */
@Component({
  selector: 'fm-proposals',
  imports: [Button, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './proposals.html',
  styleUrl: './proposals.less',
})
export class Proposals {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly done = output();
  protected readonly desk = inject(Desk);
  protected readonly swapDesk = inject(SwapDesk);
  protected readonly asked = signal<string | undefined>(undefined);
  protected readonly edited = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly marks = MARK_WORDS;

  protected readonly cards = computed((): readonly Card[] => {
    const sheet = this.desk.sheet();
    if (!sheet) return [];
    return sheet.open.map((proposal) => this.card(proposal, proposal.action.kind === 'replace' ? 'Swap' : proposal.action.kind === 'step' ? 'Method' : 'Side change'));
  });

  private card(proposal: Proposal, kind: string): Card {
    const massG = proposedMass(proposal.action);
    return {
      proposal,
      kind,
      words: this.words(proposal),
      massG: massG === undefined ? undefined : fieldGrams(massG),
    };
  }

  private words(proposal: Proposal): string {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    return sheet && larder ? proposalWords(proposal.action, sheet, larder) : '';
  }

  protected type(card: Card, text: string): void {
    this.edited.update((edited) => new Map(edited).set(card.proposal.id, text));
  }

  protected typedMass(card: Card): number | undefined {
    const text = this.edited().get(card.proposal.id);
    return text === undefined ? undefined : numberWithin(text, 0, 1_000_000);
  }

  protected isFaulty(card: Card): boolean {
    return this.edited().has(card.proposal.id) && this.typedMass(card) === undefined;
  }

  protected take(card: Card): void {
    if (this.isFaulty(card)) return;
    const at = this.cards().indexOf(card);
    this.swapDesk.accept(card.proposal, this.typedMass(card));
    this.edited.update((edited) => new Map([...edited].filter(([id]) => id !== card.proposal.id)));
    this.walkOn(at);
  }

  /** After one is decided the next has the focus; after the last, what comes next is the place's to say. */
  private walkOn(from: number): void {
    setTimeout(() => {
      const takes = [...this.host.nativeElement.querySelectorAll<HTMLElement>('.take')];
      const next = takes[Math.min(from, takes.length - 1)];
      if (next) next.focus();
      else this.done.emit();
    });
  }

  protected refuse(card: Card): void {
    const at = this.cards().indexOf(card);
    this.swapDesk.refuse(card.proposal);
    this.walkOn(at);
  }

  protected takeAll(): void {
    this.swapDesk.takeOpen();
    this.walkOn(0);
  }

  protected toggleWhy(id: string): void {
    this.asked.set(this.asked() === id ? undefined : id);
  }
}
