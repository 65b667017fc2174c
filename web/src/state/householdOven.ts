import { computed, inject, Injectable } from '@angular/core';
import { ovenFactor, type OvenFactor } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { BakeDesk } from './bakeDesk';
import { Clock } from './clock';
import { ovenFeature } from './oven.feature';
import { Preferences } from './preferences';

/** What is known of this household's oven, for the kind of treat that is on the table and for any other. */
@Injectable({ providedIn: 'root' })
export class HouseholdOven {
  private readonly preferences = inject(Preferences);
  private readonly desk = inject(BakeDesk);
  private readonly clock = inject(Clock);
  private readonly log = inject(Store).selectSignal(ovenFeature.selectLog);
  /** The bakes that count: those since the oven was last forgotten. */
  readonly counted = computed(() => {
    const since = this.preferences.settings().ovenSince ?? '';
    return this.log().filter(({ at }) => at >= since);
  });
  readonly before = ovenFactor([], undefined);
  readonly factor = computed(() => this.factorFor(this.desk.product()?.id));
  readonly isUneven = computed(() => this.preferences.settings().ovenIsUneven === true);

  /** What is known of it for a class. */
  factorFor(classId: string | undefined): OvenFactor {
    return ovenFactor(this.counted(), classId);
  }

  /** Forgets what earlier bakes told; gives the way back. */
  forget(): () => void {
    const { ovenSince } = this.preferences.settings();
    this.preferences.settle({ ovenSince: this.clock.iso() });
    return () => this.preferences.settle({ ovenSince });
  }

  sayUneven(ovenIsUneven: boolean): void {
    this.preferences.settle({ ovenIsUneven });
  }
}
