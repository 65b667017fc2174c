import { inject, Injectable } from '@angular/core';
import type { RunningTimer } from '@fellmist/contract';
import { Store } from '@ngrx/store';
import { Alarm } from './alarm';
import { Clock } from './clock';
import { timersActions, timersFeature, type WaitingAct } from './timers.feature';

type OfBake = Pick<RunningTimer, 'bakeId' | 'title'>;

/** Sets, stops and lengthens the household's timers: each counts at once and is told as soon as the server can be reached. */
@Injectable({ providedIn: 'root' })
export class Timers {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly alarm = inject(Alarm);
  readonly all = this.store.selectSignal(timersFeature.selectTimers);

  private tell({ bakeId, title }: OfBake, act: WaitingAct['act']): void {
    this.store.dispatch(timersActions.told({ one: { bakeId, title, id: crypto.randomUUID(), act, atMs: this.clock.ms(), by: this.clock.isHeard ? 'server' : 'device' } }));
  }

  set(of: OfBake, name: string, seconds: number, says = '', timerId: string = crypto.randomUUID()): void {
    this.alarm.prepare();
    this.tell(of, { kind: 'timer set', timerId, name, seconds: Math.round(seconds), says });
  }

  stop(timer: RunningTimer): void {
    this.tell(timer, { kind: 'timer rang', timerId: timer.timerId });
  }

  /** Looked, and not done: that is written down, and it rings again. */
  more(timer: RunningTimer, minutes: number, looked: string): void {
    this.tell(timer, { kind: 'looked', text: looked });
    this.set(timer, timer.name, minutes * 60, timer.says, timer.timerId);
  }

  /** So many seconds are left; below nothing once it rings. */
  left({ endsAt }: Pick<RunningTimer, 'endsAt'>): number {
    return (Date.parse(endsAt) - this.clock.ms()) / 1000;
  }
}
