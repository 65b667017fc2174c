import { jest } from '@jest/globals';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import type { RunningTimer, TimerAct, TimersAnswer } from '@fellmist/contract';
import { Clock } from '../src/state/clock';
import * as timersEffects from '../src/state/timers.effects';
import { timersFeature } from '../src/state/timers.feature';
import { Timers } from '../src/state/timers';
import { readMinutes, showClock } from '../src/ui/clock-words';

const NOW = '2026-11-28T10:00:00.000Z';
const LOAF = { bakeId: 'b1', title: 'Loaf' };
const looking: RunningTimer = { ...LOAF, timerId: 't1', name: 'look', says: 'Look', endsAt: '2026-11-28T10:10:00.000Z' };
const answer = (...timers: readonly RunningTimer[]): TimersAnswer => ({ now: NOW, timers });
const lost = { status: 0, statusText: '' };

function begin() {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [provideHttpClient(), provideHttpClientTesting(), provideStore({ [timersFeature.name]: timersFeature.reducer }), provideEffects(timersEffects)],
  });
  const [timers, clock] = [TestBed.inject(Timers), TestBed.inject(Clock)];
  return { timers, clock, http: TestBed.inject(HttpTestingController), lines: () => timers.all().map(({ name, endsAt }) => `${name} ${endsAt.slice(11, 19)}`) };
}

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
});
afterEach(() => jest.useRealTimers());

/** A press and all that follows at once. */
const soon = (ms = 0): Promise<unknown> => jest.advanceTimersByTimeAsync(ms);

test('timers are counted by the server’s clock, whatever the device’s own says meanwhile', async () => {
  const { timers, http } = begin();
  await soon();
  http.expectOne('/api/timers').flush(answer(looking));
  expect(timers.left(looking)).toBeCloseTo(600, 1);
  await soon(9_000);
  jest.setSystemTime(new Date('2001-01-01T00:00:00Z'));
  expect(timers.left(looking)).toBeCloseTo(591, 1);
});

test('a press counts at once, is kept while the server is away, and is told with how long ago it was', async () => {
  const first = begin();
  await soon();
  first.http.expectOne('/api/timers').flush(answer());
  first.timers.set(LOAF, 'glaze', 300, '', 'g');
  expect(first.lines()).toEqual(['glaze 10:05:00']);
  first.http.expectOne('/api/bakes/b1/timers').flush(null, lost);
  expect(localStorage.getItem('fellmist.timers')).toContain('glaze');

  // The page is loaded anew, and the server is back a while later.
  const { http, lines } = begin();
  await soon();
  expect(lines()).toHaveLength(1);
  http.expectOne('/api/timers').flush(null, lost);
  await soon(10_000);
  http.expectOne('/api/timers').flush({ ...answer(), now: '2026-11-28T10:00:12.000Z' });
  await soon(60);
  const sent = http.expectOne('/api/bakes/b1/timers');
  expect((sent.request.body as TimerAct).agoS).toBeGreaterThanOrEqual(10);
  sent.flush(answer({ ...looking, timerId: 'g', name: 'glaze' }));
  expect([lines(), localStorage.getItem('fellmist.timers')]).toEqual([['glaze 10:10:00'], null]);
});

test('“four more minutes” writes down the look and lets the same timer run again; both are told in turn', async () => {
  const { timers, http, lines } = begin();
  await soon();
  http.expectOne('/api/timers').flush(answer(looking));
  timers.more(looking, 4, 'not yet');
  expect(lines()).toEqual(['look 10:04:00']);
  const look = http.expectOne('/api/bakes/b1/timers');
  expect((look.request.body as TimerAct).act).toEqual({ kind: 'looked', text: 'not yet' });
  look.flush(answer(looking));
  await soon(60);
  const set = http.expectOne('/api/bakes/b1/timers');
  expect((set.request.body as TimerAct).act).toMatchObject({ kind: 'timer set', timerId: 't1', seconds: 240 });
  set.flush(answer({ ...looking, endsAt: '2026-11-28T10:04:00.000Z' }));
  expect(lines()).toEqual(['look 10:04:00']);
});

test('what the server refuses is said and does not hold up what comes after', async () => {
  const { timers, http, lines } = begin();
  await soon();
  http.expectOne('/api/timers').flush(answer());
  timers.set(LOAF, 'glaze', 300);
  http.expectOne('/api/bakes/b1/timers').error(new ProgressEvent('error'), { status: 404, statusText: 'gone' });
  expect([lines(), localStorage.getItem('fellmist.timers')]).toEqual([[], null]);
});

test('minutes as they are typed, and clocks as they are read', () => {
  expect(['10', '7.5', '1:30', '0.05', '10080'].map(readMinutes)).toEqual([600, 450, 5400, 3, 604_800]);
  expect(['', '0', '-3', 'soon', '1:75', '10081', '1e9'].map(readMinutes)).toEqual(Array.from({ length: 7 }, () => undefined));
  expect([0, 59.9, 61, 3599, 3600, 36_061].map(showClock)).toEqual(['0:00', '0:59', '1:01', '59:59', '1:00:00', '10:01:01']);
});
