import type { StoredPlan } from '@fellmist/contract';
import { keepPlanChanges, keptPlanChanges, plansThatWait } from '../src/state/keptPlans';
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

test('changes kept across a reload wait again, for the plan they belong to only', () => {
  keepPlanChanges('p1', [{ name: 'Harvest tea' }]);
  keepPlanChanges('p2', [{ name: 'Another' }]);
  expect([keptPlanChanges('p1'), [...plansThatWait()].sort()]).toEqual([[{ name: 'Harvest tea' }], ['p1', 'p2']]);
  const opened = after(planActions.openWanted({ id: 'p1' }), planActions.opened({ stored, kept: keptPlanChanges('p1') }));
  expect([opened.waiting.length, planFeature.selectPlan.projector(opened.stored, opened.waiting)?.name]).toEqual([1, 'Harvest tea']);
  // A second answer for the plan that is open does not have them wait twice.
  expect(planFeature.reducer(opened, planActions.opened({ stored, kept: keptPlanChanges('p1') })).waiting).toHaveLength(1);
  keepPlanChanges('p1', []);
  keepPlanChanges('p2', []);
  expect(plansThatWait()).toEqual([]);
  localStorage.setItem('fellmist.plan.p3', '{"no": "list"}');
  expect(keptPlanChanges('p3')).toEqual([]);
  localStorage.clear();
});
