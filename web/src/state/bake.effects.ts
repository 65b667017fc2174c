import { inject } from '@angular/core';
import type { ScaleReading, StoredEvent } from '@fellmist/contract';
import { HttpErrorResponse } from '@angular/common/http';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, exhaustMap, filter, map, mergeMap, type Observable, of, switchMap, takeUntil, tap, timer, withLatestFrom } from 'rxjs';
import { failureWords } from './api';
import { answering } from './asking';
import { bakeActions } from './bake.actions';
import { BakeApi, bakeUrl } from './bakeApi';
import { bakeFeature } from './bake.feature';
import { keepAside, keepWaiting, takeUpAside, takeUpWaiting } from './keptEvents';
import { larderActions } from './larder.actions';
import { STREAM } from './stream';

/** How long to wait before the server is tried again, milliseconds. */
const TRY_AGAIN_MS = 2000;

export const loadBakes = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.listWanted),
      switchMap(() =>
        api.bakes().pipe(
          map((heads): Action => bakeActions.listLoaded({ heads })),
          catchError((error: unknown) => of(bakeActions.listFailed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const loadOlder = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.olderWanted),
      exhaustMap(({ after }) =>
        api.bakes(after).pipe(
          map((heads): Action => bakeActions.olderLoaded({ heads })),
          catchError((error: unknown) => of(bakeActions.listFailed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const beginBake = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.begin),
      mergeMap(({ ask, id, planned }) => answering(ask, api.begin(id, planned))),
    ),
  { functional: true },
);

export const writeDownBake = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.writeDown),
      mergeMap(({ ask, id, planned, then }) => answering(ask, api.begin(id, planned).pipe(switchMap((stored) => api.tell(id, then, 0).pipe(map(() => stored)))))),
    ),
  { functional: true },
);

export const removeBake = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.remove),
      concatMap(({ ask, head }) => answering(ask, api.remove(head.id), () => [bakeActions.removed({ head })])),
    ),
  { functional: true },
);

export const restoreBake = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.restore),
      concatMap(({ head }) =>
        api.restore(head.id).pipe(
          map((): Action => bakeActions.listWanted()),
          catchError((error: unknown) => of(bakeActions.listFailed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const lookAhead = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.lookAhead),
      switchMap(({ id }) =>
        api.bake(id).pipe(
          map((stored): Action => bakeActions.seenAhead({ stored })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  { functional: true },
);

/** What was fetched ahead is opened as it stands: its stream tells what was added since. */
export const openBake = createEffect(
  (actions = inject(Actions), api = inject(BakeApi), store = inject(Store)) =>
    actions.pipe(
      ofType(bakeActions.openWanted),
      withLatestFrom(store.select(bakeFeature.selectAhead)),
      switchMap(([{ id }, ahead]) =>
        (ahead?.id === id ? of(ahead) : api.bake(id)).pipe(
          map((stored): Action => bakeActions.opened({ stored, kept: takeUpWaiting(id), aside: takeUpAside(id) })),
          catchError((error: unknown) => of(bakeActions.openFailed({ words: failureWords(error), isMissing: error instanceof HttpErrorResponse && error.status === 404 }))),
        ),
      ),
    ),
  { functional: true },
);

/** After these a bake teaches the kitchen something else than before. */
const TEACHES: ReadonlySet<string> = new Set(['finished', 'tasted', 'yield weighed', 'undone']);

/** What a bake taught is reckoned with at once: the tables are asked for anew. */
export const takeUpLessons = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(bakeActions.heard),
      filter(({ events }) => events.some(({ event }) => TEACHES.has(event.kind))),
      map((): Action => larderActions.wanted()),
    ),
  { functional: true },
);

/** What waits is kept before anything else is done with it, so that a browser that is closed in mid-pour loses nothing. */
export const keepBake = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(bakeActions.told, bakeActions.heard, bakeActions.opened, bakeActions.setAside, bakeActions.asideDismissed),
      withLatestFrom(store.select(bakeFeature.selectBakeState)),
      tap(([, { stored, waiting, aside }]) => {
        if (!stored) return;
        keepWaiting(stored.id, waiting);
        keepAside(stored.id, aside);
      }),
    ),
  { functional: true, dispatch: false },
);

/** Tells the server what waits, one list at a time; each event is known by its id, so that one told twice counts once. */
export const tellBake = createEffect(
  (actions = inject(Actions), api = inject(BakeApi), store = inject(Store)) =>
    actions.pipe(
      ofType(bakeActions.told, bakeActions.opened, bakeActions.flush, bakeActions.linkLive),
      withLatestFrom(store.select(bakeFeature.selectBakeState)),
      exhaustMap(([, { stored, waiting, place, isOneByOne }]): Observable<Action> => {
        const [first] = waiting;
        if (!stored || !first) return EMPTY;
        const told = isOneByOne ? [first] : waiting;
        return api.tell(stored.id, told, place).pipe(
          map(({ events }): Action => bakeActions.heard({ id: stored.id, events })),
          catchError((error: unknown) => {
            const status = error instanceof HttpErrorResponse ? error.status : 0;
            if (status < 400 || status >= 500) return of(bakeActions.linkLost());
            // A bake that is no more takes nothing; else it is one event that cannot be taken, and it is found by telling them one by one.
            const [words, isGone] = [failureWords(error), status === 404];
            return of(told.length === 1 && !isGone ? bakeActions.setAside({ event: first, words }) : bakeActions.refused({ words, isGone }));
          }),
        );
      }),
    ),
  { functional: true },
);

/** What was told while the last list was on its way goes next; a server that does not answer is tried again. */
export const tellOn = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(bakeActions.heard, bakeActions.linkLost, bakeActions.setAside, bakeActions.refused),
      switchMap(({ type }) => timer(type === bakeActions.linkLost.type ? TRY_AGAIN_MS : 0).pipe(map(() => type))),
      withLatestFrom(store.select(bakeFeature.selectBakeState)),
      filter(([type, { waiting, isOneByOne }]) => waiting.length > 0 && (type !== bakeActions.refused.type || isOneByOne)),
      map((): Action => bakeActions.flush()),
    ),
  { functional: true },
);

