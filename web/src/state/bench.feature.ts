import type { TryHead, SaveRequest, StoredFormula } from '@fellmist/contract';
import type { Worksheet } from '@fellmist/core';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import type { Ask } from './asking';
import { SAY } from './words';

/** What an act of the baker made of the sheet; acts with the same `key` in a row are one step of undo. */
interface Act {
  readonly sheet: Worksheet;
  readonly key?: string;
}

/** Everything that the baker does to a sheet, by name, and what undo calls it. */
const ACTS = {
  'Swap Opened': SAY.openedASwap,
  'Proposal Taken': SAY.tookAProposal,
  'Proposal Refused': SAY.refusedAProposal,
  'Role Left': SAY.leftARoleAsIt,
  'Open Taken': SAY.tookAllThatIsOpen,
  'All Settled': SAY.settledAll,
  'Goal Aimed At': SAY.aimedAtAGoal,
  'Line Edited': SAY.changedALine,
  'Original Mended': SAY.mendedTheOriginal,
  'Line Removed': SAY.leftALineOut,
  'Line Restored': SAY.broughtALineBack,
  'Line Moved': SAY.movedALine,
  'Lines Placed': SAY.placedLines,
  'Line Doubled': SAY.doubledALine,
  'Line Described': SAY.saidHowALineGoes,
  'Line Added': SAY.addedALine,
  'Part Added': SAY.addedAPart,
  'Part Described': SAY.changedAPart,
  'Part Removed': SAY.tookAPartApart,
  'Formula Described': SAY.changedWhatItSaysOf,
} as const;

const act = props<Act>();

export const actActions = createActionGroup({
  source: 'Baker',
  events: {
    'Swap Opened': act,
    'Proposal Taken': act,
    'Proposal Refused': act,
    'Role Left': act,
    'Open Taken': act,
    'All Settled': act,
    'Goal Aimed At': act,
    'Line Edited': act,
    'Original Mended': act,
    'Line Removed': act,
    'Line Restored': act,
    'Line Moved': act,
    'Lines Placed': act,
    'Line Doubled': act,
    'Line Described': act,
    'Line Added': act,
    'Part Added': act,
    'Part Described': act,
    'Part Removed': act,
    'Formula Described': act,
  },
});

const WORDS: ReadonlyMap<string, string> = new Map(Object.entries(ACTS).map(([name, words]) => [`[Baker] ${name}`, words]));

export const benchActions = createActionGroup({
  source: 'Bench',
  events: {
    /** A new worksheet, not saved yet, takes the bench under the id that its formula will have. */
    Placed: props<{ id: string; sheet: Worksheet }>(),
    'Open Wanted': props<{ id: string }>(),
    /** As stored, with what was left unsaved and the try that it grew from. */
    Opened: props<{ stored: StoredFormula; draft?: { readonly sheet: Worksheet; readonly headId: string | undefined } }>(),
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
    'Save Sent': props<{ formulaId: string; request: SaveRequest }>(),
    Saved: props<{ formulaId: string; stored: StoredFormula; sent: Worksheet }>(),
    'Save Failed': props<{ formulaId: string; words: string }>(),
    'Save Stale': props<{ formulaId: string; current: StoredFormula; label: string }>(),
    /** The formula was removed elsewhere; it can be brought back, or the sheet goes on as a new one. */
    'Save Removed': props<{ formulaId: string; words: string }>(),
    'Bring Back': props<{ label: string }>(),
    'Go On As New': props<{ id: string }>(),
    /** After a stale save: go on with mine on top of theirs, or with theirs. */
    'Keep Mine': emptyProps(),
    'Take Theirs': emptyProps(),
  },
});

