import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action } from '@ngrx/store';
import { catchError, concatMap, map, type Observable, of, switchMap } from 'rxjs';
import { Preferences } from './preferences';
import { Api, failureWords } from './api';
import { shelfActions } from './shelf.feature';

function orFailed(error: unknown): Observable<Action> {
  return of(shelfActions.failed({ words: failureWords(error) }));
}

export const loadShelf = createEffect(
  (actions = inject(Actions), api = inject(Api), preferences = inject(Preferences)) =>
    actions.pipe(
      ofType(shelfActions.wanted, shelfActions.restored),
      switchMap(() =>
        api.shelf(preferences.counting()).pipe(
          map((entries) => shelfActions.loaded({ entries })),
          catchError(orFailed),
        ),
      ),
    ),
  { functional: true },
);

export const removeFormula = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(shelfActions.remove),
      concatMap(({ entry }) =>
        api.remove(entry.id).pipe(
          map((): Action => shelfActions.removed({ entry })),
          catchError(orFailed),
        ),
      ),
    ),
  { functional: true },
);

export const restoreFormula = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(shelfActions.restore),
      concatMap(({ entry }) =>
        api.restore(entry.id).pipe(
          map((): Action => shelfActions.restored()),
          catchError(orFailed),
        ),
      ),
    ),
  { functional: true },
);
