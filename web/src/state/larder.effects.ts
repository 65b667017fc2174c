import { inject } from '@angular/core';
import { Actions, createEffect, ofType, ROOT_EFFECTS_INIT } from '@ngrx/effects';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api, failureWords } from './api';
import { larderActions } from './larder.feature';

export const loadLarder = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(larderActions.wanted, ROOT_EFFECTS_INIT),
      switchMap(() =>
        api.larder().pipe(
          map((payload) => larderActions.loaded({ payload })),
          catchError((error: unknown) => of(larderActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);
