import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, concatMap, map, type Observable, of, throwError } from 'rxjs';
import { Api, failureWords, problemOf } from './api';
import { householdActions } from './household.actions';
import { householdFeature } from './household.feature';
import { Preferences } from './preferences';

/** Settings are saved one after the other; where another device settled something meanwhile, this change goes on top of that. */
export const saveSettings = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store), preferences = inject(Preferences)) =>
    actions.pipe(
      ofType(householdActions.settled),
      concatMap(({ change }): Observable<Action> => {
        const stored = store.selectSignal(householdFeature.selectStored)();
        const wanted = { ...preferences.settings(), ...change };
        return api.saveSettings(wanted, stored?.version ?? 0).pipe(
          catchError((error: unknown) => {
            const theirs = problemOf(error)?.currentSettings;
            return theirs ? api.saveSettings({ ...theirs.settings, ...change }, theirs.version) : throwError(() => error);
          }),
          map((saved): Action => householdActions.saved({ stored: saved })),
          catchError((error: unknown) => of<Action>(householdActions.saveFailed({ words: failureWords(error) }))),
        );
      }),
    ),
  { functional: true },
);
