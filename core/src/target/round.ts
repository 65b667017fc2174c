import { missOf } from './limit';
import { type Mix } from './mix';
import { isMet, MET, type SolverProblem, solveAmounts, type Solved } from './solve';
import { type Solver } from './solver';

/** Changes that nobody would measure out for their own sake: below these shares of a line they are left away where the rest can do it. House values. */
const PETTY = [0.03, 0.08, 0.15] as const;
/** By how much the change of the rest may grow for it. House value. */
const WORTH = 1.35;
/** Lines that go by the piece of which every way up or down is tried; more are rounded to the nearest. */
const MOST_TRIED = 4;
const MOST_STEPS = 40;

/** What a kitchen measures an amount by: its scale, and finer spoons and scales below 25 and 5 g. House values. */
export function measuringStep(massG: number, scaleStepG: number): number {
  return massG >= 25 ? scaleStepG : massG >= 5 ? Math.min(scaleStepG, 0.5) : Math.min(scaleStepG, 0.1);
}

function roundTo(massG: number, stepG: number): number {
  return Math.round(Math.round(massG / stepG) * stepG * 1e6) / 1e6;
}

/** As good as it was: still met, or missed by no more. */
function isAsGood(next: Solved, before: Solved): boolean {
  const total = ({ misses }: Solved): number => misses.reduce((sum, miss) => sum + miss, 0);
  return isMet(next) || total(next) <= total(before) * (1 + 1e-3) + MET;
}

/** Fewer lines changed: those that hardly move stay as they are, where the others can make up for it at little cost. */
export function withoutPettiness(problem: SolverProblem, solved: Solved, solver: Solver): { readonly problem: SolverProblem; readonly solved: Solved } {
  let best = { problem, solved };
  for (const share of PETTY) {
    const settled = new Map(best.problem.settled);
    problem.setting.levers.forEach(({ nowG, leastG, mostG, pieceG }, l) => {
      const moved = Math.abs((best.solved.grams[l] ?? 0) - nowG);
      const isPetty = nowG > 0 ? moved < share * nowG : moved < share * 20;
      if (isPetty && pieceG === undefined && nowG >= leastG && nowG <= mostG) settled.set(l, nowG);
    });
    if (settled.size === (best.problem.settled?.size ?? 0)) continue;
    const next = { problem: { ...problem, settled }, solved: solveAmounts({ ...problem, settled, from: best.solved.grams }, solver) };
    if (isAsGood(next.solved, best.solved) && next.solved.change <= solved.change * WORTH + 1e-6) best = next;
  }
  return best;
}

/** Every way to take some numbers, each down or up. */
function waysOf(places: readonly { readonly l: number; readonly down: number; readonly up: number }[]): readonly ReadonlyMap<number, number>[] {
  return places.reduce<readonly ReadonlyMap<number, number>[]>(
    (ways, { l, down, up }) => ways.flatMap((way) => (down === up ? [new Map(way).set(l, down)] : [new Map(way).set(l, down), new Map(way).set(l, up)])),
    [new Map()],
  );
}

