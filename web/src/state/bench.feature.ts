import type { TryHead, SaveRequest, StoredFormula } from '@fellmist/contract';
import type { Worksheet } from '@fellmist/core';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import type { Ask } from './asking';
import { ACT_WORDS, ALL_ACTS } from './acts.actions';
import { SAY } from './words';

export const benchActions = createActionGroup({
  source: 'Bench',
  events: {
    /** A new worksheet, not saved yet, takes the bench under the id that its formula will have. */
    Placed: props<{ id: string; sheet: Worksheet }>(),
    'Open Wanted': props<{ id: string }>(),
    /** As stored, with what was left unsaved and the try that it grew from. */
    Opened: props<{ stored: StoredFormula; waiting: readonly TryHead[]; draft?: { readonly sheet: Worksheet; readonly headId: string | undefined } }>(),
    /** What was left unsaved cannot be read by this version: it is kept as text. */
    'Draft Unreadable': props<{ title: string; text: string }>(),
    'Open Failed': props<{ words: string; missing: boolean }>(),
    Undo: emptyProps(),
    Redo: emptyProps(),
    /** Goes on from an older try: the next save grows from it, a branch. */
    'Grown From': props<{ sheet: Worksheet; base: TryHead; words?: string }>(),
    /** A sheet that another place made from a try: it takes the bench, above whatever lies there of its formula. */
    'Sheet Brought': props<{ ask: Ask<StoredFormula>; formulaId: string; tryId: string; sheet: Worksheet; words: string }>(),
    /** An earlier try is looked at. */
    'Try Wanted': props<{ ask: Ask<StoredFormula>; formulaId: string; tryId: string }>(),
    Rename: props<{ ask: Ask<StoredFormula>; formulaId: string; tryId: string; label: string }>(),
    Renamed: props<{ formulaId: string; tries: readonly TryHead[] }>(),
    'Discard Draft': emptyProps(),
    Save: props<{ label: string }>(),
    /** Every answer names the formula that was sent: another may lie on the bench by then. */
    'Save Sent': props<{ formulaId: string }>(),
    Saved: props<{ formulaId: string; stored: StoredFormula; sent: SaveRequest }>(),
    /** The server was out of reach: the try is kept in this browser and sent once it is back. */
    'Save Waits': props<{ formulaId: string; head: TryHead; sheet: Worksheet }>(),
    'Save Failed': props<{ formulaId: string; words: string }>(),
    'Save Stale': props<{ formulaId: string; current: StoredFormula; label: string }>(),
    /** The formula was removed elsewhere; it can be brought back, or the sheet goes on as a new one. */
    'Save Removed': props<{ formulaId: string; words: string }>(),
    'Bring Back': props<{ label: string }>(),
    'Go On As New': props<{ from: string; id: string }>(),
    /** After a stale save: go on with mine on top of theirs, or with theirs. */
    'Keep Mine': props<{ formulaId: string; on: string }>(),
    'Take Theirs': props<{ formulaId: string }>(),
  },
});

export interface HistoryStep {
  readonly sheet: Worksheet;
  readonly act: string;
}

export interface BenchState {
  readonly formulaId: string | undefined;
  readonly head: TryHead | undefined;
  readonly tries: readonly TryHead[];
  /** The try that the sheet grows from where it is not the head. */
  readonly base: TryHead | undefined;
  /** What lay there before each act that can be undone, and what the act is called. */
  readonly past: readonly HistoryStep[];
  readonly present: Worksheet | undefined;
  readonly future: readonly HistoryStep[];
  readonly lastKey: string | undefined;
  readonly saved: Worksheet | undefined;
  readonly opening: 'idle' | 'loading' | 'missing' | 'failed';
  readonly failure: string | undefined;
  readonly saving: 'idle' | 'saving' | 'waiting' | 'failed' | 'removed';
  readonly saveFailure: string | undefined;
  /** Tries that the server has not heard of yet, in the order in which they grow; they are in `tries` too. */
  readonly waiting: readonly TryHead[];
  readonly conflict: { readonly current: StoredFormula; readonly label: string } | undefined;
  /** True while the sheet holds changes that were kept from an earlier, unsaved visit. */
  readonly fromDraft: boolean;
  /** An earlier draft that could not be read, as text. */
  readonly keptText: { readonly title: string; readonly text: string } | undefined;
}

