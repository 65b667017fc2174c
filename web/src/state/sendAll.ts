import { concat, defer, EMPTY, type Observable, switchMap } from 'rxjs';

/**
 * Sends what waits, one after the other, until none is left. `send` tells what became of one, and by that takes it from what
 * waits; where it fails, as when the server is away, the rest stays for another time.
 */
export function sendAll<T, A>(next: () => Observable<T | undefined>, send: (one: T) => Observable<A>): Observable<A> {
  return defer(next).pipe(switchMap((one) => (one === undefined ? EMPTY : concat(send(one), sendAll(next, send)))));
}
