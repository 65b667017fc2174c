import type { StoredSettings } from '@fellmist/contract';
import { FIRST_SETTINGS, type HouseholdSettings } from '@fellmist/core';
import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import { householdActions, type SettingsChange } from './household.actions';
import { larderActions } from './larder.actions';

interface HouseholdState {
  readonly stored: StoredSettings | undefined;
  /** Settled here and not answered yet. */
  readonly waiting: SettingsChange;
  readonly failure: string | undefined;
}

const initial: HouseholdState = { stored: undefined, waiting: {}, failure: undefined };

export const householdFeature = createFeature({
  name: 'household',
  reducer: createReducer(
    initial,
    on(larderActions.loaded, (state, { stored }): HouseholdState => ({ ...state, stored: stored.settings })),
    on(householdActions.settled, (state, { change }): HouseholdState => ({ ...state, waiting: { ...state.waiting, ...change }, failure: undefined })),
    on(householdActions.saved, (state, { stored }): HouseholdState => {
      const waiting = Object.fromEntries(
        Object.entries(state.waiting).filter(([key, value]) => JSON.stringify(stored.settings[key as keyof HouseholdSettings]) !== JSON.stringify(value)),
      );
      return { stored, waiting, failure: undefined };
    }),
    on(householdActions.saveFailed, (state, { words }): HouseholdState => ({ ...state, failure: words })),
  ),
  extraSelectors: ({ selectStored, selectWaiting }) => ({
    /** What the household keeps, and what was just settled on top of it; `isOwn` where it ever settled anything. */
    selectSettings: createSelector(selectStored, selectWaiting, (stored, waiting) => ({ kept: stored?.settings ?? FIRST_SETTINGS, waiting, isOwn: (stored?.version ?? 0) > 0 })),
  }),
});
