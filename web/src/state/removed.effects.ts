import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { catchError, concatMap, map, type Observable, of, switchMap } from 'rxjs';
import { Api, failureWords } from './api';
import { larderActions } from './larder.actions';
import { removedActions } from './removed.feature';

const orFailed = (error: unknown): Observable<Action> => of(removedActions.failed({ words: failureWords(error) }));

export const loadRemoved = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(removedActions.wanted),
      switchMap(() =>
        api.removed().pipe(
          map((things): Action => removedActions.loaded({ things })),
          catchError(orFailed),
        ),
      ),
    ),
  { functional: true },
);

/** A pack that is back is in the larder again. */
export const bringBack = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(removedActions.bringBack),
      concatMap(({ thing }) =>
        (thing.kind === 'formula' ? api.restore(thing.id) : api.restorePack(thing.id)).pipe(
          switchMap((): readonly Action[] => [removedActions.broughtBack({ thing }), ...(thing.kind === 'pack' ? [larderActions.wanted()] : [])]),
          catchError(orFailed),
        ),
      ),
    ),
  { functional: true },
);
