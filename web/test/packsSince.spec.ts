import { join } from 'node:path';
import { TestBed } from '@angular/core/testing';
import { type PackVersion, type StoredFormula } from '@fellmist/contract';
import { FIRST_SETTINGS, type Pack, readRecipeText, startWorksheet, stockLarder, type ThirstTest } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { type Observable, of } from 'rxjs';
import { Api } from '../src/state/api';
import { benchActions, benchFeature } from '../src/state/bench.feature';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import { larderFeature } from '../src/state/larder.feature';
import * as lookupEffects from '../src/state/lookup.effects';
import { PacksSince } from '../src/state/packsSince';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));
const SAVED_AT = '2026-11-20T10:00:00.000Z';
const test1 = (waterG: number): ThirstTest => ({ id: `t${waterG}`, powderG: 10, waterG, on: '2026-11-19' });
const pack = (thirstTests: readonly ThirstTest[]): Pack => ({ id: 'bag', name: 'Oat flour, bag', kindId: 'oat-flour', measuresG: {}, mayContain: [], thirstTests, note: '' });
const [before, tested] = [pack([]), pack([test1(38), test1(37)])];

describe('what packs taught since a try was saved', () => {
  let store: Store;
  let history: readonly PackVersion[];
  let asked: number;

  beforeEach(() => {
    localStorage.clear();
    asked = 0;
    history = [
      { pack: tested, version: 2, savedAt: '2026-11-22T10:00:00.000Z' },
      { pack: before, version: 1, savedAt: '2026-11-01T10:00:00.000Z' },
    ];
    const api = {
      packHistory: (): Observable<readonly PackVersion[]> => {
        asked += 1;
        return of(history);
      },
    };
    TestBed.configureTestingModule({
      providers: [
        provideStore({ [larderFeature.name]: larderFeature.reducer, [benchFeature.name]: benchFeature.reducer, [householdFeature.name]: householdFeature.reducer }),
        provideEffects(lookupEffects),
        { provide: Api, useValue: api },
      ],
    });
    store = TestBed.inject(Store);
  });

  /** The formula that lies on the bench, saved at a time, with its pack as it is stored now. */
  function open(createdAt = SAVED_AT, now: { readonly pack: Pack; readonly version: number } = { pack: tested, version: 2 }): PacksSince {
    const larder = stockLarder(shipped.foods, [before], ['bag']);
    const read = readRecipeText('Oat pancakes\nServes 2\n120 g oat flour\n150 ml milk\n2 eggs', larder, 'metric');
    if (!read.ok) throw new Error(read.error);
    const thisTry = { id: 'try1', number: 1, label: '', createdAt };
    const stored: StoredFormula = { id: 'f1', thisTry, tries: [thisTry], worksheet: startWorksheet(read.formula) };
    store.dispatch(larderActions.loaded({ stored: { ...shipped, packs: [now], stock: [], settings: { settings: FIRST_SETTINGS, version: 0 }, inStock: [] } }));
    store.dispatch(benchActions.opened({ stored, waiting: [] }));
    const since = TestBed.inject(PacksSince);
    TestBed.tick();
    return since;
  }

  test('a pack that was tested since is told with what it was and is, and the batter before and now', () => {
    const news = open().news();
    expect(news?.packs.map((one) => [one.before.thirstTests.length, one.now.thirstTests.length])).toEqual([[0, 2]]);
    const word = (which: 'before' | 'now'): string | undefined => (news?.[which].consistency.kind === 'reckoned' ? news[which].consistency.word : undefined);
    expect(word('before')).not.toBe(word('now'));
  });

  test('what was put away is not told again, also after a reload; another save of the pack is', () => {
    open().putAway();
    expect(TestBed.inject(PacksSince).news()).toBeUndefined();
    TestBed.resetTestingModule();
    expect(localStorage.getItem('fellmist.packsSeen')).toContain('f1 bag 2');
  });

  test('a try saved after the test knows the pack as it is; a pack that never changed is not asked about', () => {
    expect(open('2026-11-23T10:00:00.000Z').news()).toBeUndefined();
    expect(asked).toBe(1);
    TestBed.resetTestingModule();
  });

  test('a pack with one save has nothing to tell and is not asked for', () => {
    expect(open(SAVED_AT, { pack: tested, version: 1 }).news()).toBeUndefined();
    expect(asked).toBe(0);
  });

  test('a change that nobody would feel is not told', () => {
    history = [
      { pack: { ...before, note: 'on the top shelf' }, version: 2, savedAt: '2026-11-22T10:00:00.000Z' },
      { pack: before, version: 1, savedAt: '2026-11-01T10:00:00.000Z' },
    ];
    expect(open(SAVED_AT, { pack: { ...before, note: 'on the top shelf' }, version: 2 }).news()).toBeUndefined();
    expect(asked).toBe(1);
  });
});
