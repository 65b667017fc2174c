import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, ElementRef, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { RunningTimer } from '@fellmist/contract';
import { Store } from '@ngrx/store';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { interval } from 'rxjs';
import { Alarm } from '../state/alarm';
import { KitchenAids } from '../state/kitchenAids';
import { Timers } from '../state/timers';
import { timersActions, timersFeature } from '../state/timers.feature';
import { showClock } from '../ui/clock-words';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

const TICK_MS = 500;
/** A ringing timer is heard again every so many ticks. */
const RINGS_EVERY = 8;
/** "Four more minutes" is one press. */
const MORE_MIN = 4;

/** The timers that run or ring, above every place; what rings says what to do. */
@Component({
  selector: 'fm-running-timers',
  imports: [Button, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './running-timers.html',
  styleUrl: './running-timers.less',
})
export class RunningTimers {
  protected readonly say = SAY;
  protected readonly timers = inject(Timers);
  protected readonly alarm = inject(Alarm);
  private readonly store = inject(Store);
  private readonly told = inject(Told);
  private readonly aids = inject(KitchenAids);
  protected readonly isReached = this.store.selectSignal(timersFeature.selectIsReached);
  protected readonly refusal = this.store.selectSignal(timersFeature.selectRefusal);
  private readonly tick = signal(0);
  private readonly noticed = new Set<string>();
  protected readonly moreMinutes = MORE_MIN;

  protected readonly rows = computed(() => {
    this.tick();
    return this.timers.all().map((timer) => {
      const leftS = this.timers.left(timer);
      const isRinging = leftS <= 0;
      return { timer, isRinging, clock: showClock(Math.abs(leftS)), words: isRinging ? SAY.rangSince(timer.title, timer.name, showClock(-leftS)) : '' };
    });
  });
  protected readonly ringing = computed(() => this.rows().filter(({ isRinging }) => isRinging));
  protected readonly running = computed(() => this.rows().filter(({ isRinging }) => !isRinging));
  /** What a screen reader hears: who rings, not every second that passes. */
  protected readonly heard = computed(() =>
    this.ringing()
      .map(({ timer }) => SAY.timerRings(timer.title, timer.name, timer.says))
      .join(' '),
  );

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const sizes = new ResizeObserver(() => document.documentElement.style.setProperty('--timers', `${host.offsetHeight}px`));
    sizes.observe(host);
    inject(DestroyRef).onDestroy(() => sizes.disconnect());
    let ticks = 0;
    interval(TICK_MS)
      .pipe(takeUntilDestroyed())
      .subscribe(() => {
        if (this.timers.all().length === 0) return;
        ticks += 1;
        this.tick.set(ticks);
        if (this.ringing().length > 0 && ticks % RINGS_EVERY === 0) this.alarm.ring();
      });
    effect(() => {
      for (const { timer } of this.ringing()) {
        const key = `${timer.timerId} ${timer.endsAt}`;
        if (this.noticed.has(key)) continue;
        this.noticed.add(key);
        this.alarm.ring();
        this.aids.speak(SAY.timerRings(timer.title, timer.name, timer.says));
        this.alarm.notice(SAY.timerOf(timer.title, timer.name), timer.says, key);
      }
    });
  }

  protected stop(timer: RunningTimer): void {
    const leftS = this.timers.left(timer);
    this.timers.stop(timer);
    if (leftS > 0) this.told.undoable(SAY.timerStopped(timer.name), () => this.timers.set(timer, timer.name, Math.max(1, leftS), timer.says, timer.timerId));
  }

  protected more(timer: RunningTimer): void {
    this.timers.more(timer, MORE_MIN, SAY.lookedNotYet(timer.name, MORE_MIN));
  }

  protected dismiss(): void {
    this.store.dispatch(timersActions.refusalRead());
  }
}
