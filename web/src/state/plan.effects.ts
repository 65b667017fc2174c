import { DOCUMENT, inject } from '@angular/core';
import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import type { PlanHead, StoredPlan } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, exhaustMap, filter, from, ignoreElements, map, merge, mergeMap, of, switchMap, tap, throwError, timer, withLatestFrom } from 'rxjs';
import { failureWords } from './api';
import { answering } from './asking';
import { Clock } from './clock';
import { keepPlanChanges, keptPlanChanges, plansThatWait } from './keptPlans';
import { planActions, planFeature, planUrl } from './plan.feature';

/** How often a plan that is seen asks what another phone did, milliseconds. */
const ASK_MS = 10_000;

export const loadPlans = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(planActions.listWanted),
      switchMap(() =>
        http.get<readonly PlanHead[]>('/api/plans').pipe(
          map((heads) => planActions.listLoaded({ heads })),
          catchError((error: unknown) => of(planActions.listFailed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const beginPlan = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(planActions.begin),
      mergeMap(({ ask, id, plan }) => answering(ask, http.post<StoredPlan>('/api/plans', { id, plan }))),
    ),
  { functional: true },
);

export const openPlan = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(planActions.openWanted),
      switchMap(({ id }) =>
        http.get<StoredPlan>(planUrl(id)).pipe(
          map((stored) => planActions.opened({ stored, kept: keptPlanChanges(id) })),
          catchError((error: unknown) => of(planActions.openFailed({ words: failureWords(error), isMissing: error instanceof HttpErrorResponse && error.status === 404 }))),
        ),
      ),
    ),
  { functional: true },
);

/** One change after the other; what could not be told is told again with the next look at the server. */
export const savePlan = createEffect(
  (actions = inject(Actions), http = inject(HttpClient), store = inject(Store), page = inject(DOCUMENT)) =>
    merge(actions.pipe(ofType(planActions.changed, planActions.saved, planActions.opened)), timer(ASK_MS, ASK_MS).pipe(filter(() => page.visibilityState !== 'hidden'))).pipe(
      withLatestFrom(store.select(planFeature.selectStored), store.select(planFeature.selectWaiting)),
      filter(([trigger, stored, waiting]) => stored !== undefined && (waiting.length > 0 || typeof trigger === 'number')),
      exhaustMap(([, stored, [change]]) => {
        const url = planUrl(stored?.id ?? '');
        const request = change ? http.patch<StoredPlan>(url, change) : http.get<StoredPlan>(url);
        return request.pipe(
          map((answer): Action => planActions.saved({ stored: answer, changes: change ? 1 : 0 })),
          catchError((error: unknown) =>
            of(
              planActions.notSaved({
                words: failureWords(error),
                isRefused: change !== undefined && error instanceof HttpErrorResponse && error.status >= 400 && error.status < 500,
              }),
            ),
          ),
        );
      }),
    ),
  { functional: true },
);

/** What waits is kept before it is told, so that a closed browser loses nothing. */
export const keepPlan = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(planActions.changed, planActions.saved, planActions.notSaved, planActions.opened),
      withLatestFrom(store.select(planFeature.selectStored), store.select(planFeature.selectWaiting)),
      tap(([, stored, waiting]) => {
        if (stored) keepPlanChanges(stored.id, waiting);
      }),
    ),
  { functional: true, dispatch: false },
);

/** What waits for another plan than the one that is open is told as well, with each look at the list. */
export const tellOtherPlans = createEffect(
  (actions = inject(Actions), http = inject(HttpClient), store = inject(Store)) =>
    actions.pipe(
      ofType(planActions.listWanted, planActions.opened),
      withLatestFrom(store.select(planFeature.selectStored)),
      exhaustMap(([, stored]) =>
        from(plansThatWait().filter((id) => id !== stored?.id)).pipe(
          concatMap((id) =>
            from(keptPlanChanges(id)).pipe(
              // One that nobody can take, or whose plan is gone, holds up no other.
              concatMap((change) =>
                http
                  .patch(planUrl(id), change)
                  .pipe(catchError((error: unknown) => (error instanceof HttpErrorResponse && error.status >= 400 && error.status < 500 ? EMPTY : throwError(() => error)))),
              ),
              ignoreElements(),
              tap({ complete: () => keepPlanChanges(id, []) }),
              catchError(() => EMPTY),
            ),
          ),
        ),
      ),
    ),
  { functional: true, dispatch: false },
);

export const removePlan = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(planActions.remove, planActions.restore),
      mergeMap((action) => {
        const { id } = action.head;
        const request = action.type === planActions.remove.type ? http.delete(planUrl(id)) : http.post(planUrl(id, '/restore'), {});
        return request.pipe(
          map(() => planActions.listWanted()),
          catchError((error: unknown) => of(planActions.listFailed({ words: failureWords(error) }))),
        );
      }),
    ),
  { functional: true },
);

export const hearTheTimeOfPlans = createEffect(
  (actions = inject(Actions), clock = inject(Clock)) =>
    actions.pipe(
      ofType(planActions.opened, planActions.saved),
      tap(({ stored }) => clock.hear(stored.now)),
    ),
  { functional: true, dispatch: false },
);
