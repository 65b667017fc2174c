import { jest } from '@jest/globals';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import type { ListedEntry, ShoppingPage } from '@fellmist/contract';
import * as shoppingEffects from '../src/state/shopping.effects';
import { shoppingActions, shoppingFeature } from '../src/state/shopping.feature';

const entry = (id: string): ListedEntry => ({ id, isTicked: false, needG: 100 }) as ListedEntry;
const page = { entries: [entry('oats'), entry('eggs')], days: [], begun: [] } as unknown as ShoppingPage;
const URL = '/api/shopping/ticks';
const away = { status: 0, statusText: '' };

function begin() {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [provideHttpClient(), provideHttpClientTesting(), provideStore({ [shoppingFeature.name]: shoppingFeature.reducer }), provideEffects(shoppingEffects)],
  });
  const store = TestBed.inject(Store);
  const list = store.selectSignal(shoppingFeature.selectList);
  return {
    http: TestBed.inject(HttpTestingController),
    load: () => store.dispatch(shoppingActions.loaded({ page })),
    tick: (id: string, isTicked = true) => store.dispatch(shoppingActions.ticked({ tick: { id, massG: isTicked ? 100 : null } })),
    ticked: () => (list()?.entries ?? []).filter(({ isTicked }) => isTicked).map(({ id }) => id),
    failure: store.selectSignal(shoppingFeature.selectFailure),
    held: store.selectSignal(shoppingFeature.selectHeld),
  };
}

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
});
afterEach(() => jest.useRealTimers());

test('ticks are seen at once and told one after the other, the next as soon as the last was heard', () => {
  const { http, load, tick, ticked } = begin();
  load();
  tick('oats');
  tick('eggs');
  expect(ticked()).toEqual(['oats', 'eggs']);
  http.expectOne(URL).flush(null);
  expect(http.expectOne(URL).request.body).toEqual({ id: 'eggs', massG: 100 });
});

test('in a shop without a net they wait, outlive a closed browser, and are told when the server is back', () => {
  const first = begin();
  first.load();
  first.tick('oats');
  first.tick('eggs');
  first.tick('eggs', false);
  first.http.expectOne(URL).flush(null, away);
  expect([first.ticked(), first.held(), first.failure()]).toEqual([['oats'], 2, undefined]);

  // Another page of the same browser, an hour later: the server's list knows of nothing.
  const { http, load, ticked, held } = begin();
  load();
  expect(ticked()).toEqual(['oats']);
  const told: unknown[] = [];
  for (let time = 0; time < 3; time++) {
    const sent = http.expectOne(URL);
    told.push(sent.request.body);
    sent.flush(null);
  }
  expect([told, ticked(), held(), localStorage.length]).toEqual([
    [
      { id: 'oats', massG: 100 },
      { id: 'eggs', massG: 100 },
      { id: 'eggs', massG: null },
    ],
    ['oats'],
    0,
    0,
  ]);
});

test('what the server does not take is as it was before, however often it was pressed', () => {
  const { http, load, tick, ticked, failure } = begin();
  load();
  tick('oats');
  tick('oats', false);
  for (let time = 0; time < 2; time++) http.expectOne(URL).flush({ title: 'x', status: 422, detail: 'Not that.' }, { status: 422, statusText: 'x' });
  expect([ticked(), failure()]).toEqual([[], 'Not that.']);
});
