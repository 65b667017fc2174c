import { type Larder, massSpread, SUMMED } from '../food';
import { AT, addTimes, bringsOf, bringsPerGram, noSums, type Sums } from '../role';
import { type Formula, type Line, type Part } from './formula';

/** All that one line adds to a batch, reckoned once: figures, their errors, and what it brings to the mix. */
export interface Tally {
  readonly massG: number | undefined;
  readonly figures: Float64Array;
  readonly variances: Float64Array;
  /** The most each figure can be off by, all errors on one side. */
  readonly worst: Float64Array;
  /** Bit i is set where figure i of `SUMMED` is unknown. */
  readonly unknown: number;
  readonly brings: Sums;
}

const NONE = new Float64Array(SUMMED.length);
const NOTHING = noSums();
export const ALL_UNKNOWN = 2 ** SUMMED.length - 1;

/** Two standard deviations of how the grams were found are taken as the most that they are off by. House value. */
const WORST_OF_SPREAD = 2;

function reckon(line: Line, larder: Larder): Tally {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  const ready = food && larder.perGram.get(food.id);
  const massG = line.massG;
  const empty = { massG, figures: NONE, variances: NONE, worst: NONE, brings: NOTHING };
  if (massG === 0) return { ...empty, unknown: 0 };
  if (!ready || !food || massG === undefined) {
    const weight = noSums();
    weight[AT.massG] = massG ?? 0;
    return { ...empty, unknown: ready ? ready.open : ALL_UNKNOWN, brings: massG === undefined ? NOTHING : weight };
  }
  const spread = massSpread(line.basis ?? 'weighed', food);
  const figures = new Float64Array(SUMMED.length);
  const variances = new Float64Array(SUMMED.length);
  const worst = new Float64Array(SUMMED.length);
  for (let i = 0; i < figures.length; i++) {
    const share = massG * (ready.figures[i] ?? 0);
    const half = massG * (ready.halves?.[i] ?? 0);
    figures[i] = share;
    variances[i] = (share * spread) ** 2 + half ** 2 / 3;
    worst[i] = WORST_OF_SPREAD * spread * share + half;
  }
  return { massG, figures, variances, worst, unknown: ready.unknown, brings: bringsOf({ food, massG, melted: line.melted === true, beaten: line.beaten === true }) };
}

const tallies = new WeakMap<Larder, WeakMap<Line, Tally>>();
let lastLarder: Larder | undefined;
let lastTallies = new WeakMap<Line, Tally>();

/** What a line adds. Lines and larders never change, so each pair is reckoned once. */
export function tallyOf(line: Line, larder: Larder): Tally {
  if (larder !== lastLarder) {
    lastLarder = larder;
    lastTallies = tallies.get(larder) ?? new WeakMap<Line, Tally>();
    tallies.set(larder, lastTallies);
  }
  const known = lastTallies.get(line);
  if (known) return known;
  const fresh = reckon(line, larder);
  lastTallies.set(line, fresh);
  return fresh;
}

const partSums = new WeakMap<Part, { readonly larder: Larder; readonly sums: Sums }>();

/** What the lines of one part bring to its mix, reckoned once for each part. Not to be written to. */
export function sumsOfPart(part: Part, larder: Larder): Sums {
  const known = partSums.get(part);
  if (known?.larder === larder) return known.sums;
  const sums = noSums();
  for (const line of part.lines) addTimes(sums, tallyOf(line, larder).brings, 1);
  partSums.set(part, { larder, sums });
  return sums;
}

function heldBy(part: Part, larder: Larder): number {
  const sums = sumsOfPart(part, larder);
  return (sums[AT.heldG] ?? 0) + 1e-3 * (sums[AT.massG] ?? 0);
}

/**
 * The part whose balance matters: the one that holds most flour-like or thirsty mass, which is the batter or dough and not
 * its icing. Undefined for a formula without parts.
 */
export function mainPart(formula: Formula, larder: Larder): Part | undefined {
  const [first, ...others] = formula.parts;
  if (!first || others.length === 0) return first;
  return others.reduce((main, part) => (heldBy(part, larder) > heldBy(main, larder) ? part : main), first);
}

/** What one more gram of a food would bring, by its id; undefined for a food that is not at hand. */
export function gramOf(foodId: string, larder: Larder): Sums | undefined {
  const food = larder.foods.get(foodId);
  return food && bringsPerGram(food);
}
