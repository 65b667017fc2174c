import type { StoredBought } from '@fellmist/contract';
import type { BoughtTreat } from '@fellmist/core';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { Ask } from './asking';

export const boughtActions = createActionGroup({
  source: 'Bought',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ all: readonly StoredBought[] }>(),
    Failed: props<{ words: string }>(),
    Save: props<{ ask: Ask<StoredBought>; bought: BoughtTreat; version: number }>(),
    Saved: props<{ stored: StoredBought }>(),
    Remove: props<{ ask: Ask<unknown>; stored: StoredBought }>(),
    Removed: props<{ id: string }>(),
    Restore: props<{ ask: Ask<unknown>; stored: StoredBought }>(),
  },
});

interface BoughtState {
  readonly all: readonly StoredBought[] | undefined;
  readonly failure: string | undefined;
}

const initial: BoughtState = { all: undefined, failure: undefined };
const without = (all: readonly StoredBought[] | undefined, id: string): readonly StoredBought[] => (all ?? []).filter(({ bought }) => bought.id !== id);

/** Treats bought elsewhere, to compare with. */
export const boughtFeature = createFeature({
  name: 'bought',
  reducer: createReducer(
    initial,
    on(boughtActions.loaded, (_state, { all }): BoughtState => ({ all, failure: undefined })),
    on(boughtActions.failed, (state, { words }): BoughtState => ({ ...state, failure: words })),
    on(boughtActions.saved, (state, { stored }): BoughtState => ({ ...state, all: [...without(state.all, stored.bought.id), stored] })),
    on(boughtActions.removed, (state, { id }): BoughtState => ({ ...state, all: without(state.all, id) })),
  ),
});
