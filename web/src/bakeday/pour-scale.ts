import { computed, inject, Injectable, signal } from '@angular/core';
import type { ScaleReading } from '@fellmist/contract';
import { Store } from '@ngrx/store';
import { bakeFeature } from '../state/bake.feature';
import { Preferences } from '../state/preferences';
import { SAY } from './words';

/** The scale as it is weighed with: what has been poured since the last pour was taken, and what is wrong with it. */
@Injectable()
export class PourScale {
  private readonly preferences = inject(Preferences);
  readonly reading = inject(Store).selectSignal(bakeFeature.selectReading);
  /** What it showed when the last pour was taken: the running tare. */
  private readonly zero = signal<number | undefined>(undefined);
  private wasAway = false;

  readonly stepG = computed(() => {
    const reading = this.reading();
    return reading?.kind === 'reading' ? reading.stepG : this.preferences.settings().scaleStepG;
  });
  /** Grams since the last pour was taken; undefined while the scale says nothing. */
  readonly net = computed(() => {
    const [reading, zero] = [this.reading(), this.zero()];
    return reading?.kind === 'reading' && zero !== undefined ? Number((reading.grams - zero).toFixed(1)) : undefined;
  });
  readonly isSteady = computed(() => {
    const reading = this.reading();
    return reading?.kind === 'reading' && reading.isSteady;
  });

  /** What is wrong with it, in words; nothing of it is taken for a weight. */
  words(pouredG: number): string | undefined {
    const [reading, net] = [this.reading(), this.net()];
    if (!reading) return SAY.noScale;
    if (reading.kind === 'unplugged') return SAY.scaleUnplugged;
    if (reading.kind === 'empty battery') return SAY.scaleEmpty;
    if (reading.kind === 'overload') return SAY.scaleOverload(reading.mostG);
    return net !== undefined && pouredG === 0 && net < -2 * reading.stepG ? SAY.belowZero : undefined;
  }

  /** It counts from what it shows now; false where it shows nothing. */
  tare(): boolean {
    const reading = this.reading();
    if (reading?.kind !== 'reading') return false;
    this.zero.set(reading.grams);
    return true;
  }

  /** The first reading, and the first of a scale that was away, is where weighing begins: a bowl may stand on it. True where it came back. */
  follow(reading: ScaleReading | undefined): boolean {
    if (reading?.kind !== 'reading') {
      this.wasAway = this.zero() !== undefined;
      return false;
    }
    if (this.zero() !== undefined && !this.wasAway) return false;
    const isBack = this.wasAway;
    this.wasAway = false;
    this.zero.set(reading.grams);
    return isBack;
  }
}
