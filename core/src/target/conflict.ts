import { type Limit, valueOf } from './limit';
import { withWholePieces } from './round';
import { isMet, MET, type SolverProblem, solveAmounts } from './solve';
import { type Solver } from './solver';

/** What can be had of one limit if it is let go as far as it must. */
export interface Loosening {
  readonly limit: Limit;
  /** What it would come to, in its unit. */
  readonly to: number;
  /** Steps by which that misses it. */
  readonly by: number;
  /** Whether all others are met then. */
  readonly frees: boolean;
}

/**
 * Limits that cannot all be met, though all but any one of them can; the one to loosen first foremost. One alone is a limit
 * that no amounts within the lines' bounds reach.
 */
export type Fight = readonly Loosening[];

/** How little the miss of a limit weighs that is the one to give way. */
const GIVES_WAY = 0.02;
const MOST_FIGHTS = 3;
/** Steps by which another may be missed and is still told as met when one gives way: the solver's own slack. */
const SLACK = 1e-3;

function fits(problem: SolverProblem, limits: readonly Limit[], solver: Solver): boolean {
  return isMet(solveAmounts({ ...problem, limits, weights: limits.map(() => 1) }, solver));
}

/** The limits without any of which the rest could be met: each that is not needed for the fight is dropped [deletion filter, Chinneck, Feasibility and Infeasibility in Optimization]. */
function* fightAmong(problem: SolverProblem, limits: readonly Limit[], solver: Solver): Generator<number, readonly Limit[]> {
  let fighting = limits;
  for (const [i, limit] of limits.entries()) {
    const others = fighting.filter((one) => one !== limit);
    if (!fits(problem, others, solver)) fighting = others;
    yield (i + 1) / limits.length;
  }
  return fighting;
}

/** What the amounts come to when some limits give way. */
function loosen(problem: SolverProblem, limit: Limit, givesWay: ReadonlySet<Limit>, solver: Solver): Loosening | undefined {
  const weights = problem.limits.map((one) => (givesWay.has(one) || one === limit ? GIVES_WAY : 1));
  const loose = { ...problem, weights };
  const { solved } = withWholePieces(loose, solveAmounts(loose, solver), solver);
  const at = problem.limits.indexOf(limit);
  const to = valueOf(limit, solved.mix);
  const frees = solved.misses.every((miss, k) => k === at || miss <= SLACK);
  return to === undefined || (solved.misses[at] ?? 0) <= MET ? undefined : { limit, to, by: solved.misses[at] ?? 0, frees };
}

/** Fights one beside the other: after one is found its easiest limit gives way, and what is left is looked at again. */
export function* conflictSteps(problem: SolverProblem, solver: Solver): Generator<number, readonly Fight[]> {
  const fights: Fight[] = [];
  const givesWay = new Set<Limit>();
  while (fights.length < MOST_FIGHTS) {
    const left = problem.limits.filter((limit) => !givesWay.has(limit));
    if (fights.length > 0 && fits(problem, left, solver)) break;
    const done = fights.length / MOST_FIGHTS;
    const steps = fightAmong(problem, left, solver);
    let step = steps.next();
    while (!step.done) {
      yield done + step.value / MOST_FIGHTS;
      step = steps.next();
    }
    const fight = step.value.flatMap((limit) => loosen(problem, limit, givesWay, solver) ?? []).sort((a, b) => Number(b.frees) - Number(a.frees) || a.by - b.by);
    const [easiest] = fight;
    if (!easiest) break;
    fights.push(fight);
    givesWay.add(easiest.limit);
  }
  return fights;
}
