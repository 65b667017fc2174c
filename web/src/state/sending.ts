import { type HttpInterceptorFn, type HttpRequest, HttpResponse } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import { finalize, tap } from 'rxjs';

/** What only asks, or lies on this device until the server has heard of it: a bake's events, a day's changes. */
const losesNothing = ({ method, url }: HttpRequest<unknown>): boolean =>
  method === 'GET' || /^\/api\/(?:devices|foods\/match)\b|^\/api\/bakes\/[^/]+\/events$/.test(url) || (method === 'PATCH' && url.startsWith('/api/plans/'));

/** What the household is being told at this moment: a page that is left meanwhile would take back what was done last. */
@Injectable({ providedIn: 'root' })
export class Sending {
  private readonly open = signal(0);
  /** What is sent one after the other counts until the last of it is answered: as one ends, the next begins. */
  readonly isUnderWay = computed(() => this.open() > 0);

  /** Begins one; gives its end, which counts once. */
  begin(): () => void {
    let isOpen = true;
    this.open.update((count) => count + 1);
    return () => {
      if (isOpen) this.open.update((count) => count - 1);
      isOpen = false;
    };
  }
}

/** Counts each request that changes something, until its answer is here: before anybody who may leave the page for it hears of it. */
export const countSending: HttpInterceptorFn = (request, next) => {
  if (losesNothing(request)) return next(request);
  const end = inject(Sending).begin();
  return next(request).pipe(
    tap((event) => {
      if (event instanceof HttpResponse) end();
    }),
    finalize(end),
  );
};
