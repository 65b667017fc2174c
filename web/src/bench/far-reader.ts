import { inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { type Larder, type MeasureSystem, readDocument, type ReadDocument } from '@fellmist/core';
import { catchError, concatMap, filter, map, type Observable, of, Subject, switchMap } from 'rxjs';
import { FarKitchen } from '../state/farKitchen';
import { HeavyWork, type WorkStep } from '../workers/heavyWork';

/** Texts longer than this take more than a frame to read; a recipe of forty lines has about 1,500 characters. */
export const READ_HERE = 3000;

interface Question {
  readonly text: string;
  readonly measures: MeasureSystem;
  readonly larder: Larder;
}

/** Reads long texts in a worker; the last text asked for is the one answered. */
@Injectable()
export class FarReader {
  private readonly heavy = inject(HeavyWork);
  private readonly kitchen = inject(FarKitchen);
  private readonly asked = new Subject<Question>();
  readonly answer = signal<(Question & { readonly read: ReadDocument }) | undefined>(undefined);

  constructor() {
    this.asked
      .pipe(
        switchMap((question) =>
          this.readFar(question).pipe(
            // Without the worker the page reads for itself: slower, but nothing is left unread.
            catchError(() => of(readDocument(question.text, question.larder, question.measures))),
            map((read) => ({ ...question, read })),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => this.answer.set(answer));
  }

  ask(text: string, larder: Larder, measures: MeasureSystem): void {
    this.asked.next({ text, larder, measures });
  }

  private readFar({ text, larder, measures }: Question): Observable<ReadDocument> {
    return this.kitchen.taken(larder).pipe(
      concatMap(() => this.heavy.run('readText', { text, measures })),
      filter((step): step is Extract<WorkStep<ReadDocument>, { kind: 'done' }> => step.kind === 'done'),
      map(({ answer }) => answer),
    );
  }
}