/** What other pages tell of the same bake. */
export const watchBake = createEffect(
  (actions = inject(Actions), stream = inject(STREAM)) =>
    actions.pipe(
      ofType(bakeActions.opened),
      switchMap(({ stored }) =>
        stream(bakeUrl(stored.id, `/stream?since=${stored.events.at(-1)?.place ?? 0}`)).pipe(
          map((said): Action => {
            if (said.kind === 'said') return bakeActions.heard({ id: stored.id, events: [said.data as StoredEvent] });
            return said.kind === 'open' ? bakeActions.linkLive() : bakeActions.linkLost();
          }),
          takeUntil(actions.pipe(ofType(bakeActions.closed, bakeActions.openWanted))),
        ),
      ),
    ),
  { functional: true },
);

export const knowStock = createEffect(
  (actions = inject(Actions), api = inject(BakeApi), store = inject(Store)) =>
    actions.pipe(
      ofType(bakeActions.stockWanted, bakeActions.takeStock, bakeActions.giveBackStock),
      withLatestFrom(store.select(bakeFeature.selectStored)),
      concatMap(([action, stored]): Observable<Action> => {
        if (!stored) return EMPTY;
        const { id } = stored;
        const asked =
          action.type === bakeActions.takeStock.type
            ? api.takeStock(id)
            : action.type === bakeActions.giveBackStock.type
              ? api.giveBackStock(id).pipe(map(() => null))
              : api.stock(id);
        const isChange = action.type !== bakeActions.stockWanted.type;
        return asked.pipe(
          mergeMap((taken): readonly Action[] => [bakeActions.stockKnown({ taken }), ...(isChange ? [larderActions.wanted()] : [])]),
          catchError((error: unknown) => of<Action>(isChange ? bakeActions.stockFailed({ words: failureWords(error) }) : bakeActions.linkLost())),
        );
      }),
    ),
  { functional: true },
);

export const loadVessels = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.vesselsWanted),
      switchMap(() =>
        api.vessels().pipe(
          map((vessels): Action => bakeActions.vesselsLoaded({ vessels })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  { functional: true },
);

export const putVessel = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.putVessel),
      concatMap(({ ask, vessel }) => answering(ask, api.putVessel(vessel), (saved) => [bakeActions.vesselPut({ vessel: saved })])),
    ),
  { functional: true },
);

export const removeVessel = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.removeVessel),
      concatMap(({ vessel }) =>
        api.removeVessel(vessel.id).pipe(
          map((): Action => bakeActions.vesselRemoved({ vessel })),
          catchError((error: unknown) => of(bakeActions.listFailed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

/** The scale is heard while somebody weighs. */
export const hearScale = createEffect(
  (actions = inject(Actions), stream = inject(STREAM)) =>
    actions.pipe(
      ofType(bakeActions.scaleListened),
      switchMap(() =>
        stream('/api/devices/scale').pipe(
          filter((said) => said.kind !== 'open'),
          map((said): Action => (said.kind === 'said' ? bakeActions.scaleSaid({ reading: said.data as ScaleReading }) : bakeActions.scaleLost())),
          takeUntil(actions.pipe(ofType(bakeActions.scaleLeft))),
        ),
      ),
    ),
  { functional: true },
);

export const doToScale = createEffect(
  (actions = inject(Actions), api = inject(BakeApi)) =>
    actions.pipe(
      ofType(bakeActions.doToScale),
      concatMap(({ deed }) => api.doToScale(deed).pipe(catchError(() => EMPTY))),
    ),
  { functional: true, dispatch: false },
);
