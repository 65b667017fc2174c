import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { type CurveAnswer, type CurveQuestion } from '../workers/curve';

type Asked = Omit<CurveQuestion, 'id'>;

/** Freezing curves from the worker; while it is at work the last answer stands, and only the newest question is answered. */
@Injectable()
export class Curves {
  private readonly worker = new Worker(new URL('../workers/curve.worker', import.meta.url), { type: 'module' });
  private newest = 0;
  private waiting: Asked | undefined;
  private last: Asked | undefined;
  private busy = false;
  readonly answer = signal<CurveAnswer | undefined>(undefined);

  constructor() {
    this.worker.addEventListener('message', ({ data }: MessageEvent<CurveAnswer>) => {
      this.busy = false;
      this.answer.set(data);
      if (this.waiting) this.send(this.waiting);
    });
    inject(DestroyRef).onDestroy(() => this.worker.terminate());
  }

  /** Asks at once, without waiting for the next round of change detection; the same question is not asked twice in a row. */
  ask(question: Asked): void {
    const { last } = this;
    if (last && (Object.keys(question) as (keyof Asked)[]).every((key) => last[key] === question[key])) return;
    this.last = question;
    this.send(question);
  }

  private send(question: Asked): void {
    if (this.busy) {
      this.waiting = question;
      return;
    }
    this.waiting = undefined;
    this.busy = true;
    this.worker.postMessage({ ...question, id: ++this.newest });
  }
}
