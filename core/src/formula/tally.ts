import { type Allergen, ALLERGENS, type Food, kindIdOf, type Larder, massSpread, SUMMED } from '../food';
import { AT, bringsOf, BROUGHT, type Sums, zeros } from '../role';
import { type Formula, type Line, type Part } from './formula';

/** Where a row of a tally holds its figures, their variances, the most they are off by, and what is brought to the mix. */
export const VARIANCES_AT = SUMMED.length;
export const WORST_AT = 2 * SUMMED.length;
const BRINGS_AT = 3 * SUMMED.length;
const ROW = BRINGS_AT + BROUGHT.length;

/** All that one line adds to a batch, reckoned once. */
export interface Tally {
  readonly lineId: string;
  readonly massG: number | undefined;
  readonly kindId: string | undefined;
  /** Figures, variances, worst cases and what it brings, one after the other. */
  readonly row: readonly number[];
  /** Bit i is set where figure i of `SUMMED` is unknown. */
  readonly unknown: number;
  /** Bits of the allergens that it contains and may contain, in the order of `ALLERGENS`. */
  readonly contains: number;
  readonly mayContain: number;
  readonly brings: Sums;
}

const NO_ROW: readonly number[] = zeros(ROW);
export const ALL_UNKNOWN = 2 ** SUMMED.length - 1;
/** Two standard deviations of how the grams were found are taken as the most that they are off by. House value. */
const WORST_OF_SPREAD = 2;

function bitsOf(allergens: readonly Allergen[] = []): number {
  return allergens.reduce((bits, allergen) => bits | (1 << ALLERGENS.indexOf(allergen)), 0);
}

function brought(row: readonly number[]): Sums {
  return row.slice(BRINGS_AT);
}

function fill(row: number[], line: Line, food: Food, massG: number, larder: Larder): void {
  const ready = larder.perGram.get(food.id);
  const spread = massSpread(line.basis ?? 'weighed', food);
  for (let i = 0; i < SUMMED.length; i++) {
    const share = massG * (ready?.figures[i] ?? 0);
    const half = massG * (ready?.halves?.[i] ?? 0);
    row[i] = share;
    row[VARIANCES_AT + i] = (share * spread) ** 2 + (half * half) / 3;
    row[WORST_AT + i] = WORST_OF_SPREAD * spread * share + half;
  }
  const brings = bringsOf({ food, massG, melted: line.melted === true, beaten: line.beaten === true });
  for (let i = 0; i < brings.length; i++) row[BRINGS_AT + i] = brings[i] ?? 0;
}

function reckon(line: Line, larder: Larder): Tally {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  const ready = food && larder.perGram.get(food.id);
  const massG = line.massG;
  const row = NO_ROW.slice();
  if (food && ready && massG) fill(row, line, food, massG, larder);
  else if (massG) row[BRINGS_AT + AT.massG] = massG;
  const unknown = massG === 0 ? 0 : !ready ? ALL_UNKNOWN : massG === undefined ? ready.open : ready.unknown;
  return {
    lineId: line.id,
    massG,
    kindId: food && massG !== 0 ? kindIdOf(food) : undefined,
    row,
    unknown,
    contains: bitsOf(food?.allergens),
    mayContain: bitsOf(food?.mayContain),
    brings: brought(row),
  };
}

/** What a line adds. Within a part, `sumOfPart` has each line's tally at hand already. */
export function tallyOf(line: Line, larder: Larder): Tally {
  return reckon(line, larder);
}

/**
 * The sum of a part's lines as a tree of pairs: the sum is the same whichever way it was come by, and after an edit only the
 * branch above the edited line is added up anew.
 */
interface SumTree {
  readonly larder: Larder;
  readonly lines: readonly Line[];
  readonly tallies: readonly Tally[];
  readonly levels: readonly (readonly (readonly number[])[])[];
  readonly sums: Sums;
}

function added(a: readonly number[], b: readonly number[]): readonly number[] {
  const sum = NO_ROW.slice();
  for (let i = 0; i < ROW; i++) sum[i] = (a[i] as number) + (b[i] as number);
  return sum;
}

function pairOf(level: readonly (readonly number[])[], at: number): readonly number[] {
  const [left, right] = [level[2 * at] ?? NO_ROW, level[2 * at + 1]];
  return right ? added(left, right) : left;
}

function grow(lines: readonly Line[], larder: Larder): SumTree {
  const leaves = lines.map((line) => tallyOf(line, larder));
  const levels: (readonly number[])[][] = [leaves.map(({ row }) => row)];
  for (let level = levels[0] ?? []; level.length > 1; level = levels.at(-1) ?? []) {
    levels.push(Array.from({ length: Math.ceil(level.length / 2) }, (_one, at) => pairOf(level, at)));
  }
  return { larder, lines, tallies: leaves, levels, sums: brought(levels.at(-1)?.[0] ?? NO_ROW) };
}

/** The tree with one leaf replaced: the branch above it is summed anew, all else is shared. */
function graft(tree: SumTree, lines: readonly Line[], at: number, line: Line): SumTree {
  const tally = tallyOf(line, tree.larder);
  const leaves = tree.tallies.slice();
  leaves[at] = tally;
  let place = at;
  const levels: (readonly number[])[][] = [];
  for (const level of tree.levels) {
    const next = level.slice();
    const below = levels.at(-1);
    next[place] = below ? pairOf(below, place) : tally.row;
    levels.push(next);
    place >>= 1;
  }
  return { larder: tree.larder, lines, tallies: leaves, levels, sums: brought(levels.at(-1)?.[0] ?? NO_ROW) };
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
  for (const tree of recent) if (tree.lines === lines && tree.larder === larder) return tree;
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
  return { row: tree.levels.at(-1)?.[0] ?? NO_ROW, tallies: tree.tallies };
}

/** What the lines of one part bring to its mix. Not to be written to. */
export function sumsOfPart(part: Part, larder: Larder): Sums {
  return treeOf(part.lines, larder).sums;
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
