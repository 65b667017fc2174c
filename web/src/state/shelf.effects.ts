import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { LIMITS } from '@fellmist/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, concatMap, filter, map, mergeMap, type Observable, of, switchMap, tap, withLatestFrom } from 'rxjs';
import { Preferences } from './preferences';
import { Api, failureWords } from './api';
import { answering, unlessDropped } from './asking';
import { benchActions } from './bench.feature';
import { shelfActions, shelfFeature } from './shelf.feature';
import { SAY } from './words';

function orFailed(error: unknown): Observable<Action> {
  return of(shelfActions.failed({ words: failureWords(error) }));
}

const PAGE = 40;

/** The first page anew, or the next one of what is listed: that one waits for the first, and what was asked for before is not waited for. */
export const loadShelf = createEffect(
  (actions = inject(Actions), api = inject(Api), preferences = inject(Preferences), store = inject(Store)) =>
    actions.pipe(
      ofType(shelfActions.wanted, shelfActions.restored, shelfActions.moreWanted),
      withLatestFrom(store.select(shelfFeature.selectShelfState)),
      filter(([{ type }, { isAsked }]) => type !== shelfActions.moreWanted.type || !isAsked),
      switchMap(([{ type }, { query, ids }]) => {
        const offset = type === shelfActions.moreWanted.type ? ids.length : 0;
        return api.shelf({ ...preferences.counting(), ...query, offset, limit: PAGE }).pipe(
          map((page) => shelfActions.loaded({ page, offset })),
          catchError(orFailed),
        );
      }),
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

export const putPicture = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(shelfActions.putPicture),
      concatMap(({ id, picture }) =>
        api.putPicture(id, picture).pipe(
          map(({ picturedAt }): Action => shelfActions.picturePut({ id, picturedAt })),
          catchError(orFailed),
        ),
      ),
    ),
  { functional: true },
);

export const removePicture = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(shelfActions.removePicture),
      concatMap(({ id }) =>
        api.picture(id).pipe(
          switchMap((picture) => api.removePicture(id).pipe(map((): Action => shelfActions.pictureRemoved({ id, picture })))),
          catchError(orFailed),
        ),
      ),
    ),
  { functional: true },
);

export const lookInto = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(shelfActions.lookInto),
      mergeMap(({ ask, id }) => answering(ask, api.formula(id).pipe(unlessDropped(ask, actions)))),
    ),
  { functional: true },
);

const COPIED = SAY.copy;

export const copyFormula = createEffect(
  (actions = inject(Actions), api = inject(Api), router = inject(Router), store = inject(Store)) =>
    actions.pipe(
      ofType(shelfActions.copy),
      mergeMap(({ ask, entry, newId }) =>
        answering(
          ask,
          api.formula(entry.id).pipe(
            tap(({ worksheet }) => {
              const title = worksheet.rebuild.title.slice(0, LIMITS.title - COPIED.length) + COPIED;
              store.dispatch(benchActions.placed({ id: newId, sheet: { ...worksheet, rebuild: { ...worksheet.rebuild, title } } }));
              void router.navigate(['/bench', newId]).then(() => store.dispatch(benchActions.save({ label: SAY.copiedFrom(entry.title).slice(0, LIMITS.label) })));
            }),
          ),
        ),
      ),
    ),
  { functional: true },
);
