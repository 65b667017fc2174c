import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Worksheet } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { of } from 'rxjs';
import { Desk } from '../src/state/desk';
import { FarKitchen } from '../src/state/farKitchen';
import { GoalDesk } from '../src/state/goalDesk';
import { Preferences } from '../src/state/preferences';
import { Prices } from '../src/state/prices';
import { HeavyWork } from '../src/workers/heavyWork';

const wanting = (amount: number): Worksheet =>
  ({ rebuild: { goals: { targets: [{ figure: 'energyKcal', kind: 'at most', amount }] } }, open: [], decisions: [] }) as unknown as Worksheet;

test('what is wanted is worked out once, however often it is looked at; again once it has changed', async () => {
  const sheet = signal(wanting(200));
  const asked: string[] = [];
  TestBed.configureTestingModule({
    providers: [
      { provide: Desk, useValue: { sheet, larder: signal({}), tables: signal({}) } },
      {
        provide: HeavyWork,
        useValue: {
          run: (job: string) => {
            asked.push(job);
            return of({ kind: 'done', answer: { best: [] } });
          },
        },
      },
      { provide: FarKitchen, useValue: { taken: () => of(undefined) } },
      { provide: Prices, useValue: { perGram: () => new Map() } },
      { provide: Preferences, useValue: { counting: () => undefined, settings: () => ({ scaleStepG: 1 }) } },
      { provide: Store, useValue: { selectSignal: () => signal('f1') } },
    ],
  });
  const desk = TestBed.inject(GoalDesk);
  const looks = async (view: 'amounts' | 'rebuilds' | 'trade-off' | undefined): Promise<readonly string[]> => {
    desk.view.set(view);
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve, 250));
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve, 250));
    return asked.splice(0);
  };
  expect(await looks('rebuilds')).toEqual(['rebuilds']);
  expect(desk.rebuilds()).toMatchObject({ state: 'done', share: 1 });
  // What was drafted goes into the trade-off.
  expect(await looks('trade-off')).toEqual(['tradeOff']);
  expect(await looks('rebuilds')).toEqual([]);
  expect(await looks(undefined)).toEqual([]);
  expect(await looks('trade-off')).toEqual([]);
  // What was answered before is no answer to it, not even until the keys rest.
  desk.view.set('rebuilds');
  TestBed.tick();
  sheet.set(wanting(180));
  TestBed.tick();
  expect(desk.rebuilds().state).toBe('working');
  expect(await looks('rebuilds')).toEqual(['rebuilds']);
});
