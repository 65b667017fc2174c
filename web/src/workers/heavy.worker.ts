/// <reference lib="webworker" />
import { curveRangeSteps, type Larder, readDocument, stockLarder } from '@fellmist/core';
import { bakingTimeSteps, planDaySteps, reckonSteps } from '@fellmist/core/bake';
import type { FromWorker, JobName, Jobs, ToWorker } from './jobs';
import { SAY } from './words';

/** The same draws each time, so that a range moves only where the mix does. */
const SEED = 1;

let larder: Larder = stockLarder([]);
const cancelled = new Set<number>();

/** Lets what was sent meanwhile in, such as that nobody waits any more. */
const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** A job is a row of steps, each telling how far it is; between two of them it can be cancelled. */
type Steps<T> = Generator<number, T>;

function* takeFoods({ foods, inHand }: Jobs['takeFoods']['ask']): Steps<number> {
  const bare = stockLarder(foods);
  larder = { foods: bare.foods, packsOf: bare.packsOf, inHand, perGram: bare.perGram, index: bare.index };
  return foods.length;
}

function* readText({ text, measures }: Jobs['readText']['ask']): Steps<Jobs['readText']['answer']> {
  return readDocument(text, larder, measures);
}

const WORK: { readonly [N in JobName]: (ask: Jobs[N]['ask']) => Steps<Jobs[N]['answer']> } = {
  takeFoods,
  readText,
  bakingTime: (ask) => bakingTimeSteps(ask),
  treatHeat: (ask) => reckonSteps(ask),
  dayPlan: (ask) => planDaySteps(ask),
  curveRange: ({ lines }) => curveRangeSteps(lines, SEED),
};

function tell(message: FromWorker): void {
  postMessage(message);
}

async function work(id: number, steps: Steps<unknown>): Promise<void> {
  // One that was given up before its turn is never begun.
  await breathe();
  while (!cancelled.delete(id)) {
    const { done, value } = steps.next();
    if (done) {
      tell({ kind: 'done', id, answer: value });
      return;
    }
    tell({ kind: 'progress', id, share: value as number });
    await breathe();
  }
}

/** One after the other: foods are taken in before the text that is read with them. */
let row: Promise<void> = Promise.resolve();

addEventListener('message', ({ data }: MessageEvent<ToWorker>) => {
  if (data.kind === 'cancel') {
    cancelled.add(data.id);
    return;
  }
  const { id, job, ask } = data;
  row = row
    .then(() => work(id, (WORK[job] as (ask: unknown) => Steps<unknown>)(ask)))
    .catch((error: unknown) => tell({ kind: 'failed', id, words: error instanceof Error ? error.message : SAY.theWorkStopped }));
});
