import { type LarderPayload } from '@fellmist/contract';
import { type Larder, stockLarder } from '@fellmist/core';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';

export const larderActions = createActionGroup({
  source: 'Larder',
  events: { Wanted: emptyProps(), Loaded: props<{ payload: LarderPayload }>(), Failed: props<{ words: string }>() },
});

interface LarderState {
  readonly payload: LarderPayload | undefined;
  readonly failure: string | undefined;
}

const initial: LarderState = { payload: undefined, failure: undefined };

export const larderFeature = createFeature({
  name: 'larder',
  reducer: createReducer(
    initial,
    on(larderActions.wanted, (state): LarderState => ({ ...state, failure: undefined })),
    on(larderActions.loaded, (_state, { payload }): LarderState => ({ payload, failure: undefined })),
    on(larderActions.failed, (state, { words }): LarderState => ({ ...state, failure: words })),
  ),
  extraSelectors: ({ selectPayload }) => ({
    selectLarder: createSelector(selectPayload, (payload): Larder | undefined => payload && stockLarder(payload.foods)),
  }),
});
