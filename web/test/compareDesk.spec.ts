import { join } from 'node:path';
import { TestBed } from '@angular/core/testing';
import type { StoredFormula } from '@fellmist/contract';
import { FIRST_SETTINGS, readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import { type Action, provideStore, Store } from '@ngrx/store';
import { type Observable, Subject } from 'rxjs';
import { type Answer, Asking } from '../src/state/asking';
import { benchFeature } from '../src/state/bench.feature';
import { boughtFeature } from '../src/state/bought.feature';
import { CompareDesk, pickKey, pickOf } from '../src/state/compareDesk';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import { larderFeature } from '../src/state/larder.feature';
import { shelfFeature } from '../src/state/shelf.feature';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));
const larder = stockLarder(shipped.foods);

function stored(id: string, text: string): StoredFormula {
  const read = readRecipeText(text, larder, 'metric');
  if (!read.ok) throw new Error(read.error);
  return { id, worksheet: startWorksheet(read.formula), tries: [], thisTry: { id: `${id}-1`, number: 1 } } as unknown as StoredFormula;
}

/** Requests as they are asked, to be answered when the test says so. */
class HeldAsking {
  readonly held: { readonly what: string; readonly answer: Subject<Answer<StoredFormula>> }[] = [];
  ask(request: (ask: string) => Action): Observable<Answer<StoredFormula>> {
    const { type, ...props } = request('a') as Action & { readonly id?: string; readonly tryId?: string };
    const answer = new Subject<Answer<StoredFormula>>();
    this.held.push({ what: `${type} ${props.tryId ?? props.id ?? ''}`, answer });
    return answer;
  }
}

describe('what is compared', () => {
  let desk: CompareDesk;
  let asking: HeldAsking;
  const LOAF = 'Loaf\nServes 8\n200 g plain flour\n150 g sugar\n2 eggs';
  const names = (): readonly string[] => desk.plates().map(({ plated, massG }) => `${plated.name} ${String(Math.round(massG ?? NaN))}`);
  const answer = (at: number, value: StoredFormula): void => asking.held[at]?.answer.next({ ok: true, value });

  beforeEach(() => {
    asking = new HeldAsking();
    TestBed.configureTestingModule({
      providers: [
        provideStore({
          [larderFeature.name]: larderFeature.reducer,
          [benchFeature.name]: benchFeature.reducer,
          [householdFeature.name]: householdFeature.reducer,
          [boughtFeature.name]: boughtFeature.reducer,
          [shelfFeature.name]: shelfFeature.reducer,
        }),
        { provide: Asking, useValue: asking },
      ],
    });
    TestBed.inject(Store).dispatch(larderActions.loaded({ stored: { ...shipped, packs: [], stock: [], settings: { settings: FIRST_SETTINGS, version: 0 }, inStock: [] } }));
    desk = TestBed.inject(CompareDesk);
  });

  test('a formula is looked into once a visit, and compared as it is saved now, not as it was at the last', () => {
    desk.begin('f1');
    expect(asking.held.map(({ what }) => what)).toEqual(['[Shelf] Look Into f1']);
    answer(0, stored('f1', LOAF));
    desk.setTerms('portion');
    const before = names();
    expect(before).toHaveLength(2);
    desk.begin('f1');
    // What is known is shown until the answer is here.
    expect([names(), asking.held.length]).toEqual([before, 2]);
    answer(1, stored('f1', LOAF.replace('200 g', '400 g')));
    expect(names()).not.toEqual(before);
  });

  test('one that cannot be fetched is said although another came after it, and said no more once it is here', () => {
    desk.begin('f1');
    desk.add({ kind: 'try', formulaId: 'f1', tryId: 't9' });
    // The formula is on its way: it is asked for once more, the try for itself.
    const at = asking.held.findIndex(({ what }) => what.endsWith('t9'));
    asking.held[at]?.answer.next({ ok: false, words: 'The server does not answer.' });
    answer(0, stored('f1', LOAF));
    expect(desk.failure()).toBe('The server does not answer.');
    desk.begin('f1');
    const again = asking.held.findLastIndex(({ what }) => what.endsWith('t9'));
    expect(again).toBeGreaterThan(at);
    answer(again, stored('f1', LOAF));
    expect([desk.failure(), desk.plates().length]).toEqual([undefined, 3]);
  });

  test('grams laid on the first plate move the others on equal terms; on another plate they move that one alone', () => {
    desk.begin('f1');
    answer(0, stored('f1', LOAF));
    desk.setTerms('weight');
    desk.lay('rebuild:f1', 90);
    expect([desk.terms(), names().map((one) => one.split(' ').at(-1))]).toEqual(['weight', ['90', '90']]);
    desk.lay('original:f1', 40);
    expect([desk.terms(), names().map((one) => one.split(' ').at(-1))]).toEqual(['plates', ['90', '40']]);
    desk.lead('original:f1');
    expect(desk.picks().map(pickKey)).toEqual(['original:f1', 'rebuild:f1']);
    desk.drop('original:f1');
    expect(desk.picks()).toHaveLength(1);
  });

  test.each(['bought:b1', 'try:f1:t1', 'rebuild:f1', 'original:f1'])('an address names what is compared and back: %s', (key) => {
    const pick = pickOf(key);
    expect(pick && pickKey(pick)).toBe(key);
  });
});
