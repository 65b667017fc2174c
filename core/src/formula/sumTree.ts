import { type FoodKind, type Larder } from '../food';
import { AT, type Sums } from '../role';
import { type Formula, type Line, type Part } from './formula';
import { brought, NO_ROW, ROW, type Tally, tallyOf } from './tally';

/**
 * The sum of a part's lines as a tree of pairs: the sum is the same whichever way it was come by, and after an edit only the
 * branch above the edited line is added up anew. A tree that was grafted keeps what it grew on, and makes rows of its own only
 * once an edit elsewhere asks for them.
 *
 * Plain sums were tried in its place, every line's tally kept: an edit of 30 lines was then 16 times as quick as the spreadsheet
 * engine to the nutrition and 10 times to the whole analysis, instead of 70 and 24 (aims of the benchmark: 80 and 20).
 */
interface SumTree {
  readonly larder: Larder;
  readonly lines: readonly Line[];
  readonly tallies: readonly Tally[];
  readonly root: readonly number[];
  readonly sums: Sums;
  graftedOn: { readonly tree: SumTree; readonly at: number } | undefined;
  levels: readonly Level[] | undefined;
}

type Level = readonly (readonly number[])[];

function pairOf(level: Level, at: number): readonly number[] {
  const [left, right] = [level[2 * at] ?? NO_ROW, level[2 * at + 1]];
  if (!right) return left;
  const sum = left.slice();
  for (let i = 0; i < ROW; i++) sum[i] = (left[i] as number) + (right[i] as number);
  return sum;
}

function grow(lines: readonly Line[], larder: Larder): SumTree {
  const tallies = lines.map((line) => tallyOf(line, larder));
  const levels: Level[] = [tallies.map(({ row }) => row)];
  for (let level = levels[0] ?? []; level.length > 1; level = levels.at(-1) ?? []) {
    levels.push(Array.from({ length: Math.ceil(level.length / 2) }, (_one, at) => pairOf(level, at)));
  }
  const root = levels.at(-1)?.[0] ?? NO_ROW;
  return { larder, lines, tallies, root, sums: brought(root), graftedOn: undefined, levels };
}

/** Every row of a tree, those of a grafted one made from what it grew on. */
function levelsOf(tree: SumTree): readonly Level[] {
  if (tree.levels || !tree.graftedOn) return tree.levels ?? [];
  let place = tree.graftedOn.at;
  const levels: Level[] = [];
  for (const level of levelsOf(tree.graftedOn.tree)) {
    const next = level.slice();
    const below = levels.at(-1);
    next[place] = below ? pairOf(below, place) : (tree.tallies[place]?.row ?? NO_ROW);
    levels.push(next);
    place >>= 1;
  }
  tree.levels = levels;
  tree.graftedOn = undefined;
  return levels;
}

/** Rows that stand beside the branch of one leaf, from the leaf up. */
function besideBranch(levels: readonly Level[], leaf: number): readonly (readonly number[])[] {
  const rows: (readonly number[])[] = [];
  let at = leaf;
  for (const level of levels) {
    const row = level[at ^ 1];
    if (row) rows.push(row);
    at >>= 1;
  }
  return rows;
}

/** A leaf and what stands beside its branch, added up from the leaf as the branch would be. Five rows at a time are quickest. */
function branchSum(leaf: readonly number[], beside: readonly (readonly number[])[]): readonly number[] {
  const sum = leaf.slice();
  for (let from = 0; from < beside.length; from += 5) {
    const [a = NO_ROW, b = NO_ROW, c = NO_ROW, d = NO_ROW, e = NO_ROW] = beside.slice(from, from + 5);
    for (let i = 0; i < ROW; i++) {
      sum[i] = (sum[i] as number) + (a[i] as number) + (b[i] as number) + (c[i] as number) + (d[i] as number) + (e[i] as number);
    }
  }
  return sum;
}

