import { jest } from '@jest/globals';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { ProbeReading } from '@fellmist/contract';
import type { BakeAct, DayPlan, DayStep, PlannedStep, Treat } from '@fellmist/core/bake';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { Subject } from 'rxjs';
import { lanesOf } from '../src/dayplan/dayChart';
import { ProbeDesk } from '../src/oven/probe-desk';
import { BakeDesk } from '../src/state/bakeDesk';
import { householdFeature } from '../src/state/household.feature';
import { larderFeature } from '../src/state/larder.feature';
import { hearProbe, ovenFeature, putProbeIn } from '../src/state/oven.feature';
import { STREAM, type Streamed } from '../src/state/stream';

describe('a thermometer in the middle', () => {
  let fixture: ComponentFixture<ProbeDesk>;
  let heard: Subject<Streamed> | undefined;
  let told: BakeAct[];
  let now: number;

  beforeEach(async () => {
    [heard, told, now] = [undefined, [], 1000];
    jest.spyOn(performance, 'now').mockImplementation(() => now);
    const desk = { product: signal({ coreC: [96, 99] }), bake: signal({ readings: [], heated: { from: '2026-11-28T10:00:00.000Z' } }), tell: (act: BakeAct) => told.push(act) };
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideStore({ [ovenFeature.name]: ovenFeature.reducer, [householdFeature.name]: householdFeature.reducer, [larderFeature.name]: larderFeature.reducer }),
        provideEffects({ hearProbe, putProbeIn }),
        { provide: BakeDesk, useValue: desk },
        { provide: STREAM, useValue: () => (heard = new Subject<Streamed>()) },
      ],
    });
    fixture = TestBed.createComponent(ProbeDesk);
    fixture.componentRef.setInput('heat', { startC: 20, ovenC: 175, byConvection: false });
    await fixture.whenStable();
  });
  afterEach(() => jest.restoreAllMocks());

  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const says = (): string => (element().querySelector('[role=status]')?.textContent ?? '').replace(/\s+/g, ' ').trim();
  const press = async (name: string): Promise<void> => {
    [...element().querySelectorAll<HTMLButtonElement>('button')].find(({ textContent }) => textContent?.trim().startsWith(name))?.click();
    await fixture.whenStable();
  };
  async function listen(): Promise<void> {
    element().querySelector<HTMLElement>('#probe-on')?.click();
    await fixture.whenStable();
  }
  async function reads(data: ProbeReading, afterS = 30): Promise<void> {
    now += afterS * 1000;
    heard?.next({ kind: 'said', data });
    await fixture.whenStable();
  }
  const at = (tempC: number, pace = 1): ProbeReading => ({ kind: 'reading', tempC, pace });

  test('after a moment it tells how fast the middle warms and when it is enough, by the straight line through what it read', async () => {
    await listen();
    heard?.next({ kind: 'open' });
    await reads(at(60));
    expect(says()).toContain('a moment more tells how fast it rises');
    for (const tempC of [61, 62, 63]) await reads(at(tempC));
    // Two degrees a minute from 63 to 96: 16.5 minutes.
    expect(says()).toMatch(/^63 .*rises 2\.0 °C a minute: about 1[67] minutes to 96/);
    for (const tempC of [80, 95.9, 96.4, 97]) await reads(at(tempC), 150);
    expect(says()).toMatch(/^97 .*It has its 96 °C: look/);
  });

  test('what does not warm any more does not get there, and is not said to', async () => {
    await listen();
    for (const tempC of [60, 60, 60, 60]) await reads(at(tempC));
    expect(says()).toContain('it does not get to 96 °C like that');
  });

  test('unplugged, lost and out of the way again, each in words, and nothing is written down meanwhile', async () => {
    await listen();
    expect(says()).toContain('the server is not reached');
    await reads({ kind: 'unplugged' });
    expect(says()).toMatch(/^– ?The thermometer is unplugged/);
    await press('Write it down');
    expect(told).toEqual([]);
    await reads(at(70));
    heard?.next({ kind: 'lost' });
    await fixture.whenStable();
    expect(says()).toMatch(/^– ?The thermometer says nothing/);
    await reads(at(71.5));
    await press('Write it down');
    expect(told).toEqual([{ kind: 'reading', of: 'core', tempC: 71.5 }]);
    // Switched off, the server is heard no longer, and what was read is forgotten.
    await listen();
    expect([heard?.observed, element().querySelector('[role=status]')]).toEqual([false, null]);
    await listen();
    for (const tempC of [20, 21]) await reads(at(tempC));
    expect(says()).toContain('a moment more');
  });

  test('to practise it goes into a mix as cold as this one in an oven as hot; what the server refuses is said', async () => {
    await listen();
    await press('No thermometer');
    const http = TestBed.inject(HttpTestingController);
    const asked = http.expectOne('/api/devices/probe');
    expect(asked.request.body).toEqual({ deed: 'into', fromC: 20, towardsC: 175 });
    asked.flush({ type: 'about:blank', title: 'No', status: 422, detail: 'There is no oven so hot.' }, { status: 422, statusText: '' });
    await fixture.whenStable();
    expect(element().querySelector('[role=alert]')?.textContent).toContain('There is no oven so hot.');
  });

  test('a page that is left listens no longer', async () => {
    await listen();
    expect(heard?.observed).toBe(true);
    fixture.destroy();
    expect(heard?.observed).toBe(false);
  });
});

