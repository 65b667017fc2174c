import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { LearnedAnswer } from '@fellmist/contract';
import { learnThirst, type Pack } from '@fellmist/core';
import { type Learned, learnLoss, learnMixer, learnSweetness, likedFactor } from '@fellmist/core/bake';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { Asking } from '../state/asking';
import { bookActions } from '../state/book.feature';
import { Clock } from '../state/clock';
import { Desk } from '../state/desk';
import { householdActions } from '../state/household.actions';
import { HouseholdOven } from '../state/householdOven';
import { larderFeature } from '../state/larder.feature';
import { LarderDesk } from '../state/larderDesk';
import { ovenActions } from '../state/oven.feature';
import { Preferences } from '../state/preferences';
import { type Belief, beliefChart } from '../ui/belief-chart';
import { Chart } from '../ui/chart';
import { showNumber } from '../ui/figures';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { SAY } from './words';

interface Lesson {
  readonly key: string;
  readonly head: string;
  readonly words: string;
  readonly belief: Belief;
  readonly forget: () => void;
}

/** What is believed of ln(factor), as the factor itself. */
function asFactor({ prior, now, measured }: Learned, axis: string): Belief {
  const factor = ({ mean, sd }: Learned['now']): Learned['now'] => ({ mean: Math.exp(mean), sd: Math.exp(mean) * sd });
  return { prior: factor(prior), now: factor(now), measured: measured.map(Math.exp), axis };
}

const percent = (share: number): string => showNumber(share * 100, 0);
const MIXERS = ['stand', 'hand'] as const;

