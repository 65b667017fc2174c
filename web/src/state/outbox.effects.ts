import { HttpErrorResponse } from '@angular/common/http';
import { inject } from '@angular/core';
import type { StoredFormula } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  defer,
  EMPTY,
  exhaustMap,
  filter,
  from,
  fromEvent,
  interval,
  map,
  merge,
  type Observable,
  of,
  throwError,
  timeout,
  TimeoutError,
  withLatestFrom,
} from 'rxjs';
import { Api, failureWords, problemOf } from './api';
import { benchActions, benchFeature } from './bench.feature';
import type { WaitingSave } from './draftBook';
import { Outbox } from './outbox';
import { sendAll } from './sendAll';

/** An answer that does not come within this time will not come; the save waits and counts once. */
const ANSWER_WITHIN_MS = 15_000;
/** How often a server that was out of reach is asked again while something waits for it. */
const ASKED_AGAIN_MS = 5000;
/** What stands before a server says so while that is away. */
const AWAY: ReadonlySet<number> = new Set([0, 408, 429, 502, 503, 504]);

/** Nobody heard of it, as far as is known: it can be sent again as it is. */
export function isOutOfReach(error: unknown): boolean {
  return error instanceof TimeoutError || (error instanceof HttpErrorResponse && AWAY.has(error.status));
}

export function sendSave(api: Api, { formulaId, headId, request }: WaitingSave): Observable<StoredFormula> {
  return (headId === undefined ? api.create(request) : api.save(formulaId, headId, request)).pipe(timeout(ANSWER_WITHIN_MS));
}

export function refusedSave({ formulaId, request }: WaitingSave, error: unknown): Action {
  const problem = problemOf(error);
  if (problem?.status === 409 && problem.current) return benchActions.saveStale({ formulaId, current: problem.current, label: request.label });
  if (problem?.status === 410) return benchActions.saveRemoved({ formulaId, words: problem.detail });
  return benchActions.saveFailed({ formulaId, words: failureWords(error) });
}

/** All that waits, in its order, each once, until none is left or the server is away again. */
function sendSaves(api: Api, outbox: Outbox): Observable<Action> {
  return sendAll(
    () => from(outbox.first()),
    (save) =>
      sendSave(api, save).pipe(
        concatMap((stored) => from(outbox.arrived({ save, stored })).pipe(map((): Action => benchActions.saved({ formulaId: save.formulaId, stored, sent: save.request })))),
        catchError((error: unknown) => {
          if (isOutOfReach(error)) return throwError(() => error);
          outbox.hold(save.formulaId);
          return of(refusedSave(save, error));
        }),
      ),
  ).pipe(catchError(() => EMPTY));
}

export const sendWaiting = createEffect(
  (api = inject(Api), outbox = inject(Outbox)) =>
    merge(
      outbox.released,
      defer(() => fromEvent(window, 'online')),
      interval(ASKED_AGAIN_MS),
    ).pipe(
      filter(() => outbox.waiting().length > 0),
      exhaustMap(() => outbox.alone(sendSaves(api, outbox))),
    ),
  { functional: true },
);

/** What another tab sent of the formula that lies here is acknowledged here too. */
export const hearOtherTabs = createEffect(
  (outbox = inject(Outbox), store = inject(Store)) =>
    outbox.arrivals.pipe(
      withLatestFrom(store.select(benchFeature.selectWaiting)),
      filter(([{ save }, waiting]) => waiting.some(({ id }) => id === save.request.tryId)),
      map(([{ save, stored }]) => benchActions.saved({ formulaId: save.formulaId, stored, sent: save.request })),
    ),
  { functional: true },
);

/** After something was saved elsewhere or is gone: what waits goes on top of that, or is let go with the sheet that lies above it. */
export const settleWaiting = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(benchActions.keepMine, benchActions.takeTheirs, benchActions.goOnAsNew),
      concatMap((said) => {
        if (said.type === benchActions.keepMine.type) return outbox.putOn(said.formulaId, said.on);
        return outbox.forget(said.type === benchActions.takeTheirs.type ? said.formulaId : said.from);
      }),
    ),
  { functional: true, dispatch: false },
);
