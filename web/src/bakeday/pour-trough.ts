import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { goodPour, pourState } from '@fellmist/core/bake';
import { SAY } from './words';
import { grams } from './grams';

/** How far a pour is from its target, and from where to where it is good enough. */
@Component({
  selector: 'fm-pour-trough',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pour-trough.html',
  styleUrl: './pour-trough.less',
})
export class PourTrough {
  readonly targetG = input.required<number>();
  /** What is in by now, what lies on the scale counted in. */
  readonly pouredG = input.required<number>();
  readonly stepG = input.required<number>();

  /** The trough: how far it is, and the part of it that is good enough. */
  protected readonly trough = computed(() => {
    const [target, step, now] = [this.targetG(), this.stepG(), this.pouredG()];
    const [low, high] = goodPour(target, step);
    const wide = target * 1.15;
    const part = (massG: number): number => Math.min(Math.max(massG / wide, 0), 1) * 100;
    const state = pourState(target, now, step);
    return {
      filled: part(now),
      from: part(low),
      to: part(high),
      state,
      toGo: state === 'good' ? SAY.isGood : now < target ? SAY.toGo(grams(target - now, step)) : SAY.over(grams(now - target, step)),
      good: SAY.goodFrom(grams(target, step), grams(low, step), grams(high, step)),
    };
  });
}
