import { InjectionToken } from '@angular/core';
import { Observable } from 'rxjs';

/** What a stream of the server says: that it is open, that it was lost (the browser opens it again by itself), or something. */
export type Streamed = { readonly kind: 'open' } | { readonly kind: 'lost' } | { readonly kind: 'said'; readonly data: unknown };

/** Opens server-sent events; who lets go of it closes it. */
export const STREAM = new InjectionToken<(url: string) => Observable<Streamed>>('server-sent events', {
  providedIn: 'root',
  factory: () => (url) =>
    new Observable<Streamed>((hearer) => {
      const source = new EventSource(url);
      source.onopen = (): void => hearer.next({ kind: 'open' });
      source.onerror = (): void => hearer.next({ kind: 'lost' });
      source.onmessage = ({ data }: MessageEvent<string>): void => hearer.next({ kind: 'said', data: JSON.parse(data) as unknown });
      return () => source.close();
    }),
});
