import type { StoredPlan } from '@fellmist/contract';
import { planActions, planFeature } from '../src/state/plan.feature';

const plan = { name: 'Tea', from: 'serving', serveAt: '2026-11-28T15:00:00.000Z', room: {}, treats: {}, held: {} } as const;
const stored: StoredPlan = { id: 'p1', version: 1, plan, formulas: {}, now: '2026-11-26T10:00:00.000Z' };
const after = (...acts: readonly Parameters<typeof planFeature.reducer>[1][]) => acts.reduce(planFeature.reducer, planFeature.reducer(undefined, { type: 'begin' }));

test('a change that is not told yet outlives leaving its place, and a place with nothing to tell is cleared', () => {
  const left = after(planActions.opened({ stored }), planActions.changed({ change: { name: 'Harvest tea' } }), planActions.closed());
  expect([left.stored?.id, left.waiting]).toEqual(['p1', [{ name: 'Harvest tea' }]]);
  expect(after(planActions.opened({ stored }), planActions.closed()).stored).toBeUndefined();
  const told = planFeature.reducer(left, planActions.saved({ stored: { ...stored, version: 2 }, changes: 1 }));
  expect([told.waiting, told.stored?.version]).toEqual([[], 2]);
});
