import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { type RemovedThing, type ShelfEntry, type ShelfPage, type ShelfQuery, type StoredFormula } from '@fellmist/contract';
import { LIMITS } from '@fellmist/core';
import { provideEffects } from '@ngrx/effects';
import { type Action, provideStore, ScannedActionsSubject, Store } from '@ngrx/store';
import { type Observable, of, Subject, throwError } from 'rxjs';
import { Api } from '../src/state/api';
import { Asking } from '../src/state/asking';
import { benchFeature } from '../src/state/bench.feature';
import { householdFeature } from '../src/state/household.feature';
import { larderFeature } from '../src/state/larder.feature';
import * as removedEffects from '../src/state/removed.effects';
import { removedActions, removedFeature } from '../src/state/removed.feature';
import * as shelfEffects from '../src/state/shelf.effects';
import { shelfActions, shelfFeature } from '../src/state/shelf.feature';
import { bareSheet } from './bareSheet';

const entry = (id: string, title: string): ShelfEntry => ({
  id,
  title,
  portions: 1,
  portionWord: 'batch',
  tryCount: 1,
  tryLabel: '',
  updatedAt: '2026-11-26T10:00:00Z',
  original: {},
  rebuild: {},
  gaps: 0,
  swappedIn: [],
});
const removed = (id: string, kind: RemovedThing['kind']): RemovedThing => ({ id, kind, name: id, removedAt: '2026-11-20T10:00:00Z' });

/** A server that does as it is told, or is gone. */
class ToldApi {
  isGone = false;
  /** Lists whose answer is on its way, once they are waited for at all. */
  readonly onTheirWay: Subject<ShelfPage>[] = [];
  isSlow = false;
  title = 'Buns';
  readonly asked: string[] = [];
  private answer<T>(what: string, value: T): Observable<T> {
    this.asked.push(what);
    return this.isGone ? throwError(() => new HttpErrorResponse({ status: 0 })) : of(value);
  }
  shelf({ offset = 0, q = '' }: Partial<ShelfQuery>): Observable<ShelfPage> {
    const entries = [entry('b', 'Buns'), entry('a', 'Apple cake')].filter(({ title }) => title.includes(q));
    if (this.isSlow) {
      this.asked.push(`shelf ${q} from ${offset}`);
      const page = new Subject<ShelfPage>();
      this.onTheirWay.push(page);
      return page;
    }
    return this.answer(`shelf ${q} from ${offset}`, { total: entries.length, all: 2, entries: entries.slice(offset) });
  }
  remove(id: string): Observable<unknown> {
    return this.answer(`remove ${id}`, {});
  }
  restore(id: string): Observable<unknown> {
    return this.answer(`restore ${id}`, {});
  }
  restorePack(id: string): Observable<unknown> {
    return this.answer(`restore pack ${id}`, {});
  }
  removed(): Observable<readonly RemovedThing[]> {
    return this.answer('removed', [removed('f1', 'formula'), removed('p1', 'pack')]);
  }
  formula(id: string): Observable<StoredFormula> {
    const thisTry = { id: 'r1', number: 1, label: '', createdAt: '2026-11-26T10:00:00Z' };
    return this.answer(`formula ${id}`, { id, thisTry, tries: [thisTry], worksheet: bareSheet(this.title) });
  }
  putPicture(id: string, { size }: Blob): Observable<{ readonly picturedAt: string }> {
    return this.answer(`picture of ${id}, ${size} bytes`, { picturedAt: '2026-11-27T10:00:00Z' });
  }
  picture(id: string): Observable<Blob> {
    return this.answer(`picture of ${id}`, new Blob(['old']));
  }
  removePicture(id: string): Observable<unknown> {
    return this.answer(`no picture of ${id}`, {});
  }
}

