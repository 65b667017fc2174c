import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { SaveRequest, StoredFormula } from '@fellmist/contract';
import type { Worksheet } from '@fellmist/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import {
  catchError,
  concat,
  concatMap,
  debounceTime,
  defer,
  EMPTY,
  filter,
  from,
  fromEvent,
  map,
  merge,
  mergeMap,
  type Observable,
  of,
  switchMap,
  tap,
  timeout,
  withLatestFrom,
} from 'rxjs';
import { Api, failureWords, problemOf } from './api';
import { answering, unlessDropped } from './asking';
import { ALL_ACTS, benchActions, benchFeature, type BenchState } from './bench.feature';
import { type FoundDraft, isSame, SheetDrafts } from './drafts';

/** An answer that does not come within this time will not come; the save can be tried again and counts once. */
const ANSWER_WITHIN_MS = 15_000;

function openedWith(stored: StoredFormula, found: FoundDraft<Worksheet> | undefined): readonly Action[] {
  if (found?.kind === 'unreadable') return [benchActions.opened({ stored }), benchActions.draftUnreadable(found)];
  // A save whose answer was lost left a draft of what is stored: there is nothing unsaved in it.
  return [benchActions.opened(found && !isSame(found.draft.body, stored.worksheet) ? { stored, draft: { sheet: found.draft.body, headId: found.draft.base } } : { stored })];
}

/** What is stored, with what was left unsaved of it; a sheet that was never saved comes back from its draft alone. */
export const openFormula = createEffect(
  (actions = inject(Actions), api = inject(Api), drafts = inject(SheetDrafts)) =>
    actions.pipe(
      ofType(benchActions.openWanted),
      switchMap(({ id }) =>
        api.formula(id).pipe(
          switchMap((stored) => from(drafts.find(id)).pipe(switchMap((found) => openedWith(stored, found)))),
          catchError((error: unknown): Observable<Action> => {
            const failed = benchActions.openFailed({ words: failureWords(error), missing: problemOf(error)?.status === 404 });
            return from(drafts.find(id)).pipe(
              map((found): Action => (found?.kind === 'read' && found.draft.base === undefined ? benchActions.placed({ id, sheet: found.draft.body }) : failed)),
            );
          }),
        ),
      ),
    ),
  { functional: true },
);

/** What another place made of a try lies on the bench, with what was left unsaved there one step of undo beneath it. */
export const bringSheet = createEffect(
  (actions = inject(Actions), api = inject(Api), drafts = inject(SheetDrafts), store = inject(Store)) =>
    actions.pipe(
      ofType(benchActions.sheetBrought),
      concatMap(({ ask, formulaId, tryId, sheet, words }) => {
        let found: FoundDraft<Worksheet> | undefined;
        const asked = from(drafts.find(formulaId)).pipe(
          tap((draft) => (found = draft)),
          switchMap(() => api.formula(formulaId)),
        );
        return answering(ask, asked, (stored) => {
          const { formulaId: here, present, saved } = store.selectSignal(benchFeature.selectBenchState)();
          const isUnderWay = here === formulaId && present !== undefined && present !== saved;
          const base = stored.tries.find(({ id }) => id === tryId) ?? stored.thisTry;
          return [...(isUnderWay ? [] : openedWith(stored, found)), benchActions.grownFrom({ sheet, base, words })];
        });
      }),
    ),
  { functional: true },
);

/** A save as it stood when it was asked for; the head is that which an earlier save of the same formula may have made meanwhile. */
function requestFor({ present, unanswered, attempts, base, head, formulaId }: BenchState, label: string): SaveRequest | undefined {
  if (!present) return undefined;
  if (unanswered?.worksheet === present) return unanswered;
  return {
    tryId: crypto.randomUUID(),
    label,
    worksheet: present,
    ...(base ? { parentId: base.id } : {}),
    ...(head || !formulaId ? {} : { formulaId }),
    ...(attempts.length > 0 ? { attempts } : {}),
  };
}

function failedSave(formulaId: string, label: string, error: unknown): Action {
  const problem = problemOf(error);
  if (problem?.status === 409 && problem.current) return benchActions.saveStale({ formulaId, current: problem.current, label });
  if (problem?.status === 410) return benchActions.saveRemoved({ formulaId, words: problem.detail });
  return benchActions.saveFailed({ formulaId, words: failureWords(error) });
}

