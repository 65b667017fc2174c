import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, output } from '@angular/core';
import { type Proposal, type ProposalAction, proposalWords } from '@fellmist/core';
import { Desk } from '../state/desk';
import { SwapDesk } from '../state/swapDesk';
import { Button } from '../ui/zorro/button';
import { Deed } from './deed';
import { SAY } from './words';

const KINDS: Readonly<Record<ProposalAction['kind'], string>> = { replace: SAY.swap2, step: SAY.method, add: SAY.sideChange, less: SAY.sideChange };

interface Card {
  readonly proposal: Proposal;
  readonly kind: string;
  readonly words: string;
}

/** What a swap sets off, one card each: taken, taken with other grams, or refused. */
@Component({
  selector: 'fm-proposals',
  imports: [Button, Deed],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './proposals.html',
  styleUrl: './proposals.less',
})
export class Proposals {
  protected readonly say = SAY;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly done = output();
  protected readonly desk = inject(Desk);
  protected readonly swapDesk = inject(SwapDesk);
  protected readonly cards = computed((): readonly Card[] => {
    const sheet = this.desk.sheet();
    if (!sheet) return [];
    return sheet.open.map((proposal) => ({ proposal, kind: KINDS[proposal.action.kind], words: this.words(proposal) }));
  });

  private words(proposal: Proposal): string {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    return sheet && larder ? proposalWords(proposal.action, sheet, larder) : '';
  }

  protected take(card: Card, massG: number | undefined): void {
    const at = this.cards().indexOf(card);
    this.swapDesk.accept(card.proposal, massG);
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
}
