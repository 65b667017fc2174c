import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { TOPICS_AT } from '@fellmist/core';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { inTemperature } from '../ui/temperature';
import { SAY } from './words';

/** The cautions that concern a step of a bake, where the step is: by their topics. */
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
  readonly at = input.required<keyof typeof TOPICS_AT>();
  protected readonly newAllergens = computed(() => this.desk.newAllergens().join(', '));
  protected readonly cautions = computed(() => {
    const topics: readonly string[] = TOPICS_AT[this.at()];
    const unit = this.preferences.settings().temperature;
    return (this.desk.real()?.cautions ?? []).filter(({ topic }) => topics.includes(topic)).map(({ id, text }) => ({ id, text: inTemperature(text, unit) }));
  });
}
