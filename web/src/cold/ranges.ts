import { inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { RangePoint, UncertainLine } from '@fellmist/core';
import { catchError, EMPTY, Subject, switchMap, timer } from 'rxjs';
import { HeavyWork } from '../workers/heavyWork';

/** A drag is let go on before its range is drawn. */
const PAUSE_MS = 80;

/** The likely range of a freezing curve, from the worker; none while the mix it was drawn for is no longer the present one. */
@Injectable()
export class Ranges {
  private readonly heavy = inject(HeavyWork);
  private readonly asked = new Subject<readonly UncertainLine[]>();
  readonly range = signal<readonly RangePoint[]>([]);

  constructor() {
    this.asked
      .pipe(
        switchMap((lines) => timer(PAUSE_MS).pipe(switchMap(() => this.heavy.run('curveRange', { lines }).pipe(catchError(() => EMPTY))))),
        takeUntilDestroyed(),
      )
      .subscribe((step) => {
        if (step.kind === 'done') this.range.set(step.answer);
      });
  }

  /** Asks for the range of a mix once it has stood still for a moment. */
  ask(lines: readonly UncertainLine[]): void {
    this.range.set([]);
    this.asked.next(lines);
  }
}