/** Saves one after the other: one that is asked for while another is under way is sent after it, with what lay there when it was asked for. */
export const saveFormula = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(benchActions.save),
      withLatestFrom(store.select(benchFeature.selectBenchState)),
      concatMap(([{ label }, asked]) =>
        of(asked).pipe(
          withLatestFrom(store.select(benchFeature.selectBenchState)),
          switchMap(([, now]): Observable<Action> => {
            const isStillHere = now.formulaId === asked.formulaId;
            const state = isStillHere ? { ...now, present: asked.present } : asked;
            const { formulaId } = state;
            const request = requestFor(state, label);
            if (!request || !formulaId || (isStillHere && now.saved === asked.present)) return EMPTY;
            const answer = state.head ? api.save(formulaId, state.head.id, request) : api.create(request);
            return concat(
              of(benchActions.saveSent({ formulaId, request })),
              answer.pipe(
                timeout(ANSWER_WITHIN_MS),
                map((stored): Action => benchActions.saved({ formulaId, stored, sent: request.worksheet })),
                catchError((error: unknown) => of(failedSave(formulaId, label, error))),
              ),
            );
          }),
        ),
      ),
    ),
  { functional: true },
);

/** What was removed elsewhere comes back to the shelf, and the save is sent again. */
export const bringBack = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(benchActions.bringBack),
      withLatestFrom(store.select(benchFeature.selectFormulaId)),
      concatMap(([{ label }, formulaId]) =>
        formulaId === undefined
          ? EMPTY
          : api.restore(formulaId).pipe(
              map((): Action => benchActions.save({ label })),
              catchError((error: unknown) => of<Action>(benchActions.saveFailed({ formulaId, words: failureWords(error) }))),
            ),
      ),
    ),
  { functional: true },
);

export const fetchTry = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(benchActions.tryWanted),
      mergeMap(({ ask, formulaId, tryId }) => answering(ask, api.tryOf(formulaId, tryId).pipe(unlessDropped(ask, actions)))),
    ),
  { functional: true },
);

export const renameTry = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(benchActions.rename),
      concatMap(({ ask, formulaId, tryId, label }) => answering(ask, api.nameTry(formulaId, tryId, label), ({ tries }) => [benchActions.renamed({ formulaId, tries })])),
    ),
  { functional: true },
);

/** An answer about a formula that no longer lies on the bench settles what was left unsaved of it. */
export const settleDraft = createEffect(
  (actions = inject(Actions), store = inject(Store), drafts = inject(SheetDrafts)) =>
    actions.pipe(
      ofType(benchActions.saved),
      withLatestFrom(store.select(benchFeature.selectFormulaId)),
      filter(([{ formulaId }, here]) => formulaId !== here),
      concatMap(([{ formulaId, sent, stored }]) => drafts.settle(formulaId, sent, stored.thisTry.id)),
    ),
  { functional: true, dispatch: false },
);

/** A sheet that goes on as a new formula stands at the new one's address. */
export const showAddress = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(benchActions.goOnAsNew),
      filter(() => router.url.startsWith('/bench/')),
      tap(({ id }) => void router.navigate(['/bench', id], { replaceUrl: true })),
    ),
  { functional: true, dispatch: false },
);

/** Pause after the last change within which a draft is written. */
const DRAFT_WITHIN_MS = 30;

/** Whatever is unsaved is kept in the browser a moment after the last change, and when the page is left. */
export const keepDraft = createEffect(
  (actions = inject(Actions), store = inject(Store), drafts = inject(SheetDrafts)) => {
    const changed = actions.pipe(
      ofType(
        benchActions.placed,
        ...ALL_ACTS,
        benchActions.grownFrom,
        benchActions.undo,
        benchActions.redo,
        benchActions.saved,
        benchActions.discardDraft,
        benchActions.takeTheirs,
        benchActions.keepMine,
        benchActions.goOnAsNew,
      ),
      debounceTime(DRAFT_WITHIN_MS),
    );
    return merge(
      changed,
      defer(() => fromEvent(window, 'pagehide')),
    ).pipe(
      withLatestFrom(store.select(benchFeature.selectBenchState)),
      concatMap(([, { formulaId, head, present, saved }]) => {
        if (formulaId === undefined || !present) return EMPTY;
        return present === saved ? drafts.drop(formulaId) : drafts.keep({ of: formulaId, base: head?.id, title: present.rebuild.title, body: present });
      }),
    );
  },
  { functional: true, dispatch: false },
);