/** What goes by the piece is whole: each way up or down is tried, the rest solved anew, and the best kept. */
export function withWholePieces(problem: SolverProblem, solved: Solved, solver: Solver): { readonly problem: SolverProblem; readonly solved: Solved } {
  const pieces = problem.setting.levers.flatMap(({ pieceG, leastG, mostG }, l) => {
    if (!pieceG || problem.settled?.has(l)) return [];
    const at = (solved.grams[l] ?? 0) / pieceG;
    const [fewest, many] = [Math.ceil(leastG / pieceG - 1e-6), Math.floor(mostG / pieceG + 1e-6)];
    const within = (count: number): number => Math.min(Math.max(count, fewest), Math.max(many, fewest)) * pieceG;
    const isWhole = Math.abs(at - Math.round(at)) < 1e-3;
    return [{ l, down: within(isWhole ? Math.round(at) : Math.floor(at)), up: within(isWhole ? Math.round(at) : Math.ceil(at)), between: Math.abs(at - Math.round(at)) }];
  });
  if (pieces.length === 0) return { problem, solved };
  const open = [...pieces].sort((a, b) => b.between - a.between).slice(0, MOST_TRIED);
  const nearest = pieces
    .filter((one) => !open.includes(one))
    .map(({ l, down, up }) => ({ l, down, up, to: Math.abs((solved.grams[l] ?? 0) - down) <= Math.abs((solved.grams[l] ?? 0) - up) ? down : up }));
  const tried = waysOf(open).map((way) => {
    const settled = new Map([...(problem.settled ?? []), ...nearest.map(({ l, to }) => [l, to] as const), ...way]);
    return { problem: { ...problem, settled }, solved: solveAmounts({ ...problem, settled, from: solved.grams }, solver) };
  });
  const costOf = (one: Solved): number => one.change + 1e3 * one.misses.reduce((sum, miss) => sum + Math.max(miss - MET, 0), 0);
  return tried.reduce((best, one) => (costOf(one.solved) < costOf(best.solved) ? one : best));
}

const totalMiss = ({ limits, weights }: SolverProblem, mix: Mix): number => limits.reduce((sum, limit, k) => sum + missOf(limit, mix) * (weights?.[k] ?? 1), 0);

/**
 * Rounded grams put right by single steps of the scale up or down, each the one that misses least, on lines that change anyway;
 * undefined where steps do not do it.
 */
function putRight(problem: SolverProblem, rounded: readonly number[], stepG: number, enough: number): readonly number[] | undefined {
  const { setting, settled } = problem;
  let [grams, mix] = [rounded, setting.at(rounded)];
  let miss = totalMiss(problem, mix);
  for (let i = 0; i < MOST_STEPS && miss > enough; i++) {
    let best: { readonly l: number; readonly byG: number; readonly miss: number } | undefined;
    setting.levers.forEach(({ nowG, leastG, mostG }, l) => {
      const massG = grams[l] ?? 0;
      if (settled?.has(l) || massG === nowG) return;
      for (const byG of [measuringStep(massG, stepG), -measuringStep(massG, stepG)]) {
        if (massG + byG < leastG || massG + byG > mostG) continue;
        const after = totalMiss(problem, setting.moved(mix, l, byG));
        if (after < (best?.miss ?? miss) - 1e-12) best = { l, byG, miss: after };
      }
    });
    if (!best) return undefined;
    const { l: moved, byG } = best;
    grams = grams.map((massG, l) => (l === moved ? Math.round((massG + byG) * 1e6) / 1e6 : massG));
    mix = setting.at(grams);
    miss = best.miss;
  }
  return miss <= enough ? grams : undefined;
}

/**
 * Amounts that can be measured: whole pieces stay, lines that do not change stay to the gram, the rest goes by the kitchen's
 * scale. What rounding breaks is put right by steps of the scale; where that does not help, it goes by a tenth of them, and at
 * last to the milligram. `slack` is how many steps more may be missed for it.
 */
export function measurable(problem: SolverProblem, solved: Solved, scaleStepG: number, slack = MET): Solved {
  const { setting, limits, settled } = problem;
  const enough = totalMiss(problem, solved.mix) + slack;
  const rounded = (stepG: number): readonly number[] =>
    setting.levers.map(({ nowG, leastG, mostG }, l) => {
      const massG = solved.grams[l] ?? 0;
      const step = measuringStep(massG, stepG);
      if (settled?.has(l)) return massG;
      return Math.abs(massG - nowG) < step / 2 ? nowG : Math.min(Math.max(roundTo(massG, step), leastG), mostG);
    });
  const grams =
    putRight(problem, rounded(scaleStepG), scaleStepG, enough) ??
    putRight(problem, rounded(scaleStepG / 10), scaleStepG / 10, enough) ??
    solved.grams.map((massG) => roundTo(massG, 1e-3));
  const mix = setting.at(grams);
  return { grams, mix, misses: limits.map((limit) => missOf(limit, mix)), change: solved.change };
}