export interface Step {
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
  readonly past: readonly Step[];
  readonly present: Worksheet | undefined;
  readonly future: readonly Step[];
  readonly lastKey: string | undefined;
  readonly saved: Worksheet | undefined;
  readonly opening: 'idle' | 'loading' | 'missing' | 'failed';
  readonly failure: string | undefined;
  readonly saving: 'idle' | 'saving' | 'failed' | 'removed';
  readonly saveFailure: string | undefined;
  /** A request that got no answer; sent again as it was if nothing changed since. */
  readonly unanswered: SaveRequest | undefined;
  /** Tries that were sent and of which nobody knows whether they arrived. */
  readonly attempts: readonly string[];
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
  unanswered: undefined,
  attempts: [],
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
function opened(stored: StoredFormula, draft: LeftUnsaved | undefined): BenchState {
  const isLate = draft !== undefined && draft.headId !== stored.thisTry.id;
  return {
    ...emptyBench,
    formulaId: stored.id,
    head: (isLate && stored.tries.find(({ id }) => id === draft.headId)) || stored.thisTry,
    tries: stored.tries,
    saved: stored.worksheet,
    past: draft ? [{ sheet: stored.worksheet, act: SAY.whatWasLeftUnsaved }] : [],
    present: draft?.sheet ?? stored.worksheet,
    fromDraft: draft !== undefined,
    conflict: isLate ? { current: stored, label: '' } : undefined,
  };
}

/** Whether an answer is about what lies on the bench. */
function isHere(state: BenchState, { formulaId }: { readonly formulaId: string }): boolean {
  return state.formulaId === formulaId;
}

/** All of them, for whoever follows every change of the sheet. */
export const ALL_ACTS = Object.values(actActions) as unknown as readonly [typeof actActions.lineEdited, ...(typeof actActions.lineEdited)[]];

export const benchReducer = createReducer(
  emptyBench,
  on(benchActions.placed, (_state, { id, sheet }): BenchState => ({ ...emptyBench, formulaId: id, present: sheet })),
  on(benchActions.openWanted, (state, { id }): BenchState => (state.formulaId === id ? { ...state, opening: 'loading' } : { ...emptyBench, formulaId: id, opening: 'loading' })),
  on(benchActions.opened, (_state, { stored, draft }): BenchState => opened(stored, draft)),
  on(benchActions.draftUnreadable, (state, keptText): BenchState => ({ ...state, keptText: { title: keptText.title, text: keptText.text } })),
  on(benchActions.openFailed, (state, { words, missing }): BenchState => ({ ...state, opening: missing ? 'missing' : 'failed', failure: words })),
  on(...ALL_ACTS, (state: BenchState, { sheet, key, type }): BenchState => change(state, sheet, WORDS.get(type) ?? type, key)),
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
  on(benchActions.saveSent, (state, sent): BenchState =>
    isHere(state, sent)
      ? {
          ...state,
          saving: 'saving',
          saveFailure: undefined,
          unanswered: sent.request,
          attempts: state.attempts.includes(sent.request.tryId) ? state.attempts : [...state.attempts, sent.request.tryId],
        }
      : state,
  ),
  on(benchActions.saved, (state, answer): BenchState =>
    isHere(state, answer)
      ? {
          ...state,
          head: answer.stored.thisTry,
          tries: answer.stored.tries,
          base: undefined,
          saved: answer.sent,
          saving: 'idle',
          unanswered: undefined,
          attempts: [],
          conflict: undefined,
          fromDraft: false,
          lastKey: undefined,
        }
      : state,
  ),
  on(benchActions.saveFailed, (state, answer): BenchState => (isHere(state, answer) ? { ...state, saving: 'failed', saveFailure: answer.words } : state)),
  on(benchActions.saveStale, (state, answer): BenchState =>
    isHere(state, answer) ? { ...state, saving: 'idle', unanswered: undefined, attempts: [], conflict: { current: answer.current, label: answer.label } } : state,
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
    unanswered: undefined,
    attempts: [],
  })),
  on(benchActions.keepMine, (state): BenchState =>
    state.conflict ? { ...state, head: state.conflict.current.thisTry, tries: state.conflict.current.tries, conflict: undefined } : state,
  ),
  on(benchActions.takeTheirs, (state): BenchState => {
    if (!state.conflict) return state;
    const { current } = state.conflict;
    return {
      ...change(state, current.worksheet, SAY.tookTheSavedOne),
      head: current.thisTry,
      tries: current.tries,
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
    /** What undo would take back: ": moved a line"; nothing where there is nothing. */
    selectUndoWords: createSelector(selectPast, (past) => {
      const last = past.at(-1);
      return last ? `: ${last.act}` : '';
    }),
    selectCanUndo: createSelector(selectPast, (past) => past.length > 0),
    selectCanRedo: createSelector(selectFuture, (future) => future.length > 0),
  }),
});