describe('a day as bars', () => {
  const HOUR = 3600;
  const treats = [
    { id: 'a', title: 'Loaf', steps: [], serveS: 8 * HOUR },
    { id: 'b', title: 'Buns', steps: [], serveS: 8 * HOUR },
  ] as readonly Treat[];
  const step = (id: string, treatId: string, from: number, to: number, more: Partial<DayStep> = {}, until = to): PlannedStep => ({
    step: { id, words: `do ${id}`, seconds: (to - from) * HOUR, needsYou: false, ...more },
    treatId,
    startS: from * HOUR,
    endS: to * HOUR,
    untilS: until * HOUR,
    earlierS: 0,
  });
  const day = (...steps: readonly PlannedStep[]): DayPlan => ({ kind: 'in time', steps, served: {}, clashes: [], heatings: [], waysOut: [], isBest: true });
  const drawn = (plan: DayPlan) => lanesOf(plan, treats).map(({ name, bars }) => [name, bars.map(({ id, label }) => `${id}: ${label}`)]);

  test('your hands first, then each thing that is busy; what needs nothing waits on the counter', () => {
    const oven = { busy: 'oven', ovenC: 180 } as const;
    const plan = day(step('rest', 'a', 2, 3), step('bake', 'a', 3, 4, oven), step('mix', 'a', 0, 1, { needsYou: true, busy: 'mixer' }), step('then', 'b', 4, 5, oven));
    const [hands, ...others] = drawn(plan);
    expect(hands?.[1]).toEqual(['mix: do mix']);
    expect(others.map(([, bars]) => bars)).toEqual([['bake: Loaf', 'then: Buns'], ['mix: Loaf'], ['rest: Loaf']]);
  });

  test('two at once stand in two rows under one name, and one that waits on holds its row until then', () => {
    const fridge = { busy: 'fridge' } as const;
    const plan = day(step('chill', 'a', 0, 2, fridge, 3), step('set', 'b', 2.5, 4, fridge), step('cool', 'b', 4, 5, fridge));
    const [first, second] = lanesOf(plan, treats);
    expect([first?.bars.map(({ id }) => id), second?.name, second?.bars.map(({ id }) => id)]).toEqual([['chill', 'cool'], '', ['set']]);
    expect([first?.bars[0]?.endS, first?.bars[0]?.untilS]).toEqual([2 * HOUR, 3 * HOUR]);
  });

  test('the oven’s warming up is its own bar, a look is marked where it is due, and what takes no time is not drawn', () => {
    const bake = step('bake', 'a', 3, 4, { busy: 'oven', ovenC: 180, lookS: 2400 });
    const plan = { ...day(bake, step('serve', 'a', 4, 4, { needsYou: true })), heatings: [{ ovenC: 180, startS: 2.75 * HOUR, endS: 3 * HOUR }] } as DayPlan;
    const [oven, ...others] = lanesOf(plan, treats);
    expect(oven?.bars.map(({ isHeating, label, lookS }) => [isHeating, label, lookS])).toEqual([
      [true, '180', undefined],
      [false, 'Loaf', 3 * HOUR + 2400],
    ]);
    expect(others).toEqual([]);
  });
});
