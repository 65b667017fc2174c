import { inject } from '@angular/core';
import { HttpClient } from '@angular/common/http';
import type { RecipesRead, RecipesTaken } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mergeMap } from 'rxjs';
import { Api } from './api';
import { answering, unlessDropped } from './asking';
import { larderActions } from './larder.actions';
import { lookupActions } from './lookup.actions';
import { Preferences } from './preferences';

export const foodsPage = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(lookupActions.foodsPage),
      mergeMap(({ ask, query }) => answering(ask, api.foods(query).pipe(unlessDropped(ask, actions)))),
    ),
  { functional: true },
);

export const treatsOf = createEffect(
  (actions = inject(Actions), api = inject(Api), preferences = inject(Preferences)) =>
    actions.pipe(
      ofType(lookupActions.treatsOf),
      mergeMap(({ ask, classId, limit }) =>
        answering(ask, api.shelf({ ...preferences.counting(), ...(classId === undefined ? {} : { classId }), offset: 0, limit }).pipe(unlessDropped(ask, actions))),
      ),
    ),
  { functional: true },
);

export const labelOf = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(lookupActions.labelOf),
      mergeMap(({ ask, code }) => answering(ask, api.lookUpLabel(code).pipe(unlessDropped(ask, actions)))),
    ),
  { functional: true },
);

export const packHistory = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(lookupActions.packHistory),
      mergeMap(({ ask, id }) => answering(ask, api.packHistory(id).pipe(unlessDropped(ask, actions)))),
    ),
  { functional: true },
);

export const previewImport = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(lookupActions.previewImport),
      mergeMap(({ ask, file, of }) => answering(ask, api.previewImport(file, of, ask).pipe(unlessDropped(ask, actions)))),
    ),
  { functional: true },
);

export const importReading = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(lookupActions.importReading),
      mergeMap(({ ask, of }) => answering(ask, api.importReading(of))),
    ),
  { functional: true },
);

/** What was taken in is at hand at once. */
export const acceptImport = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(lookupActions.acceptImport),
      mergeMap(({ ask, id }) => answering(ask, api.acceptImport(id), () => [larderActions.wanted()])),
    ),
  { functional: true },
);

export const readRecipes = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(lookupActions.readRecipes),
      mergeMap(({ ask, file }) =>
        answering(
          ask,
          http.post<RecipesRead>('/api/recipes', file, { params: { name: file.name }, headers: { 'content-type': 'application/octet-stream' } }).pipe(unlessDropped(ask, actions)),
        ),
      ),
    ),
  { functional: true },
);

export const takeRecipes = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(lookupActions.takeRecipes),
      mergeMap(({ ask, id, which }) => answering(ask, http.post<RecipesTaken>(`/api/recipes/${encodeURIComponent(id)}/take`, { which }), () => [larderActions.wanted()])),
    ),
  { functional: true },
);

export const undoRecipes = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(lookupActions.undoRecipes),
      mergeMap(({ ask, ids }) => answering(ask, http.post('/api/recipes/undo', { ids }))),
    ),
  { functional: true },
);
