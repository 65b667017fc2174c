import { DOCUMENT, inject } from '@angular/core';
import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import type { PlanHead, StoredPlan } from '@fellmist/contract';
import type { PlanChange } from '@fellmist/core/bake';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import {
  catchError,
  concat,
  concatMap,
  EMPTY,
  exhaustMap,
  filter,
  from,
  ignoreElements,
  map,
  merge,
  mergeMap,
  type Observable,
  of,
  switchMap,
  tap,
  throwError,
  timer,
  withLatestFrom,
} from 'rxjs';
import { failureWords, isRefused } from './api';
import { answering } from './asking';
import { Clock } from './clock';
import { keepPlanChanges, keptPlanChanges, plansThatWait } from './keptPlans';
import { planActions, planFeature, planUrl } from './plan.feature';
import { sendAll } from './sendAll';

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
  (actions = inject(Actions), http = inject(HttpClient), store = inject(Store), page = inject(DOCUMENT)) => {
    const [stored, waiting] = [store.selectSignal(planFeature.selectStored), store.selectSignal(planFeature.selectWaiting)];
    const next = () => {
      const [plan, change] = [stored(), waiting()[0]];
      return plan && change && { id: plan.id, change };
    };
    /** Where the server is away, nothing more is asked of it now. */
    const heard = (id: string, asked: Observable<StoredPlan>, changes: 0 | 1): Observable<Action> =>
      asked.pipe(
        map((answer): Action => planActions.saved({ stored: answer, changes })),
        catchError((error: unknown) => {
          const failed = of(planActions.notSaved({ id, words: failureWords(error), isRefused: changes === 1 && isRefused(error) }));
          return isRefused(error)
            ? failed
            : concat(
                failed,
                throwError(() => error),
              );
        }),
      );
    const look = (id: string | undefined): Observable<Action> => (id === undefined || next() ? EMPTY : heard(id, http.get<StoredPlan>(planUrl(id)), 0));
    const tell = ({ id, change }: { readonly id: string; readonly change: PlanChange }): Observable<Action> => heard(id, http.patch<StoredPlan>(planUrl(id), change), 1);
    return merge(
      actions.pipe(
        ofType(planActions.changed, planActions.opened),
        map(() => false),
      ),
      timer(ASK_MS, ASK_MS).pipe(
        filter(() => page.visibilityState !== 'hidden'),
        map(() => true),
      ),
    ).pipe(
      exhaustMap((isLook) =>
        concat(
          isLook ? look(stored()?.id) : EMPTY,
          sendAll(() => of(next()), tell),
        ).pipe(catchError(() => EMPTY)),
      ),
    );
  },
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
              concatMap((change) => http.patch(planUrl(id), change).pipe(catchError((error: unknown) => (isRefused(error) ? EMPTY : throwError(() => error))))),
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
      ofType(planActions.remove),
      mergeMap(({ ask, head }) => answering(ask, http.delete(planUrl(head.id)), () => [planActions.listWanted()])),
    ),
  { functional: true },
);

export const restorePlan = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(planActions.restore),
      mergeMap(({ head }) =>
        http.post(planUrl(head.id, '/restore'), {}).pipe(
          map(() => planActions.listWanted()),
          catchError((error: unknown) => of(planActions.listFailed({ words: failureWords(error) }))),
        ),
      ),
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
