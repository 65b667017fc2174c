import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import type { ScaleDeed } from '@fellmist/contract';
import type { BakeLine } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { bakeActions } from '../state/bake.actions';
import { bakeFeature } from '../state/bake.feature';
import { Button } from '../ui/zorro/button';
import { Switch } from '../ui/zorro/switch';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';

/** Too much by so much, as a hand slips. */
const SLIP = 1.08;

/** The stand-in scale pours by itself, so that a bake can be tried without a scale. */
@Component({
  selector: 'fm-practice',
  imports: [Button, Switch, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './practice.html',
})
export class Practice {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  readonly line = input<BakeLine>();
  protected readonly isOn = signal(false);
  protected readonly reading = this.store.selectSignal(bakeFeature.selectReading);

  protected do(deed: ScaleDeed): void {
    this.store.dispatch(bakeActions.doToScale({ deed }));
  }

  protected pour(times = 1): void {
    const line = this.line();
    const massG = (line?.plannedG ?? 30) * times - (line?.pouredG ?? 0);
    this.do({ deed: 'pour', grams: Number(massG.toFixed(1)) });
  }

  protected slip(): void {
    this.pour(SLIP);
  }

  protected takeOff(): void {
    this.do({ deed: 'pour', grams: -Number(((this.line()?.plannedG ?? 30) * 0.1).toFixed(1)) });
  }
}
