import { inject } from '@angular/core';
import { HttpClient } from '@angular/common/http';
import type { Eat, KeptPortions, Uneat } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { catchError, concatMap, map, type Observable, of, switchMap } from 'rxjs';
import { failureWords } from './api';
import { answering } from './asking';
import { keptActions } from './kept.feature';

type Listed = Observable<readonly KeptPortions[]>;

const answered = (asked: Listed): Observable<Action> =>
  asked.pipe(
    map((kept): Action => keptActions.loaded({ kept })),
    catchError((error: unknown) => of(keptActions.failed({ words: failureWords(error) }))),
  );
const bakeAt = (id: string, rest: string): string => `/api/bakes/${encodeURIComponent(id)}${rest}`;

export const loadKept = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(keptActions.wanted),
      switchMap(() => answered(http.get<readonly KeptPortions[]>('/api/kept'))),
    ),
  { functional: true },
);

export const eatOne = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(keptActions.eaten),
      concatMap(({ ask, portions: { bakeId, place }, eventId, name }) => {
        const eat: Eat = { id: eventId, place, ...(name ? { name } : {}) };
        return answering(ask, http.post<readonly KeptPortions[]>(bakeAt(bakeId, '/eaten'), eat), (kept) => [keptActions.loaded({ kept })]);
      }),
    ),
  { functional: true },
);

export const undoEating = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(keptActions.eatingUndone),
      concatMap(({ bakeId, eventId }) => {
        const uneat: Uneat = { id: crypto.randomUUID(), eventId };
        return answered(http.post<readonly KeptPortions[]>(bakeAt(bakeId, '/uneaten'), uneat));
      }),
    ),
  { functional: true },
);
