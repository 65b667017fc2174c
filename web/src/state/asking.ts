import { inject, Injectable } from '@angular/core';
import type { Problem } from '@fellmist/contract';
import { Actions, ofType } from '@ngrx/effects';
import { type Action, createActionGroup, props, Store } from '@ngrx/store';
import { catchError, filter, mergeMap, Observable, of, take, takeUntil } from 'rxjs';
import { failureWords, problemOf } from './api';

/** The name of one request: whoever asked knows the answer by it. `T` is what is asked for. */
export type Ask<T> = string & { readonly of?: T };

export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly words: string; readonly problem?: Problem };

export const askActions = createActionGroup({
  source: 'Ask',
  events: {
    Answered: props<{ ask: Ask<unknown>; answer: Answer<unknown> }>(),
    /** Nobody waits for the answer any more. */
    Dropped: props<{ ask: Ask<unknown> }>(),
  },
});

/** How a place hears what came of its own request, while an effect speaks with the server. */
@Injectable({ providedIn: 'root' })
export class Asking {
  private readonly store = inject(Store);
  private readonly actions = inject(Actions);

  /** Dispatches the request once somebody subscribes, and gives its one answer; who lets go of it before drops the request. */
  ask<T>(request: (ask: Ask<T>) => Action): Observable<Answer<T>> {
    return new Observable((asker) => {
      const ask: Ask<T> = crypto.randomUUID();
      let waits = true;
      const answers = this.actions.pipe(
        ofType(askActions.answered),
        filter((answered) => answered.ask === ask),
        take(1),
      );
      const heard = answers.subscribe(({ answer }) => {
        waits = false;
        asker.next(answer as Answer<T>);
        asker.complete();
      });
      this.store.dispatch(request(ask));
      return () => {
        heard.unsubscribe();
        if (waits) this.store.dispatch(askActions.dropped({ ask }));
      };
    });
  }
}

/** Sends what was asked for: first what it means for the state, then the answer to whoever asked. */
export function answering<T>(ask: Ask<T>, request: Observable<T>, meaning: (value: T) => readonly Action[] = () => []): Observable<Action> {
  return request.pipe(
    mergeMap((value): readonly Action[] => [...meaning(value), askActions.answered({ ask, answer: { ok: true, value } })]),
    catchError((error: unknown) => of<Action>(refused(ask, error))),
  );
}

export function refused(ask: Ask<unknown>, error: unknown): Action {
  const problem = problemOf(error);
  return askActions.answered({ ask, answer: { ok: false, words: failureWords(error), ...(problem ? { problem } : {}) } });
}

/** Ends a request that nobody waits for any more. */
export function unlessDropped<T>(ask: Ask<unknown>, actions: Actions): (request: Observable<T>) => Observable<T> {
  return takeUntil(
    actions.pipe(
      ofType(askActions.dropped),
      filter((dropped) => dropped.ask === ask),
    ),
  );
}
