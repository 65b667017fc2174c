import type { ShoppingPage, Tick, UseUpPage } from '@fellmist/contract';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';

export const shoppingActions = createActionGroup({
  source: 'Shopping',
  events: {
    /** For the days that are to come, or for those that are named. */
    Wanted: props<{ plans: readonly string[] | undefined }>(),
    Loaded: props<{ page: ShoppingPage }>(),
    Failed: props<{ words: string }>(),
    /** Seen at once, sent after what was ticked before. */
    Ticked: props<{ tick: Tick }>(),
    /** The server did not take it: it is as it was before. */
    'Tick Refused': props<{ tick: Tick; words: string }>(),
    'Use Up Wanted': emptyProps(),
    'Use Up Loaded': props<{ page: UseUpPage }>(),
  },
});

interface ShoppingState {
  readonly page: ShoppingPage | undefined;
  readonly useUp: UseUpPage | undefined;
  readonly failure: string | undefined;
}

const initial: ShoppingState = { page: undefined, useUp: undefined, failure: undefined };

function ticked(state: ShoppingState, id: string, isTicked: boolean): ShoppingState {
  const { page } = state;
  return page ? { ...state, page: { ...page, entries: page.entries.map((entry) => (entry.id === id ? { ...entry, isTicked } : entry)) } } : state;
}

/** What has to be bought, and what could be made with what should be used. */
export const shoppingFeature = createFeature({
  name: 'shopping',
  reducer: createReducer(
    initial,
    on(shoppingActions.loaded, (state, { page }): ShoppingState => ({ ...state, page, failure: undefined })),
    on(shoppingActions.failed, (state, { words }): ShoppingState => ({ ...state, failure: words })),
    on(shoppingActions.ticked, (state, { tick }): ShoppingState => ticked({ ...state, failure: undefined }, tick.id, tick.massG !== null)),
    on(shoppingActions.tickRefused, (state, { tick, words }): ShoppingState => ticked({ ...state, failure: words }, tick.id, tick.massG === null)),
    on(shoppingActions.useUpLoaded, (state, { page }): ShoppingState => ({ ...state, useUp: page })),
  ),
});
