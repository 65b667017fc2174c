import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { BakeStep } from '@fellmist/core';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { inTemperature } from '../ui/temperature';
import { SAY } from './words';

/** The cautions that concern a step of a bake, where the step is: as the table says. */
@Component({
  selector: 'fm-step-cautions',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './step-cautions.html',
})
export class StepCautions {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly preferences = inject(Preferences);
  readonly at = input.required<BakeStep>();
  protected readonly newAllergens = computed(() => this.desk.newAllergens().join(', '));
  protected readonly cautions = computed(() => {
    const unit = this.preferences.settings().temperature;
    return (this.desk.real()?.cautions ?? []).filter(({ at }) => at === this.at()).map(({ id, text }) => ({ id, text: inTemperature(text, unit) }));
  });
}