const MOST_UNDO = 200;

export const emptyBench: BenchState = {
  formulaId: undefined,
  head: undefined,
  tries: [],
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
  waiting: [],
  conflict: undefined,
  fromDraft: false,
  keptText: undefined,
};

function change(state: BenchState, sheet: Worksheet, act: string, key?: string): BenchState {
  if (!state.present || sheet === state.present) return state;
  const sameStep = key !== undefined && key === state.lastKey && state.past.length > 0;
  const past = sameStep ? state.past : [...state.past, { sheet: state.present, act }].slice(-MOST_UNDO);
  return { ...state, past, present: sheet, future: [], lastKey: key };
}

interface LeftUnsaved {
  readonly sheet: Worksheet;
  readonly headId: string | undefined;
}

/** A draft that grew from what is stored lies above it; one that grew from an earlier try meets the other in the conflict view. */
function opened(stored: StoredFormula, waiting: readonly TryHead[], draft: LeftUnsaved | undefined): BenchState {
  const isLate = draft !== undefined && draft.headId !== stored.thisTry.id;
  return {
    ...emptyBench,
    formulaId: stored.id,
    head: (isLate && stored.tries.find(({ id }) => id === draft.headId)) || stored.thisTry,
    tries: stored.tries,
    saved: stored.worksheet,
    waiting,
    saving: stateOf(waiting),
    past: draft ? [{ sheet: stored.worksheet, act: SAY.whatWasLeftUnsaved }] : [],
    present: draft?.sheet ?? stored.worksheet,
    fromDraft: draft !== undefined,
    conflict: isLate ? { current: stored, label: '' } : undefined,
  };
}

function stateOf(waiting: readonly TryHead[]): BenchState['saving'] {
  return waiting.length > 0 ? 'waiting' : 'idle';
}

/** The server's tries, and above them those that it has not heard of. */
function triesAbove(tries: readonly TryHead[], waiting: readonly TryHead[]): Pick<BenchState, 'tries' | 'waiting'> {
  const known = new Set(tries.map(({ id }) => id));
  return { tries: [...tries, ...waiting.filter(({ id }) => !known.has(id))], waiting };
}

/** Nothing is unsaved any more, and what is changed next is a step of its own. */
function settled(state: BenchState): BenchState {
  return { ...state, base: undefined, fromDraft: false, lastKey: undefined };
}

/** Whether an answer is about what lies on the bench. */
function isHere(state: BenchState, { formulaId }: { readonly formulaId: string }): boolean {
  return state.formulaId === formulaId;
}

