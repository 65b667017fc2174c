import type { StoredSettings } from '@fellmist/contract';
import type { HouseholdSettings } from '@fellmist/core';
import { createActionGroup, props } from '@ngrx/store';

export type SettingsChange = Partial<HouseholdSettings>;

export const householdActions = createActionGroup({
  source: 'Household',
  events: {
    /** The baker settled something for the household. */
    Settled: props<{ change: SettingsChange }>(),
    Saved: props<{ stored: StoredSettings }>(),
    'Save Failed': props<{ words: string }>(),
  },
});
