import type { RemovedThing } from '@fellmist/contract';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';

export const removedActions = createActionGroup({
  source: 'Removed',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ things: readonly RemovedThing[] }>(),
    Failed: props<{ words: string }>(),
    'Bring Back': props<{ thing: RemovedThing }>(),
    'Brought Back': props<{ thing: RemovedThing }>(),
  },
});

const thingsOf = createEntityAdapter<RemovedThing>();

interface RemovedState extends EntityState<RemovedThing> {
  readonly isHere: boolean;
  readonly failure: string | undefined;
}

const initial: RemovedState = thingsOf.getInitialState({ isHere: false, failure: undefined });

/** What was removed of late and can be brought back. */
export const removedFeature = createFeature({
  name: 'removed',
  reducer: createReducer(
    initial,
    on(removedActions.loaded, (state, { things }): RemovedState => thingsOf.setAll([...things], { ...state, isHere: true, failure: undefined })),
    on(removedActions.failed, (state, { words }): RemovedState => ({ ...state, failure: words })),
    on(removedActions.bringBack, (state): RemovedState => ({ ...state, failure: undefined })),
    on(removedActions.broughtBack, (state, { thing }): RemovedState => thingsOf.removeOne(thing.id, state)),
  ),
  extraSelectors: ({ selectRemovedState, selectIsHere }) => ({
    selectListed: createSelector(createSelector(selectRemovedState, thingsOf.getSelectors().selectAll), selectIsHere, (things, isHere): readonly RemovedThing[] | undefined =>
      isHere ? things : undefined,
    ),
  }),
});
