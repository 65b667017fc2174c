import { join } from 'node:path';
import { jest } from '@jest/globals';
import { TestBed } from '@angular/core/testing';
import type { StoredPlan } from '@fellmist/contract';
import { FIRST_SETTINGS, readRecipeText, stockLarder } from '@fellmist/core';
import { type DayPlan, type HeatAsk, type PlanAsk, planDaySteps, type PlannedTreat, type Reckoned } from '@fellmist/core/bake';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { provideStore, Store } from '@ngrx/store';
import { Observable } from 'rxjs';
import { Asking } from '../src/state/asking';
import { bakeActions } from '../src/state/bake.actions';
import { bakeFeature } from '../src/state/bake.feature';
import { benchFeature } from '../src/state/bench.feature';
import { householdFeature } from '../src/state/household.feature';
import { HouseholdOven } from '../src/state/householdOven';
import { larderActions } from '../src/state/larder.actions';
import { larderFeature } from '../src/state/larder.feature';
import { planActions, planFeature } from '../src/state/plan.feature';
import { PlanDesk } from '../src/state/planDesk';
import { HeavyWork, type WorkStep } from '../src/workers/heavyWork';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));
const larder = stockLarder(shipped.foods);
const NOW = '2026-11-28T10:00:00.000Z';
const TEA = '2026-11-28T15:00:00.000Z';

function formula(text: string) {
  const read = readRecipeText(text, larder, 'metric');
  if (!read.ok) throw new Error(read.error);
  return read.formula;
}
const LOAF = formula(
  'Yogurt loaf\nMakes 10 slices\n200 g plain flour\n150 g sugar\n2 tsp baking powder\n150 g Greek yogurt\n2 eggs\n80 ml sunflower oil\n\nMix. Bake 45 minutes at 175C.',
);
const BUNS = formula('Muffins\nMakes 12 muffins\n250 g plain flour\n2 tsp baking powder\n120 g sugar\n2 eggs\n180 ml milk\n90 g butter, melted\n\nMix. Bake 20 minutes at 190C.');
const treat = (formulaId: string, place: number): PlannedTreat => ({ formulaId, place });

/** Works as the worker does, here and at once, and counts; or breaks down. */
class NearWork {
  isBroken = false;
  readonly plans: PlanAsk[] = [];
  readonly heats: HeatAsk[] = [];
  run(job: string, ask: unknown): Observable<WorkStep<unknown>> {
    return new Observable((heard) => {
      if (job === 'treatHeat') this.heats.push(ask as HeatAsk);
      if (this.isBroken) return heard.error(new Error('The work stopped.'));
      if (job === 'treatHeat') return this.end(heard, { minutes: 48 } as unknown as Reckoned);
      this.plans.push(ask as PlanAsk);
      const steps = planDaySteps(ask as PlanAsk);
      for (let step = steps.next(); ; step = steps.next()) {
        if (step.done) return this.end(heard, step.value);
        heard.next({ kind: 'progress', share: step.value });
      }
    });
  }
  private end(heard: { next(step: WorkStep<unknown>): void; complete(): void }, answer: unknown): void {
    heard.next({ kind: 'done', answer });
    heard.complete();
  }
}