describe('the shelf and what was taken off it', () => {
  let api: ToldApi;
  let store: Store;
  let seen: string[];
  const went: unknown[] = [];

  beforeEach(() => {
    api = new ToldApi();
    went.length = 0;
    TestBed.configureTestingModule({
      providers: [
        provideStore({
          [shelfFeature.name]: shelfFeature.reducer,
          [removedFeature.name]: removedFeature.reducer,
          [benchFeature.name]: benchFeature.reducer,
          [larderFeature.name]: larderFeature.reducer,
          [householdFeature.name]: householdFeature.reducer,
        }),
        provideEffects(shelfEffects, removedEffects),
        { provide: Api, useValue: api },
        {
          provide: Router,
          useValue: {
            navigate: (where: unknown) => {
              went.push(where);
              return Promise.resolve(true);
            },
          },
        },
      ],
    });
    store = TestBed.inject(Store);
    seen = [];
    TestBed.inject(ScannedActionsSubject).subscribe((action: Action) => seen.push(action.type));
  });

  const listed = (): readonly string[] | undefined =>
    store
      .selectSignal(shelfFeature.selectListed)()
      ?.map(({ id }) => id);
  const failure = (): string | undefined => store.selectSignal(shelfFeature.selectFailure)();

  test('stands in the server’s order; nothing is not the same as not here yet', () => {
    expect(listed()).toBeUndefined();
    store.dispatch(shelfActions.wanted({ query: {} }));
    expect(listed()).toEqual(['b', 'a']);
  });

  test('what is looked for is asked of the server, and more of the same goes on where the list ends', () => {
    store.dispatch(shelfActions.wanted({ query: { q: 'Bun' } }));
    store.dispatch(shelfActions.moreWanted());
    expect([listed(), api.asked]).toEqual([['b'], ['shelf Bun from 0', 'shelf Bun from 1']]);
  });

  test('more is not asked for of a list that is looked through anew: what is listed then is an answer to another question', () => {
    store.dispatch(shelfActions.wanted({ query: {} }));
    api.isSlow = true;
    store.dispatch(shelfActions.wanted({ query: { q: 'Apple' } }));
    store.dispatch(shelfActions.moreWanted());
    expect(api.asked).toEqual(['shelf  from 0', 'shelf Apple from 0']);
    api.onTheirWay[0]?.next({ total: 41, all: 60, entries: [entry('a', 'Apple cake')] });
    expect(listed()).toEqual(['a']);
    store.dispatch(shelfActions.moreWanted());
    expect(api.asked.at(-1)).toBe('shelf Apple from 1');
    // Looked through anew meanwhile, the next page of before is let go of.
    store.dispatch(shelfActions.wanted({ query: {} }));
    api.onTheirWay[1]?.next({ total: 41, all: 60, entries: [entry('c', 'Apple pie')] });
    expect(listed()).toEqual(['a']);
    // A look that failed holds up nothing.
    api.onTheirWay[2]?.error(new HttpErrorResponse({ status: 0 }));
    expect([listed(), failure()]).toEqual([['a'], expect.stringContaining('does not answer')]);
    api.isSlow = false;
    store.dispatch(shelfActions.moreWanted());
    expect([api.asked.at(-1), failure()]).toEqual(['shelf  from 1', undefined]);
  });

  test('a picture that is taken off is fetched first, so that it can be put back; one that cannot be fetched stays', () => {
    const pictured = (): string | undefined =>
      store
        .selectSignal(shelfFeature.selectListed)()
        ?.find(({ id }) => id === 'b')?.picturedAt;
    const gone: Blob[] = [];
    TestBed.inject(ScannedActionsSubject).subscribe((action: Action) => {
      if (action.type === shelfActions.pictureRemoved.type) gone.push((action as unknown as { picture: Blob }).picture);
    });
    store.dispatch(shelfActions.wanted({ query: {} }));
    store.dispatch(shelfActions.putPicture({ id: 'b', picture: new Blob(['bun']) }));
    expect([pictured(), api.asked.at(-1)]).toEqual(['2026-11-27T10:00:00Z', 'picture of b, 3 bytes']);
    api.isGone = true;
    store.dispatch(shelfActions.removePicture({ id: 'b' }));
    expect([pictured(), gone.length, failure()]).toEqual(['2026-11-27T10:00:00Z', 0, expect.stringContaining('does not answer')]);
    api.isGone = false;
    store.dispatch(shelfActions.removePicture({ id: 'b' }));
    expect([pictured(), gone[0]?.size, api.asked.slice(-2)]).toEqual([undefined, 3, ['picture of b', 'no picture of b']]);
    // Nothing but its picture was lost.
    expect(listed()).toEqual(['b', 'a']);
  });

  test('what is removed goes once the server says so, and comes back; with the server gone it stays, and that is said', () => {
    store.dispatch(shelfActions.wanted({ query: {} }));
    api.isGone = true;
    store.dispatch(shelfActions.remove({ entry: entry('b', 'Buns') }));
    expect([listed(), failure()]).toEqual([['b', 'a'], expect.stringContaining('does not answer')]);
    api.isGone = false;
    store.dispatch(shelfActions.remove({ entry: entry('b', 'Buns') }));
    expect([listed(), store.selectSignal(shelfFeature.selectTotal)()]).toEqual([['a'], 1]);
    store.dispatch(shelfActions.restore({ entry: entry('b', 'Buns') }));
    expect([listed(), store.selectSignal(shelfFeature.selectTotal)(), failure()]).toEqual([['b', 'a'], 2, undefined]);
  });

  test('a formula is looked into without coming onto the bench', () => {
    let answer: unknown;
    TestBed.inject(Asking)
      .ask<StoredFormula>((ask) => shelfActions.lookInto({ ask, id: 'b' }))
      .subscribe((said) => (answer = said));
    expect(answer).toMatchObject({ ok: true, value: { id: 'b' } });
    expect(store.selectSignal(benchFeature.selectPresent)()).toBeUndefined();
  });

  test('a copy lies on the bench under an id and a name of its own and is saved from there', async () => {
    let answer: unknown;
    TestBed.inject(Asking)
      .ask<StoredFormula>((ask) => shelfActions.copy({ ask, entry: entry('b', 'Buns'), newId: 'new' }))
      .subscribe((said) => (answer = said));
    await Promise.resolve();
    expect([store.selectSignal(benchFeature.selectFormulaId)(), store.selectSignal(benchFeature.selectPresent)()?.rebuild.title]).toEqual(['new', 'Buns, copy']);
    expect([went, seen.includes('[Bench] Save'), answer]).toEqual([[['/bench', 'new']], true, expect.objectContaining({ ok: true })]);
    // A title that is as long as titles are still says that this is the copy.
    api.title = 'B'.repeat(LIMITS.title);
    TestBed.inject(Asking)
      .ask<StoredFormula>((ask) => shelfActions.copy({ ask, entry: entry('b', api.title), newId: 'new' }))
      .subscribe();
    const { title } = store.selectSignal(benchFeature.selectPresent)()?.rebuild ?? { title: '' };
    expect([title.endsWith('B, copy'), title.length]).toEqual([true, LIMITS.title]);
    await Promise.resolve();
    api.isGone = true;
    TestBed.inject(Asking)
      .ask<StoredFormula>((ask) => shelfActions.copy({ ask, entry: entry('b', 'Buns'), newId: 'other' }))
      .subscribe((said) => (answer = said));
    expect([answer, store.selectSignal(benchFeature.selectFormulaId)()]).toEqual([{ ok: false, words: expect.stringContaining('does not answer') }, 'new']);
  });

  test('removed things are brought back each by its kind; a pack that is back makes the larder come anew', () => {
    const things = (): readonly string[] | undefined =>
      store
        .selectSignal(removedFeature.selectListed)()
        ?.map(({ id }) => id);
    expect(things()).toBeUndefined();
    store.dispatch(removedActions.wanted());
    expect(things()).toEqual(['f1', 'p1']);
    store.dispatch(removedActions.bringBack({ thing: removed('f1', 'formula') }));
    expect([things(), api.asked.at(-1), seen.includes('[Larder] Wanted')]).toEqual([['p1'], 'restore f1', false]);
    api.isGone = true;
    store.dispatch(removedActions.bringBack({ thing: removed('p1', 'pack') }));
    expect([things(), store.selectSignal(removedFeature.selectFailure)()]).toEqual([['p1'], expect.stringContaining('does not answer')]);
    api.isGone = false;
    store.dispatch(removedActions.bringBack({ thing: removed('p1', 'pack') }));
    expect([things(), api.asked.at(-1), seen.includes('[Larder] Wanted'), store.selectSignal(removedFeature.selectFailure)()]).toEqual([[], 'restore pack p1', true, undefined]);
  });
});
