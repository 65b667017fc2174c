import { TestBed } from '@angular/core/testing';
import { stockLarder } from '@fellmist/core';
import { provideStore } from '@ngrx/store';
import { FarKitchen } from '../state/farKitchen';
import { larderFeature } from '../state/larder.feature';
import { HEAVY_WORKER, HeavyWork, type WorkStep } from './heavyWork';
import type { FromWorker, ToWorker } from './jobs';

/** A worker that says what the test makes it say. */
class SaidWorker {
  readonly heard: ToWorker[] = [];
  isEnded = false;
  private readonly listeners = new Map<string, (event: unknown) => void>();

  addEventListener(kind: string, listener: (event: unknown) => void): void {
    this.listeners.set(kind, listener);
  }
  postMessage(message: ToWorker): void {
    this.heard.push(message);
  }
  terminate(): void {
    this.isEnded = true;
  }
  say(data: FromWorker): void {
    this.listeners.get('message')?.({ data });
  }
  breakDown(): void {
    this.listeners.get('error')?.({});
  }
}

const workers: SaidWorker[] = [];

function heavyWork(): HeavyWork {
  workers.length = 0;
  TestBed.configureTestingModule({
    providers: [
      provideStore({ [larderFeature.name]: larderFeature.reducer }),
      {
        provide: HEAVY_WORKER,
        useValue: () => {
          const worker = new SaidWorker();
          workers.push(worker);
          return worker;
        },
      },
    ],
  });
  return TestBed.inject(HeavyWork);
}

/** What came of a job, in order. */
function follow(heavy: HeavyWork) {
  const heard: (WorkStep<unknown> | string)[] = [];
  const listening = heavy
    .run('curveRange', { lines: [] })
    .subscribe({ next: (step) => heard.push(step), error: (error: Error) => heard.push(error.message), complete: () => heard.push('over') });
  return { heard, listening };
}

test('answers find who asked, whatever the order; each is told how far its own work is', () => {
  const heavy = heavyWork();
  const [first, second] = [follow(heavy), follow(heavy)];
  const [worker] = workers;
  expect([workers.length, worker?.heard.map(({ kind, id }) => [kind, id])]).toEqual([
    1,
    [
      ['begin', 1],
      ['begin', 2],
    ],
  ]);
  worker?.say({ kind: 'progress', id: 2, share: 0.5 });
  worker?.say({ kind: 'done', id: 2, answer: ['two'] });
  worker?.say({ kind: 'done', id: 1, answer: ['one'] });
  expect(second.heard).toEqual([{ kind: 'progress', share: 0.5 }, { kind: 'done', answer: ['two'] }, 'over']);
  expect(first.heard).toEqual([{ kind: 'done', answer: ['one'] }, 'over']);
});

test('what a job has so far comes along with how far it is', () => {
  const { heard } = follow(heavyWork());
  workers[0]?.say({ kind: 'progress', id: 1, share: 0.2, soFar: ['first'] });
  workers[0]?.say({ kind: 'progress', id: 1, share: 0.4 });
  expect(heard).toEqual([
    { kind: 'progress', share: 0.2, soFar: ['first'] },
    { kind: 'progress', share: 0.4 },
  ]);
});

test('a job that nobody waits for is cancelled, and a late answer to it reaches nobody', () => {
  const heavy = heavyWork();
  const { heard, listening } = follow(heavy);
  listening.unsubscribe();
  workers[0]?.say({ kind: 'done', id: 1, answer: [] });
  expect([heard, workers[0]?.heard.at(-1)]).toEqual([[], { kind: 'cancel', id: 1 }]);
});

test('a fault ends its own job alone; a worker that breaks down ends all of them, and the next job gets a new one', () => {
  const heavy = heavyWork();
  const [first, second] = [follow(heavy), follow(heavy)];
  workers[0]?.say({ kind: 'failed', id: 1, words: 'no such mix' });
  expect([first.heard, second.heard]).toEqual([['no such mix'], []]);
  workers[0]?.breakDown();
  expect([second.heard, workers[0]?.isEnded]).toEqual([['The work stopped.'], true]);
  const third = follow(heavy);
  workers[1]?.say({ kind: 'done', id: 3, answer: [] });
  expect(third.heard).toEqual([{ kind: 'done', answer: [] }, 'over']);
});

test('a kitchen is sent once; after a worker broke down over whatever it was, the new one is given it before it works with it', () => {
  const heavy = heavyWork();
  const [kitchen, larder] = [TestBed.inject(FarKitchen), stockLarder([])];
  const taken: string[] = [];
  const take = (name: string) => kitchen.taken(larder).subscribe({ next: () => taken.push(name), error: (error: Error) => taken.push(`${name}: ${error.message}`) });
  const jobs = (worker: number) => workers[worker]?.heard.map((message) => (message.kind === 'begin' ? message.job : message.kind));
  take('first');
  workers[0]?.say({ kind: 'done', id: 1, answer: 0 });
  take('second');
  expect([taken, jobs(0)]).toEqual([['first', 'second'], ['takeKitchen']]);
  // Another place's work brings it down.
  follow(heavy);
  workers[0]?.breakDown();
  take('third');
  expect(jobs(1)).toEqual(['takeKitchen']);
  workers[1]?.breakDown();
  expect(taken.at(-1)).toBe('third: The work stopped.');
  take('fourth');
  workers[2]?.say({ kind: 'done', id: 4, answer: 0 });
  expect([taken.at(-1), jobs(2)]).toEqual(['fourth', ['takeKitchen']]);
});