describe('the day on the table', () => {
  let desk: PlanDesk;
  let store: Store;
  let work: NearWork;
  let sent: unknown[];

  beforeEach(() => {
    jest.useFakeTimers({ now: Date.parse(NOW) });
    work = new NearWork();
    sent = [];
    const features = [larderFeature, benchFeature, householdFeature, planFeature, bakeFeature];
    TestBed.configureTestingModule({
      providers: [
        provideStore(Object.fromEntries(features.map(({ name, reducer }) => [name, reducer as never]))),
        { provide: HeavyWork, useValue: work },
        { provide: HouseholdOven, useValue: { isUneven: () => false, factorFor: () => ({ factor: 1 }) } },
        { provide: Asking, useValue: { ask: (request: (ask: string) => unknown) => (sent.push(request('a')), new Observable()) } },
      ],
    });
    store = TestBed.inject(Store);
    desk = TestBed.inject(PlanDesk);
    store.dispatch(larderActions.loaded({ stored: { ...shipped, packs: [], stock: [], settings: { settings: FIRST_SETTINGS, version: 0 }, inStock: [] } }));
  });
  afterEach(() => jest.useRealTimers());

  function open(treats: StoredPlan['plan']['treats'], id = 'p1'): void {
    const stored: StoredPlan = { id, version: 1, plan: { name: 'Tea', from: 'serving', serveAt: TEA, room: {}, treats, held: {} }, formulas: { loaf: LOAF, buns: BUNS }, now: NOW };
    store.dispatch(planActions.openWanted({ id }));
    store.dispatch(planActions.opened({ stored }));
  }
  async function rests(ms = 200): Promise<void> {
    TestBed.tick();
    await jest.advanceTimersByTimeAsync(ms);
    TestBed.tick();
  }
  const at = (s: number | undefined): string => new Date((s ?? NaN) * 1000).toISOString();
  const ends = (day: DayPlan | undefined, treatId: string): number => Math.max(...(day?.steps ?? []).filter((step) => step.treatId === treatId).map(({ endS }) => endS));

  test('two treats for three o’clock are done by three, one oven holding one setting at a time', async () => {
    open({ t1: treat('loaf', 0), t2: treat('buns', 1) });
    await rests();
    const day = desk.day();
    expect([day?.kind, at(day?.served['t1']), at(day?.served['t2'])]).toEqual(['in time', TEA, TEA]);
    for (const id of ['t1', 't2']) expect(ends(day, id)).toBeLessThanOrEqual(Date.parse(TEA) / 1000);
    const baking = (day?.steps ?? []).filter(({ step }) => step.busy === 'oven').sort((a, b) => a.startS - b.startS);
    expect(baking).toHaveLength(2);
    // 175 and 190 °C are two settings: the one is out before the other goes in.
    expect(baking[1]?.startS).toBeGreaterThanOrEqual(baking[0]?.endS ?? Infinity);
  });

  test('what is typed quickly is planned once; what was planned stays to be seen until the next plan is there', async () => {
    open({ t1: treat('loaf', 0) });
    await rests();
    const [first, asked] = [desk.day(), work.plans.length];
    desk.change({ serveAt: '2026-11-28T16:00:00.000Z' });
    TestBed.tick();
    await jest.advanceTimersByTimeAsync(40);
    desk.change({ serveAt: '2026-11-28T17:00:00.000Z' });
    TestBed.tick();
    expect(desk.day()).toBe(first);
    await rests();
    expect([work.plans.length - asked, at(desk.day()?.served['t1'])]).toEqual([1, '2026-11-28T17:00:00.000Z']);
  });

  test('a minute that passes is planned with; within it nothing is asked again', async () => {
    open({ t1: treat('loaf', 0) });
    await rests();
    const before = work.plans.length;
    await rests(30_000);
    expect(work.plans.length).toBe(before);
    await rests(60_000);
    expect(work.plans.at(-1)?.nowS).toBe(Date.parse('2026-11-28T10:01:00.000Z') / 1000);
  });

  test('a step that was pinned stays where it was put, and one let go of may move again', async () => {
    open({ t1: treat('loaf', 0) });
    await rests();
    const [step] = desk.day()?.steps ?? [];
    if (!step) throw new Error('no step');
    const startAt = at(step.startS - 1800);
    desk.hold(step.step.id, { startAt, by: 'pinned' });
    await rests();
    const where = (): string => at(desk.day()?.steps.find((one) => one.step.id === step.step.id)?.startS);
    expect(where()).toBe(startAt);
    desk.hold(step.step.id, null);
    await rests();
    expect(where()).toBe(at(step.startS));
  });

  test('one treat is changed without the others; one that is gone meanwhile changes nothing', async () => {
    open({ t1: treat('loaf', 0), t2: treat('buns', 1) });
    desk.changeTreat('t2', { serveAt: '2026-11-28T16:00:00.000Z' });
    desk.changeTreat('t9', { count: 2 });
    await rests();
    expect([desk.plan()?.treats, at(desk.day()?.served['t1']), at(desk.day()?.served['t2'])]).toEqual([
      { t1: treat('loaf', 0), t2: { ...treat('buns', 1), serveAt: '2026-11-28T16:00:00.000Z' } },
      TEA,
      '2026-11-28T16:00:00.000Z',
    ]);
  });

  test('a worker that breaks down is told of, the plan before stays, and the next change is planned', async () => {
    open({ t1: treat('loaf', 0) });
    await rests();
    const before = desk.day();
    work.isBroken = true;
    desk.change({ serveAt: '2026-11-28T16:00:00.000Z' });
    await rests();
    expect([desk.fault(), desk.day()]).toEqual(['The work stopped.', before]);
    work.isBroken = false;
    desk.change({ serveAt: '2026-11-28T17:00:00.000Z' });
    await rests();
    expect([desk.fault(), at(desk.day()?.served['t1'])]).toEqual([undefined, '2026-11-28T17:00:00.000Z']);
  });

  test('a tin’s heat is reckoned once, however often the day changes; one that broke down over it is asked again', async () => {
    store.dispatch(bakeActions.vesselsLoaded({ vessels: loadVessels(join(process.cwd(), 'data')) }));
    work.isBroken = true;
    open({ t1: { ...treat('loaf', 0), vesselId: 'loaf-small', count: 1 } });
    await rests();
    const asked = work.heats.length;
    work.isBroken = false;
    desk.changeTreat('t1', { ovenC: 165 });
    await rests();
    const reckoned = work.heats.length;
    desk.change({ serveAt: '2026-11-28T17:00:00.000Z' });
    desk.changeTreat('t1', { ovenC: 165 });
    await rests();
    expect([asked > 0, reckoned - asked, work.heats.length - reckoned]).toEqual([true, 1, 0]);
    desk.changeTreat('t1', { ovenC: undefined });
    await rests();
    expect(work.heats.length - reckoned).toBe(1);
  });

  test('a day that is closed is planned no longer, and leaves nothing under the next one’s name', async () => {
    open({ t1: treat('loaf', 0) });
    await rests();
    store.dispatch(planActions.closed());
    await rests();
    expect([desk.day(), desk.ask()]).toEqual([undefined, undefined]);
    open({}, 'p2');
    await rests();
    expect(desk.day()).toMatchObject({ kind: 'in time', steps: [] });
  });

  test('a day begins empty and served when it was said', () => {
    desk.begin('Harvest', TEA).subscribe();
    expect(sent).toMatchObject([{ type: planActions.begin.type, plan: { name: 'Harvest', serveAt: TEA, from: 'serving', treats: {}, held: {} } }]);
  });
});
