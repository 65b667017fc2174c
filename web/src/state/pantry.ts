import { computed, inject, Injectable } from '@angular/core';
import { type StoredPack } from '@fellmist/contract';
import { type Food, type Pack, type StockItem } from '@fellmist/core';
import { type Action, Store } from '@ngrx/store';
import { catchError, concatMap, map, type Observable, of, ReplaySubject, Subject, tap } from 'rxjs';
import { Api, failureWords, problemOf } from './api';
import { larderActions, larderFeature } from './larder.feature';

export type PackSaved = { readonly ok: true; readonly stored: StoredPack } | { readonly ok: false; readonly words: string; readonly theirs?: StoredPack };
/** Undefined where it was done, else why not. */
export type Done = string | undefined;

/** What the places ask of foods, packs and stock, and the household's acts on them: first the server, then the store. */
@Injectable({ providedIn: 'root' })
export class Pantry {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  readonly packs = this.store.selectSignal(larderFeature.selectPacks);
  readonly stock = this.store.selectSignal(larderFeature.selectStock);
  private readonly versions = this.store.selectSignal(larderFeature.selectStockVersions);
  private readonly stockSaves = new Subject<{ readonly item: StockItem; readonly done: Subject<Done> }>();
  private readonly packsById = computed(() => new Map(this.packs().map((stored) => [stored.pack.id, stored])));

  constructor() {
    this.stockSaves.pipe(concatMap(({ item, done }) => this.saveStock(item).pipe(tap(done)))).subscribe();
  }

  storedPack(id: string): StoredPack | undefined {
    return this.packsById().get(id);
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
    return this.api.food(id).pipe(
      tap((food) => this.store.dispatch(larderActions.foodsTakenUp({ foods: [food] }))),
      catchError(() => of(undefined)),
    );
  }

  /** Looks in the long list for what these names may mean. */
  takeUpNamed(names: readonly string[]): void {
    this.api.matchFoods(names).subscribe({
      next: ({ foods }) => this.store.dispatch(larderActions.foodsTakenUp({ foods })),
      error: () => undefined,
    });
  }

  savePack(pack: Pack, version: number): Observable<PackSaved> {
    return this.api.savePack(pack, version).pipe(
      tap((stored) => this.store.dispatch(larderActions.packSaved({ stored }))),
      map((stored): PackSaved => ({ ok: true, stored })),
      catchError((error: unknown) => {
        const theirs = problemOf(error)?.currentPack;
        return of<PackSaved>({ ok: false, words: failureWords(error), ...(theirs ? { theirs } : {}) });
      }),
    );
  }

  removePack(stored: StoredPack): Observable<Done> {
    return this.done(this.api.removePack(stored.pack.id), () => larderActions.packRemoved({ stored }));
  }

  restorePack(stored: StoredPack): Observable<Done> {
    return this.done(this.api.restorePack(stored.pack.id), () => larderActions.packSaved({ stored }));
  }

  /** Seen here at once; sent after what was sent before of it, over the version that came of that. */
  putStock(item: StockItem): Observable<Done> {
    this.store.dispatch(larderActions.stockPut({ stored: { item, version: this.versionOf(item) } }));
    const done = new ReplaySubject<Done>(1);
    this.stockSaves.next({ item, done });
    return done;
  }

  private versionOf({ id }: StockItem): number {
    return this.versions()?.[id] ?? 0;
  }

  private saveStock(item: StockItem): Observable<Done> {
    return this.api.saveStock(item, this.versionOf(item)).pipe(
      tap(({ version }) => this.store.dispatch(larderActions.stockPut({ stored: { item: this.stock().find(({ id }) => id === item.id) ?? item, version } }))),
      map((): Done => undefined),
      catchError((error: unknown) => {
        const theirs = problemOf(error)?.currentStock;
        if (theirs) this.store.dispatch(larderActions.stockPut({ stored: theirs }));
        return of<Done>(failureWords(error));
      }),
    );
  }

  removeStock(item: StockItem): Observable<Done> {
    return this.done(this.api.removeStock(item.id), () => larderActions.stockRemoved({ item }));
  }

  reload(): void {
    this.store.dispatch(larderActions.wanted());
  }

  private done(request: Observable<unknown>, then: () => Action): Observable<Done> {
    return request.pipe(
      tap(() => this.store.dispatch(then())),
      map((): Done => undefined),
      catchError((error: unknown) => of(failureWords(error))),
    );
  }
}
