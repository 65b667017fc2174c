import { priceOf, type PricesPerGram } from '../cost';
import { type Larder } from '../food';
import { broughtBy, type Counting, countedParts, figureOfLine, type Formula, type Goal, type Line, type Part, rangeOfGoal } from '../formula';
import { AT, readSum } from '../role';
import { freshId, type Proposal, type ProposalAction, type Standing, standingOf, type SwapTables, type Worksheet } from '../swap';
import { conflictSteps } from './conflict';
import { type Freedom, leversOf, type MayCome } from './lever';
import { type Limit, type LimitOf, limitOfGoal, limitOfRole, limitOfSize, limitsOfPowder, valueOf } from './limit';
import { type Mix, rawMassOf, Setting } from './mix';
import { measurable, withoutPettiness, withWholePieces } from './round';
import { isMet, MET, type SolverProblem, solveAmounts, type Solved } from './solve';
import { type Solver } from './solver';

/** What is asked for: goals, whether the balance is kept, and what may be changed for it. */
export interface AmountsAsk {
  readonly sheet: Worksheet;
  readonly targets: readonly Goal[];
  readonly keepsBalance: boolean;
  /** Whether the batch keeps its weight, so that no goal is reached by smaller portions. */
  readonly keepsSize: boolean;
  /** What the batch weighed before anything was swapped, grams; as the sheet lies where nothing is said. */
  readonly sizeG?: number;
  /** By line; a line that is not named does what is usual. */
  readonly freedoms: Readonly<Record<string, Freedom>>;
  readonly mayCome: readonly MayCome[];
  readonly prices: PricesPerGram;
  readonly counting: Counting;
  readonly scaleStepG: number;
}

/** A limit as it can be told: what it is of, its bounds, what it comes to. */
export interface TargetLine {
  readonly of: LimitOf;
  readonly least?: number;
  readonly most?: number;
  readonly value: number;
  readonly isMet: boolean;
}

/** A target that cannot be promised, as nobody knows these lines' share. */
export interface Unknown {
  readonly goal: Goal;
  readonly lineIds: readonly string[];
}

export interface LooseningLine extends TargetLine {
  readonly frees: boolean;
}

export type Amounts =
  | { readonly kind: 'fixed' }
  | {
      readonly kind: 'amounts';
      readonly isMet: boolean;
      /** What would be changed, each a proposal; none where all is as wanted already. */
      readonly proposals: readonly Proposal[];
      readonly lines: readonly TargetLine[];
      readonly unknown: readonly Unknown[];
      /** What fights, where not all can be met: each a few limits that cannot be met together, the one to loosen first foremost. */
      readonly fights: readonly (readonly LooseningLine[])[];
      /** Sum of the squares of what each line changes by, as shares. */
      readonly change: number;
    };

/** Where not all can be had, it is a treat that bakes first: a role out of its band weighs so much more than a goal missed. House value. */
const BAKES_FIRST = 5;

export const TARGET_RULE = 'target';

const WORDS = {
  reason: 'One of the least changes that bring the goals about, worked out together: each alone does only its share.',
  source: 'reckoned from the rows of the foods; least change by a quadratic programme',
} as const;

/** Lines whose share of a goal nobody knows, those of worth alone. */
function unknownLines(
  goal: Goal,
  formula: Formula,
  { larder, prices, counting, part }: { larder: Larder; prices: PricesPerGram; counting: Counting; part: Part | undefined },
): readonly Line[] {
  const { figure } = goal;
  const lines = countedParts(formula).flatMap((one) => one.lines.filter(({ massG }) => massG !== 0));
  if (figure === 'sweetness') return (part?.lines ?? []).filter((line) => line.massG !== 0 && readSum(broughtBy(line, larder), AT.unknownSugarsG) > 0);
  if (figure !== 'cost') return lines.filter((line) => figureOfLine(figure, line, larder, counting) === undefined);
  return lines.filter((line) => {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    return line.massG === undefined || !food || !priceOf(food, larder, prices);
  });
}

/** Lines lighter than this share of what counts cannot turn a figure. House value. */
const OF_NO_WEIGHT = 0.01;

function unknownsOf(part: Part | undefined, { sheet, targets, prices, counting }: AmountsAsk, larder: Larder): readonly Unknown[] {
  const { rebuild } = sheet;
  const massG = countedParts(rebuild).reduce((sum, { lines }) => sum + lines.reduce((all, line) => all + (line.massG ?? 0), 0), 0);
  return targets.flatMap((goal) => {
    // What nobody knows can only add: "at least" is safe to promise from what is known.
    if (goal.kind === 'at least' && goal.figure !== 'cost') return [];
    const lineIds = unknownLines(goal, rebuild, { larder, prices, counting, part })
      .filter((line) => line.massG === undefined || line.massG > OF_NO_WEIGHT * massG || goal.figure === 'cost')
      .map(({ id }) => id);
    return lineIds.length > 0 ? [{ goal, lineIds }] : [];
  });
}

/** Every limit that the amounts must keep. */
function limitsOf({ rows, product, part }: Standing, now: Mix, ask: AmountsAsk, targets: readonly Goal[]): readonly Limit[] {
  const terms = { formula: ask.sheet.rebuild, loss: product?.loss, counting: ask.counting };
  const balance = ask.keepsBalance && part ? [...rows.flatMap((row) => limitOfRole(row, now.sums)), ...limitsOfPowder(product)] : [];
  return [...targets.map((goal) => limitOfGoal(goal, terms)), ...(ask.keepsSize ? [limitOfSize(ask.sizeG ?? rawMassOf(now))] : []), ...balance];
}

