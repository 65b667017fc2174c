import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { type Larder, type MeasureSystem, readDocument, type ReadDocument } from '@fellmist/core';
import { type ReadingAnswer, type ReadingFoods, type ReadingQuestion } from '../workers/reading';

/** Texts longer than this take more than a frame to read; a recipe of forty lines has about 1,500 characters. */
export const READ_HERE = 3000;

/** Reads long texts in a worker; the last text asked for is the one answered. */
@Injectable()
export class FarReader {
  private worker: Worker | undefined;
  private knows: Larder | undefined;
  private asked = 0;
  readonly answer = signal<{ readonly text: string; readonly measures: MeasureSystem; readonly larder: Larder; readonly read: ReadDocument } | undefined>(undefined);
  private question: { readonly text: string; readonly measures: MeasureSystem; readonly larder: Larder } | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }

  ask(text: string, larder: Larder, measures: MeasureSystem): void {
    if (!this.worker) {
      this.worker = new Worker(new URL('../workers/reading.worker', import.meta.url), { type: 'module' });
      this.worker.addEventListener('message', ({ data }: MessageEvent<ReadingAnswer>) => {
        if (data.id === this.asked && this.question) this.answer.set({ ...this.question, read: data.read });
      });
      // Without the worker the page reads for itself: slower, but nothing is left unread.
      this.worker.addEventListener('error', () => {
        const { question } = this;
        if (question) this.answer.set({ ...question, read: readDocument(question.text, question.larder, question.measures) });
      });
    }
    if (this.knows !== larder) {
      this.knows = larder;
      this.worker.postMessage({ kind: 'foods', foods: [...larder.foods.values()], inHand: larder.inHand } satisfies ReadingFoods);
    }
    this.question = { text, measures, larder };
    this.worker.postMessage({ kind: 'text', id: ++this.asked, text, measures } satisfies ReadingQuestion);
  }
}
