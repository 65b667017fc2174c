import { HttpClient } from '@angular/common/http';
import { inject } from '@angular/core';
import type { ShareAnswer } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, concatMap, ignoreElements, map, type Observable, of, switchMap, tap } from 'rxjs';
import { failureWords } from './api';
import { PageAnew } from './pageAnew';
import { Reach } from './reach';

export const shareActions = createActionGroup({
  source: 'Share',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ page: ShareAnswer }>(),
    Failed: props<{ words: string }>(),
    /** With a new passphrase where one is given. */
    Settled: props<{ isOn: boolean; passphrase?: string }>(),
    'Sent Away': props<{ id: string }>(),
    /** This device is let in no longer. */
    Left: emptyProps(),
  },
});

interface ShareState {
  readonly page: ShareAnswer | undefined;
  readonly failure: string | undefined;
}

const initial: ShareState = { page: undefined, failure: undefined };

/** Which devices of the home network are let in. */
export const shareFeature = createFeature({
  name: 'share',
  reducer: createReducer(
    initial,
    on(shareActions.loaded, (_state, { page }): ShareState => ({ page, failure: undefined })),
    on(shareActions.failed, (state, { words }): ShareState => ({ ...state, failure: words })),
  ),
});

const answered = (asked: Observable<ShareAnswer>): Observable<Action> =>
  asked.pipe(
    map((page): Action => shareActions.loaded({ page })),
    catchError((error: unknown) => of(shareActions.failed({ words: failureWords(error) }))),
  );

export const loadShare = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(shareActions.wanted),
      switchMap(() => answered(http.get<ShareAnswer>('/api/share'))),
    ),
  { functional: true },
);

export const settleShare = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(shareActions.settled),
      concatMap(({ isOn, passphrase }) => answered(http.put<ShareAnswer>('/api/share', { isOn, ...(passphrase === undefined ? {} : { passphrase }) }))),
    ),
  { functional: true },
);

export const sendAway = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(shareActions.sentAway),
      concatMap(({ id }) => answered(http.delete<ShareAnswer>(`/api/share/devices/${encodeURIComponent(id)}`))),
    ),
  { functional: true },
);

/** Nothing of the household stays on a device that leaves, but what was never sent. */
export const leave = createEffect(
  (actions = inject(Actions), http = inject(HttpClient), reach = inject(Reach), page = inject(PageAnew)) =>
    actions.pipe(
      ofType(shareActions.left),
      concatMap(() =>
        http.delete('/api/session').pipe(
          tap(() => {
            reach.switchKeeping(false);
            page.at('/');
          }),
          ignoreElements(),
          catchError((error: unknown) => of(shareActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);
