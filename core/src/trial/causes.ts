import table from '@fellmist/language/tasteCauses.json' with { type: 'json' };
import { againstDiet, answersTo, type Food, foodInHand, type Larder } from '../food';
import { type Line } from '../formula';
import { type ProductClass } from '../product';
import { type Mark } from '../quantity';
import { type LedgerRole, measureRole, roleOf } from '../role';
import { correctionsFor, freshId, type ProposalAction, rowOf, type Standing, standingOf, type StepPlace, type StandingRow, type SwapTables, type Worksheet } from '../swap';
import { JUST_ABOUT_RIGHT, type Scale, SCALES, TASTE_FAULTS } from './scores';
import { type Evidence, findEvidence, type Process } from './evidence';

/** What mends a cause: a role brought up or down, part of some foods replaced ("limit": down to what the class bears), or a step. */
type CauseMend =
  | { readonly role: LedgerRole; readonly by: 'more' | 'less' }
  | { readonly of: readonly string[]; readonly part: number | 'limit'; readonly into: readonly string[] }
  | { readonly step: string; readonly when: StepPlace };

/** One row of the table: a fault that tasters tell, what it may come from, and what mends that. */
export interface CauseRow {
  readonly fault: string;
  readonly classes?: readonly string[];
  readonly notClasses?: readonly string[];
  readonly heat?: readonly string[];
  /** Only where one of these is in it. */
  readonly holds?: readonly string[];
  readonly if: Evidence;
  readonly mend: CauseMend;
  readonly reason: string;
  readonly mark: Mark;
  readonly source: string;
}

export const CAUSE_ROWS = table.causes as readonly CauseRow[];

/** A likely cause in this formula, with its figures and what would mend it on the Bench; nothing where nothing in the kitchen does. */
export interface Cause {
  readonly row: CauseRow;
  readonly words: string;
  readonly strength: number;
  readonly actions: readonly ProposalAction[];
}

/** As far as the tasters say that it is off, in steps of the scale; less than one is one. */
const stepsOff = (off: number): number => Math.min(Math.max(off, 1), JUST_ABOUT_RIGHT.most);

/**
 * The row as it would ask for a change: out of a band that ends where the role should come to, within it by what is just
 * noticed, once for each step of the scale by which the tasters say that it is off (house model).
 */
function askingRow(standing: Standing, role: LedgerRole, by: 'more' | 'less', off: number): StandingRow | undefined {
  const now = measureRole(role, standing.sums);
  if (now === undefined) return undefined;
  const row = rowOf(standing, role);
  const { noticedLeast, noticedShare = 0, mendStep = noticedLeast, runsBelowZero } = roleOf(role);
  const step = Math.max(mendStep, noticedShare * Math.abs(now)) * stepsOff(off);
  const floor = runsBelowZero ? -Infinity : 0;
  const band = row?.band;
  if (by === 'less') {
    const high = Math.max(Math.min(now - step, band?.high ?? Infinity), floor);
    return { role, original: high, rebuild: now, band: { low: Math.max(high - step, floor), high, reason: '' }, state: 'high', off: 1, left: false };
  }
  const low = Math.max(now + step, band?.low ?? -Infinity);
  return { role, original: low, rebuild: now, band: { low, high: low + step, reason: '' }, state: 'low', off: 1, left: false };
}

/** A line that would lose more than this changes the treat, not its fault. House values: a share of the line, and of all. */
const MOST_LOST = { ofLine: 0.65, ofAll: 0.12 } as const;

function isTooMuch(action: ProposalAction, { part }: Standing): boolean {
  if (action.kind !== 'less') return false;
  const line = part?.lines.find(({ id }) => id === action.lineId);
  const allG = part?.lines.reduce((sum, { massG }) => sum + (massG ?? 0), 0) ?? 0;
  return action.why === 'balance' && (action.massG > MOST_LOST.ofLine * (line?.massG ?? 0) || action.massG > MOST_LOST.ofAll * allG);
}

function byRole(
  standing: Standing,
  { role, by }: { readonly role: LedgerRole; readonly by: 'more' | 'less' },
  off: number,
  larder: Larder,
  tables: SwapTables,
): readonly ProposalAction[] {
  const asking = askingRow(standing, role, by, off);
  if (!asking) return [];
  const asked: Standing = { ...standing, rows: standing.rows.map((row) => (row.role === role ? asking : row)) };
  const ways = correctionsFor(rowOf(asked, role) ? asked : { ...asked, rows: [...asked.rows, asking] }, asking, larder, tables);
  const best = ways.find(({ action }) => !isTooMuch(action, standing));
  return best ? [best.action] : [];
}

const isOf = (line: Line, foods: readonly string[], larder: Larder): boolean => {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  return food !== undefined && answersTo(food).some((name) => foods.includes(name));
};

/** The first stand-in that is no food to be replaced, brings no new allergen and goes with the diet: one that is there already before others. */
function standIn(standing: Standing, into: readonly string[], of: readonly string[], larder: Larder): Food | undefined {
  const company = standing.company();
  const foods = into.flatMap((id) => foodInHand(id, larder) ?? []).filter((food) => !answersTo(food).some((name) => of.includes(name)));
  const fit = foods.filter((food) => againstDiet(food, standing.diet) === undefined && food.allergens.every((one) => company.allergens.has(one)));
  return fit.find((food) => answersTo(food).some((name) => company.held.has(name))) ?? fit[0];
}

