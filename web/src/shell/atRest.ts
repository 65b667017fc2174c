import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { catchError, EMPTY, from, mergeMap, type Observable } from 'rxjs';

/** The first page is there and worked out by then, milliseconds. */
const FIRST_MS = 1000;
/** From the code of one place to that of the next, milliseconds. */
const BETWEEN_MS = 150;

/** Fetches the code of the other places while nothing else is done, one after the other, so that the first press of a place waits for its data alone. */
@Injectable({ providedIn: 'root' })
export class AtRest implements PreloadingStrategy {
  private turn: Promise<void> = idle(FIRST_MS);

  preload(_route: Route, load: () => Observable<unknown>): Observable<unknown> {
    const mine = this.turn;
    // The next begins after this one has, not when it is through: what it loads may hold routes that wait for their own turn.
    this.turn = mine.then(() => idle(BETWEEN_MS));
    return from(mine).pipe(
      mergeMap(load),
      // Whoever goes there hears of it; ahead of that nobody waits.
      catchError(() => EMPTY),
    );
  }
}

/** Not every browser says when it is idle: there the pause alone must do. */
const { requestIdleCallback: whenIdle = (run: () => void) => setTimeout(run) } = globalThis as { readonly requestIdleCallback?: (run: () => void) => unknown };

function idle(afterMs: number): Promise<void> {
  return new Promise((resolve) => {
    setTimeout(() => {
      whenIdle(resolve);
    }, afterMs);
  });
}
