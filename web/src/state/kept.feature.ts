import type { KeptPortions } from '@fellmist/contract';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { Ask } from './asking';

export const keptActions = createActionGroup({
  source: 'Kept',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ kept: readonly KeptPortions[] }>(),
    Failed: props<{ words: string }>(),
    /** A portion is eaten; the id is that of the event, by which it can be taken back. */
    Eaten: props<{ ask: Ask<readonly KeptPortions[]>; portions: KeptPortions; eventId: string; name?: string }>(),
    'Eating Undone': props<{ bakeId: string; eventId: string }>(),
  },
});

interface KeptState {
  readonly kept: readonly KeptPortions[];
  readonly failure: string | undefined;
}

const initial: KeptState = { kept: [], failure: undefined };

/** Portions of earlier bakes in the fridge and freezer, wherever a place lists them. */
export const keptFeature = createFeature({
  name: 'kept',
  reducer: createReducer(
    initial,
    on(keptActions.loaded, (_state, { kept }): KeptState => ({ kept, failure: undefined })),
    on(keptActions.failed, (state, { words }): KeptState => ({ ...state, failure: words })),
  ),
});
