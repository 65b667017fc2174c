import { inject } from '@angular/core';
import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import type { BookHead, BookPage } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { failureWords } from './api';

export const bookActions = createActionGroup({
  source: 'Book',
  events: {
    'List Wanted': emptyProps(),
    'List Loaded': props<{ heads: readonly BookHead[] }>(),
    'List Failed': props<{ words: string }>(),
    'Page Wanted': props<{ formulaId: string }>(),
    'Page Loaded': props<{ page: BookPage }>(),
    'Page Failed': props<{ words: string; isMissing: boolean }>(),
  },
});

interface BookState {
  readonly heads: readonly BookHead[] | undefined;
  readonly page: BookPage | undefined;
  readonly failure: string | undefined;
  readonly isMissing: boolean;
}

const initial: BookState = { heads: undefined, page: undefined, failure: undefined, isMissing: false };

/** What was baked to the end, and the page of one formula. */
export const bookFeature = createFeature({
  name: 'book',
  reducer: createReducer(
    initial,
    on(bookActions.listLoaded, (state, { heads }): BookState => ({ ...state, heads, failure: undefined })),
    on(bookActions.listFailed, (state, { words }): BookState => ({ ...state, failure: words })),
    on(bookActions.pageWanted, (state, { formulaId }): BookState => ({
      ...state,
      page: state.page?.formulaId === formulaId ? state.page : undefined,
      failure: undefined,
      isMissing: false,
    })),
    on(bookActions.pageLoaded, (state, { page }): BookState => ({ ...state, page, failure: undefined })),
    on(bookActions.pageFailed, (state, { words, isMissing }): BookState => ({ ...state, failure: words, isMissing })),
  ),
});

export const loadBook = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(bookActions.listWanted),
      switchMap(() =>
        http.get<readonly BookHead[]>('/api/book').pipe(
          map((heads) => bookActions.listLoaded({ heads })),
          catchError((error: unknown) => of(bookActions.listFailed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const loadPage = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(bookActions.pageWanted),
      switchMap(({ formulaId }) =>
        http.get<BookPage>(`/api/book/${encodeURIComponent(formulaId)}`).pipe(
          map((page) => bookActions.pageLoaded({ page })),
          catchError((error: unknown) => of(bookActions.pageFailed({ words: failureWords(error), isMissing: error instanceof HttpErrorResponse && error.status === 404 }))),
        ),
      ),
    ),
  { functional: true },
);
