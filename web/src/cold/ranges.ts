import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { type RangePoint, type UncertainLine } from '@fellmist/core';
import { type RangeAnswer, type RangeQuestion } from '../workers/range';

/** A drag is let go on before its range is drawn. */
const PAUSE_MS = 80;

/** The likely range of a freezing curve, from the worker; none while the mix it was drawn for is no longer the present one. */
@Injectable()
export class Ranges {
  private readonly worker = new Worker(new URL('../workers/range.worker', import.meta.url), { type: 'module' });
  private newest = 0;
  private pause: ReturnType<typeof setTimeout> | undefined;
  readonly range = signal<readonly RangePoint[]>([]);

  constructor() {
    this.worker.addEventListener('message', ({ data }: MessageEvent<RangeAnswer>) => {
      if (data.id === this.newest) this.range.set(data.range);
    });
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(this.pause);
      this.worker.terminate();
    });
  }

  /** Asks for the range of a mix once it has stood still for a moment. */
  ask(lines: readonly UncertainLine[]): void {
    const question: RangeQuestion = { id: ++this.newest, lines };
    this.range.set([]);
    clearTimeout(this.pause);
    this.pause = setTimeout(() => this.worker.postMessage(question), PAUSE_MS);
  }
}
