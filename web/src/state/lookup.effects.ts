import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mergeMap } from 'rxjs';
import { Api } from './api';
import { answering, unlessDropped } from './asking';
import { larderActions } from './larder.actions';
import { lookupActions } from './lookup.actions';

export const foodsPage = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(lookupActions.foodsPage),
      mergeMap(({ ask, query }) => answering(ask, api.foods(query).pipe(unlessDropped(ask, actions)))),
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
      mergeMap(({ ask, file, of }) => answering(ask, api.previewImport(file, of).pipe(unlessDropped(ask, actions)))),
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