export const benchReducer = createReducer(
  emptyBench,
  on(benchActions.placed, (_state, { id, sheet }): BenchState => ({ ...emptyBench, formulaId: id, present: sheet })),
  on(benchActions.openWanted, (state, { id }): BenchState => (state.formulaId === id ? { ...state, opening: 'loading' } : { ...emptyBench, formulaId: id, opening: 'loading' })),
  on(benchActions.opened, (_state, { stored, waiting, draft }): BenchState => opened(stored, waiting, draft)),
  on(benchActions.draftUnreadable, (state, keptText): BenchState => ({ ...state, keptText: { title: keptText.title, text: keptText.text } })),
  on(benchActions.openFailed, (state, { words, missing }): BenchState => ({ ...state, opening: missing ? 'missing' : 'failed', failure: words })),
  on(...ALL_ACTS, (state: BenchState, { sheet, key, type }): BenchState => change(state, sheet, ACT_WORDS.get(type) ?? type, key)),
  on(benchActions.grownFrom, (state, { sheet, base, words = SAY.wentOnFromAnOlder }): BenchState => ({
    ...change(state, sheet, words),
    base: base.id === state.head?.id ? undefined : base,
  })),
  on(benchActions.renamed, (state, answer): BenchState =>
    isHere(state, answer) ? { ...state, tries: answer.tries, head: answer.tries.find(({ id }) => id === state.head?.id) ?? state.head } : state,
  ),
  on(benchActions.undo, (state): BenchState => {
    const before = state.past.at(-1);
    if (!before || !state.present) return state;
    return {
      ...state,
      past: state.past.slice(0, -1),
      present: before.sheet,
      future: [{ sheet: state.present, act: before.act }, ...state.future],
      lastKey: undefined,
      base: before.sheet === state.saved ? undefined : state.base,
    };
  }),
  on(benchActions.redo, (state): BenchState => {
    const [next, ...rest] = state.future;
    if (!next || !state.present) return state;
    return { ...state, past: [...state.past, { sheet: state.present, act: next.act }], present: next.sheet, future: rest, lastKey: undefined };
  }),
  on(benchActions.discardDraft, (state): BenchState => (state.saved ? { ...change(state, state.saved, SAY.wentBackToTheSaved), fromDraft: false } : state)),
  on(benchActions.saveSent, (state, sent): BenchState => (isHere(state, sent) ? { ...state, saving: 'saving', saveFailure: undefined } : state)),
  on(benchActions.saveWaits, (state, { formulaId, head, sheet }): BenchState =>
    isHere(state, { formulaId })
      ? { ...settled(state), head, tries: [...state.tries, head], waiting: [...state.waiting, head], saved: sheet, saving: 'waiting', saveFailure: undefined }
      : state,
  ),
  on(benchActions.saved, (state, answer): BenchState => {
    if (!isHere(state, answer)) return state;
    const known = new Set([answer.sent.tryId, ...answer.stored.tries.map(({ id }) => id)]);
    const waiting = state.waiting.filter(({ id }) => !known.has(id));
    // What waited was taken as saved when it was asked for.
    const saved = waiting.length < state.waiting.length ? state.saved : answer.sent.worksheet;
    const { thisTry, tries } = answer.stored;
    return { ...settled(state), ...triesAbove(tries, waiting), head: waiting.at(-1) ?? thisTry, saved, saving: stateOf(waiting), conflict: undefined };
  }),
  on(benchActions.saveFailed, (state, answer): BenchState => (isHere(state, answer) ? { ...state, saving: 'failed', saveFailure: answer.words } : state)),
  on(benchActions.saveStale, (state, answer): BenchState =>
    isHere(state, answer) ? { ...state, saving: 'idle', conflict: { current: answer.current, label: answer.label } } : state,
  ),
  on(benchActions.saveRemoved, (state, answer): BenchState => (isHere(state, answer) ? { ...state, saving: 'removed', saveFailure: answer.words } : state)),
  on(benchActions.goOnAsNew, (state, { id }): BenchState => ({
    ...state,
    formulaId: id,
    head: undefined,
    tries: [],
    base: undefined,
    saved: undefined,
    saving: 'idle',
    saveFailure: undefined,
    waiting: [],
  })),
  on(benchActions.keepMine, (state): BenchState => {
    if (!state.conflict) return state;
    const { tries, thisTry } = state.conflict.current;
    const { waiting } = state;
    return { ...state, ...triesAbove(tries, waiting), head: waiting.at(-1) ?? thisTry, saving: stateOf(waiting), conflict: undefined };
  }),
  on(benchActions.takeTheirs, (state): BenchState => {
    if (!state.conflict) return state;
    const { current } = state.conflict;
    return {
      ...change(state, current.worksheet, SAY.tookTheSavedOne),
      head: current.thisTry,
      tries: current.tries,
      saved: current.worksheet,
      waiting: [],
      saving: 'idle',
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
    /** What undo would take back: ": moved a line"; nothing where there is nothing. */
    selectUndoWords: createSelector(selectPast, (past) => {
      const last = past.at(-1);
      return last ? `: ${last.act}` : '';
    }),
    selectCanUndo: createSelector(selectPast, (past) => past.length > 0),
    selectCanRedo: createSelector(selectFuture, (future) => future.length > 0),
  }),
});
