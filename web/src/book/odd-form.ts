import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { StoredTasting } from '@fellmist/contract';
import { Asking } from '../state/asking';
import { bookActions } from '../state/book.feature';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { SAY } from './words';

/** One taster before three codes: which is the odd one? */
@Component({
  selector: 'fm-odd-form',
  imports: [Button, RouterLink, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './odd-form.html',
  styleUrl: './odd-form.less',
})
export class OddForm {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  private readonly router = inject(Router);
  readonly id = input.required<string>();
  readonly taster = input.required<string>();
  private readonly stored = signal<StoredTasting | undefined>(undefined);
  protected readonly failure = signal<string | undefined>(undefined);
  protected readonly codes = computed(() =>
    this.stored()
      ?.tasting.sheets.find(({ taster }) => taster === this.taster())
      ?.samples.map(({ code }) => code),
  );

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() =>
        this.asking
          .ask<StoredTasting>((ask) => bookActions.tastingWanted({ ask, id }))
          .subscribe((answer) => {
            if (answer.ok) this.stored.set(answer.value);
            else this.failure.set(answer.words);
          }),
      );
    });
  }

  protected pick(code: string): void {
    this.failure.set(undefined);
    this.asking
      .ask<StoredTasting>((ask) => bookActions.answerOddOne({ ask, id: this.id(), answer: { taster: this.taster(), code } }))
      .subscribe((answer) => {
        if (answer.ok) void this.router.navigate(['/book/tasting', this.id()]);
        else this.failure.set(answer.words);
      });
  }
}
