import { inject } from '@angular/core';
import { HttpErrorResponse } from '@angular/common/http';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { catchError, concatMap, map, mergeMap, of, switchMap } from 'rxjs';
import { failureWords } from './api';
import { answering, unlessDropped } from './asking';
import { bookActions } from './book.feature';
import { BookApi } from './bookApi';
import { larderActions } from './larder.actions';

export const loadBook = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.listWanted),
      switchMap(() =>
        api.heads().pipe(
          map((heads) => bookActions.listLoaded({ heads })),
          catchError((error: unknown) => of(bookActions.listFailed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const loadPage = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.pageWanted),
      switchMap(({ formulaId }) =>
        api.page(formulaId).pipe(
          mergeMap((page): readonly Action[] => [larderActions.foodsTakenUp({ foods: page.foods }), bookActions.pageLoaded({ page })]),
          catchError((error: unknown) => of<Action>(bookActions.pageFailed({ words: failureWords(error), isMissing: error instanceof HttpErrorResponse && error.status === 404 }))),
        ),
      ),
    ),
  { functional: true },
);

export const loadLearned = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.learnedWanted),
      switchMap(({ ask }) => answering(ask, api.learned().pipe(unlessDropped(ask, actions)))),
    ),
  { functional: true },
);

export const putTasting = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.putTasting),
      concatMap(({ ask, id, tasting }) => answering(ask, api.putTasting(id, tasting))),
    ),
  { functional: true },
);

export const loadTasting = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.tastingWanted),
      mergeMap(({ ask, id }) => answering(ask, api.tasting(id).pipe(unlessDropped(ask, actions)))),
    ),
  { functional: true },
);

export const answerOddOne = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.answerOddOne),
      concatMap(({ ask, id, answer }) => answering(ask, api.answer(id, answer))),
    ),
  { functional: true },
);

export const putPicture = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.putPicture),
      concatMap(({ ask, bakeId, picture, bytes }) => answering(ask, api.putPicture(bakeId, picture, bytes))),
    ),
  { functional: true },
);

export const describePicture = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.describePicture),
      concatMap(({ ask, picture }) => answering(ask, api.describePicture(picture))),
    ),
  { functional: true },
);

export const removePicture = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.removePicture),
      concatMap(({ ask, id }) => answering(ask, api.removePicture(id))),
    ),
  { functional: true },
);

export const restorePicture = createEffect(
  (actions = inject(Actions), api = inject(BookApi)) =>
    actions.pipe(
      ofType(bookActions.restorePicture),
      concatMap(({ ask, id }) => answering(ask, api.restorePicture(id))),
    ),
  { functional: true },
);
