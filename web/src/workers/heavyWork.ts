import { inject, Injectable, InjectionToken } from '@angular/core';
import { Observable, Subject, type Subscriber } from 'rxjs';
import type { FromWorker, JobName, Jobs, ToWorker } from './jobs';
import { SAY } from './words';

/** How far a job is, with what it has so far where it tells that, then its answer. */
export type WorkStep<T> = { readonly kind: 'progress'; readonly share: number; readonly soFar?: T } | { readonly kind: 'done'; readonly answer: T };

export const HEAVY_WORKER = new InjectionToken<() => Worker>('worker for heavy work', {
  providedIn: 'root',
  factory: () => () => new Worker(new URL('./heavy.worker', import.meta.url), { type: 'module' }),
});

/** Work away from the screen: each job under its own number, told how far it is, given up by letting go of it. */
@Injectable({ providedIn: 'root' })
export class HeavyWork {
  private readonly make = inject(HEAVY_WORKER);
  private worker: Worker | undefined;
  /** A worker broke down, whoever’s job it was: the next one knows nothing of what that one was told. */
  readonly stopped = new Subject<void>();
  private last = 0;
  private readonly waiting = new Map<number, Subscriber<WorkStep<unknown>>>();

  /** Begins a job once somebody listens. Fails where the worker does; what is asked next gets a new one. */
  run<N extends JobName>(job: N, ask: Jobs[N]['ask']): Observable<WorkStep<Jobs[N]['answer']>> {
    return new Observable((listener: Subscriber<WorkStep<Jobs[N]['answer']>>) => {
      const id = ++this.last;
      this.waiting.set(id, listener as Subscriber<WorkStep<unknown>>);
      this.send({ kind: 'begin', id, job, ask } as ToWorker);
      return () => {
        if (this.waiting.delete(id)) this.send({ kind: 'cancel', id });
      };
    });
  }

  private send(message: ToWorker): void {
    this.worker ??= this.begin();
    this.worker.postMessage(message);
  }

  private begin(): Worker {
    const worker = this.make();
    worker.addEventListener('message', ({ data }: MessageEvent<FromWorker>) => this.hear(data));
    worker.addEventListener('error', () => this.stop(worker));
    return worker;
  }

  private hear(message: FromWorker): void {
    const listener = this.waiting.get(message.id);
    if (!listener) return;
    if (message.kind === 'progress') {
      const { share, soFar } = message;
      listener.next(soFar === undefined ? { kind: 'progress', share } : { kind: 'progress', share, soFar });
      return;
    }
    this.waiting.delete(message.id);
    if (message.kind === 'failed') listener.error(new Error(message.words));
    else {
      listener.next({ kind: 'done', answer: message.answer });
      listener.complete();
    }
  }

  private stop(worker: Worker): void {
    worker.terminate();
    this.worker = undefined;
    this.stopped.next();
    const listeners = [...this.waiting.values()];
    this.waiting.clear();
    for (const listener of listeners) listener.error(new Error(SAY.theWorkStopped));
  }
}
