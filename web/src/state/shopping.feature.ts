import type { ShoppingPage, Tick, UseUpPage } from '@fellmist/contract';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';

export const shoppingActions = createActionGroup({
  source: 'Shopping',
  events: {
    /** For the days that are to come, or for those that are named. */
    Wanted: props<{ plans: readonly string[] | undefined }>(),
    Loaded: props<{ page: ShoppingPage }>(),
    Failed: props<{ words: string }>(),
    /** Seen at once, sent after what was ticked before; in a shop without a net once there is one. */
    Ticked: props<{ tick: Tick }>(),
    /** What this browser kept of a time without the server. */
    'Taken Up': props<{ waiting: readonly Tick[] }>(),
    'Tick Taken': props<{ tick: Tick }>(),
    /** The server does not take it: it is as it was before. */
    'Tick Refused': props<{ tick: Tick; words: string }>(),
    'Not Reached': emptyProps(),
    'Use Up Wanted': emptyProps(),
    'Use Up Loaded': props<{ page: UseUpPage }>(),
  },
});

interface ShoppingState {
  /** As the server has it. */
  readonly page: ShoppingPage | undefined;
  /** What it has not heard of, in its order. */
  readonly waiting: readonly Tick[];
  readonly isReached: boolean;
  readonly useUp: UseUpPage | undefined;
  readonly failure: string | undefined;
}

const initial: ShoppingState = { page: undefined, waiting: [], isReached: true, useUp: undefined, failure: undefined };

function ticked(page: ShoppingPage, { id, massG }: Tick): ShoppingPage {
  return { ...page, entries: page.entries.map((entry) => (entry.id === id ? { ...entry, isTicked: massG !== null } : entry)) };
}

/** What has to be bought, and what could be made with what should be used. */
export const shoppingFeature = createFeature({
  name: 'shopping',
  reducer: createReducer(
    initial,
    on(shoppingActions.loaded, (state, { page }): ShoppingState => ({ ...state, page, failure: undefined })),
    on(shoppingActions.failed, (state, { words }): ShoppingState => ({ ...state, failure: words })),
    on(shoppingActions.takenUp, (state, { waiting }): ShoppingState => ({ ...state, waiting })),
    on(shoppingActions.ticked, (state, { tick }): ShoppingState => ({ ...state, waiting: [...state.waiting, tick], failure: undefined })),
    on(shoppingActions.tickTaken, (state, { tick }): ShoppingState => ({
      ...state,
      page: state.page && ticked(state.page, tick),
      waiting: state.waiting.filter((one) => one !== tick),
      isReached: true,
    })),
    on(shoppingActions.tickRefused, (state, { tick, words }): ShoppingState => ({
      ...state,
      waiting: state.waiting.filter((one) => one !== tick),
      isReached: true,
      failure: words,
    })),
    on(shoppingActions.notReached, (state): ShoppingState => ({ ...state, isReached: false })),
    on(shoppingActions.useUpLoaded, (state, { page }): ShoppingState => ({ ...state, useUp: page })),
  ),
  extraSelectors: ({ selectPage, selectWaiting, selectIsReached }) => ({
    /** With what was ticked here and is still on its way. */
    selectList: createSelector(selectPage, selectWaiting, (page, waiting) => page && waiting.reduce(ticked, page)),
    /** So many ticks are kept here until the server answers. */
    selectHeld: createSelector(selectWaiting, selectIsReached, (waiting, isReached) => (isReached ? 0 : new Set(waiting.map(({ id }) => id)).size)),
  }),
});
