import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { type BakingTime, doneS, firstLookS, type InTheHeat, isTrusted, LOOK, type OwnTime } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { Alarm } from '../state/alarm';
import { BakeDesk } from '../state/bakeDesk';
import { ovenActions } from '../state/oven.feature';
import { Timers } from '../state/timers';
import { beliefChart } from '../ui/belief-chart';
import { Chart } from '../ui/chart';
import { readMinutes } from '../ui/clock-words';
import { showNumber } from '../ui/figures';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Field } from '../ui/zorro/field';
import { Value } from '../ui/zorro/value';
import { HouseholdOven } from '../state/householdOven';
import { ProbeDesk } from './probe-desk';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

const minutes = (seconds: number): string => showNumber(Math.round(seconds / 60), 0);

/** The batch in the oven: in, looked at, out; what that teaches of the oven, and timers for all that waits. */
@Component({
  selector: 'fm-oven-run',
  imports: [Button, Chart, Checkbox, Field, ProbeDesk, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './oven-run.html',
  styleUrl: './oven-run.less',
})
export class OvenRun {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly store = inject(Store);
  private readonly timers = inject(Timers);
  private readonly told = inject(Told);
  protected readonly alarm = inject(Alarm);
  protected readonly oven = inject(HouseholdOven);
  readonly heat = input.required<Omit<InTheHeat, 'reckonedS'>>();
  readonly time = input<BakingTime>();
  readonly own = input<OwnTime>();
  readonly isReckoning = input(false);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly isShown = signal(false);
  private readonly clockTime = new Intl.DateTimeFormat(LOCALE, { timeStyle: 'short' });

  private readonly heated = computed(() => this.desk.bake()?.heated);
  private readonly outAt = computed(() => this.heated()?.to);
  protected readonly isIn = computed(() => this.heated() !== undefined && this.outAt() === undefined);
  protected readonly isBaked = computed(() => this.desk.heat() === 'oven');
  /** When to look first, seconds from now: by heat and by the recipe, whichever is earlier; undefined where neither says. */
  private readonly lookS = computed(() => {
    const [time, own] = [this.time(), this.own()];
    return time ? firstLookS(time, own) : own && own.low * 60 * LOOK;
  });
  private readonly of = computed(() => ({ bakeId: this.desk.stored()?.id ?? '', title: this.desk.bake()?.plan.title ?? '' }));

  protected readonly inWords = computed(() => {
    const [heated, time] = [this.heated(), this.time()];
    if (!heated) return '';
    const at = (seconds: number): string => this.clockTime.format(Date.parse(heated.from) + seconds * 1000);
    if (!time) return SAY.inSince(at(0));
    const { fromS, toS } = doneS(time, this.own());
    return SAY.inSinceDone(at(0), at(fromS), at(toS));
  });

  /** What the finished bake says of the oven. */
  protected readonly outWords = computed(() => {
    const [heated, out] = [this.heated(), this.outAt()];
    if (!heated || out === undefined) return undefined;
    const realS = (Date.parse(out) - Date.parse(heated.from)) / 1000;
    if (!(realS > 0)) return SAY.clockWentBack;
    const { reckonedS } = heated;
    if (reckonedS === undefined) return SAY.wasIn(minutes(realS));
    const share = showNumber(realS / reckonedS, 2);
    return isTrusted({ classId: undefined, reckonedS, realS })
      ? SAY.wasInReckoned(minutes(realS), minutes(reckonedS), share)
      : SAY.wasSomethingElse(minutes(realS), minutes(reckonedS));
  });

  protected readonly learned = computed(() => {
    const { factor, low, high, bakes } = this.oven.factor();
    const [few, word] = [showNumber(bakes, 0), bakes === 1 ? SAY.bakeWord : SAY.bakesWord];
    return bakes === 0 ? undefined : SAY.ovenTakes(showNumber(factor, 2), showNumber(low, 2), showNumber(high, 2), few, word);
  });
  protected readonly chart = computed(() => {
    const [prior, now] = [this.oven.before, this.oven.factor()];
    if (now.bakes === 0) return undefined;
    return beliefChart({
      prior: { mean: prior.factor, sd: prior.sd },
      now: { mean: now.factor, sd: now.factor * now.sd },
      measured: this.oven
        .counted()
        .filter(isTrusted)
        .map(({ realS, reckonedS }) => realS / reckonedS),
      axis: SAY.shareOfReckoned,
    });
  });

  /** It is put in, and told as soon as what is reckoned for it is known. */
  protected readonly isGoingIn = signal(false);

  constructor() {
    effect(() => {
      if (this.isGoingIn() && !this.isReckoning()) untracked(() => this.into());
    });
    // What came out counts from then on, also where another device told of it.
    effect(() => {
      this.outAt();
      this.store.dispatch(ovenActions.wanted());
    });
  }

  private into(): void {
    this.isGoingIn.set(false);
    const [time, lookS] = [this.time(), this.lookS()];
    this.desk.tell({ kind: 'into the heat', heat: { ...this.heat(), ...(time ? { reckonedS: time.plainS } : {}) } });
    if (lookS === undefined) return;
    this.timers.set(this.of(), SAY.lookAtIt, lookS, SAY.lookFor(this.desk.product()?.doneness ?? ''));
    if (this.oven.isUneven()) this.timers.set(this.of(), SAY.turnIt, lookS / LOOK / 2, SAY.turnItRound);
  }

  protected out(): void {
    this.desk.tell({ kind: 'out of the heat' });
    for (const timer of this.timers.all()) if (timer.bakeId === this.of().bakeId && (timer.name === SAY.lookAtIt || timer.name === SAY.turnIt)) this.timers.stop(timer);
  }

  /** It came out by a slip: it is in the oven still. */
  protected back(): void {
    const last = [...this.desk.events()].reverse().find(({ kind }) => kind === 'out of the heat');
    if (last) this.desk.tell({ kind: 'undone', eventId: last.id });
  }

  protected setTimer(name: string, text: string): boolean {
    const seconds = readMinutes(text);
    this.fault.set(seconds === undefined ? SAY.giveMinutes : undefined);
    if (seconds === undefined) return false;
    this.timers.set(this.of(), name.trim() || SAY.timerWord, seconds);
    return true;
  }

  protected forget(): void {
    this.told.undoable(SAY.ovenForgotten, this.oven.forget());
  }
}
