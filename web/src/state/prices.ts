import { computed, inject, Injectable } from '@angular/core';
import { pricePer100g } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { larderFeature } from './larder.feature';
import { Preferences } from './preferences';

/** What a gram of each of the household’s packs costs, by the pack's id. */
@Injectable({ providedIn: 'root' })
export class Prices {
  private readonly preferences = inject(Preferences);
  private readonly packs = inject(Store).selectSignal(larderFeature.selectAllPacks);

  readonly perGram = computed(
    (): ReadonlyMap<string, number> =>
      new Map(
        this.packs().flatMap(({ pack }) => {
          const each = pricePer100g(pack);
          // What was paid in another currency is no price here: nobody knows the rate.
          return each === undefined || (pack.currency ?? this.preferences.currency()) !== this.preferences.currency() ? [] : [[pack.id, each / 100] as const];
        }),
      ),
  );
}
