import type { PlanHead, StoredPlan } from '@fellmist/contract';
import { changedPlan, type Plan, type PlanChange } from '@fellmist/core/bake';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import type { Ask } from './asking';

export const planActions = createActionGroup({
  source: 'Plan',
  events: {
    'List Wanted': emptyProps(),
    'List Loaded': props<{ heads: readonly PlanHead[] }>(),
    'List Failed': props<{ words: string }>(),
    Begin: props<{ ask: Ask<StoredPlan>; id: string; plan: Plan }>(),
    'Open Wanted': props<{ id: string }>(),
    Opened: props<{ stored: StoredPlan; kept?: readonly PlanChange[] }>(),
    'Open Failed': props<{ words: string; isMissing: boolean }>(),
    Closed: emptyProps(),
    Changed: props<{ change: PlanChange }>(),
    Saved: props<{ stored: StoredPlan; changes: number }>(),
    'Not Saved': props<{ id: string; words: string; isRefused: boolean }>(),
    Remove: props<{ ask: Ask<unknown>; head: PlanHead }>(),
    Restore: props<{ head: PlanHead }>(),
  },
});

/** Where a plan lies on the server. */
export function planUrl(id: string, rest = ''): string {
  return `/api/plans/${encodeURIComponent(id)}${rest}`;
}

interface PlanState {
  readonly heads: readonly PlanHead[] | undefined;
  readonly listFailure: string | undefined;
  readonly stored: StoredPlan | undefined;
  readonly opening: 'none' | 'opening' | 'open' | 'missing' | 'failed';
  readonly failure: string | undefined;
  /** Changes that the server has not answered yet, in their order. */
  readonly waiting: readonly PlanChange[];
  /** What the server could not take, with why. */
  readonly refused: string | undefined;
}

const NOTHING = { stored: undefined, opening: 'none', failure: undefined, waiting: [], refused: undefined } as const;
const initial: PlanState = { heads: undefined, listFailure: undefined, ...NOTHING };

/** The days that are planned, and the one on the table with what was changed in it. */
export const planFeature = createFeature({
  name: 'plan',
  reducer: createReducer(
    initial,
    on(planActions.listLoaded, (state, { heads }): PlanState => ({ ...state, heads, listFailure: undefined })),
    on(planActions.listFailed, (state, { words }): PlanState => ({ ...state, listFailure: words })),
    on(planActions.openWanted, (state, { id }): PlanState => (state.stored?.id === id ? state : { ...state, ...NOTHING, opening: 'opening' })),
    on(planActions.opened, (state, { stored, kept = [] }): PlanState => ({
      ...state,
      stored,
      opening: 'open',
      failure: undefined,
      waiting: state.stored?.id === stored.id ? state.waiting : kept,
    })),
    on(planActions.openFailed, (state, { words, isMissing }): PlanState => (state.stored ? state : { ...state, opening: isMissing ? 'missing' : 'failed', failure: words })),
    // What is not told yet stays, and is told, also when the place was left.
    on(planActions.closed, (state): PlanState => (state.waiting.length > 0 ? state : { ...state, ...NOTHING })),
    on(planActions.changed, (state, { change }): PlanState => ({ ...state, waiting: [...state.waiting, change], refused: undefined })),
    on(planActions.saved, (state, { stored, changes }): PlanState =>
      state.stored?.id === stored.id ? { ...state, stored, failure: undefined, waiting: state.waiting.slice(changes) } : state,
    ),
    on(planActions.notSaved, (state, { id, words, isRefused }): PlanState => {
      if (state.stored?.id !== id) return state;
      return isRefused ? { ...state, waiting: state.waiting.slice(1), refused: words } : { ...state, failure: words };
    }),
  ),
  extraSelectors: ({ selectStored, selectWaiting }) => ({
    /** The plan with what was changed and is still on its way. */
    selectPlan: createSelector(selectStored, selectWaiting, (stored, waiting): Plan | undefined => stored && waiting.reduce<Plan>(changedPlan, stored.plan)),
  }),
});
