import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { meanOn } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { bookActions, bookFeature } from '../state/book.feature';
import { Choice, type Option } from '../ui/choice';
import { MoreMenu, type MoreItem } from '../ui/more-menu';
import { Ways } from '../parts/ways';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { meanOf, type Numbered, RIGHT, widestScales } from './bookView';
import { TryAdvice } from './try-advice';
import { TryCompare } from './try-compare';
import { TryPictures } from './try-pictures';
import { TryTimeline } from './try-timeline';
import { SAY, SCALE_WORDS } from './words';
import { LOCALE } from '../ui/locale';

/** The drawing of where tries landed: px from its middle for one step of a scale, and its size. */
const STEP = 62;
const SIZE = 300;

/** A formula's tries: where each landed, what changed between two and what it did, and the next one. */
@Component({
  selector: 'fm-book-page',
  imports: [Button, Choice, MoreMenu, RouterLink, Skeleton, TryAdvice, TryCompare, TryPictures, TryTimeline],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './book-page.html',
  styleUrl: './book-page.less',
})
export class BookPlace {
  protected readonly say = SAY;
  private readonly ways = inject(Ways);
  protected readonly size = SIZE;
  protected readonly rightR = RIGHT * STEP;
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  readonly formulaId = input.required<string>();
  protected readonly page = this.store.selectSignal(bookFeature.selectPage);
  protected readonly failure = this.store.selectSignal(bookFeature.selectFailure);
  protected readonly isMissing = this.store.selectSignal(bookFeature.selectIsMissing);
  private readonly days = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short' });
  /** The two that are compared, by the bake; the last two until others are pressed. */
  private readonly pressed = signal<readonly string[]>([]);

  protected readonly tries = computed((): readonly Numbered[] => (this.page()?.tries ?? []).map((one, i) => ({ ...one, number: i + 1 })));
  protected readonly pair = computed((): readonly [Numbered, Numbered] | undefined => {
    const tries = this.tries();
    const chosen = tries.filter(({ bakeId }) => this.pressed().includes(bakeId));
    const [then, now] = chosen.length === 2 ? chosen : tries.slice(-2);
    return then && now ? [then, now] : undefined;
  });
  protected readonly rows = computed(() => {
    const compared = new Set(this.pair()?.map(({ bakeId }) => bakeId));
    return this.tries().map((one) => {
      const overall = meanOn(one.scores, 'overall');
      return {
        bakeId: one.bakeId,
        number: one.number,
        words: one.at === '' ? SAY.noDay : this.days.format(new Date(one.at)),
        note: one.notes.at(-1) ?? '',
        overall: overall ? showNumber(overall.mean, overall.tasters > 1 ? 1 : 0) : SAY.hasTasted,
        isTasted: one.scores.length > 0,
        isCompared: compared.has(one.bakeId),
      };
    });
  });

  /** Where each try landed on the two scales that tell most. */
  protected readonly landing = computed(() => {
    const [x, y] = widestScales(this.tries());
    const places = this.tries().flatMap((one) => {
      const [across, up] = [meanOf(one, x), meanOf(one, y)];
      return across === undefined || up === undefined ? [] : [{ number: one.number, x: SIZE / 2 + across * STEP, y: SIZE / 2 - up * STEP }];
    });
    const way = places.map(({ x: left, y: top }, i) => `${i === 0 ? 'M' : 'L'}${left.toFixed(1)} ${top.toFixed(1)}`).join('');
    return { x: SCALE_WORDS[x], y: SCALE_WORDS[y], places, way };
  });

  /** What else can be done with the page. */
  protected readonly more = computed((): readonly MoreItem[] => [
    ...this.ways.from('book', this.formulaId()),
    { words: SAY.writeDown, run: () => void this.router.navigate(['/book', this.formulaId(), 'written']) },
    { words: SAY.csv, href: '/api/book/scores.csv' },
    ...this.tries().map(({ number, bakeId }) => ({ words: SAY.markdown(number), href: `/api/book/tries/${bakeId}.md` })),
  ]);
  protected readonly tastings = computed(() =>
    (this.page()?.tastings ?? []).map(({ id, madeAt, kind, tasters }) => ({
      id,
      words: SAY.tastingOn(kind === 'scores' ? SAY.scoreEach : SAY.findOddOne, this.days.format(new Date(madeAt)), tasters),
    })),
  );

  /** What the middle shows: two tries against each other, or all of them over time. */
  protected readonly view = signal<'two' | 'time'>('two');
  protected readonly views: readonly Option<'two' | 'time'>[] = [
    { value: 'two', label: SAY.twoTries },
    { value: 'time', label: SAY.overTime },
  ];

  constructor() {
    effect(() => {
      this.formulaId();
      untracked(() => this.load());
    });
  }

  protected load(): void {
    this.store.dispatch(bookActions.pageWanted({ formulaId: this.formulaId() }));
  }

  /** The one pressed is compared with the one pressed before it. */
  protected press(bakeId: string): void {
    const now = this.pair()?.map((one) => one.bakeId) ?? [];
    const last = this.pressed().at(-1) ?? now.at(-1);
    if (last !== bakeId) this.pressed.set([...(last === undefined ? [] : [last]), bakeId]);
  }
}
