import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { AT, type ColdSetup, foamPortions, overrunOf, type Part, readSum, sumsOfPart, type Why, whyOverrun } from '@fellmist/core';
import { Desk } from '../state/desk';
import { showNumber, showSum } from '../ui/figures';
import { numberWithin } from '../ui/numbers';
import { Preferences } from '../state/preferences';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** One cup and a scale: overrun, density, and portions by volume and by weight with what each holds. */
@Component({
  selector: 'fm-overrun-desk',
  imports: [Button, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './overrun-desk.html',
  styleUrl: './overrun-desk.less',
})
export class OverrunDesk {
  protected readonly say = SAY;
  protected readonly preferences = inject(Preferences);
  private readonly desk = inject(Desk);
  readonly setup = input.required<ColdSetup>();
  readonly part = input<Part>();
  readonly changed = output<Partial<ColdSetup>>();
  readonly whyAsked = output<Why | undefined>();
  protected readonly fault = signal<string | undefined>(undefined);

  protected readonly flat = computed(() => {
    const [part, larder] = [this.part(), this.desk.larder()];
    const sums = part && larder ? sumsOfPart(part, larder) : undefined;
    const volume = sums ? readSum(sums, AT.volumeMl) : 0;
    return sums && volume > 0 ? showNumber(readSum(sums, AT.massG) / volume, 2) : '–';
  });

  protected readonly rows = computed(() =>
    this.setup().readings.map((reading) => {
      const result = overrunOf(reading);
      return {
        words: SAY.gMixGFoam(showNumber(reading.mixG, 0), showNumber(reading.foamG, 0), reading.mixer ? SAY.mixer2(reading.mixer) : ''),
        overrun: showNumber(result?.overrunPercent ?? 0, 0),
        density: showNumber(result?.foamDensityGPerMl ?? 0, 2),
      };
    }),
  );

  protected readonly portions = computed(() => {
    const views = this.desk.rebuild()?.views;
    return foamPortions(this.setup().readings, views ?? {}).map(({ name, massG, figures }) => ({
      name,
      weighs: showNumber(massG, 0),
      kcal: showSum(figures[this.preferences.energyFigure()], 0),
      protein: showSum(figures.proteinG, 1),
      net: showSum(figures.netCarbG, 1),
    }));
  });

  protected askWhy(): void {
    this.whyAsked.emit(whyOverrun(this.setup().readings));
  }

  protected take(cup: string, mix: string, foam: string): void {
    const [cupMl, mixG, foamG] = [cup, mix, foam].map((text) => numberWithin(text, 0.1, 1e6));
    if (cupMl === undefined || mixG === undefined || foamG === undefined) this.fault.set(SAY.giveAllThreeAsNumbers);
    else if (foamG > mixG) this.fault.set(SAY.theFoamWeighsMoreThan);
    else {
      this.fault.set(undefined);
      this.changed.emit({ readings: [...this.setup().readings, { cupMl, mixG, foamG, mixer: this.setup().mixer }] });
    }
  }

  protected drop(at: number): void {
    this.changed.emit({ readings: this.setup().readings.filter((_reading, i) => i !== at) });
  }
}
