import { jest } from '@jest/globals';
import { TestBed } from '@angular/core/testing';
import type { StoredBake, StoredEvent } from '@fellmist/contract';
import { readRecipeText, stockLarder } from '@fellmist/core';
import type { BakeEvent } from '@fellmist/core/bake';
import { HttpErrorResponse } from '@angular/common/http';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { EMPTY, type Observable, of, throwError } from 'rxjs';
import { bakeActions } from '../src/state/bake.actions';
import * as bakeEffects from '../src/state/bake.effects';
import { bakeFeature } from '../src/state/bake.feature';
import { BakeApi } from '../src/state/bakeApi';
import { keepWaiting, takeUpAside, takeUpWaiting } from '../src/state/keptEvents';
import { STREAM } from '../src/state/stream';

const read = readRecipeText('Bun\n100 g flour', stockLarder([]), 'us');
if (!read.ok) throw new Error(read.error);
const stored: StoredBake = { id: 'b1', formula: read.formula, original: read.formula, former: {}, tryId: 't1', tryNumber: 1, events: [], faults: [] };
const event = (id: string, turn: number): BakeEvent => ({ kind: 'note', text: id, id, teller: 'me', turn, at: '2026-11-26T10:00:00.000Z' });

describe('what is told of a bake on its way to the server', () => {
  let store: Store;
  let answers: ((events: readonly BakeEvent[]) => Observable<{ events: readonly StoredEvent[] }>)[];
  let sent: (readonly string[])[];
  let fetched: string[];
  const state = (): { readonly waiting: readonly string[]; readonly events: readonly string[]; readonly isLive: boolean; readonly refused: string | undefined } => {
    const { waiting, events, isLive, refused } = store.selectSignal(bakeFeature.selectBakeState)();
    return { waiting: waiting.map(({ id }) => id), events: events.map(({ id }) => id), isLive, refused };
  };
  const taken = (events: readonly BakeEvent[]): Observable<{ events: readonly StoredEvent[] }> => of({ events: events.map((one, i) => ({ place: i + 1, event: one })) });
  const gone = (): Observable<never> => throwError(() => new HttpErrorResponse({ status: 0 }));

  beforeEach(() => {
    jest.useFakeTimers();
    localStorage.clear();
    answers = [];
    sent = [];
    fetched = [];
    const api = {
      bake: (id: string) => {
        fetched.push(id);
        return of({ ...stored, id });
      },
      stock: () => of(null),
      tell: (_id: string, events: readonly BakeEvent[]) => {
        sent.push(events.map(({ id }) => id));
        return (answers.shift() ?? taken)(events);
      },
    };
    TestBed.configureTestingModule({
      providers: [
        provideStore({ [bakeFeature.name]: bakeFeature.reducer }),
        provideEffects(bakeEffects),
        { provide: BakeApi, useValue: api },
        { provide: STREAM, useValue: () => EMPTY },
      ],
    });
    store = TestBed.inject(Store);
  });
  afterEach(() => jest.useRealTimers());

  test('a bake that was looked at from the list opens without asking again, another one is asked for', () => {
    store.dispatch(bakeActions.lookAhead({ id: 'b2' }));
    expect(fetched).toEqual(['b2']);
    expect(store.selectSignal(bakeFeature.selectStored)()).toBeUndefined();
    store.dispatch(bakeActions.openWanted({ id: 'b2' }));
    expect(fetched).toEqual(['b2']);
    expect(store.selectSignal(bakeFeature.selectStored)()?.id).toBe('b2');
    // What was fetched ahead is used once: later it may be old.
    store.dispatch(bakeActions.closed());
    store.dispatch(bakeActions.openWanted({ id: 'b2' }));
    store.dispatch(bakeActions.openWanted({ id: 'b3' }));
    expect(fetched).toEqual(['b2', 'b2', 'b3']);
  });

  test('counts at once, waits until the server has it, and is told again after a lost answer', () => {
    answers = [gone, gone];
    store.dispatch(bakeActions.opened({ stored, kept: [] }));
    store.dispatch(bakeActions.told({ event: event('e1', 1) }));
    expect(state()).toMatchObject({ events: ['e1'], waiting: ['e1'], isLive: false });
    store.dispatch(bakeActions.told({ event: event('e2', 2) }));
    expect(takeUpWaiting('b1').map(({ id }) => id)).toEqual(['e1', 'e2']);
    jest.advanceTimersByTime(2500);
    expect(state()).toMatchObject({ events: ['e1', 'e2'], waiting: [], isLive: true });
    expect(sent.at(-1)).toEqual(['e1', 'e2']);
    expect(takeUpWaiting('b1')).toEqual([]);
  });

  test('what a closed tab kept is told by the next one that opens the bake, once', () => {
    localStorage.setItem('fellmist.bake.b1.another-tab', JSON.stringify([event('old', 1)]));
    store.dispatch(bakeActions.opened({ stored, kept: takeUpWaiting('b1') }));
    expect(sent).toEqual([['old']]);
    expect(state()).toMatchObject({ events: ['old'], waiting: [] });
    expect(Object.keys(localStorage).filter((key) => key.startsWith('fellmist.bake.'))).toEqual([]);
  });

  test('what the server heard twice, or from another page, is here once; what it refuses is said and kept', () => {
    store.dispatch(bakeActions.opened({ stored: { ...stored, events: [{ place: 1, event: event('p', 1) }] }, kept: [event('p', 1)] }));
    expect(state()).toMatchObject({ events: ['p'], waiting: [] });
    store.dispatch(bakeActions.heard({ id: 'b1', events: [{ place: 2, event: event('q', 2) }] }));
    store.dispatch(bakeActions.heard({ id: 'b1', events: [{ place: 2, event: event('q', 2) }] }));
    store.dispatch(bakeActions.heard({ id: 'another', events: [{ place: 9, event: event('z', 2) }] }));
    expect(state().events).toEqual(['p', 'q']);
    answers = [() => throwError(() => new HttpErrorResponse({ status: 404, error: { detail: 'That bake is not on the list.' } }))];
    store.dispatch(bakeActions.told({ event: event('r', 3) }));
    expect(state()).toMatchObject({ waiting: ['r'], refused: 'That bake is not on the list.' });
    jest.advanceTimersByTime(10_000);
    expect(sent).toHaveLength(1);
  });

  test('one thing that cannot be taken holds up nothing: it is found, counts no more, and is kept to be read', () => {
    const not = (): Observable<never> => throwError(() => new HttpErrorResponse({ status: 422, error: { detail: 'massG is too large.' } }));
    const without = (bad: string) => (events: readonly BakeEvent[]) => (events.some(({ id }) => id === bad) ? not() : taken(events));
    answers = [gone, ...Array.from({ length: 9 }, () => without('bad'))];
    store.dispatch(bakeActions.opened({ stored, kept: [] }));
    for (const [i, id] of ['a', 'bad', 'c', 'd'].entries()) store.dispatch(bakeActions.told({ event: event(id, i + 1) }));
    jest.advanceTimersByTime(10_000);
    expect(state()).toMatchObject({ events: ['a', 'c', 'd'], waiting: [], isLive: true, refused: undefined });
    expect(takeUpAside('b1')).toEqual([{ event: event('bad', 2), words: 'massG is too large.' }]);
    store.dispatch(bakeActions.told({ event: event('e', 5) }));
    jest.advanceTimersByTime(10);
    expect(sent.at(-1)).toEqual(['e']);
    store.dispatch(bakeActions.asideDismissed({ eventId: 'bad' }));
    expect(takeUpAside('b1')).toEqual([]);
  });

  test('a bake that is taken off meanwhile keeps all that was told, however many, and asks no more', () => {
    answers = [gone, ...Array.from({ length: 9 }, () => () => throwError(() => new HttpErrorResponse({ status: 404, error: { detail: 'Not on the list.' } })))];
    store.dispatch(bakeActions.opened({ stored, kept: [] }));
    for (const id of ['a', 'b', 'c']) store.dispatch(bakeActions.told({ event: event(id, 1) }));
    jest.advanceTimersByTime(60_000);
    expect(state()).toMatchObject({ waiting: ['a', 'b', 'c'], refused: 'Not on the list.' });
    expect(sent.length).toBeLessThan(6);
  });

  test('what is damaged in the browser’s storage stops nothing', () => {
    localStorage.setItem('fellmist.bake.b1.broken', '{');
    expect(takeUpWaiting('b1')).toEqual([]);
    keepWaiting('b1', [event('e', 1)]);
    expect(Object.keys(localStorage)).toContainEqual(expect.stringMatching(/^fellmist\.bake\.b1\./));
  });
});
