import { jest } from '@jest/globals';
import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { type TryHead, type SaveRequest, type StoredFormula, type StoredSettings } from '@fellmist/contract';
import { FIRST_SETTINGS, type HouseholdSettings } from '@fellmist/core';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { firstValueFrom, type Observable, Subject } from 'rxjs';
import { Api } from '../src/state/api';
import * as benchEffects from '../src/state/bench.effects';
import { actActions } from '../src/state/acts.actions';
import { benchActions, benchFeature, type BenchState } from '../src/state/bench.feature';
import { DraftBook } from '../src/state/draftBook';
import { SheetDrafts } from '../src/state/drafts';
import { Outbox, withWaiting } from '../src/state/outbox';
import { hearOtherTabs, sendWaiting, settleWaiting } from '../src/state/outbox.effects';
import * as householdEffects from '../src/state/household.effects';
import { householdActions } from '../src/state/household.actions';
import { householdFeature } from '../src/state/household.feature';
import { larderFeature } from '../src/state/larder.feature';
import { Preferences } from '../src/state/preferences';
import { bareSheet } from './bareSheet';

interface Sent {
  readonly id: string | undefined;
  readonly headId: string | undefined;
  readonly request: SaveRequest;
  readonly answer: Subject<StoredFormula>;
}

/** A server that answers when the test says so. */
class SlowApi {
  readonly sent: Sent[] = [];
  readonly restored: string[] = [];
  readonly settings: { readonly settings: HouseholdSettings; readonly version: number; readonly answer: Subject<StoredSettings> }[] = [];

  create(request: SaveRequest): Observable<StoredFormula> {
    return this.take(request.formulaId, undefined, request);
  }

  save(id: string, headId: string, request: SaveRequest): Observable<StoredFormula> {
    return this.take(id, headId, request);
  }

  restore(id: string): Observable<unknown> {
    this.restored.push(id);
    const done = new Subject<unknown>();
    queueMicrotask(() => {
      done.next({});
      done.complete();
    });
    return done;
  }

  saveSettings(settings: HouseholdSettings, version: number): Observable<StoredSettings> {
    const answer = new Subject<StoredSettings>();
    this.settings.push({ settings, version, answer });
    return answer;
  }

  private take(id: string | undefined, headId: string | undefined, request: SaveRequest): Observable<StoredFormula> {
    const answer = new Subject<StoredFormula>();
    this.sent.push({ id, headId, request, answer });
    return answer;
  }
}

const head = (id: string, number: number): TryHead => ({ id, number, label: '', createdAt: '2026-11-24T10:00:00Z' });
const away = new HttpErrorResponse({ status: 0 });
const problem = (status: number, body: object): HttpErrorResponse => new HttpErrorResponse({ status, error: { detail: 'said so', status, ...body } });