function instead(standing: Standing, { of, part, into }: Extract<CauseMend, { readonly of: readonly string[] }>, larder: Larder): readonly ProposalAction[] {
  const lines = standing.part?.lines.filter((line) => (line.massG ?? 0) > 0 && isOf(line, of, larder)) ?? [];
  const over = standing.overProtein.find(({ limit }) => of.some((name) => limit.foods.includes(name)));
  // Replaced gram for gram by another flour or powder, the dry weight stays: down to the limit, (share - most) / share of it goes.
  const share = part === 'limit' ? (over ? 1 - over.limit.mostShare / over.share : 0) : part;
  const food = standIn(standing, into, of, larder);
  if (!food || share <= 0) return [];
  return lines.flatMap((line): readonly ProposalAction[] => {
    // Upwards, so that what is left does not lie above the limit by what was rounded.
    const step = (line.massG ?? 0) < 10 ? 0.1 : 1;
    const massG = Math.min(Number((Math.ceil(((line.massG ?? 0) * share) / step - 1e-9) * step).toFixed(1)), line.massG ?? 0);
    return massG > 0 ? [{ kind: 'replace', lineId: line.id, fromMassG: massG, to: [{ foodId: food.id, massG }] }] : [];
  });
}

function isFor({ classes, notClasses, heat, holds }: CauseRow, { product, part }: Standing, larder: Larder): boolean {
  if (holds && !part?.lines.some((line) => (line.massG ?? 0) > 0 && isOf(line, holds, larder))) return false;
  if (!product) return classes === undefined && heat === undefined;
  return (classes === undefined || classes.includes(product.id)) && !notClasses?.includes(product.id) && (heat === undefined || heat.includes(product.heat));
}

/**
 * What a fault (an id of the ticks, or a scale with its side, "moistness:low") likely comes from in a try as it was poured,
 * what most speaks for first, and questions about what no formula shows last. `off` is how far the tasters' mean lies from
 * just right, 1 to 2 steps.
 */
export function causesOf(fault: string, sheet: Worksheet, process: Process, larder: Larder, tables: SwapTables, off = 1): readonly Cause[] {
  const standing = standingOf(sheet, larder, tables);
  const { part } = standing;
  if (!part) return [];
  const found = CAUSE_ROWS.filter((row) => row.fault === fault && isFor(row, standing, larder)).flatMap((row) => {
    const evidence = findEvidence(row.if, { standing, process, larder });
    return evidence ? [{ row, ...evidence }] : [];
  });
  return found
    .sort((a, b) => b.strength - a.strength)
    .map(({ row, words, strength }): Cause => {
      const { mend } = row;
      if ('step' in mend) return { row, words, strength, actions: [{ kind: 'step', text: mend.step, when: mend.when }] };
      return { row, words, strength, actions: 'role' in mend ? byRole(standing, mend, off, larder, tables) : instead(standing, mend, larder) };
    });
}

/**
 * The ticks that a kind of treat may earn: what is frozen is not raw inside, what is baked is not icy. All, where no kind is
 * known; `heatOf` is what heats this one, where its method tells that.
 */
export function faultsFor(product: ProductClass | undefined, heatOf: ProductClass['heat'] | undefined = product?.heat): typeof TASTE_FAULTS {
  const isOfClass = ({ classes, notClasses }: CauseRow): boolean => !product || ((classes === undefined || classes.includes(product.id)) && !notClasses?.includes(product.id));
  const isAbout = (row: CauseRow): boolean => isOfClass(row) && (row.heat === undefined || heatOf === undefined || row.heat.includes(heatOf));
  return TASTE_FAULTS.filter(({ id }) => CAUSE_ROWS.some((row) => row.fault === id && isAbout(row)));
}

/** A class that holds no more lift than this, in percent, does not rise: nobody is asked how high it is. House value. */
const NO_LIFT = 1;

/** What a taster of such a treat is asked: not how high a dough is that is eaten as it is. */
export function scalesFor(product: ProductClass | undefined, heatOf: ProductClass['heat'] | undefined = product?.heat): readonly Scale[] {
  const rises = product ? (product.bands.lift?.high ?? NO_LIFT) >= NO_LIFT : heatOf !== 'none';
  return rises ? SCALES : SCALES.filter((scale) => scale !== 'lift');
}

/** What a try brought up, as it is laid on the Bench: why, and from where. */
export interface Advice {
  readonly actions: readonly ProposalAction[];
  readonly reason: string;
  readonly mark: Mark;
  readonly source: string;
}

const TRY_RULE = 'try:';

/** The sheet with what a try brought up laid out as proposals of one swap: taken, edited or refused as any other, and kept with the next try. */
export function layAdvice(sheet: Worksheet, { actions, reason, mark, source }: Advice, larder: Larder, tables: SwapTables): Worksheet {
  const { part } = standingOf(sheet, larder, tables);
  if (!part || actions.length === 0) return sheet;
  const swapId = freshId(sheet, 'q');
  const laid = actions.map((action, i) => ({ id: `${swapId}.${i}`, swapId, ruleId: TRY_RULE + swapId, partId: part.id, action, reason, mark, source }));
  return { ...sheet, open: [...sheet.open, ...laid] };
}
