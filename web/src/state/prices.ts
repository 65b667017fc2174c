import { computed, inject, Injectable } from '@angular/core';
import { pricePer100g } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { larderFeature } from './larder.feature';

/** What a gram of each pack of the kitchen costs, by the pack's id. */
@Injectable({ providedIn: 'root' })
export class Prices {
  private readonly packs = inject(Store).selectSignal(larderFeature.selectPacks);

  readonly perGram = computed(
    (): ReadonlyMap<string, number> =>
      new Map(
        this.packs().flatMap(({ pack }) => {
          const each = pricePer100g(pack);
          return each === undefined ? [] : [[pack.id, each / 100] as const];
        }),
      ),
  );
}