/** All that this kitchen taught, in one place: what was believed, what was seen, what is reckoned with now; each can be forgotten. */
@Component({
  selector: 'fm-learned-place',
  imports: [Button, Chart, RouterLink, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './learned-place.html',
  styleUrl: './learned-place.less',
})
export class LearnedPlace {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly desk = inject(Desk);
  private readonly larderDesk = inject(LarderDesk);
  private readonly preferences = inject(Preferences);
  private readonly clock = inject(Clock);
  private readonly oven = inject(HouseholdOven);
  private readonly told = inject(Told);
  private readonly packs = this.store.selectSignal(larderFeature.selectAllPacks);
  protected readonly facts = signal<LearnedAnswer | undefined>(undefined);
  protected readonly failure = signal<string | undefined>(undefined);

  private readonly thirsts = computed((): readonly Lesson[] => {
    const larder = this.desk.larder();
    return this.packs().flatMap(({ pack, version }): readonly Lesson[] => {
      const kind = larder?.foods.get(pack.kindId);
      if (kind?.thirst?.basis !== 'mass' || pack.thirstTests.length === 0) return [];
      const { prior, learned, measured } = learnThirst(kind.thirst, pack.thirstTests, kind.roles.gluten?.amount);
      const belief = { prior: { mean: prior.gPerG, sd: prior.sd }, now: { mean: learned.gPerG, sd: learned.sd }, measured, axis: SAY.thirstAxis };
      const words = SAY.thirstWords(showNumber(prior.gPerG, 2), measured.length, showNumber(learned.gPerG, 2));
      return [{ key: pack.id, head: SAY.thirstOf(pack.name), words, belief, forget: () => this.forgetTests(pack, version) }];
    });
  });

  private readonly ovens = computed((): readonly Lesson[] => {
    const logs = this.oven.counted();
    if (logs.length === 0) return [];
    const { factor, sd, bakes } = this.oven.factorFor(undefined);
    const belief = {
      prior: { mean: this.oven.before.factor, sd: this.oven.before.sd },
      now: { mean: factor, sd: factor * sd },
      measured: logs.map(({ realS, reckonedS }) => realS / reckonedS),
      axis: SAY.ovenAxis,
    };
    const forget = (): void => this.told.undoable(SAY.forgot(SAY.theOven), this.oven.forget());
    return [{ key: 'oven', head: SAY.theOven, words: SAY.ovenWords(showNumber(factor, 2), bakes), belief, forget }];
  });

  private readonly losses = computed((): readonly Lesson[] => {
    const [facts, classes] = [this.facts(), this.desk.tables()?.classes ?? []];
    if (!facts) return [];
    return classes.flatMap(({ id, name }): readonly Lesson[] => {
      const shares = facts.bakes.filter(({ classId }) => classId === id).flatMap(({ lossShare }) => lossShare ?? []);
      const before = facts.losses[id];
      if (shares.length === 0 || !before) return [];
      const { prior, now, loss } = learnLoss(before, shares);
      const words = SAY.lossWords(percent(before.low), percent(before.high), shares.length, percent(loss.low), percent(loss.high));
      return [
        {
          key: `loss:${id}`,
          head: SAY.lossOf(name.toLowerCase()),
          words,
          belief: { prior, now, measured: shares, axis: SAY.lossAxis },
          forget: () => this.forget(`loss:${id}`, name),
        },
      ];
    });
  });

  private readonly liking = computed((): readonly Lesson[] => {
    const told = this.facts()?.bakes.flatMap(({ sweetness }) => sweetness ?? []) ?? [];
    if (told.length === 0) return [];
    const learned = learnSweetness(told);
    const [factor, share] = [likedFactor(learned), Math.exp(learned.now.mean) - 1];
    const words = factor === 1 ? SAY.likingUnsure(told.length) : share < 0 ? SAY.likedLess(percent(-share), told.length) : SAY.likedMore(percent(share), told.length);
    return [{ key: 'liking', head: SAY.howSweet, words, belief: asFactor(learned, SAY.likingAxis), forget: () => this.forget('liking', SAY.howSweet) }];
  });

  private readonly mixers = computed((): readonly Lesson[] =>
    MIXERS.flatMap((kind): readonly Lesson[] => {
      const ratios =
        this.facts()
          ?.mixers.filter(({ mixer }) => mixer === kind)
          .map(({ ratio }) => ratio) ?? [];
      if (ratios.length === 0) return [];
      const learned = learnMixer(ratios);
      const head = kind === 'stand' ? SAY.standMixer : SAY.handMixer;
      return [
        {
          key: `mixer:${kind}`,
          head,
          words: SAY.mixerWords(ratios.length, showNumber(Math.exp(learned.now.mean), 2)),
          belief: asFactor(learned, SAY.mixerAxis),
          forget: () => this.forget(`mixer:${kind}`, head),
        },
      ];
    }),
  );

  protected readonly lessons = computed(() =>
    [...this.thirsts(), ...this.ovens(), ...this.liking(), ...this.losses(), ...this.mixers()].map((one) => ({ ...one, option: beliefChart(one.belief) })),
  );

  constructor() {
    this.store.dispatch(ovenActions.wanted());
    this.load();
    // What is forgotten, or remembered again, is reckoned with everywhere at once.
    inject(Actions)
      .pipe(ofType(householdActions.saved), takeUntilDestroyed())
      .subscribe(() => {
        this.load();
        this.larderDesk.reload();
      });
  }

  protected load(): void {
    this.failure.set(undefined);
    this.asking
      .ask<LearnedAnswer>((ask) => bookActions.learnedWanted({ ask }))
      .subscribe((answer) => {
        if (answer.ok) this.facts.set(answer.value);
        else this.failure.set(answer.words);
      });
  }

  /** Bakes up to now tell no more of it; the way back lets them tell again. */
  private forget(what: string, head: string): void {
    const { forgotten } = this.preferences.settings();
    this.preferences.settle({ forgotten: { ...forgotten, [what]: this.clock.iso() } });
    this.told.undoable(SAY.forgot(head), () => this.preferences.settle({ forgotten }));
  }

  private forgetTests(pack: Pack, version: number): void {
    this.larderDesk.savePack({ ...pack, thirstTests: [] }, version).subscribe((saved) => {
      if (saved.ok) this.told.undoable(SAY.forgot(pack.name), () => this.larderDesk.savePack(pack, saved.stored.version).subscribe());
      else this.failure.set(saved.words);
    });
  }
}
