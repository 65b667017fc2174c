import { HttpClient } from '@angular/common/http';
import { inject } from '@angular/core';
import type { CopiesPage, CopyLook, Restored } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, exhaustMap, map, mergeMap, type Observable, of, switchMap, tap } from 'rxjs';
import { failureWords } from './api';
import { PageAnew } from './pageAnew';

/** A copy that was looked at, by its name or that of its file. */
export interface Looked extends CopyLook {
  readonly name: string;
}

export const copiesActions = createActionGroup({
  source: 'Copies',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ page: CopiesPage }>(),
    Failed: props<{ words: string }>(),
    Made: emptyProps(),
    'Folder Given': props<{ folder: string }>(),
    'Looked At': props<{ name: string }>(),
    'File Looked At': props<{ file: File }>(),
    'Look Loaded': props<{ looked: Looked }>(),
    'Look Left': emptyProps(),
    /** Put in the household's place; all pages are of another household then. */
    Restore: props<{ id: string }>(),
    Restored: props<{ restored: Restored }>(),
    /** The copy that was made before a restore is restored itself, unseen. */
    Undo: props<{ name: string }>(),
  },
});

interface CopiesState {
  readonly page: CopiesPage | undefined;
  readonly looked: Looked | undefined;
  readonly failure: string | undefined;
  readonly isBusy: boolean;
}

const initial: CopiesState = { page: undefined, looked: undefined, failure: undefined, isBusy: false };

/** Copies of the whole household. */
export const copiesFeature = createFeature({
  name: 'copies',
  reducer: createReducer(
    initial,
    on(copiesActions.loaded, (state, { page }): CopiesState => ({ ...state, page, failure: undefined, isBusy: false })),
    on(copiesActions.failed, (state, { words }): CopiesState => ({ ...state, failure: words, isBusy: false })),
    on(copiesActions.made, copiesActions.lookedAt, copiesActions.fileLookedAt, copiesActions.restore, copiesActions.undo, (state): CopiesState => ({
      ...state,
      failure: undefined,
      isBusy: true,
    })),
    on(copiesActions.lookLoaded, (state, { looked }): CopiesState => ({ ...state, looked, isBusy: false })),
    on(copiesActions.lookLeft, (state): CopiesState => ({ ...state, looked: undefined })),
  ),
});

const orFailed = (error: unknown): Observable<Action> => of(copiesActions.failed({ words: failureWords(error) }));

const listed = (asked: Observable<CopiesPage>): Observable<Action> =>
  asked.pipe(
    map((page): Action => copiesActions.loaded({ page })),
    catchError(orFailed),
  );

export const loadCopies = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(copiesActions.wanted),
      switchMap(() => listed(http.get<CopiesPage>('/api/copies'))),
    ),
  { functional: true },
);

export const makeCopy = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(copiesActions.made),
      exhaustMap(() => listed(http.post<CopiesPage>('/api/copies', {}))),
    ),
  { functional: true },
);

export const giveFolder = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(copiesActions.folderGiven),
      switchMap(({ folder }) => listed(http.put<CopiesPage>('/api/copies/folder', { folder }))),
    ),
  { functional: true },
);

export const lookAtCopy = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(copiesActions.lookedAt, copiesActions.fileLookedAt),
      switchMap((asked) => {
        const [name, answer] =
          'file' in asked
            ? [asked.file.name, http.post<CopyLook>('/api/copies/from-file', asked.file, { headers: { 'content-type': 'application/octet-stream' } })]
            : [asked.name, http.post<CopyLook>('/api/copies/look', { name: asked.name })];
        return answer.pipe(
          map((look): Action => copiesActions.lookLoaded({ looked: { ...look, name } })),
          catchError(orFailed),
        );
      }),
    ),
  { functional: true },
);

const restore = (http: HttpClient, id: string): Observable<Action> =>
  http.post<Restored>('/api/copies/restore', { id }).pipe(
    map((restored): Action => copiesActions.restored({ restored })),
    catchError(orFailed),
  );

export const restoreCopy = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(copiesActions.restore),
      exhaustMap(({ id }) => restore(http, id)),
    ),
  { functional: true },
);

export const undoRestore = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(copiesActions.undo),
      exhaustMap(({ name }) =>
        http.post<CopyLook>('/api/copies/look', { name }).pipe(
          mergeMap(({ id }) => restore(http, id)),
          catchError(orFailed),
        ),
      ),
    ),
  { functional: true },
);

/** All that this page knows is of the household as it was, whichever place lies open by now: it begins anew. */
export const beginAnew = createEffect(
  (actions = inject(Actions), page = inject(PageAnew)) =>
    actions.pipe(
      ofType(copiesActions.restored),
      tap(({ restored }) => page.at(`/house?before=${encodeURIComponent(restored.before)}#copies-title`)),
    ),
  { functional: true, dispatch: false },
);
