import { HttpErrorResponse, type HttpInterceptorFn, HttpResponse } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { tap } from 'rxjs';
import { remember, remembered } from '../ui/memory';

const KEPT_AT = 'X-Fellmist-Kept-At';
const SWITCH = 'fellmist.offline';

/** Whether the server is within reach, and from when what is shown is, where this device had to open what it kept. */
@Injectable({ providedIn: 'root' })
export class Reach {
  /** When the oldest of what is shown was fetched, ISO; undefined while all of it is the server's own. */
  readonly keptAt = signal<string | undefined>(undefined);
  /** The server answers again, while something kept is still shown: it has to be fetched anew before it counts as fresh. */
  readonly isBack = signal(false);
  /** Keeping pages is offered on this machine and over TLS alone: browsers allow it nowhere else. */
  readonly canKeep = 'serviceWorker' in navigator;
  readonly keeps = signal(this.canKeep && remembered(SWITCH) === 'on');

  constructor() {
    if (this.keeps()) this.register();
  }

  switchKeeping(on: boolean): void {
    this.keeps.set(on);
    remember(SWITCH, on ? 'on' : 'off');
    if (on) this.register();
    else void this.forget();
  }

  private register(): void {
    navigator.serviceWorker.register('/sw.js').catch(() => this.keeps.set(false));
  }

  /** Nothing that was kept stays on the device. */
  private async forget(): Promise<void> {
    for (const one of await navigator.serviceWorker.getRegistrations()) await one.unregister();
    for (const name of await caches.keys()) if (name.startsWith('fellmist-')) await caches.delete(name);
  }

  answered(keptAt: string | undefined): void {
    const before = this.keptAt();
    this.isBack.set(keptAt === undefined && before !== undefined);
    if (keptAt !== undefined && (before === undefined || keptAt < before)) this.keptAt.set(keptAt);
  }
}

/** Hears of each answer whether it is the server's or what this device kept. */
export const hearReach: HttpInterceptorFn = (request, next) => {
  const reach = inject(Reach);
  return next(request).pipe(
    tap({
      next: (event) => {
        if (event instanceof HttpResponse) reach.answered(event.headers.get(KEPT_AT) ?? undefined);
      },
      error: (error: unknown) => {
        // An answer that refuses is an answer: the server is there.
        if (error instanceof HttpErrorResponse && error.status > 0) reach.answered(undefined);
      },
    }),
  );
};
