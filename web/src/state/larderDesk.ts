import { inject, Injectable } from '@angular/core';
import type { StoredPack, StoredStock } from '@fellmist/contract';
import type { Food, Pack, StockItem } from '@fellmist/core';
import { type Action, Store } from '@ngrx/store';
import { map, type Observable, of } from 'rxjs';
import { type Ask, Asking } from './asking';
import { larderActions } from './larder.actions';
import { larderFeature } from './larder.feature';

export type PackSaved = { readonly ok: true; readonly stored: StoredPack } | { readonly ok: false; readonly words: string; readonly theirs?: StoredPack };
/** Undefined where it was done, else why not. */
export type Done = string | undefined;

/** What the places ask of foods, packs and stock, and the household's acts on them: an act is sent once its answer is listened for. */
@Injectable({ providedIn: 'root' })
export class LarderDesk {
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  readonly packs = this.store.selectSignal(larderFeature.selectAllPacks);
  readonly stock = this.store.selectSignal(larderFeature.selectItems);
  private readonly packsById = this.store.selectSignal(larderFeature.selectPacksById);

  storedPack(id: string): StoredPack | undefined {
    return this.packsById()[id];
  }

  stockOf(foodId: string): readonly StockItem[] {
    return this.stock().filter((item) => item.foodId === foodId);
  }

  food(id: string): Food | undefined {
    return this.larder()?.foods.get(id);
  }

  /** A food that may not be at hand: it is fetched and taken up. */
  takeUp(id: string): Observable<Food | undefined> {
    const known = this.food(id);
    if (known) return of(known);
    return this.asking.ask<Food>((ask) => larderActions.takeUpFood({ ask, id })).pipe(map((answer) => (answer.ok ? answer.value : undefined)));
  }

  /** Looks in the long list for what these names may mean. */
  takeUpNamed(names: readonly string[]): void {
    this.store.dispatch(larderActions.lookForNamed({ names }));
  }

  savePack(pack: Pack, version: number): Observable<PackSaved> {
    return this.asking
      .ask<StoredPack>((ask) => larderActions.savePack({ ask, pack, version }))
      .pipe(
        map((answer): PackSaved => {
          if (answer.ok) return { ok: true, stored: answer.value };
          const theirs = answer.problem?.currentPack;
          return { ok: false, words: answer.words, ...(theirs ? { theirs } : {}) };
        }),
      );
  }

  removePack(stored: StoredPack): Observable<Done> {
    return this.done((ask) => larderActions.removePack({ ask, stored }));
  }

  restorePack(stored: StoredPack): Observable<Done> {
    return this.done((ask) => larderActions.restorePack({ ask, stored }));
  }

  putStock(item: StockItem): Observable<Done> {
    return this.done<StoredStock>((ask) => larderActions.putStock({ ask, item }));
  }

  removeStock(item: StockItem): Observable<Done> {
    return this.done((ask) => larderActions.removeStock({ ask, item }));
  }

  reload(): void {
    this.store.dispatch(larderActions.wanted());
  }

  private done<T>(request: (ask: Ask<T>) => Action): Observable<Done> {
    return this.asking.ask(request).pipe(map((answer): Done => (answer.ok ? undefined : answer.words)));
  }
}
