import { DOCUMENT, inject } from '@angular/core';
import { HttpClient } from '@angular/common/http';
import type { TimerAct, TimersAnswer } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, concat, EMPTY, exhaustMap, filter, fromEvent, map, merge, type Observable, of, tap, throwError, timer } from 'rxjs';
import { failureWords, isRefused } from './api';
import { Clock } from './clock';
import { keepList, keptList } from './keptList';
import { sendAll } from './sendAll';
import { timersActions, timersFeature, type WaitingAct } from './timers.feature';

/** How often a page that is seen asks anew, milliseconds. */
const ASK_MS = 10_000;
const KEPT = 'fellmist.timers';

/** What waits is told before anything is asked, once the server's time is known: how long ago a press was is told with it. */
export const askTimers = createEffect(
  (actions = inject(Actions), http = inject(HttpClient), store = inject(Store), clock = inject(Clock), page = inject(DOCUMENT)) => {
    store.dispatch(timersActions.takenUp({ waiting: keptList<WaitingAct>(KEPT) }));
    const tell = ({ bakeId, id, act, atMs, by }: WaitingAct): Observable<Action> => {
      const body: TimerAct = { id, act, agoS: Math.max(0, ((by === 'server' ? clock.ms() : Date.now()) - atMs) / 1000) };
      return http.post<TimersAnswer>(`/api/bakes/${encodeURIComponent(bakeId)}/timers`, body).pipe(
        map((answer) => timersActions.loaded({ answer, done: id })),
        catchError((error: unknown) => (isRefused(error) ? of(timersActions.refused({ id, words: failureWords(error) })) : throwError(() => error))),
      );
    };
    const ask = (): Observable<Action> => http.get<TimersAnswer>('/api/timers').pipe(map((answer) => timersActions.loaded({ answer })));
    const waiting = store.selectSignal(timersFeature.selectWaiting);
    const first = (): WaitingAct | undefined => (clock.isHeard ? waiting()[0] : undefined);
    const isSeen = (): boolean => page.visibilityState !== 'hidden';
    return merge(actions.pipe(ofType(timersActions.wanted, timersActions.told)), merge(timer(0, ASK_MS), fromEvent(page, 'visibilitychange')).pipe(filter(isSeen))).pipe(
      // What is pressed while another press is on its way is told after that.
      exhaustMap(() =>
        concat(
          first() ? EMPTY : ask(),
          sendAll(() => of(first()), tell),
        ).pipe(catchError(() => of(timersActions.notReached()))),
      ),
    );
  },
  { functional: true },
);

export const keepTimers = createEffect((store = inject(Store)) => store.select(timersFeature.selectWaiting).pipe(tap((waiting) => keepList(KEPT, waiting))), {
  functional: true,
  dispatch: false,
});

export const hearTheTime = createEffect(
  (actions = inject(Actions), clock = inject(Clock)) =>
    actions.pipe(
      ofType(timersActions.loaded),
      tap(({ answer }) => clock.hear(answer.now)),
    ),
  { functional: true, dispatch: false },
);
