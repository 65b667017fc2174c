import { DOCUMENT, inject } from '@angular/core';
import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import type { PlanHead, StoredPlan } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, exhaustMap, filter, map, merge, mergeMap, of, switchMap, tap, timer, withLatestFrom } from 'rxjs';
import { failureWords } from './api';
import { answering } from './asking';
import { Clock } from './clock';
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
          map((stored) => planActions.opened({ stored })),
          catchError((error: unknown) => of(planActions.openFailed({ words: failureWords(error), isMissing: error instanceof HttpErrorResponse && error.status === 404 }))),
        ),
      ),
    ),
  { functional: true },
);

/** One change after the other; what could not be told is told again with the next look at the server. */
export const savePlan = createEffect(
  (actions = inject(Actions), http = inject(HttpClient), store = inject(Store), page = inject(DOCUMENT)) =>
    merge(actions.pipe(ofType(planActions.changed, planActions.saved)), timer(ASK_MS, ASK_MS).pipe(filter(() => page.visibilityState !== 'hidden'))).pipe(
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
