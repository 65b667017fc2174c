import { HttpClient } from '@angular/common/http';
import { inject } from '@angular/core';
import type { ShoppingPage, UseUpPage } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { catchError, concatMap, EMPTY, map, of, switchMap } from 'rxjs';
import { failureWords } from './api';
import { shoppingActions } from './shopping.feature';

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

export const sendTick = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(shoppingActions.ticked),
      concatMap(({ tick }) =>
        http.put('/api/shopping/ticks', tick).pipe(
          switchMap(() => EMPTY),
          catchError((error: unknown) => of<Action>(shoppingActions.tickRefused({ tick, words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

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
