import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { changesBetween, meanOn, SCALES } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { bookActions, bookFeature } from '../state/book.feature';
import { Desk } from '../state/desk';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { meanOf, type Numbered, proposalAfter, widestScales } from './bookView';
import { SAY, SCALE_WORDS } from './words';

/** The drawing of where tries landed: px from its middle for one step of a scale, and its size. */
const STEP = 62;
const SIZE = 300;
/** Within half a step of right is right: nobody tells less apart. House value. */
const RIGHT = 0.5;

/** A place on a scale of -2 to 2, in hundredths. */
const placeOf = (score: number): number => ((score + 2) / 4) * 100;

/** A formula's tries: where each landed, what changed between two and what it did, and the next one. */
@Component({
  selector: 'fm-book-page',
  imports: [Button, RouterLink, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './book-page.html',
  styleUrl: './book-page.less',
})
export class BookPlace {
  protected readonly say = SAY;
  protected readonly size = SIZE;
  protected readonly rightR = RIGHT * STEP;
  private readonly store = inject(Store);
  private readonly desk = inject(Desk);
  readonly formulaId = input.required<string>();
  protected readonly page = this.store.selectSignal(bookFeature.selectPage);
  protected readonly failure = this.store.selectSignal(bookFeature.selectFailure);
  protected readonly isMissing = this.store.selectSignal(bookFeature.selectIsMissing);
  private readonly days = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' });
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
        overall: overall ? showNumber(overall.mean, overall.tasters > 1 ? 1 : 0) : SAY.tastersNone,
        isTasted: overall !== undefined,
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

  protected readonly changes = computed(() => {
    const pair = this.pair();
    if (!pair) return [];
    const found = changesBetween(pair[0].poured, pair[1].poured);
    const most = Math.max(...found.map(({ thenG, nowG }) => Math.abs(nowG - thenG)));
    return found.map(({ name, foodId, thenG, nowG }) => ({
      name: this.desk.foodName(foodId) ?? name,
      then: showNumber(thenG, 0),
      now: showNumber(nowG, 0),
      share: (Math.abs(nowG - thenG) / most) * 100,
    }));
  });

  protected readonly effects = computed(() => {
    const pair = this.pair();
    if (!pair) return [];
    return SCALES.flatMap((scale) => {
      const [then, now] = pair.map((one) => meanOf(one, scale));
      if (then === undefined && now === undefined) return [];
      const { name, little, much } = SCALE_WORDS[scale];
      const said = (score: number | undefined): string =>
        score === undefined ? SAY.tastersNone : Math.abs(score) <= RIGHT ? SAY.justRight : `${score < 0 ? little : much} ${showNumber(Math.abs(score), 1)}`;
      return [
        { scale, name, little, much, from: then === undefined ? undefined : placeOf(then), to: now === undefined ? undefined : placeOf(now), words: `${said(then)}, ${said(now)}` },
      ];
    });
  });

  protected readonly proposal = computed(() => {
    const pair = this.pair();
    if (!pair) return undefined;
    const [then, now] = pair;
    const found = proposalAfter(then, now, this.tries());
    if (!found) return undefined;
    const { change, next, scale } = found;
    const food = this.desk.foodName(change.foodId) ?? change.name;
    const amount = 'amount' in next ? SAY.putItThere(food, showNumber(next.amount, 0)) : undefined;
    const sure =
      next.kind === 'fitted'
        ? SAY.likely(showNumber(next.low, 0), showNumber(next.high, 0))
        : next.kind === 'two points'
          ? SAY.makeSure
          : next.kind === 'further'
            ? SAY.further
            : SAY.cannotTell;
    return { amount, rest: SAY.allElse(now.number), sure, why: SAY.scaleFollows(SCALE_WORDS[scale].name.toLowerCase(), food.toLowerCase()) };
  });
  /** Why no next try is named. */
  protected readonly noProposal = computed(() => {
    if (!this.pair()) return SAY.twoNeeded;
    if (this.changes().length > 1) return SAY.oneAtATime(this.changes().length);
    return this.changes().length === 0 ? SAY.nothingMoved : SAY.nobodyTasted;
  });

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
