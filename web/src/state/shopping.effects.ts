import { HttpClient } from '@angular/common/http';
import { inject } from '@angular/core';
import type { ShoppingPage, Tick, UseUpPage } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, exhaustMap, fromEvent, interval, map, merge, type Observable, of, switchMap, tap, throwError } from 'rxjs';
import { failureWords, isRefused } from './api';
import { keepTicks, keptTicks } from './keptTicks';
import { sendAll } from './sendAll';
import { shoppingActions, shoppingFeature } from './shopping.feature';

export const loadShopping = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(shoppingActions.wanted),
      switchMap(({ plans }) =>
        http.get<ShoppingPage>('/api/shopping', { params: plans ? { plans: plans.join(',') } : {} }).pipe(
          map((page) => shoppingActions.loaded({ page })),
          catchError((error: unknown) => of(shoppingActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

/** How often a server that was away is asked again while something waits for it, milliseconds. */
const ASKED_AGAIN_MS = 5000;

/** One tick after the other, as they were set; what the server cannot hear now waits for it. */
export const sendTicks = createEffect(
  (actions = inject(Actions), http = inject(HttpClient), store = inject(Store)) => {
    store.dispatch(shoppingActions.takenUp({ waiting: keptTicks() }));
    const waiting = store.selectSignal(shoppingFeature.selectWaiting);
    const tell = (tick: Tick): Observable<Action> =>
      http.put('/api/shopping/ticks', tick).pipe(
        map((): Action => shoppingActions.tickTaken({ tick })),
        catchError((error: unknown) => (isRefused(error) ? of(shoppingActions.tickRefused({ tick, words: failureWords(error) })) : throwError(() => error))),
      );
    return merge(actions.pipe(ofType(shoppingActions.ticked, shoppingActions.loaded)), fromEvent(window, 'online'), interval(ASKED_AGAIN_MS)).pipe(
      exhaustMap(() => sendAll(() => of(waiting()[0]), tell).pipe(catchError(() => of(shoppingActions.notReached())))),
    );
  },
  { functional: true },
);

export const keepTicksThatWait = createEffect((store = inject(Store)) => store.select(shoppingFeature.selectWaiting).pipe(tap(keepTicks)), {
  functional: true,
  dispatch: false,
});

export const loadUseUp = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(shoppingActions.useUpWanted),
      switchMap(() =>
        http.get<UseUpPage>('/api/use-up').pipe(
          map((page) => shoppingActions.useUpLoaded({ page })),
          catchError((error: unknown) => of(shoppingActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);
