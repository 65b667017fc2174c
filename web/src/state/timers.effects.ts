import { DOCUMENT, inject } from '@angular/core';
import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import type { TimerAct, TimersAnswer } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { catchError, concatMap, exhaustMap, filter, from, fromEvent, map, merge, type Observable, of, tap, timer, withLatestFrom } from 'rxjs';
import { failureWords } from './api';
import { Clock } from './clock';
import { timersActions, timersFeature, type WaitingAct } from './timers.feature';

/** How often a page that is seen asks anew, milliseconds. */
const ASK_MS = 10_000;
const KEPT = 'fellmist.timers';

function keep(waiting: readonly WaitingAct[]): void {
  try {
    if (waiting.length === 0) localStorage.removeItem(KEPT);
    else localStorage.setItem(KEPT, JSON.stringify(waiting));
  } catch {
    // A browser that keeps nothing still has it in its memory.
  }
}

function kept(): readonly WaitingAct[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '[]');
    return Array.isArray(list) ? (list as WaitingAct[]) : [];
  } catch {
    return [];
  }
}

/** What waits is told before anything is asked, once the server's time is known: how long ago a press was is told with it. */
export const askTimers = createEffect(
  (actions = inject(Actions), http = inject(HttpClient), store = inject(Store), clock = inject(Clock), page = inject(DOCUMENT)) => {
    store.dispatch(timersActions.takenUp({ waiting: kept() }));
    const tell = ({ bakeId, id, act, atMs, by }: WaitingAct): Observable<Action> => {
      const body: TimerAct = { id, act, agoS: Math.max(0, ((by === 'server' ? clock.ms() : Date.now()) - atMs) / 1000) };
      return http.post<TimersAnswer>(`/api/bakes/${encodeURIComponent(bakeId)}/timers`, body).pipe(
        map((answer) => timersActions.loaded({ answer, done: id })),
        catchError((error: unknown) =>
          of(
            error instanceof HttpErrorResponse && error.status >= 400 && error.status < 500
              ? timersActions.refused({ id, words: failureWords(error) })
              : timersActions.notReached(),
          ),
        ),
      );
    };
    const ask = (): Observable<Action> =>
      http.get<TimersAnswer>('/api/timers').pipe(
        map((answer) => timersActions.loaded({ answer })),
        catchError(() => of(timersActions.notReached())),
      );
    const isSeen = (): boolean => page.visibilityState !== 'hidden';
    return merge(actions.pipe(ofType(timersActions.wanted, timersActions.told)), merge(timer(0, ASK_MS), fromEvent(page, 'visibilitychange')).pipe(filter(isSeen))).pipe(
      withLatestFrom(store.select(timersFeature.selectWaiting)),
      // A second press while the first is on its way waits in the list, and is told at the next turn.
      exhaustMap(([, waiting]) => (waiting.length > 0 && clock.isHeard ? from(waiting).pipe(concatMap(tell)) : ask())),
    );
  },
  { functional: true },
);

/** Where something waits still when the server has answered, it is told at once. */
export const askAgain = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(timersActions.loaded),
      withLatestFrom(store.select(timersFeature.selectWaiting)),
      filter(([, waiting]) => waiting.length > 0),
      concatMap(() => timer(50)),
      map(() => timersActions.wanted()),
    ),
  { functional: true },
);

export const keepTimers = createEffect((store = inject(Store)) => store.select(timersFeature.selectWaiting).pipe(tap(keep)), { functional: true, dispatch: false });

export const hearTheTime = createEffect(
  (actions = inject(Actions), clock = inject(Clock)) =>
    actions.pipe(
      ofType(timersActions.loaded),
      tap(({ answer }) => clock.hear(answer.now)),
    ),
  { functional: true, dispatch: false },
);
