import { DOCUMENT, inject, InjectionToken } from '@angular/core';
import { distinctUntilChanged, EMPTY, fromEvent, map, Observable, startWith, switchMap } from 'rxjs';

/** What a stream of the server says: that it is open, that it was lost (the browser opens it again by itself), or something. */
export type Streamed = { readonly kind: 'open' } | { readonly kind: 'lost' } | { readonly kind: 'said'; readonly data: unknown };

function listen(url: string): Observable<Streamed> {
  return new Observable<Streamed>((hearer) => {
    const source = new EventSource(url);
    source.onopen = (): void => hearer.next({ kind: 'open' });
    source.onerror = (): void => hearer.next({ kind: 'lost' });
    source.onmessage = ({ data }: MessageEvent<string>): void => hearer.next({ kind: 'said', data: JSON.parse(data) as unknown });
    return () => source.close();
  });
}

/**
 * Opens server-sent events; who lets go of it closes it. A page that nobody sees does not listen: a browser has six
 * connections to a server for all its tabs together, and a few bakes left open would take them all. Seen again, it hears
 * what it missed.
 */
export const STREAM = new InjectionToken<(url: string) => Observable<Streamed>>('server-sent events', {
  providedIn: 'root',
  factory: () => {
    const page = inject(DOCUMENT);
    const seen = (): boolean => page.visibilityState !== 'hidden';
    return (url) =>
      fromEvent(page, 'visibilitychange').pipe(
        map(seen),
        startWith(seen()),
        distinctUntilChanged(),
        switchMap((isSeen) => (isSeen ? listen(url) : EMPTY)),
      );
  },
});
