import { batchCost } from '../cost';
import { type Allergen, barredAllergens, type Larder } from '../food';
import { allLines, countedParts, eatenShare, type Formula, judgeGoals, type Line, NO_GOALS, totalsOf, viewsOf } from '../formula';
import { isEatenUnheated } from '../product';
import { measuresOf, sweetenerWarnings } from '../role';
import {
  acceptProposal,
  type Candidate,
  candidatesFor,
  limitOf,
  openSwap,
  type Proposal,
  settleOpen,
  standingOf,
  strainsOf,
  type SwapTables,
  unrestOf,
  type Worksheet,
} from '../swap';
import { type AmountsAsk, linesOf, movesOf, proposalsFor, type Worked, workOut } from './amounts';
import { folded } from './fold';
import { bestOf, type FoundRebuild, type SearchStep, type Search } from './foundRebuild';
import { isMet, MET } from './solve';
import { type Solver } from './solver';

/** Swaps in a rebuild beside those the diet asks for, sheets worked out, how many lead on to a further swap, ways to swap a line, and of the same lines in a row. House values. */
const MOST = { swaps: 3, solved: 120, leading: 8, options: 14, ofSameLines: 3 } as const;
/** What counts against a rebuild. House values. */
const AGAINST = { miss: 10, swap: 0.5, unrest: 2, strain: 0.5, warning: 0.4, newAllergen: 0.8 } as const;
/** How much a quick look weighs beside what a draft grew from: a goal missed by a twentieth is one step there. House value. */
const OF_PROMISE = 60;
const ROOM_C = 20;

interface SwapOption {
  readonly line: Line;
  readonly candidate: Candidate;
  readonly share: number;
}

interface RebuildDraft {
  readonly options: readonly SwapOption[];
  /** The sheet with its swaps opened one after the other and taken. */
  readonly sheet: Worksheet;
  readonly opened: readonly Proposal[];
  /** A quick look at how near it is: the lower the sooner it is worked out. */
  readonly promise: number;
  /** What it grew from scored so: a swap more has to be worth it. */
  readonly parentScore: number;
}

interface Pantry {
  readonly ask: AmountsAsk;
  readonly larder: Larder;
  readonly tables: SwapTables;
  readonly isEatenRaw: boolean;
}

/** Ways to swap a line: as much of it as the rule bears, and half of it where all would do. */
function optionsOf(line: Line, { ask, larder, tables, isEatenRaw }: Pantry, classId: string | undefined, mustGo: boolean): readonly SwapOption[] {
  return candidatesFor(line, tables.rules, larder, ask.sheet.rebuild.goals ?? NO_GOALS, classId, isEatenRaw).flatMap((candidate): readonly SwapOption[] => {
    const most = limitOf(candidate.rule, line.massG ?? 0, classId).share;
    if (mustGo) return most >= 1 ? [{ line, candidate, share: 1 }] : [];
    return most >= 1
      ? [
          { line, candidate, share: 1 },
          { line, candidate, share: 0.5 },
        ]
      : [{ line, candidate, share: most }];
  });
}

/** A draft with one swap more; undefined where it cannot be opened. */
function withOption(draft: RebuildDraft, option: SwapOption, kitchen: Pantry): RebuildDraft | undefined {
  const { larder, tables, ask } = kitchen;
  const opened = openSwap(draft.sheet, option.line.id, option.candidate.rule, option.share, larder, standingOf(draft.sheet, larder, tables).product);
  if (!opened.ok) return undefined;
  const sheet = settleOpen(opened.sheet, larder);
  return {
    options: [...draft.options, option],
    sheet,
    opened: [...draft.opened, ...opened.sheet.open],
    promise: promiseOf(sheet, ask, larder, tables),
    parentScore: draft.parentScore,
  };
}

/** How far a sheet is from the goals and how uneasy it stands, without working anything out. */
function promiseOf(sheet: Worksheet, { targets, counting, prices, keepsBalance }: AmountsAsk, larder: Larder, tables: SwapTables): number {
  const standing = standingOf(sheet, larder, tables);
  const totals = totalsOf(sheet.rebuild, larder, counting);
  const views = viewsOf(sheet.rebuild, totals, standing.product?.loss);
  const cost = batchCost(sheet.rebuild, larder, prices);
  const measures = measuresOf(standing.sums);
  const known = cost.unpricedLines.length === 0 ? cost.amount : undefined;
  const missed = judgeGoals(targets, { views, cost: known, sweetness: measures.sweetness }).reduce((sum, { goal, missedBy }) => sum + missedBy / Math.max(goal.amount, 1), 0);
  return missed + (keepsBalance ? 0.15 * unrestOf(measures, standing.rows) : 0);
}

