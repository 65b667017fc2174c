import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { type FoodPage, type StoredPack, type StoredStock } from '@fellmist/contract';
import { FIRST_SETTINGS, type StockItem } from '@fellmist/core';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { Observable, Subject } from 'rxjs';
import { Api } from '../src/state/api';
import { Asking } from '../src/state/asking';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import * as larderEffects from '../src/state/larder.effects';
import { larderFeature } from '../src/state/larder.feature';
import { type Done, LarderDesk } from '../src/state/larderDesk';
import { lookupActions } from '../src/state/lookup.actions';
import * as lookupEffects from '../src/state/lookup.effects';

interface Sent<T> {
  readonly what: string;
  readonly version: number;
  readonly answer: Subject<T>;
}

/** A server that answers when the test says so. */
class SlowApi {
  readonly stock: Sent<StoredStock>[] = [];
  readonly packs: Sent<StoredPack>[] = [];
  pages = 0;

  larder(): Observable<never> {
    return new Subject<never>();
  }

  saveStock(item: StockItem, version: number): Observable<StoredStock> {
    const answer = new Subject<StoredStock>();
    this.stock.push({ what: String(item.leftG), version, answer });
    return answer;
  }

  savePack({ name }: { readonly name: string }, version: number): Observable<StoredPack> {
    const answer = new Subject<StoredPack>();
    this.packs.push({ what: name, version, answer });
    return answer;
  }

  /** A page that never comes; `pages` are waited for. */
  foods(): Observable<FoodPage> {
    return new Observable(() => {
      this.pages++;
      return () => this.pages--;
    });
  }
}

const item = (leftG: number): StockItem => ({ id: 's1', foodId: 'oats', leftG, origin: 'pack', note: '' });
const stale = (status: number, body: object): HttpErrorResponse => new HttpErrorResponse({ status, error: { detail: 'Changed elsewhere.', ...body } });

describe('what the household does to its larder', () => {
  let api: SlowApi;
  let desk: LarderDesk;

  beforeEach(() => {
    api = new SlowApi();
    TestBed.configureTestingModule({
      providers: [
        provideStore({ [larderFeature.name]: larderFeature.reducer, [householdFeature.name]: householdFeature.reducer }),
        provideEffects(larderEffects, lookupEffects),
        { provide: Api, useValue: api },
      ],
    });
    const stored = { foods: [], rules: [], classes: [], correctives: [], coldStyles: [], cautions: [], packs: [], stock: [], inStock: [] };
    TestBed.inject(Store).dispatch(larderActions.loaded({ stored: { ...stored, settings: { settings: FIRST_SETTINGS, version: 0 } } }));
    desk = TestBed.inject(LarderDesk);
  });

  test('what is left is seen at once and sent one after the other, each over the version that came of the one before', () => {
    const done: Done[] = [];
    desk.putStock(item(200)).subscribe((words) => done.push(words));
    desk.putStock(item(150)).subscribe((words) => done.push(words));
    expect([desk.stock()[0]?.leftG, api.stock.map(({ what, version }) => [what, version])]).toEqual([150, [['200', 0]]]);
    api.stock[0]?.answer.next({ item: item(200), version: 1 });
    api.stock[0]?.answer.complete();
    // The answer to the first does not bring its figure back over the second.
    expect([desk.stock()[0]?.leftG, api.stock[1]]).toMatchObject([150, { what: '150', version: 1 }]);
    api.stock[1]?.answer.error(stale(409, { currentStock: { item: item(90), version: 4 } }));
    expect([desk.stock()[0]?.leftG, done]).toEqual([90, [undefined, 'Changed elsewhere.']]);
  });

  test('a pack saved elsewhere meanwhile is given back, and the larder keeps what it had', () => {
    const pack = { id: 'p', name: 'Oat tub', kindId: 'oats', measuresG: {}, mayContain: [], thirstTests: [], note: '' };
    const theirs = { pack: { ...pack, name: 'Theirs' }, version: 3 };
    let answer: unknown;
    desk.savePack(pack, 1).subscribe((said) => (answer = said));
    api.packs[0]?.answer.error(stale(409, { currentPack: theirs }));
    expect([answer, desk.packs()]).toEqual([{ ok: false, words: 'Changed elsewhere.', theirs }, []]);
    desk.savePack(pack, 3).subscribe((said) => (answer = said));
    api.packs[1]?.answer.next({ pack, version: 4 });
    expect([answer, desk.storedPack('p')?.version]).toEqual([{ ok: true, stored: { pack, version: 4 } }, 4]);
  });

  test('a page that nobody waits for any more is not fetched on', () => {
    const waiting = TestBed.inject(Asking)
      .ask<FoodPage>((ask) => lookupActions.foodsPage({ ask, query: { q: 'oat' } }))
      .subscribe();
    expect(api.pages).toBe(1);
    waiting.unsubscribe();
    expect(api.pages).toBe(0);
  });
});