function told(limit: Limit, value: number, miss: number): TargetLine {
  const { least = -Infinity, most = Infinity } = limit.of.kind === 'target' ? rangeOfGoal(limit.of.goal) : limit;
  return {
    of: limit.of,
    ...(least > -Infinity ? { least } : {}),
    ...(most < Infinity ? { most } : {}),
    value,
    isMet: miss <= MET,
  };
}

/** Grams by which one lever moves. */
export interface Move {
  readonly lineId: string | undefined;
  readonly foodId: string;
  readonly partId: string;
  readonly byG: number;
}

/** What moves, and by how much. */
export function movesOf({ setting }: Pick<SolverProblem, 'setting'>, grams: readonly number[]): readonly Move[] {
  return setting.levers.flatMap(({ lineId, foodId, partId, nowG }, l) => {
    const byG = (grams[l] ?? 0) - nowG;
    return Math.abs(byG) < 1e-9 ? [] : [{ lineId, foodId, partId, byG }];
  });
}

/** What has to be done to a sheet for some moves, each a proposal. */
export function proposalsFor(sheet: Worksheet, moves: readonly Move[]): readonly Proposal[] {
  const swapId = freshId(sheet, 't');
  const actions = moves.flatMap(({ lineId, foodId, partId, byG }): readonly { action: ProposalAction; partId: string }[] => {
    if (byG > 0) return [{ partId, action: { kind: 'add', foodId, massG: byG, why: 'balance' } }];
    return lineId === undefined ? [] : [{ partId, action: { kind: 'less', lineId, massG: -byG, why: 'balance' } }];
  });
  return actions.map(({ action, partId }, i) => ({ id: `${swapId}.${i}`, swapId, ruleId: TARGET_RULE, partId, action, reason: WORDS.reason, mark: 'M', source: WORDS.source }));
}

/** Amounts worked out for a sheet, before anybody asks what fights. */
export interface Worked {
  readonly standing: Standing;
  readonly problem: SolverProblem;
  /** The same with whole pieces settled. */
  readonly whole: SolverProblem;
  /** Before anything is rounded or made whole. */
  readonly free: Solved;
  readonly solved: Solved;
  readonly unknown: readonly Unknown[];
}

/** What is to be worked out for a sheet: its levers, and every limit; undefined where nothing is free. */
export function prepare(ask: AmountsAsk, larder: Larder, tables: SwapTables): Pick<Worked, 'standing' | 'problem' | 'unknown'> | undefined {
  const { sheet } = ask;
  const standing = standingOf(sheet, larder, tables);
  const levers = leversOf(sheet.rebuild, standing.part, larder, ask.prices, ask.freedoms, ask.mayCome);
  const unknown = unknownsOf(standing.part, ask, larder);
  const targets = ask.targets.filter((goal) => !unknown.some((one) => one.goal === goal));
  // What may come in with an unknown price would make a price a guess.
  const usable = levers.filter(({ lineId, price }) => lineId !== undefined || price !== undefined || !targets.some(({ figure }) => figure === 'cost'));
  if (usable.length === 0) return undefined;
  const setting = new Setting(sheet.rebuild, standing.part, usable, larder, ask.prices);
  const limits = limitsOf(standing, setting.at(usable.map(({ nowG }) => nowG)), ask, targets);
  return { standing, problem: { setting, limits, weights: limits.map(({ of }) => (of.kind === 'target' ? 1 : BAKES_FIRST)) }, unknown };
}

/** The least change of amounts for a sheet; undefined where nothing is free. */
export function workOut(ask: AmountsAsk, larder: Larder, tables: SwapTables, solver: Solver): Worked | undefined {
  const prepared = prepare(ask, larder, tables);
  if (!prepared) return undefined;
  const { problem } = prepared;
  const free = solveAmounts(problem, solver);
  const whole = withWholePieces(problem, free, solver);
  const lean = withoutPettiness(whole.problem, whole.solved, solver);
  return { ...prepared, whole: whole.problem, free, solved: measurable(lean.problem, lean.solved, ask.scaleStepG) };
}

/** Every limit as it can be told of worked amounts. */
export function linesOf({ problem, solved }: Pick<Worked, 'problem' | 'solved'>): readonly TargetLine[] {
  return problem.limits.flatMap((limit, k) => {
    const value = valueOf(limit, solved.mix);
    return value === undefined ? [] : [told(limit, value, solved.misses[k] ?? 0)];
  });
}

/**
 * The least change of amounts that reaches every goal and keeps the balance, as proposals; where it cannot be had the nearest,
 * with what fights. Steps tell how far it is. Foods whose share of a goal nobody knows are named and the goal is left out.
 */
export function* amountsSteps(ask: AmountsAsk, larder: Larder, tables: SwapTables, solver: Solver): Generator<number, Amounts> {
  const worked = workOut(ask, larder, tables, solver);
  if (!worked) return { kind: 'fixed' };
  const { problem, whole, free, solved, unknown } = worked;
  yield 0.5;
  let fights: readonly (readonly LooseningLine[])[] = [];
  if (!isMet(solved)) {
    // Whole pieces may be what is in the way: then what fights is told with them as they are.
    const steps = conflictSteps(isMet(free) ? whole : problem, solver);
    let step = steps.next();
    while (!step.done) {
      yield 0.5 + step.value / 2;
      step = steps.next();
    }
    fights = step.value.map((fight) => fight.map(({ limit, to, by, frees }) => ({ ...told(limit, to, by), frees })));
  }
  return {
    kind: 'amounts',
    isMet: isMet(solved),
    proposals: proposalsFor(ask.sheet, movesOf(problem, solved.grams)),
    lines: linesOf(worked),
    unknown,
    fights,
    change: solved.change,
  };
}
