import { type RevisionHead, type SaveRequest, type StoredFormula } from '@fellmist/contract';
import { type Worksheet } from '@fellmist/core';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';

export const benchActions = createActionGroup({
  source: 'Bench',
  events: {
    /** A new worksheet, not saved yet, takes the bench. */
    Placed: props<{ sheet: Worksheet }>(),
    'Open Wanted': props<{ id: string }>(),
    Opened: props<{ stored: StoredFormula; draft?: Worksheet }>(),
    'Open Failed': props<{ words: string; missing: boolean }>(),
    /** A change by the baker; changes with the same `key` in a row are one step of undo. */
    Changed: props<{ sheet: Worksheet; key?: string }>(),
    Undo: emptyProps(),
    Redo: emptyProps(),
    /** Goes on from an older revision: the next save grows from it, a branch. */
    'Grown From': props<{ sheet: Worksheet; base: RevisionHead }>(),
    /** A revision got another name. */
    Renamed: props<{ revisions: readonly RevisionHead[] }>(),
    'Discard Draft': emptyProps(),
    Save: props<{ label: string }>(),
    'Save Sent': props<{ request: SaveRequest; formulaId: string | undefined; headId: string | undefined }>(),
    Saved: props<{ stored: StoredFormula; sent: Worksheet }>(),
    'Save Failed': props<{ words: string }>(),
    'Save Stale': props<{ current: StoredFormula; label: string }>(),
    /** After a stale save: go on with mine on top of theirs, or with theirs. */
    'Keep Mine': emptyProps(),
    'Take Theirs': emptyProps(),
  },
});

export interface BenchState {
  readonly formulaId: string | undefined;
  readonly head: RevisionHead | undefined;
  readonly revisions: readonly RevisionHead[];
  /** The revision that the sheet grows from where it is not the head. */
  readonly base: RevisionHead | undefined;
  readonly past: readonly Worksheet[];
  readonly present: Worksheet | undefined;
  readonly future: readonly Worksheet[];
  readonly lastKey: string | undefined;
  readonly saved: Worksheet | undefined;
  readonly opening: 'idle' | 'loading' | 'missing' | 'failed';
  readonly failure: string | undefined;
  readonly saving: 'idle' | 'saving' | 'failed';
  readonly saveFailure: string | undefined;
  /** A request that got no answer; sent again as it was if nothing changed since. */
  readonly unanswered: SaveRequest | undefined;
  readonly conflict: { readonly current: StoredFormula; readonly label: string } | undefined;
  /** True while the sheet holds changes that were kept from an earlier, unsaved visit. */
  readonly fromDraft: boolean;
}

const MOST_UNDO = 200;

export const emptyBench: BenchState = {
  formulaId: undefined,
  head: undefined,
  revisions: [],
  base: undefined,
  past: [],
  present: undefined,
  future: [],
  lastKey: undefined,
  saved: undefined,
  opening: 'idle',
  failure: undefined,
  saving: 'idle',
  saveFailure: undefined,
  unanswered: undefined,
  conflict: undefined,
  fromDraft: false,
};

function change(state: BenchState, sheet: Worksheet, key: string | undefined): BenchState {
  if (!state.present || sheet === state.present) return state;
  const sameStep = key !== undefined && key === state.lastKey && state.past.length > 0;
  const past = sameStep ? state.past : [...state.past, state.present].slice(-MOST_UNDO);
  return { ...state, past, present: sheet, future: [], lastKey: key };
}

function opened(stored: StoredFormula, draft: Worksheet | undefined): BenchState {
  return {
    ...emptyBench,
    formulaId: stored.id,
    head: stored.revision,
    revisions: stored.revisions,
    saved: stored.worksheet,
    past: draft ? [stored.worksheet] : [],
    present: draft ?? stored.worksheet,
    fromDraft: draft !== undefined,
  };
}

export const benchReducer = createReducer(
  emptyBench,
  on(benchActions.placed, (_state, { sheet }): BenchState => ({ ...emptyBench, present: sheet })),
  on(benchActions.openWanted, (state, { id }): BenchState => (state.formulaId === id ? { ...state, opening: 'loading' } : { ...emptyBench, formulaId: id, opening: 'loading' })),
  on(benchActions.opened, (_state, { stored, draft }): BenchState => opened(stored, draft)),
  on(benchActions.openFailed, (state, { words, missing }): BenchState => ({ ...state, opening: missing ? 'missing' : 'failed', failure: words })),
  on(benchActions.changed, (state, { sheet, key }): BenchState => change(state, sheet, key)),
  on(benchActions.grownFrom, (state, { sheet, base }): BenchState => ({ ...change(state, sheet, undefined), base: base.id === state.head?.id ? undefined : base })),
  on(benchActions.renamed, (state, { revisions }): BenchState => ({ ...state, revisions, head: revisions.find(({ id }) => id === state.head?.id) ?? state.head })),
  on(benchActions.undo, (state): BenchState => {
    const before = state.past.at(-1);
    if (!before || !state.present) return state;
    return {
      ...state,
      past: state.past.slice(0, -1),
      present: before,
      future: [state.present, ...state.future],
      lastKey: undefined,
      base: before === state.saved ? undefined : state.base,
    };
  }),
  on(benchActions.redo, (state): BenchState => {
    const [next, ...rest] = state.future;
    if (!next || !state.present) return state;
    return { ...state, past: [...state.past, state.present], present: next, future: rest, lastKey: undefined };
  }),
  on(benchActions.discardDraft, (state): BenchState => (state.saved ? { ...change(state, state.saved, undefined), fromDraft: false } : state)),
  on(benchActions.saveSent, (state, { request }): BenchState => ({ ...state, saving: 'saving', saveFailure: undefined, unanswered: request })),
  on(benchActions.saved, (state, { stored, sent }): BenchState => ({
    ...state,
    formulaId: stored.id,
    head: stored.revision,
    revisions: stored.revisions,
    base: undefined,
    saved: sent,
    saving: 'idle',
    unanswered: undefined,
    conflict: undefined,
    fromDraft: false,
    lastKey: undefined,
  })),
  on(benchActions.saveFailed, (state, { words }): BenchState => ({ ...state, saving: 'failed', saveFailure: words })),
  on(benchActions.saveStale, (state, { current, label }): BenchState => ({ ...state, saving: 'idle', unanswered: undefined, conflict: { current, label } })),
  on(benchActions.keepMine, (state): BenchState =>
    state.conflict ? { ...state, head: state.conflict.current.revision, revisions: state.conflict.current.revisions, conflict: undefined } : state,
  ),
  on(benchActions.takeTheirs, (state): BenchState => {
    if (!state.conflict) return state;
    const { current } = state.conflict;
    return {
      ...change(state, current.worksheet, undefined),
      head: current.revision,
      revisions: current.revisions,
      saved: current.worksheet,
      conflict: undefined,
      fromDraft: false,
    };
  }),
);

export const benchFeature = createFeature({
  name: 'bench',
  reducer: benchReducer,
  extraSelectors: ({ selectPresent, selectSaved, selectPast, selectFuture }) => ({
    selectIsUnsaved: createSelector(selectPresent, selectSaved, (present, saved) => present !== undefined && present !== saved),
    selectCanUndo: createSelector(selectPast, (past) => past.length > 0),
    selectCanRedo: createSelector(selectFuture, (future) => future.length > 0),
  }),
});
