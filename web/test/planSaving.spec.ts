import { jest } from '@jest/globals';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import type { StoredPlan } from '@fellmist/contract';
import { keptPlanChanges } from '../src/state/keptPlans';
import * as planEffects from '../src/state/plan.effects';
import { planActions, planFeature } from '../src/state/plan.feature';

const plan = { name: 'Tea', from: 'serving', serveAt: '2026-11-28T15:00:00.000Z', room: {}, treats: {}, held: {} } as const;
const stored = (version: number, name = 'Tea', id = 'p1'): StoredPlan => ({ id, version, plan: { ...plan, name }, formulas: {}, now: '2026-11-26T10:00:00.000Z' });
const problem = { type: 'about:blank', title: 'No', status: 422, detail: 'A plan needs a name.' };

function begin() {
  TestBed.configureTestingModule({
    providers: [provideHttpClient(), provideHttpClientTesting(), provideStore({ [planFeature.name]: planFeature.reducer }), provideEffects(planEffects)],
  });
  const store = TestBed.inject(Store);
  const http = TestBed.inject(HttpTestingController);
  return {
    http,
    open: (one: StoredPlan) => store.dispatch(planActions.opened({ stored: one })),
    rename: (name: string) => store.dispatch(planActions.changed({ change: { name } })),
    /** The one request that is on its way, by its method and the name it gives. */
    sent: (id = 'p1') => {
      const one = http.expectOne(`/api/plans/${id}`);
      return { says: `${one.request.method} ${(one.request.body as { name?: string } | null)?.name ?? ''}`.trim(), answer: one.flush.bind(one) };
    },
    name: () => store.selectSignal(planFeature.selectPlan)()?.name,
    said: () => [store.selectSignal(planFeature.selectFailure)(), store.selectSignal(planFeature.selectRefused)()],
  };
}

const away = { status: 0, statusText: '' };
const soon = (ms: number): Promise<unknown> => jest.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
});
afterEach(() => jest.useRealTimers());

test('what is changed while a change is on its way goes as soon as that was heard', () => {
  const { open, rename, sent, name, http } = begin();
  open(stored(1));
  rename('Harvest');
  rename('Harvest tea');
  expect(name()).toBe('Harvest tea');
  const first = sent();
  expect(first.says).toBe('PATCH Harvest');
  first.answer(stored(2, 'Harvest'));
  const second = sent();
  expect([second.says, name()]).toEqual(['PATCH Harvest tea', 'Harvest tea']);
  second.answer(stored(3, 'Harvest tea'));
  http.expectNone('/api/plans/p1');
});

test('a change made while the page looks what another phone did goes right after the look', async () => {
  const { open, rename, sent } = begin();
  open(stored(1));
  await soon(10_000);
  const look = sent();
  rename('Harvest');
  look.answer(stored(4, 'Their name'));
  expect([look.says, sent().says]).toEqual(['GET', 'PATCH Harvest']);
});

test('a server that is away, or asks who one is, has the changes wait in their order; what it refuses is said and holds up nothing', async () => {
  const { open, rename, sent, name, said } = begin();
  open(stored(1));
  rename('One');
  rename('Two');
  sent().answer(null, away);
  expect(keptPlanChanges('p1')).toEqual([{ name: 'One' }, { name: 'Two' }]);
  await soon(10_000);
  sent().answer(null, { status: 401, statusText: 'Who?' });
  expect([name(), keptPlanChanges('p1').length]).toEqual(['Two', 2]);
  await soon(10_000);
  sent().answer(problem, { status: 422, statusText: 'No' });
  const next = sent();
  next.answer(stored(2, 'Two'));
  expect([next.says, said(), keptPlanChanges('p1')]).toEqual(['PATCH Two', [undefined, 'A plan needs a name.'], []]);
});

test('a refusal of the plan that was left is not taken for one of the plan that is open', () => {
  const { open, rename, sent, name, said } = begin();
  open(stored(1));
  rename('Left');
  const left = sent();
  open(stored(1, 'Other', 'p2'));
  rename('Mine');
  left.answer(problem, { status: 422, statusText: 'No' });
  expect([sent('p2').says, name(), said()]).toEqual(['PATCH Mine', 'Mine', [undefined, undefined]]);
});
