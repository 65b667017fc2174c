import { computed, inject, Injectable } from '@angular/core';
import { pricesPerGram } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { larderFeature } from './larder.feature';
import { Preferences } from './preferences';

/** What a gram of each of the household’s packs costs, by the pack's id. */
@Injectable({ providedIn: 'root' })
export class Prices {
  private readonly preferences = inject(Preferences);
  private readonly packs = inject(Store).selectSignal(larderFeature.selectAllPacks);

  readonly perGram = computed(() =>
    pricesPerGram(
      this.packs().map(({ pack }) => pack),
      this.preferences.currency(),
    ),
  );
}