function scoreOf(worked: Worked, draft: RebuildDraft, found: Pick<FoundRebuild, 'strains' | 'warnings' | 'newAllergens'>): number {
  const { solved, standing } = worked;
  return (
    AGAINST.miss * solved.misses.reduce((sum, miss, k) => sum + (miss > MET ? miss * (worked.problem.weights?.[k] ?? 1) : 0), 0) +
    solved.change +
    AGAINST.swap * draft.options.length +
    AGAINST.unrest * unrestOf(measuresOf(solved.mix.sums), standing.rows) +
    AGAINST.strain * found.strains.length +
    AGAINST.warning * found.warnings.length +
    AGAINST.newAllergen * found.newAllergens.length
  );
}

function allergensIn(sheet: Worksheet, larder: Larder): ReadonlySet<Allergen> {
  return new Set(allLines(sheet.rebuild).flatMap(({ foodId, massG }) => (massG === 0 || foodId === undefined ? [] : (larder.foods.get(foodId)?.allergens ?? []))));
}

/** Grams of what counts in a formula and is eaten. */
function countedMass(formula: Formula): number {
  return countedParts(formula).reduce((sum, part) => {
    const massG = part.lines.reduce((all, line) => all + (line.massG ?? 0), 0);
    return sum + massG * eatenShare(part, massG);
  }, 0);
}

/** A draft worked out to amounts. */
function rebuildOf(draft: RebuildDraft, { ask, larder, tables }: Pantry, solver: Solver): FoundRebuild | undefined {
  const worked = workOut({ ...ask, sheet: draft.sheet, sizeG: ask.sizeG ?? countedMass(ask.sheet.rebuild) }, larder, tables, solver);
  if (!worked) return undefined;
  const amounts = proposalsFor(draft.sheet, movesOf(worked.problem, worked.solved.grams));
  const sheet = amounts.reduce((now, proposal) => acceptProposal(now, proposal, larder), draft.sheet);
  const standing = standingOf(sheet, larder, tables);
  const views = viewsOf(sheet.rebuild, totalsOf(sheet.rebuild, larder, ask.counting), standing.product?.loss);
  const cost = batchCost(sheet.rebuild, larder, ask.prices);
  const before = allergensIn(ask.sheet, larder);
  const told = {
    strains: strainsOf(standing),
    warnings: sweetenerWarnings(standing.sums, standing.product?.servedC ?? ROOM_C).map(({ words }) => words),
    newAllergens: [...allergensIn(sheet, larder)].filter((one) => !before.has(one)),
  };
  return {
    ...told,
    swaps: draft.options.map(({ line, candidate, share }) => ({ lineId: line.id, ruleId: candidate.rule.id, from: line.name, to: candidate.names, share })),
    proposals: folded(ask.sheet, draft.opened, draft.sheet, movesOf(worked.problem, worked.solved.grams)),
    swapped: draft.sheet,
    opened: draft.opened,
    sheet,
    isMet: isMet(worked.solved),
    lines: linesOf(worked),
    portion: views.portion,
    portionMassG: views.portionMassG,
    portionCost: cost.unpricedLines.length === 0 ? cost.amount / views.portions : undefined,
    score: scoreOf(worked, draft, told),
  };
}

/** The lines that the diet keeps out. */
function barredLines({ ask, larder }: Pantry): readonly Line[] {
  const diet = ask.sheet.rebuild.goals ?? NO_GOALS;
  return allLines(ask.sheet.rebuild).filter(({ foodId, massG }) => {
    const food = foodId === undefined ? undefined : larder.foods.get(foodId);
    return food !== undefined && massG !== 0 && barredAllergens(food, diet).length > 0;
  });
}

/** Every way to rid a sheet of what the diet keeps out, the most promising first. */
function withoutBarred(start: RebuildDraft, barred: readonly Line[], kitchen: Pantry, classId: string | undefined): readonly RebuildDraft[] {
  return barred.reduce<readonly RebuildDraft[]>(
    (drafts, line) => {
      const options = optionsOf(line, kitchen, classId, true);
      const next = drafts.flatMap((draft) => options.flatMap((option) => withOption(draft, option, kitchen) ?? []));
      return [...next].sort((a, b) => a.promise - b.promise).slice(0, MOST.leading);
    },
    [start],
  );
}