describe('saving', () => {
  let settled: string[];
  let api: SlowApi;
  let store: Store;
  let outbox: Outbox;
  const state = (): Promise<BenchState> => firstValueFrom(store.select(benchFeature.selectBenchState));
  const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

  async function answer(at: number, number = at + 1): Promise<void> {
    const sent = api.sent[at];
    if (!sent) throw new Error(`no request ${at}`);
    sent.answer.next({ id: sent.id ?? '', thisTry: head(sent.request.tryId, number), tries: [head(sent.request.tryId, number)], worksheet: sent.request.worksheet });
    sent.answer.complete();
    await settle();
  }

  async function fail(at: number, error: HttpErrorResponse): Promise<void> {
    api.sent[at]?.answer.error(error);
    await settle();
  }

  beforeEach(() => {
    settled = [];
    api = new SlowApi();
    const nothing = {
      keep: () => Promise.resolve(),
      drop: () => Promise.resolve(),
      find: () => Promise.resolve(undefined),
      settle: (id: string) => Promise.resolve(void settled.push(id)),
    };
    TestBed.configureTestingModule({
      providers: [
        provideStore({ [benchFeature.name]: benchFeature.reducer, [larderFeature.name]: larderFeature.reducer, [householdFeature.name]: householdFeature.reducer }),
        provideEffects(benchEffects, householdEffects, { hearOtherTabs, sendWaiting, settleWaiting }),
        { provide: Api, useValue: api },
        { provide: SheetDrafts, useValue: nothing },
        // A browser that keeps nothing.
        { provide: DraftBook, useValue: { attempt: () => Promise.resolve(undefined) } },
        { provide: Router, useValue: { url: '/bench/x', navigate: () => Promise.resolve(true) } },
      ],
    });
    store = TestBed.inject(Store);
    outbox = TestBed.inject(Outbox);
  });

  test('an answer that comes when another formula lies on the bench does not touch it; that one is saved as itself', async () => {
    store.dispatch(benchActions.placed({ id: 'first', sheet: bareSheet('first') }));
    store.dispatch(benchActions.save({ label: '' }));
    store.dispatch(benchActions.placed({ id: 'second', sheet: bareSheet('second') }));
    await answer(0);
    expect(await state()).toMatchObject({ formulaId: 'second', head: undefined, saved: undefined });
    // What the first left unsaved was what was sent: it is no draft any more.
    expect(settled).toEqual(['first']);
    store.dispatch(benchActions.save({ label: '' }));
    await settle();
    expect(api.sent[1]).toMatchObject({ id: 'second', headId: undefined, request: { formulaId: 'second', worksheet: { rebuild: { title: 'second' } } } });
    await answer(1);
    expect(await state()).toMatchObject({ formulaId: 'second', head: { id: api.sent[1]?.request.tryId }, saving: 'idle' });
  });

  test('a save behind another is sent after it, on top of what that one made', async () => {
    store.dispatch(benchActions.placed({ id: 'f', sheet: bareSheet('one') }));
    store.dispatch(benchActions.save({ label: 'one' }));
    store.dispatch(actActions.lineEdited({ sheet: bareSheet('two') }));
    store.dispatch(benchActions.save({ label: 'two' }));
    await settle();
    expect(api.sent).toHaveLength(1);
    await answer(0);
    expect(api.sent[1]).toMatchObject({ id: 'f', headId: api.sent[0]?.request.tryId, request: { label: 'two', worksheet: { rebuild: { title: 'two' } } } });
    await answer(1);
    expect((await state()).saved?.rebuild.title).toBe('two');
    store.dispatch(benchActions.save({ label: 'again' }));
    await settle();
    expect(api.sent).toHaveLength(2);
  });

  test('saves made without the server wait in their order, are sent once each when it is back, and the sheet counts as saved meanwhile', async () => {
    store.dispatch(benchActions.placed({ id: 'f', sheet: bareSheet('one') }));
    store.dispatch(benchActions.save({ label: 'first' }));
    await fail(0, away);
    expect(await state()).toMatchObject({ saving: 'waiting', saved: bareSheet('one'), tries: [{ number: 1, label: 'first' }] });
    store.dispatch(actActions.lineEdited({ sheet: bareSheet('two') }));
    store.dispatch(benchActions.save({ label: 'second' }));
    await settle();
    // The second is not tried before the first is there.
    expect([api.sent.length, outbox.waiting().length]).toEqual([1, 2]);
    outbox.release('f');
    await settle();
    await answer(1);
    await answer(2);
    expect(api.sent.map(({ id, headId, request: { tryId, label, formulaId } }) => [id, headId, tryId, label, formulaId])).toEqual([
      ['f', undefined, api.sent[0]?.request.tryId, 'first', 'f'],
      ['f', undefined, api.sent[0]?.request.tryId, 'first', 'f'],
      ['f', api.sent[0]?.request.tryId, (await state()).head?.id, 'second', undefined],
    ]);
    expect(await state()).toMatchObject({ saving: 'idle', waiting: [], head: { number: 3 } });
    expect(outbox.waiting()).toEqual([]);
  });

  test('what arrived while its formula was being opened waits no more', () => {
    const save = { formulaId: 'f', headId: 'r1', request: { tryId: 'r2', label: '', worksheet: bareSheet('two') }, head: head('r2', 2) };
    const stored: StoredFormula = { id: 'f', thisTry: head('r1', 1), tries: [head('r1', 1)], worksheet: bareSheet('one') };
    expect(withWaiting(stored, [save])).toMatchObject({ stored: { thisTry: { id: 'r2' }, worksheet: bareSheet('two') }, waiting: [{ id: 'r2' }] });
    const arrived = { ...stored, thisTry: head('r2', 2), tries: [head('r1', 1), head('r2', 2)], worksheet: bareSheet('two') };
    expect(withWaiting(arrived, [save])).toEqual({ stored: arrived, waiting: [] });
    expect(withWaiting(undefined, [])).toBeUndefined();
  });

  test('what waited meets what was saved elsewhere: on top of that all of it goes, or none', async () => {
    const stored: StoredFormula = { id: 'f', thisTry: head('r1', 1), tries: [head('r1', 1)], worksheet: bareSheet('one') };
    const theirs: StoredFormula = { ...stored, thisTry: head('r2', 2), tries: [head('r1', 1), head('r2', 2)], worksheet: bareSheet('theirs') };
    for (const isMine of [true, false]) {
      const from = api.sent.length;
      store.dispatch(benchActions.opened({ stored, waiting: [] }));
      for (const title of ['two', 'three']) {
        store.dispatch(actActions.lineEdited({ sheet: bareSheet(title) }));
        store.dispatch(benchActions.save({ label: title }));
        await fail(from, away);
      }
      outbox.release('f');
      await settle();
      await fail(from + 1, problem(409, { current: theirs }));
      expect(await state()).toMatchObject({ conflict: { current: { worksheet: bareSheet('theirs') } }, present: bareSheet('three') });
      // It does not go on by itself.
      outbox.released.next();
      await settle();
      expect(api.sent).toHaveLength(from + 2);
      store.dispatch(isMine ? benchActions.keepMine({ formulaId: 'f', on: 'r2' }) : benchActions.takeTheirs({ formulaId: 'f' }));
      await settle();
      if (isMine) {
        await answer(from + 2, 3);
        await answer(from + 3, 4);
      }
      expect(api.sent.slice(from + 2).map(({ headId, request: { label, parentId } }) => [headId, label, parentId])).toEqual(
        isMine
          ? [
              ['r2', 'two', 'r1'],
              [api.sent[from]?.request.tryId, 'three', undefined],
            ]
          : [],
      );
      expect(await state()).toMatchObject({ conflict: undefined, saving: 'idle', saved: bareSheet(isMine ? 'three' : 'theirs'), present: bareSheet(isMine ? 'three' : 'theirs') });
      expect(outbox.waiting()).toEqual([]);
    }
  });

  test('removed elsewhere: brought back and saved, or saved as a new one', async () => {
    const stored: StoredFormula = { id: 'f', thisTry: head('r1', 1), tries: [head('r1', 1)], worksheet: bareSheet('one') };
    store.dispatch(benchActions.opened({ stored, waiting: [] }));
    store.dispatch(actActions.lineEdited({ sheet: bareSheet('two') }));
    store.dispatch(benchActions.save({ label: 'mine' }));
    await fail(0, problem(410, { removed: true }));
    expect(await state()).toMatchObject({ saving: 'removed', saveFailure: 'said so' });
    store.dispatch(benchActions.bringBack({ label: 'mine' }));
    await settle();
    expect([api.restored, api.sent[1]?.headId]).toEqual([['f'], 'r1']);
    await fail(1, problem(410, { removed: true }));
    store.dispatch(benchActions.goOnAsNew({ from: 'f', id: 'g' }));
    store.dispatch(benchActions.save({ label: 'mine' }));
    await settle();
    expect(api.sent[2]).toMatchObject({ id: 'g', headId: undefined, request: { formulaId: 'g' } });
  });

  test('a server that never answers is no longer waited for: the save is kept', async () => {
    jest.useFakeTimers();
    store.dispatch(benchActions.placed({ id: 'f', sheet: bareSheet('one') }));
    store.dispatch(benchActions.save({ label: '' }));
    jest.advanceTimersByTime(20_000);
    jest.useRealTimers();
    await settle();
    expect(await state()).toMatchObject({ saving: 'waiting', waiting: [{ number: 1 }] });
  });

  test('settings: what another device settled meanwhile stays, this change goes on top', async () => {
    const preferences = TestBed.inject(Preferences);
    store.dispatch(householdActions.settled({ change: { temperature: 'F' } }));
    await settle();
    expect(preferences.settings().temperature).toBe('F');
    const theirs = { settings: { ...FIRST_SETTINGS, currency: 'SEK' }, version: 7 };
    api.settings[0]?.answer.error(problem(409, { currentSettings: theirs }));
    await settle();
    expect(api.settings[1]).toMatchObject({ version: 7, settings: { currency: 'SEK', temperature: 'F' } });
    api.settings[1]?.answer.next({ settings: { ...theirs.settings, temperature: 'F' }, version: 8 });
    api.settings[1]?.answer.complete();
    await settle();
    expect([preferences.currency(), preferences.failure()]).toEqual(['SEK', undefined]);
  });
});
