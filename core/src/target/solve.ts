import { type Limit, missOf, valueOf } from './limit';
import { type Mix, type Setting } from './mix';
import { type Column, type Row, type Solver } from './solver';

/** How much one step missed weighs against change: far more than any change, so that nothing is missed that can be had. */
const OF_A_MISS = 1e3;
/** Steps by which anything can be missed at all: the solver is surer where everything ends somewhere. */
const MOST_MISSED = 1e4;
/** A food that may come in counts as changed by this share of the batch; that it comes at all costs a little too. House values. */
const STRANGER = { share: 0.06, cost: 0.4 } as const;
/** Rounds of straightening and solving, and of halving a stride that made things worse. */
const MOST_ROUNDS = 20;
const MOST_HALVINGS = 6;
/** Steps by which a limit may be missed and still counts as met: a twenty-thousandth of a goal, which is drawn in by more. */
export const MET = 1e-3;
/** A stride by less than this share of every line is none. */
const STILL = 1e-5;
/** Steps from a bound from which a limit is held from the first. House value. */
const NEAR_A_BOUND = 0.1;

export interface SolverProblem {
  readonly setting: Setting;
  readonly limits: readonly Limit[];
  /** How much each limit's miss weighs, one where not said; a small one is loosened first. */
  readonly weights?: readonly number[];
  /** Grams that are settled, by the place of the lever: whole pieces, rounded lines. */
  readonly settled?: ReadonlyMap<number, number>;
  /** Where to begin: amounts that are known to be near. The present ones where nothing is said. */
  readonly from?: readonly number[];
}

export interface Solved {
  /** Grams of each lever. */
  readonly grams: readonly number[];
  readonly mix: Mix;
  /** Steps by which each limit is missed. */
  readonly misses: readonly number[];
  /** How much the formula changes: the sum of squares of shares. */
  readonly change: number;
}

/** By how much a lever counts as changed once: by what it weighs, or a share of the batch for what comes in. */
function scalesOf({ levers }: Setting, batchG: number): readonly number[] {
  return levers.map(({ nowG }) => (nowG > 0 ? nowG : Math.max(batchG * STRANGER.share, 1)));
}

interface Straightened {
  /** Part and whole at the mix, and how much of each a gram of a lever brings. */
  readonly part: number;
  readonly whole: number;
  readonly parts: readonly number[];
  readonly wholes: readonly number[];
}

/** Some limits' part and whole as straight lines through a mix; undefined for the others. */
function straighten({ setting, limits }: SolverProblem, here: Mix, scales: readonly number[], isHeld: readonly boolean[]): readonly (Straightened | undefined)[] {
  const ratios = limits.map(({ ratio }, k) => (isHeld[k] ? ratio(here) : undefined));
  const [parts, wholes] = [limits.map((): number[] => []), limits.map((): number[] => [])];
  for (let l = 0; l < setting.levers.length; l++) {
    const stride = (scales[l] ?? 1) * 1e-4;
    const moved = setting.moved(here, l, stride);
    for (let k = 0; k < limits.length; k++) {
      const before = ratios[k];
      if (!before) continue;
      const after = limits[k]?.ratio(moved);
      parts[k]?.push(after ? (after.part - before.part) / stride : 0);
      wholes[k]?.push(after ? (after.whole - before.whole) / stride : 0);
    }
  }
  return ratios.map((ratio, k) => ratio && { ...ratio, parts: parts[k] ?? [], wholes: wholes[k] ?? [] });
}

/** "part ≤ bound × whole" along the straight lines, in steps of the limit: how far off it is here, and by how much each share of a lever moves that. */
function rowOf(at: Straightened, limit: Limit, levers: readonly number[], scales: readonly number[], bound: number): { readonly factors: readonly number[]; readonly off: number } {
  const size = Math.max(at.whole, 1e-9) * limit.step;
  const factors = levers.map((l) => (((at.parts[l] ?? 0) - bound * (at.wholes[l] ?? 0)) * (scales[l] ?? 1)) / size);
  return { factors, off: (at.part - bound * at.whole) / size };
}

