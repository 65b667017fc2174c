import { HttpClient } from '@angular/common/http';
import { inject } from '@angular/core';
import type { WeekPage } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { failureWords } from './api';

export const weekActions = createActionGroup({
  source: 'Week',
  events: {
    /** Between two moments, ISO. */
    Wanted: props<{ from: string; to: string }>(),
    Loaded: props<{ page: WeekPage; from: string }>(),
    Failed: props<{ words: string }>(),
  },
});

interface WeekState {
  readonly page: WeekPage | undefined;
  /** The moment that the page begins at. */
  readonly from: string | undefined;
  readonly failure: string | undefined;
}

const initial: WeekState = { page: undefined, from: undefined, failure: undefined };

/** What is planned, baked and eaten in one week. */
export const weekFeature = createFeature({
  name: 'week',
  reducer: createReducer(
    initial,
    on(weekActions.loaded, (_state, { page, from }): WeekState => ({ page, from, failure: undefined })),
    on(weekActions.failed, (state, { words }): WeekState => ({ ...state, failure: words })),
  ),
});

export const loadWeek = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(weekActions.wanted),
      switchMap(({ from, to }) =>
        http.get<WeekPage>('/api/week', { params: { from, to } }).pipe(
          map((page) => weekActions.loaded({ page, from })),
          catchError((error: unknown) => of(weekActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);
