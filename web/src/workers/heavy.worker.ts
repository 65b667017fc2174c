/// <reference lib="webworker" />
import {
  amountsSteps,
  curveRangeSteps,
  type Larder,
  NO_SWAP_TABLES,
  readDocument,
  rebuildSteps,
  type Solver,
  solverOf,
  stockLarder,
  type SwapTables,
  tradeOffSteps,
} from '@fellmist/core';
import { bakingTimeSteps, planDaySteps, reckonSteps } from '@fellmist/core/bake';
import type { FromWorker, JobName, Jobs, ToWorker } from './jobs';
import { SAY } from './words';

/** The same draws each time, so that a range moves only where the mix does. */
const SEED = 1;

let larder: Larder = stockLarder([]);
let tables: SwapTables = NO_SWAP_TABLES;
const cancelled = new Set<number>();

/** Lets what was sent meanwhile in, such as that nobody waits any more. */
const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** How far a job is, and what it has so far where it tells that. */
type Told<T> = number | { readonly share: number; readonly soFar: T };
/** A job is a row of steps, each telling how far it is; between two of them it can be cancelled. */
type Steps<T> = Generator<Told<T>, T> | AsyncGenerator<Told<T>, T>;

function* takeKitchen({ foods, inHand, packsOf, tables: sent }: Jobs['takeKitchen']['ask']): Generator<number, number> {
  const bare = stockLarder(foods);
  larder = { foods: bare.foods, packsOf, inHand, perGram: bare.perGram, index: bare.index };
  tables = sent ?? NO_SWAP_TABLES;
  return foods.length;
}

let solver: Promise<Solver> | undefined;

/** The solver, fetched when it is first needed. */
function solverHere(): Promise<Solver> {
  solver ??= import('highs').then(async ({ default: load }) => solverOf(await load({ locateFile: (file) => `/wasm/${file}` })));
  return solver;
}

async function* amounts(ask: Jobs['amounts']['ask']): AsyncGenerator<number, Jobs['amounts']['answer']> {
  return yield* amountsSteps(ask, larder, tables, await solverHere());
}

async function* rebuilds(ask: Jobs['rebuilds']['ask']): AsyncGenerator<Told<Jobs['rebuilds']['answer']>, Jobs['rebuilds']['answer']> {
  const steps = rebuildSteps(ask, larder, tables, await solverHere());
  let before = '';
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value;
    const { share, best, stuckLineIds } = step.value;
    const scores = best.map(({ score }) => score).join(' ');
    yield scores === before ? share : { share, soFar: { best, stuckLineIds } };
    before = scores;
  }
}

async function* tradeOff(ask: Jobs['tradeOff']['ask']): AsyncGenerator<number, Jobs['tradeOff']['answer']> {
  return yield* tradeOffSteps(ask, larder, tables, await solverHere());
}

function* readText({ text, measures }: Jobs['readText']['ask']): Generator<number, Jobs['readText']['answer']> {
  return readDocument(text, larder, measures);
}

const WORK: { readonly [N in JobName]: (ask: Jobs[N]['ask']) => Steps<Jobs[N]['answer']> } = {
  takeKitchen,
  readText,
  bakingTime: (ask) => bakingTimeSteps(ask),
  treatHeat: (ask) => reckonSteps(ask),
  dayPlan: (ask) => planDaySteps(ask),
  amounts,
  rebuilds,
  tradeOff,
  curveRange: ({ lines }) => curveRangeSteps(lines, SEED),
};

function tell(message: FromWorker): void {
  postMessage(message);
}

async function work(id: number, steps: Steps<unknown>): Promise<void> {
  // One that was given up before its turn is never begun.
  await breathe();
  while (!cancelled.delete(id)) {
    const { done, value } = await steps.next();
    if (done) {
      tell({ kind: 'done', id, answer: value });
      return;
    }
    const told = value as Told<unknown>;
    tell(typeof told === 'number' ? { kind: 'progress', id, share: told } : { kind: 'progress', id, ...told });
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
