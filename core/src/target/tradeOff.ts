import { type Larder } from '../food';
import { type Goal, type GoalFigure } from '../formula';
import { AT, fluidAndHolding, measureRole, readSum } from '../role';
import { type Proposal, type SwapTables } from '../swap';
import { type AmountsAsk, linesOf, movesOf, prepare, type TargetLine } from './amounts';
import { folded } from './fold';
import { type Limit, type LimitOf, limitOfGoal, valueOf } from './limit';
import { measurable } from './round';
import { type Drafted, type SwapTaken } from './foundRebuild';
import { MET, type SolverProblem, solveAmounts } from './solve';
import { type Solver } from './solver';

/** What can be held against another: any figure of a goal, or how thick the mix is. */
export type AxisFigure = GoalFigure | 'thickness';

/** One of the two, and which way is better. */
export interface TradeAxis {
  readonly figure: AxisFigure;
  readonly wants: 'less' | 'more';
  readonly per?: Goal['per'];
}

export interface TradeOffAsk extends AmountsAsk {
  readonly x: TradeAxis;
  readonly y: TradeAxis;
  /** Rebuilds whose swaps are tried beside amounts alone. */
  readonly drafted: readonly Drafted[];
}

/** A rebuild than which none was found that is better in one of the two and no worse in the other. */
export interface TradePoint {
  readonly x: number;
  readonly y: number;
  readonly swaps: readonly SwapTaken[];
  readonly proposals: readonly Proposal[];
  readonly lines: readonly TargetLine[];
}

/** Points for each set of swaps. House value. */
const POINTS = 9;
/** What an axis that is pushed as far as it goes weighs beside a limit: it gives way to every one of them. */
const PUSHED = 0.02;
/** Steps of all limits together by which rounding may move a point. House value. */
const ROUNDING = 0.3;

/** An axis as a limit at a bound, better side inside; thickness runs by its hydration, thinner the more. */
function axisLimit({ figure, wants, per }: TradeAxis, bound: number, ask: AmountsAsk, loss: Parameters<typeof limitOfGoal>[1]['loss']): Limit {
  if (figure !== 'thickness')
    return limitOfGoal(
      { figure, kind: wants === 'less' ? 'at most' : 'at least', amount: bound, ...(per ? { per } : {}) },
      { formula: ask.sheet.rebuild, loss, counting: ask.counting },
    );
  const of: LimitOf = { kind: 'role', role: 'thickness' };
  const ratio: Limit['ratio'] = ({ sums }) => {
    const { fluidG, holdingG } = fluidAndHolding(sums, sums);
    return { part: fluidG, whole: holdingG };
  };
  return { of, step: 0.1, ratio, ...(wants === 'less' ? { least: bound, most: Infinity } : { least: -Infinity, most: bound }) };
}

/** Beyond anything that can be had: what an axis is pushed towards. */
function beyond({ figure, wants }: TradeAxis, now: number): number {
  const isMore = (wants === 'more') !== (figure === 'thickness');
  return isMore ? now * 3 + 1 : 0;
}

interface Side {
  readonly problem: SolverProblem;
  readonly x: Limit;
  readonly y: Limit;
}

/** The problem without goals and bands of the axes' own figures, and each axis to be pushed. */
function sideOf(worked: ReturnType<typeof prepare> & object, ask: TradeOffAsk): Side {
  const { problem, standing } = worked;
  const isAxis = ({ of }: Limit): boolean => [ask.x, ask.y].some(({ figure }) => (of.kind === 'target' ? of.goal.figure === figure : of.kind === 'role' && of.role === figure));
  const kept = problem.limits.map((limit, k) => ({ limit, weight: problem.weights?.[k] ?? 1 })).filter(({ limit }) => !isAxis(limit));
  const now = problem.setting.at(problem.setting.levers.map(({ nowG }) => nowG));
  const limitAt = (axis: TradeAxis): Limit => {
    const at = axisLimit(axis, 1, ask, standing.product?.loss);
    return axisLimit(axis, beyond(axis, valueOf(at, now) ?? 1), ask, standing.product?.loss);
  };
  return { problem: { ...problem, limits: kept.map(({ limit }) => limit), weights: kept.map(({ weight }) => weight) }, x: limitAt(ask.x), y: limitAt(ask.y) };
}

