import { inject } from '@angular/core';
import { Actions, createEffect, ofType, ROOT_EFFECTS_INIT } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, map, mergeMap, of, switchMap, take } from 'rxjs';
import { Api, failureWords, problemOf } from './api';
import { answering, askActions, refused } from './asking';
import { larderActions } from './larder.actions';
import { larderFeature } from './larder.feature';

export const loadLarder = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(larderActions.wanted, ROOT_EFFECTS_INIT),
      switchMap(() =>
        api.larder().pipe(
          map((stored) => larderActions.loaded({ stored })),
          catchError((error: unknown) => of(larderActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const takeUpFood = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(larderActions.takeUpFood),
      mergeMap(({ ask, id }) => answering(ask, api.food(id), (food) => [larderActions.foodsTakenUp({ foods: [food] })])),
    ),
  { functional: true },
);

/** Names that the long list does not know either stay as they are. */
export const lookForNamed = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(larderActions.lookForNamed),
      mergeMap(({ names }) =>
        api.matchFoods(names).pipe(
          map(({ foods }) => larderActions.foodsTakenUp({ foods })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  { functional: true },
);

export const savePack = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(larderActions.savePack),
      concatMap(({ ask, pack, version }) => answering(ask, api.savePack(pack, version), (stored) => [larderActions.packSaved({ stored })])),
    ),
  { functional: true },
);

export const removePack = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(larderActions.removePack),
      concatMap(({ ask, stored }) => answering(ask, api.removePack(stored.pack.id), () => [larderActions.packRemoved({ stored })])),
    ),
  { functional: true },
);

export const restorePack = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(larderActions.restorePack),
      concatMap(({ ask, stored }) => answering(ask, api.restorePack(stored.pack.id), () => [larderActions.packSaved({ stored })])),
    ),
  { functional: true },
);

/** One after the other, each over the version that came of the one before it. */
export const putStock = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(larderActions.putStock),
      concatMap((action) =>
        store.select(larderFeature.selectStockById).pipe(
          take(1),
          switchMap((known) => api.saveStock(action.item, known[action.item.id]?.version ?? 0)),
          mergeMap((stored): readonly Action[] => [larderActions.stockKept({ stored }), askActions.answered({ ask: action.ask, answer: { ok: true, value: stored } })]),
          catchError((error: unknown): readonly Action[] => {
            const theirs = problemOf(error)?.currentStock;
            return [...(theirs ? [larderActions.stockFoundChanged({ stored: theirs })] : []), refused(action.ask, error)];
          }),
        ),
      ),
    ),
  { functional: true },
);

export const removeStock = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(larderActions.removeStock),
      concatMap(({ ask, item }) => answering(ask, api.removeStock(item.id), () => [larderActions.stockRemoved({ item })])),
    ),
  { functional: true },
);
