import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { StoredTasting } from '@fellmist/contract';
import { oddOneOf, triangleTest } from '@fellmist/core/bake';
import { Asking } from '../state/asking';
import { bookActions } from '../state/book.feature';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { SAY } from './words';

/** A tasting behind codes: what stands before whom in which order, who has tasted, and what a test for the odd one says. */
@Component({
  selector: 'fm-tasting-place',
  imports: [Button, RouterLink, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tasting-place.html',
  styleUrl: './tasting-place.less',
})
export class TastingPlace {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  readonly id = input.required<string>();
  protected readonly stored = signal<StoredTasting | undefined>(undefined);
  protected readonly failure = signal<string | undefined>(undefined);
  protected readonly isTold = signal(false);

  protected readonly rows = computed(() => {
    const stored = this.stored();
    if (!stored) return [];
    const { tasting, answers, scored } = stored;
    return tasting.sheets.map(({ taster, samples }) => {
      const hasScored = (bakeId: string): boolean => scored.some((one) => one.bakeId === bakeId && one.taster.toLowerCase() === taster.toLowerCase());
      const next = samples.find(({ bakeId }) => !hasScored(bakeId)) ?? samples[0];
      const isDone = tasting.kind === 'odd one' ? answers.some((answer) => answer.taster === taster) : samples.every(({ bakeId }) => hasScored(bakeId));
      const link = tasting.kind === 'odd one' ? ['/book/tasting', this.id(), taster] : ['/book/taste', next?.bakeId ?? ''];
      return { taster, codes: samples.map(({ code }) => code), isDone, link, query: tasting.kind === 'odd one' ? {} : { tasting: this.id(), who: taster } };
    });
  });
  /** Whoever lays the plates out reads here which try a code is. */
  protected readonly plates = computed(() => {
    const { sheets = [] } = this.stored()?.tasting ?? {};
    const samples = sheets.flatMap(({ samples: all }) => all);
    const bakes = [...new Set(samples.map(({ bakeId }) => bakeId))];
    return bakes.map((bakeId, i) => ({
      name: String.fromCharCode(65 + i),
      bakeId,
      codes: [...new Set(samples.filter((one) => one.bakeId === bakeId).map(({ code }) => code))].join(', '),
    }));
  });
  protected readonly result = computed(() => {
    const stored = this.stored();
    if (stored?.tasting.kind !== 'odd one' || stored.answers.length === 0) return undefined;
    const { tasting, answers } = stored;
    const right = answers.filter((answer) => tasting.sheets.some((sheet) => sheet.taster === answer.taster && oddOneOf(sheet)?.code === answer.code)).length;
    const { chance, isTold, needed } = triangleTest(right, answers.length);
    const verdict = needed === undefined ? SAY.tooFewTell(answers.length) : isTold ? SAY.canBeTold : SAY.cannotBeTold(needed);
    return { right: SAY.rightOf(right, answers.length), chance: SAY.byLuck(showNumber(chance * 100, chance < 0.1 ? 1 : 0)), verdict, isTold };
  });

  constructor() {
    effect(() => {
      this.id();
      untracked(() => this.load());
    });
  }

  protected load(): void {
    this.failure.set(undefined);
    this.asking
      .ask<StoredTasting>((ask) => bookActions.tastingWanted({ ask, id: this.id() }))
      .subscribe((answer) => {
        if (answer.ok) this.stored.set(answer.value);
        else this.failure.set(answer.words);
      });
  }
}
