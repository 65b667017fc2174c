import { inject } from '@angular/core';
import { HttpClient } from '@angular/common/http';
import type { OvenEntry } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { failureWords } from './api';

export const ovenActions = createActionGroup({
  source: 'Oven',
  events: { Wanted: emptyProps(), Loaded: props<{ log: readonly OvenEntry[] }>(), Failed: props<{ words: string }>() },
});

interface OvenState {
  readonly log: readonly OvenEntry[];
  readonly failure: string | undefined;
}

const initial: OvenState = { log: [], failure: undefined };

/** What the household's oven took of what was reckoned, bake by bake. */
export const ovenFeature = createFeature({
  name: 'oven',
  reducer: createReducer(
    initial,
    on(ovenActions.loaded, (_state, { log }): OvenState => ({ log, failure: undefined })),
    on(ovenActions.failed, (state, { words }): OvenState => ({ ...state, failure: words })),
  ),
});

export const loadOven = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(ovenActions.wanted),
      switchMap(() =>
        http.get<readonly OvenEntry[]>('/api/oven').pipe(
          map((log) => ovenActions.loaded({ log })),
          catchError((error: unknown) => of(ovenActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);
