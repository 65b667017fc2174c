import { type Larder, massSpread } from '../food';
import { broughtBy, type Part } from '../formula';
import { addTimes, AT, iceAt, noSums, readSum, type Sums } from '../role';

/** What one line brings, and the relative standard deviation of its grams. */
export interface UncertainLine {
  readonly sums: Sums;
  readonly spread: number;
}

/** The lines of a part with how far off the grams of each may be. */
export function uncertainLines(part: Part, larder: Larder): readonly UncertainLine[] {
  return part.lines.flatMap((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return food && line.massG ? [{ sums: broughtBy(line, larder), spread: massSpread(line.basis ?? 'weighed', food) }] : [];
  });
}

export interface RangePoint {
  readonly tempC: number;
  /** Ice in per cent of the mix: one mix in twenty has less, one in twenty more. */
  readonly low: number;
  readonly high: number;
}

/** Relative standard deviation that handbook constants and a mean salt content leave of a real mix's freezing point. House value. */
const MODEL_SPREAD = 0.05;
const PAIRS = 150;
const COLDEST_C = -25;
const TAIL = 0.05;

const MODULUS = 2 ** 31 - 1;
const MULTIPLIER = 48271;

/** Numbers between 0 and 1, the same for the same seed: the minimal standard generator [Park & Miller 1988, multiplier of 1993]. */
function randomOf(seed: number): () => number {
  let state = (Math.abs(Math.trunc(seed)) % (MODULUS - 1)) + 1;
  return () => {
    state = (state * MULTIPLIER) % MODULUS;
    return state / MODULUS;
  };
}

/** A normal deviate by Box and Muller. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
}

function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1);
  const below = sorted[Math.floor(at)] ?? 0;
  return below + ((sorted[Math.ceil(at)] ?? below) - below) * (at - Math.floor(at));
}

/** So many pairs of mixes are drawn between two tellings of how far it is. */
const TOLD_EVERY = 10;

/**
 * The likely range of a freezing curve, a degree apart: mixes drawn with the errors of their lines' grams and of the model,
 * nine in ten of which lie inside. Empty for a mix that weighs nothing. Thousands of solutions of the curve: for a worker,
 * step by step, each step telling the share that is done.
 */
export function* curveRangeSteps(lines: readonly UncertainLine[], seed: number): Generator<number, readonly RangePoint[]> {
  const random = randomOf(seed);
  const temperatures = Array.from({ length: 1 - COLDEST_C }, (_one, i) => -i);
  const drawn: number[][] = temperatures.map(() => []);
  for (let pair = 0; pair < PAIRS; pair++) {
    if (pair > 0 && pair % TOLD_EVERY === 0) yield pair / PAIRS;
    const errors = lines.map(() => normal(random));
    const modelError = normal(random);
    // Each draw and its mirror: what is off to one side is off to the other as often.
    for (const side of [1, -1]) {
      const mix = noSums();
      lines.forEach(({ sums, spread }, i) => addTimes(mix, sums, Math.max(1 + side * spread * (errors[i] ?? 0), 0)));
      const model = Math.max(1 + side * MODEL_SPREAD * modelError, 0.5);
      const massG = readSum(mix, AT.massG);
      if (massG <= 0) return [];
      temperatures.forEach((tempC, i) => drawn[i]?.push((iceAt(mix, tempC / model) * 100) / massG));
    }
  }
  return temperatures.map((tempC, i) => {
    const sorted = (drawn[i] ?? []).sort((a, b) => a - b);
    return { tempC, low: quantile(sorted, TAIL), high: quantile(sorted, 1 - TAIL) };
  });
}

/** The same in one go. */
export function curveRange(lines: readonly UncertainLine[], seed: number): readonly RangePoint[] {
  const steps = curveRangeSteps(lines, seed);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
