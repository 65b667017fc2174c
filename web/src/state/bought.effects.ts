import { HttpClient } from '@angular/common/http';
import { inject } from '@angular/core';
import type { StoredBought } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, map, of, switchMap } from 'rxjs';
import { failureWords, knowing } from './api';
import { answering } from './asking';
import { boughtActions } from './bought.feature';

const at = (id: string): string => `/api/bought/${encodeURIComponent(id)}`;

export const loadBought = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(boughtActions.wanted),
      switchMap(() =>
        http.get<readonly StoredBought[]>('/api/bought').pipe(
          map((all) => boughtActions.loaded({ all })),
          catchError((error: unknown) => of(boughtActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const saveBought = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(boughtActions.save),
      concatMap(({ ask, bought, version }) =>
        answering(ask, http.put<StoredBought>(at(bought.id), bought, { headers: knowing(version) }), (stored) => [boughtActions.saved({ stored })]),
      ),
    ),
  { functional: true },
);

export const removeBought = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(boughtActions.remove),
      concatMap(({ ask, stored }) => answering(ask, http.delete(at(stored.bought.id)), () => [boughtActions.removed({ id: stored.bought.id })])),
    ),
  { functional: true },
);

export const restoreBought = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(boughtActions.restore),
      concatMap(({ ask, stored }) => answering(ask, http.post(`${at(stored.bought.id)}/restore`, {}), () => [boughtActions.saved({ stored })])),
    ),
  { functional: true },
);