const withLimits = (problem: SolverProblem, more: readonly { readonly limit: Limit; readonly weight: number }[]): SolverProblem => ({
  ...problem,
  limits: [...problem.limits, ...more.map(({ limit }) => limit)],
  weights: [...(problem.weights ?? problem.limits.map(() => 1)), ...more.map(({ weight }) => weight)],
});

/** What an axis measures, in the unit in which it is told. */
function told({ figure }: TradeAxis, limit: Limit, mix: Parameters<Limit['ratio']>[0]): number | undefined {
  if (figure !== 'thickness') return valueOf(limit, mix);
  return readSum(mix.sums, AT.massG) > 0 ? measureRole('thickness', mix.sums) : undefined;
}

/** The curve of one set of swaps, from the best of one axis to the best of the other. */
function* curveOf(drafted: Drafted, ask: TradeOffAsk, larder: Larder, tables: SwapTables, solver: Solver): Generator<number, readonly TradePoint[]> {
  const worked = prepare({ ...ask, sheet: drafted.swapped }, larder, tables);
  if (!worked) return [];
  const { problem, x, y } = sideOf(worked, ask);
  const bestX = solveAmounts(withLimits(problem, [{ limit: x, weight: PUSHED }]), solver);
  const bestY = solveAmounts(withLimits(problem, [{ limit: y, weight: PUSHED }]), solver);
  const ends = [valueOf(x, bestX.mix), valueOf(x, bestY.mix)];
  const points: TradePoint[] = [];
  for (let i = 0; i < POINTS; i++) {
    const bound = (ends[0] ?? NaN) + (((ends[1] ?? NaN) - (ends[0] ?? NaN)) * i) / (POINTS - 1);
    const held = axisLimit(ask.x, bound, ask, worked.standing.product?.loss);
    const here = withLimits(problem, [
      { limit: { ...held, least: held.least - 1e-9, most: held.most + 1e-9 }, weight: 1 },
      { limit: y, weight: PUSHED },
    ]);
    const solved = measurable(here, solveAmounts(here, solver), ask.scaleStepG, ROUNDING);
    const misses = solved.misses.slice(0, problem.limits.length);
    const [atX, atY] = [told(ask.x, x, solved.mix), told(ask.y, y, solved.mix)];
    if (atX !== undefined && atY !== undefined && misses.every((miss) => miss <= MET + ROUNDING)) {
      const done = { ...worked, problem: { ...worked.problem, limits: problem.limits }, solved: { ...solved, misses } };
      points.push({
        x: atX,
        y: atY,
        swaps: drafted.swaps,
        proposals: folded(ask.sheet, drafted.opened, drafted.swapped, movesOf(done.problem, solved.grams)),
        lines: linesOf(done),
      });
    }
    yield (i + 1) / POINTS;
  }
  return points;
}

/** Points than which no other is better in both, in the order of x. */
function bestPoints(points: readonly TradePoint[], x: TradeAxis, y: TradeAxis): readonly TradePoint[] {
  const gain = ({ wants }: TradeAxis, from: number, to: number): number => (wants === 'less' ? from - to : to - from);
  const isBeaten = (one: TradePoint): boolean =>
    points.some((other) => {
      const [byX, byY] = [gain(x, one.x, other.x), gain(y, one.y, other.y)];
      return byX >= 0 && byY >= 0 && (byX > 1e-9 || byY > 1e-9);
    });
  return points.filter((one) => !isBeaten(one)).sort((a, b) => a.x - b.x);
}

/**
 * Two figures against each other: the best rebuilds from one that is best in x to one that is best in y, by amounts alone and
 * with the swaps of rebuilds that were found, the balance kept. Steps tell how far it is.
 */
export function* tradeOffSteps(ask: TradeOffAsk, larder: Larder, tables: SwapTables, solver: Solver): Generator<number, readonly TradePoint[]> {
  const asIs: Drafted = { swaps: [], swapped: ask.sheet, opened: [] };
  const all = [asIs, ...ask.drafted.filter(({ swaps }) => swaps.length > 0)];
  const points: TradePoint[] = [];
  for (const [i, drafted] of all.entries()) {
    const steps = curveOf(drafted, ask, larder, tables, solver);
    let step = steps.next();
    while (!step.done) {
      yield (i + step.value) / all.length;
      step = steps.next();
    }
    points.push(...step.value);
  }
  return bestPoints(points, ask.x, ask.y);
}
