import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { type SaveRequest } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, debounceTime, exhaustMap, filter, from, map, of, startWith, switchMap, tap, withLatestFrom } from 'rxjs';
import { Api, failureWords, problemOf } from './api';
import { benchActions, benchFeature, type BenchState } from './bench.feature';
import { Drafts, NEW_SHEET } from './drafts';

export const openFormula = createEffect(
  (actions = inject(Actions), api = inject(Api), drafts = inject(Drafts)) =>
    actions.pipe(
      ofType(benchActions.openWanted),
      switchMap(({ id }) =>
        api.formula(id).pipe(
          switchMap((stored) => from(drafts.find(id)).pipe(map((draft) => ({ stored, draft })))),
          map(({ stored, draft }): Action => benchActions.opened(draft ? { stored, draft: draft.sheet } : { stored })),
          catchError((error: unknown) => of(benchActions.openFailed({ words: failureWords(error), missing: problemOf(error)?.status === 404 }))),
        ),
      ),
    ),
  { functional: true },
);

function requestFor(state: BenchState, label: string): SaveRequest | undefined {
  if (!state.present) return undefined;
  if (state.unanswered?.worksheet === state.present) return state.unanswered;
  return { revisionId: crypto.randomUUID(), label, worksheet: state.present, ...(state.base ? { parentId: state.base.id } : {}) };
}

export const saveFormula = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(benchActions.save),
      withLatestFrom(store.select(benchFeature.selectBenchState)),
      exhaustMap(([{ label }, state]) => {
        const request = requestFor(state, label);
        if (!request) return of<Action>(benchActions.saveFailed({ words: 'There is nothing on the bench to save.' }));
        const { formulaId, head } = state;
        const answer = formulaId && head ? api.save(formulaId, head.id, request) : api.create(request);
        return answer.pipe(
          map((stored): Action => benchActions.saved({ stored, sent: request.worksheet })),
          catchError((error: unknown) => {
            const problem = problemOf(error);
            return of<Action>(
              problem?.status === 409 && problem.current ? benchActions.saveStale({ current: problem.current, label }) : benchActions.saveFailed({ words: failureWords(error) }),
            );
          }),
          startWith(benchActions.saveSent({ request, formulaId, headId: head?.id })),
        );
      }),
    ),
  { functional: true },
);

/** A first save gives the sheet an address of its own. */
export const showAddress = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(benchActions.saved),
      filter(() => router.url.startsWith('/bench/new')),
      tap(({ stored }) => void router.navigate(['/bench', stored.id], { replaceUrl: true })),
    ),
  { functional: true, dispatch: false },
);

/** Whatever is unsaved is kept in the browser a moment after the last change. */
export const keepDraft = createEffect(
  (actions = inject(Actions), store = inject(Store), drafts = inject(Drafts)) =>
    actions.pipe(
      ofType(
        benchActions.placed,
        benchActions.changed,
        benchActions.grownFrom,
        benchActions.undo,
        benchActions.redo,
        benchActions.saved,
        benchActions.discardDraft,
        benchActions.takeTheirs,
      ),
      debounceTime(150),
      withLatestFrom(store.select(benchFeature.selectBenchState)),
      tap(([, state]) => {
        const key = state.formulaId ?? NEW_SHEET;
        if (state.formulaId) drafts.drop(NEW_SHEET);
        if (state.present && state.present !== state.saved) drafts.keep(key, { headId: state.head?.id ?? '', sheet: state.present });
        else drafts.drop(key);
      }),
    ),
  { functional: true, dispatch: false },
);
