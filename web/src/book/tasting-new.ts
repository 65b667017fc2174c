import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { StoredTasting } from '@fellmist/contract';
import { LIMITS, namesOnce } from '@fellmist/core';
import { leastRight, MOST_SAMPLES, MOST_TASTERS, oddOneSheets, scoreSheets, type Tasting } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { Asking } from '../state/asking';
import { bookActions, bookFeature } from '../state/book.feature';
import { Choice, type Option } from '../ui/choice';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Field } from '../ui/zorro/field';
import { Skeleton } from '../ui/zorro/skeleton';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

/** A chance between 0 and 1 that nobody foresees. */
const chance = (): number => (crypto.getRandomValues(new Uint32Array(1))[0] ?? 0) / 2 ** 32;

/** A tasting behind codes is laid out: which tries, who tastes, and what is asked. */
@Component({
  selector: 'fm-tasting-new',
  imports: [Button, Checkbox, Choice, Field, RouterLink, Skeleton, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tasting-new.html',
})
export class TastingNew {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly router = inject(Router);
  readonly formulaId = input.required<string>();
  protected readonly page = this.store.selectSignal(bookFeature.selectPage);
  protected readonly failure = this.store.selectSignal(bookFeature.selectFailure);
  private readonly days = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short' });
  protected readonly kinds: readonly Option<Tasting['kind']>[] = [
    { value: 'scores', label: SAY.scoreEach },
    { value: 'odd one', label: SAY.findOddOne },
  ];
  protected readonly kind = signal<Tasting['kind']>('scores');
  protected readonly tries = computed(() =>
    (this.page()?.tries ?? []).map(({ bakeId, at, notes }, i) => ({ bakeId, words: SAY.tryOf(i + 1, at === '' ? SAY.noDay : this.days.format(new Date(at)), notes.at(-1) ?? '') })),
  );
  /** The last two, until others are ticked. */
  protected readonly chosen = linkedSignal<ReadonlySet<string>>(
    () =>
      new Set(
        this.tries()
          .slice(-2)
          .map(({ bakeId }) => bakeId),
      ),
  );
  /** Whoever tasted before, until others are named. */
  protected readonly names = linkedSignal(() => [...new Set((this.page()?.tries ?? []).flatMap(({ scores }) => scores.map(({ taster }) => taster)))].join(', '));
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly tasters = computed(() => {
    const names = this.names()
      .split(/[,;\n]/)
      .map((name) => name.trim().slice(0, LIMITS.person));
    return namesOnce(names).slice(0, MOST_TASTERS);
  });
  /** What so few tasters can tell at all. */
  protected readonly needed = computed(() => {
    const [count, needed] = [this.tasters().length, leastRight(this.tasters().length)];
    return needed === undefined ? SAY.tooFewTell(count) : SAY.neededRight(needed, count);
  });

  constructor() {
    effect(() => {
      const formulaId = this.formulaId();
      untracked(() => this.store.dispatch(bookActions.pageWanted({ formulaId })));
    });
  }

  protected tick(bakeId: string, isOn: boolean): void {
    const next = new Set(this.chosen());
    if (isOn) next.add(bakeId);
    else next.delete(bakeId);
    this.chosen.set(next);
  }

  protected layOut(): void {
    const [kind, tasters, formulaId] = [this.kind(), this.tasters(), this.formulaId()];
    const bakeIds = this.tries()
      .map(({ bakeId }) => bakeId)
      .filter((bakeId) => this.chosen().has(bakeId));
    const [one = '', other = ''] = bakeIds;
    const isWrong = kind === 'odd one' ? bakeIds.length !== 2 : bakeIds.length < 2 || bakeIds.length > MOST_SAMPLES;
    this.fault.set(isWrong ? (kind === 'odd one' ? SAY.justTwo : SAY.twoToMost(MOST_SAMPLES)) : tasters.length === 0 ? SAY.whoTastesThem : undefined);
    if (this.fault() !== undefined) return;
    const sheets = kind === 'odd one' ? oddOneSheets(one, other, tasters, chance) : scoreSheets(bakeIds, tasters, chance);
    const id = crypto.randomUUID();
    this.asking
      .ask<StoredTasting>((ask) => bookActions.putTasting({ ask, id, tasting: { kind, formulaId, sheets } }))
      .subscribe((answer) => {
        if (answer.ok) void this.router.navigate(['/book/tasting', id], { replaceUrl: true });
        else this.fault.set(answer.words);
      });
  }
}
