import { inject, Injectable } from '@angular/core';
import type { Larder, SwapTables } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { filter, type Observable, shareReplay, tap } from 'rxjs';
import { HeavyWork } from '../workers/heavyWork';
import { larderFeature } from './larder.feature';

/** What the worker works with is sent once, and again when it changes, however many asks are given up while it is on its way. */
@Injectable({ providedIn: 'root' })
export class FarKitchen {
  private readonly heavy = inject(HeavyWork);
  private readonly tables = inject(Store).selectSignal(larderFeature.selectTables);
  private sent: { readonly larder: Larder; readonly tables: SwapTables | undefined; readonly done: Observable<unknown> } | undefined;

  constructor() {
    this.heavy.stopped.subscribe(() => this.forget());
  }

  taken(larder: Larder): Observable<unknown> {
    const tables = this.tables();
    if (this.sent?.larder !== larder || this.sent.tables !== tables) {
      const { foods, inHand, packsOf } = larder;
      const done = this.heavy.run('takeKitchen', { foods: [...foods.values()], inHand, packsOf, tables }).pipe(
        filter(({ kind }) => kind === 'done'),
        tap({ error: () => this.forget() }),
        shareReplay(1),
      );
      this.sent = { larder, tables, done };
    }
    return this.sent.done;
  }

  /** The worker is gone, or did not take it: what comes next is sent anew. */
  private forget(): void {
    this.sent = undefined;
  }
}
