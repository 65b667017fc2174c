import type { HttpInterceptorFn } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import { finalize } from 'rxjs';

/** What the household is being told at this moment: a page that is left meanwhile would take back what was done last. */
@Injectable({ providedIn: 'root' })
export class Sending {
  private readonly open = signal(0);
  /** What is sent one after the other counts until the last of it is answered: as one ends, the next begins. */
  readonly isUnderWay = computed(() => this.open() > 0);

  begin(): void {
    this.open.update((count) => count + 1);
  }

  end(): void {
    this.open.update((count) => count - 1);
  }
}

/** Counts each request that changes something for as long as it is unanswered. */
export const countSending: HttpInterceptorFn = (request, next) => {
  if (request.method === 'GET') return next(request);
  const sending = inject(Sending);
  sending.begin();
  return next(request).pipe(finalize(() => sending.end()));
};