/** The stride from a mix that the straight lines ask for, in grams of each lever. */
function solveOnce(problem: SolverProblem, { grams, mix }: Solved, scales: readonly number[], isHeld: readonly boolean[], solver: Solver): readonly number[] {
  const { setting, limits, weights, settled } = problem;
  const lines = straighten(problem, mix, scales, isHeld);
  const free = setting.levers.map((_lever, l) => l).filter((l) => !settled?.has(l));
  const strides = free.map((l): Column => {
    const { nowG = 0, leastG = 0, mostG = 0 } = setting.levers[l] ?? {};
    const [massG, scale] = [grams[l] ?? 0, scales[l] ?? 1];
    return { least: (leastG - massG) / scale, most: (mostG - massG) / scale, square: 2, cost: (2 * (massG - nowG)) / scale + (nowG === 0 ? STRANGER.cost : 0) };
  });
  const bounded = limits.flatMap((limit, k) => {
    const at = lines[k];
    if (!at) return [];
    const weight = weights?.[k] ?? 1;
    return [
      ...(limit.most < Infinity ? [{ ...rowOf(at, limit, free, scales, limit.most), sign: 1, weight }] : []),
      ...(limit.least > -Infinity ? [{ ...rowOf(at, limit, free, scales, limit.least), sign: -1, weight }] : []),
    ];
  });
  const misses = bounded.map(({ weight }): Column => ({ least: 0, most: MOST_MISSED, cost: OF_A_MISS * weight, square: weight }));
  const rows = bounded.map(({ factors, off, sign }, r): Row => ({
    factors: [...factors.map((factor) => factor * sign), ...bounded.map((_other, i) => (i === r ? -1 : 0))],
    least: -Infinity,
    most: -off * sign,
  }));
  const found = solver({ columns: [...strides, ...misses], rows });
  if (!found) throw new Error('The amounts have no room between their least and most.');
  const next = [...grams];
  free.forEach((l, i) => {
    const { leastG = 0, mostG = 0 } = setting.levers[l] ?? {};
    next[l] = Math.min(Math.max((grams[l] ?? 0) + (found[i] ?? 0) * (scales[l] ?? 1), leastG), mostG);
  });
  return next;
}

function isNear(limit: Limit, mix: Mix): boolean {
  const value = valueOf(limit, mix);
  const slack = NEAR_A_BOUND * limit.step;
  return value !== undefined && (value < limit.least + slack || value > limit.most - slack);
}

function judge({ setting, limits, weights }: SolverProblem, grams: readonly number[], scales: readonly number[]): Solved & { readonly cost: number } {
  const mix = setting.at(grams);
  const misses = limits.map((limit) => missOf(limit, mix));
  const change = setting.levers.reduce((sum, { nowG }, l) => sum + (((grams[l] ?? 0) - nowG) / (scales[l] ?? 1)) ** 2, 0);
  return { grams, mix, misses, change, cost: change + OF_A_MISS * misses.reduce((sum, miss, k) => sum + miss * (weights?.[k] ?? 1), 0) };
}

/** What is missed when the straight lines have no say: amounts between two others. */
const between = (from: readonly number[], to: readonly number[], share: number): readonly number[] => from.map((one, l) => one + ((to[l] ?? one) - one) * share);

/**
 * The amounts nearest to the present ones within all limits, or those that miss them by the fewest steps. What is not
 * straight (thickness, intense sweeteners, ice) is straightened where the amounts stand, solved, and straightened anew there,
 * until nothing moves; a stride that makes it worse is halved. Sequential quadratic programming with an exact penalty
 * [Nocedal & Wright, Numerical Optimization, ch. 18].
 */
export function solveAmounts(problem: SolverProblem, solver: Solver): Solved {
  const { setting, settled, from, limits } = problem;
  const start = setting.levers.map(({ nowG, leastG, mostG }, l) => settled?.get(l) ?? Math.min(Math.max(from?.[l] ?? nowG, leastG), mostG));
  const batchG = setting.at(setting.levers.map(({ nowG }) => nowG)).parts.reduce((sum, { massG }) => sum + massG, 0);
  const scales = scalesOf(setting, batchG);
  let now = judge(problem, start, scales);
  // Goals are held from the first; a role far inside its band only once a stride would leave it.
  const isHeld = limits.map((limit) => limit.of.kind === 'target' || isNear(limit, now.mix));
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const wanted = solveOnce(problem, now, scales, isHeld, solver);
    let [share, next] = [1, judge(problem, wanted, scales)];
    if (holdMore(isHeld, next.misses)) continue;
    for (let i = 0; i < MOST_HALVINGS && next.cost > now.cost + 1e-9; i++) {
      share /= 2;
      next = judge(problem, between(now.grams, wanted, share), scales);
    }
    if (next.cost > now.cost + 1e-9) break;
    const moved = Math.max(0, ...next.grams.map((massG, l) => Math.abs(massG - (now.grams[l] ?? 0)) / (scales[l] ?? 1)));
    now = next;
    if (moved < STILL) break;
  }
  return now;
}

/** Holds what would be missed and was not held; whether there is any. */
function holdMore(isHeld: boolean[], misses: readonly number[]): boolean {
  let isMore = false;
  misses.forEach((miss, k) => {
    if (miss <= 0 || isHeld[k]) return;
    isHeld[k] = true;
    isMore = true;
  });
  return isMore;
}

/** Whether every limit is met. */
export function isMet({ misses }: Pick<Solved, 'misses'>): boolean {
  return misses.every((miss) => miss <= MET);
}