/**
 * Rebuilds that reach the goals with stand-ins as well as with amounts, the best few that differ. A beam search over the
 * swaps of the trade: what the diet keeps out goes first, then one swap more at a time on what looks best; each is worked out
 * by the same least change as amounts alone. Steps tell the best so far.
 */
export function* rebuildSteps(ask: AmountsAsk, larder: Larder, tables: SwapTables, solver: Solver): Generator<SearchStep, Search> {
  const { product } = standingOf(ask.sheet, larder, tables);
  const kitchen: Pantry = { ask, larder, tables, isEatenRaw: isEatenUnheated(product, ask.sheet.rebuild.method) };
  const start: RebuildDraft = { options: [], sheet: ask.sheet, opened: [], promise: promiseOf(ask.sheet, ask, larder, tables), parentScore: Infinity };
  const barred = barredLines(kitchen);
  const stuckLineIds = barred.filter((line) => optionsOf(line, kitchen, product?.id, true).length === 0).map(({ id }) => id);
  if (stuckLineIds.length > 0) return { best: [], stuckLineIds };
  let drafts = withoutBarred(start, barred, kitchen, product?.id);
  const found: FoundRebuild[] = [];
  const tried = new Set<string>();
  let solved = 0;
  for (let depth = 0; depth <= MOST.swaps && drafts.length > 0 && solved < MOST.solved; depth++) {
    const roomHere = depth === 0 ? drafts.length : Math.ceil((MOST.solved - solved) / (MOST.swaps - depth + 1));
    const here: RebuildDraft[] = [];
    for (const draft of drafts.slice(0, roomHere)) {
      const rebuild = rebuildOf(draft, kitchen, solver);
      solved += 1;
      if (rebuild && rebuild.score < draft.parentScore) {
        found.push(rebuild);
        here.push({ ...draft, parentScore: rebuild.score });
      }
      yield { share: solved / MOST.solved, best: bestOf(found), stuckLineIds };
    }
    const leading = here.sort((x, y) => x.parentScore - y.parentScore).slice(0, MOST.leading);
    drafts = nextDrafts(leading, kitchen, product?.id, tried);
  }
  return { best: bestOf(found), stuckLineIds };
}

/** What can be swapped at all, each way of it on each of the drafts that lead, once. */
function nextDrafts(leading: readonly RebuildDraft[], kitchen: Pantry, classId: string | undefined, tried: Set<string>): readonly RebuildDraft[] {
  const { ask } = kitchen;
  const next = leading.flatMap((draft) => {
    const taken = new Set(draft.options.map(({ line }) => line.id));
    // Nobody swaps what another swap just put more of in, or took some of away.
    const touched = ({ id, foodId }: Line): boolean =>
      taken.has(id) || draft.opened.some(({ action }) => (action.kind === 'add' && action.foodId === foodId) || (action.kind === 'less' && action.lineId === id));
    const lines = allLines(ask.sheet.rebuild).filter((line) => !touched(line) && (line.massG ?? 0) > 0 && ask.freedoms[line.id]?.kind !== 'fixed');
    const options = lines.flatMap((line) => optionsOf(line, kitchen, classId, false).slice(0, MOST.options));
    return options.flatMap((option) => {
      const key = [...draft.options, option]
        .map(({ line, candidate, share }) => `${line.id}:${candidate.rule.id}:${String(share)}`)
        .sort()
        .join('|');
      if (tried.has(key)) return [];
      tried.add(key);
      return withOption(draft, option, kitchen) ?? [];
    });
  });
  const hope = ({ promise, parentScore }: RebuildDraft): number => parentScore + OF_PROMISE * promise;
  return varied(next.sort((a, b) => hope(a) - hope(b)));
}

/** The most promising first, but few that swap the same lines before the others have had their turn. */
function varied(drafts: readonly RebuildDraft[]): readonly RebuildDraft[] {
  const seen = new Map<string, number>();
  const turnOf = ({ options }: RebuildDraft): number => {
    const lines = options
      .map(({ line }) => line.id)
      .sort()
      .join('|');
    const before = seen.get(lines) ?? 0;
    seen.set(lines, before + 1);
    // The more lines are swapped, the more ways there are to swap just these.
    return Math.floor(before / (MOST.ofSameLines * options.length));
  };
  const turns = drafts.map((draft) => ({ draft, turn: turnOf(draft) }));
  return turns.sort((a, b) => a.turn - b.turn).map(({ draft }) => draft);
}
