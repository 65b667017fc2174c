import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, signal } from '@angular/core';
import { type BakingTime, forecast, type InTheHeat, reckonedUntil } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { BakeDesk } from '../state/bakeDesk';
import { ovenActions, ovenFeature } from '../state/oven.feature';
import { Preferences } from '../state/preferences';
import { showNumber } from '../ui/figures';
import { showTemperature } from '../ui/temperature';
import { Button } from '../ui/zorro/button';
import { Switch } from '../ui/zorro/switch';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

/** A thermometer in the middle: what it reads, how fast that rises, and about when it will be enough. */
@Component({
  selector: 'fm-probe-desk',
  imports: [Button, Switch, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './probe-desk.html',
  styleUrl: './probe-desk.less',
})
export class ProbeDesk {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly desk = inject(BakeDesk);
  private readonly preferences = inject(Preferences);
  readonly heat = input.required<Omit<InTheHeat, 'reckonedS'>>();
  readonly time = input<BakingTime>();
  protected readonly isOn = signal(false);
  protected readonly fault = this.store.selectSignal(ovenFeature.selectProbeFailure);
  private readonly reading = this.store.selectSignal(ovenFeature.selectProbe);
  private readonly samples = this.store.selectSignal(ovenFeature.selectSamples);
  private readonly unit = computed(() => this.preferences.settings().temperature);
  private readonly clock = new Intl.DateTimeFormat(LOCALE, { timeStyle: 'short' });
  protected readonly tempC = computed(() => {
    const reading = this.reading();
    return reading?.kind === 'reading' ? reading.tempC : undefined;
  });
  protected readonly big = computed(() => {
    const tempC = this.tempC();
    return tempC === undefined ? '–' : showTemperature(tempC, this.unit());
  });
  private readonly targetC = computed(() => this.desk.product()?.coreC?.[0]);

  protected readonly words = computed(() => {
    const [reading, targetC] = [this.reading(), this.targetC()];
    if (!reading) return SAY.probeLost;
    if (reading.kind === 'unplugged') return SAY.probeUnplugged;
    if (targetC === undefined) return SAY.noTargetC;
    const told = forecast(this.samples(), targetC);
    const target = showTemperature(targetC, this.unit());
    if (!told) return SAY.probeWaits(target);
    if (told.leftS === 0) return SAY.probeThere(target);
    const perMinute = showNumber(this.unit() === 'F' ? told.perMinuteC * 1.8 : told.perMinuteC, 1);
    return told.leftS === undefined
      ? SAY.probeNoEnd(perMinute, this.unit(), target)
      : SAY.probeSays(perMinute, this.unit(), showNumber(Math.max(1, Math.round(told.leftS / 60)), 0), target);
  });
  protected readonly noted = computed(() =>
    (this.desk.bake()?.readings ?? [])
      .slice(-4)
      .map(({ tempC, at }) => SAY.readAt(showTemperature(tempC, this.unit()), this.clock.format(Date.parse(at))))
      .join(', '),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.listen(false));
  }

  protected listen(on: boolean): void {
    if (on === this.isOn()) return;
    this.isOn.set(on);
    this.store.dispatch(on ? ovenActions.probeListened() : ovenActions.probeLeft());
  }

  /** Written into the bake with what was reckoned for it; a practice probe is no oven, and teaches nothing of one. */
  protected note(): void {
    const [reading, time] = [this.reading(), this.time()];
    if (reading?.kind !== 'reading') return;
    const { tempC, pace } = reading;
    const reckonedS = time && pace === 1 && this.desk.bake()?.heated !== undefined ? reckonedUntil(time, tempC) : undefined;
    this.desk.tell({ kind: 'reading', of: 'core', tempC, ...(reckonedS === undefined ? {} : { reckonedS }) });
  }

  /** A practice bake: the simulated probe goes into a mix as cold as this one, in an oven as hot. */
  protected practise(): void {
    const { startC, ovenC } = this.heat();
    this.store.dispatch(ovenActions.probePutIn({ fromC: startC, towardsC: ovenC }));
  }
}
