import { DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import { type CurveAnswer, type CurveQuestion } from '../workers/curve';

type Asked = Omit<CurveQuestion, 'id'>;

/** Freezing curves from the worker; while it is at work the last answer stands, and only the newest question is answered. */
@Injectable()
export class Curves {
  private readonly worker = new Worker(new URL('../workers/curve.worker', import.meta.url), { type: 'module' });
  private readonly asked = signal<Asked | undefined>(undefined);
  private newest = 0;
  private waiting: Asked | undefined;
  private busy = false;
  readonly answer = signal<CurveAnswer | undefined>(undefined);

  constructor() {
    this.worker.addEventListener('message', ({ data }: MessageEvent<CurveAnswer>) => {
      this.busy = false;
      this.answer.set(data);
      if (this.waiting) this.send(this.waiting);
    });
    effect(() => {
      const asked = this.asked();
      if (asked) this.send(asked);
    });
    inject(DestroyRef).onDestroy(() => this.worker.terminate());
  }

  ask(question: Asked): void {
    this.asked.set(question);
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