/** The tree with one leaf replaced: the branch above it is summed anew, all else is shared. */
function graft(tree: SumTree, lines: readonly Line[], at: number, line: Line): SumTree {
  const tally = tallyOf(line, tree.larder);
  const tallies = tree.tallies.slice();
  tallies[at] = tally;
  const stock = tree.graftedOn?.at === at ? tree.graftedOn.tree : tree;
  const root = branchSum(tally.row, besideBranch(levelsOf(stock), at));
  return { larder: tree.larder, lines, tallies, root, sums: brought(root), graftedOn: { tree: stock, at }, levels: undefined };
}

/** Index of the only line that differs; -1 where the lists differ otherwise. */
function onlyChange(before: readonly Line[], after: readonly Line[]): number {
  if (before.length !== after.length) return -1;
  let at = -1;
  for (let i = 0; i < before.length; i++) {
    if (before[i] === after[i]) continue;
    if (at >= 0) return -1;
    at = i;
  }
  return at;
}

/** Trees that were grown last: those of the formulas in hand, and what the next edit is grafted on. */
const MOST_RECENT = 12;
const recent: SumTree[] = [];

function treeOf(lines: readonly Line[], larder: Larder): SumTree {
  for (let i = 0; i < recent.length; i++) {
    const tree = recent[i];
    if (tree?.lines !== lines || tree.larder !== larder) continue;
    if (i > MOST_RECENT / 2) recent.unshift(...recent.splice(i, 1));
    return tree;
  }
  let fresh: SumTree | undefined;
  for (let i = 0; i < recent.length && !fresh; i++) {
    const tree = recent[i];
    if (!tree || tree.larder !== larder) continue;
    const at = onlyChange(tree.lines, lines);
    const line = lines[at];
    if (line) fresh = graft(tree, lines, at, line);
  }
  fresh ??= grow(lines, larder);
  recent.unshift(fresh);
  if (recent.length > MOST_RECENT) recent.pop();
  return fresh;
}

/** What the lines of one part add up to: the row of their sums, and each line's own tally. Not to be written to. */
export function sumOfPart(part: Part, larder: Larder): { readonly row: readonly number[]; readonly tallies: readonly Tally[] } {
  const tree = treeOf(part.lines, larder);
  return { row: tree.root, tallies: tree.tallies };
}

/** What the lines of one part bring to its mix. Not to be written to. */
export function sumsOfPart(part: Part, larder: Larder): Sums {
  return treeOf(part.lines, larder).sums;
}

function heldBy(part: Part, larder: Larder): number {
  const sums = sumsOfPart(part, larder);
  return (sums[AT.heldG] ?? 0) + 1e-3 * (sums[AT.massG] ?? 0);
}

const massOf = ({ lines }: Part): number => lines.reduce((sum, { massG = 0 }) => sum + massG, 0);

/** What a lighter part under a heavier one is called: the crumbs beneath a cheesecake are not what its balance is of. House list. */
const BENEATH = /\b(?:base|crust)\b/i;

/** A base that rises on eggs is a cake, and what lies on it without an egg is chilled on it: that is no crust under a filling. */
function isBeneath(part: Part, parts: readonly Part[], larder: Larder): boolean {
  const holds = ({ lines }: Part, kind: FoodKind): boolean => lines.some(({ foodId }) => foodId !== undefined && larder.foods.get(foodId)?.kind === kind);
  return BENEATH.test(part.heading) && !(holds(part, 'leavening') && holds(part, 'egg') && !parts.some((other) => other !== part && holds(other, 'egg')));
}

/**
 * The part whose balance matters: the one chosen, else the one that holds most flour-like or thirsty mass, which is the batter
 * or dough and not its icing; a base or crust only where nothing heavier lies on it, or where it is the cake. Undefined for a
 * formula without parts.
 */
export function mainPart(formula: Formula, larder: Larder): Part | undefined {
  const [only, second] = formula.parts;
  if (!only || !second) return only;
  const chosen = formula.judgedPartId === undefined ? undefined : formula.parts.find(({ id }) => id === formula.judgedPartId);
  if (chosen) return chosen;
  const heaviest = Math.max(...formula.parts.map(massOf));
  const things = formula.parts.filter((part) => !isBeneath(part, formula.parts, larder) || massOf(part) >= heaviest);
  const [first = only, ...others] = things;
  return others.reduce((main, part) => (heldBy(part, larder) > heldBy(main, larder) ? part : main), first);
}
