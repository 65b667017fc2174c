import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { mainPart } from '@fellmist/core';
import { GO_S, mugTime, thermalOf, WATTS } from '@fellmist/core/bake';
import { BakeDesk } from '../state/bakeDesk';
import { Timers } from '../state/timers';
import { showNumber } from '../ui/figures';
import { numberWithin } from '../ui/numbers';
import { Stands } from '../ui/stands';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** One mug in the microwave, in short goes. */
@Component({
  selector: 'fm-mug-time',
  imports: [Button, Field, Stands],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './mug-time.html',
})
export class MugTime {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly timers = inject(Timers);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly watts = signal<number>(WATTS.usual);
  private readonly time = computed(() => {
    const [bake, larder] = [this.desk.bake(), this.desk.larder()];
    const part = bake && larder && mainPart(bake.exact, larder);
    const thermal = part && thermalOf(part, larder);
    if (!bake || !part || !thermal) return undefined;
    const massG = part.lines.reduce((sum, line) => sum + (line.massG ?? 0), 0) / Math.max(bake.exact.portions, 1);
    return mugTime(massG, thermal, this.desk.product(), this.watts());
  });
  protected readonly words = computed(() => {
    const time = this.time();
    return time && SAY.mugTakes(showNumber(Math.round(time.fromS / 5) * 5, 0), showNumber(Math.round(time.toS / 5) * 5, 0), showNumber(GO_S, 0));
  });

  protected give(text: string): void {
    const watts = numberWithin(text, WATTS.least, WATTS.most);
    this.fault.set(watts === undefined ? SAY.giveWatts(WATTS.least, WATTS.most) : undefined);
    if (watts !== undefined) this.watts.set(watts);
  }

  protected go(): void {
    const [time, stored] = [this.time(), this.desk.stored()];
    if (time && stored)
      this.timers.set({ bakeId: stored.id, title: this.desk.bake()?.plan.title ?? '' }, SAY.firstGo, time.fromS, SAY.lookFor(this.desk.product()?.doneness ?? ''));
  }
}
