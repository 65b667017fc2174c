import type { EnvironmentProviders, Provider } from '@angular/core';
import { provideMockActions } from '@ngrx/effects/testing';
import { provideStore } from '@ngrx/store';
import { EMPTY } from 'rxjs';
import { bakeFeature } from '../src/state/bake.feature';
import { benchFeature } from '../src/state/bench.feature';
import { householdFeature } from '../src/state/household.feature';
import { larderFeature } from '../src/state/larder.feature';

/** The state that a bake stands on, with nobody who answers. */
export const bakeStore = (): readonly (Provider | EnvironmentProviders)[] => [
  provideStore({
    [larderFeature.name]: larderFeature.reducer,
    [benchFeature.name]: benchFeature.reducer,
    [householdFeature.name]: householdFeature.reducer,
    [bakeFeature.name]: bakeFeature.reducer,
  }),
  provideMockActions(() => EMPTY),
];
