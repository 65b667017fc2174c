import { type Allergen, answersTo, type Diet, type Food, type Larder } from '../food';
import { allLines, type Line, mainPart, NO_GOALS, type Part, sumsOfPart } from '../formula';
import { classOfBalance, type LedgerRow, ledgerOf, outside, overProtein, type OverLimit, type ProductClass } from '../product';
import { type LedgerRole, type Measures, measuresOf, noSums, type Sums } from '../role';
import { type SwapTables } from './swapTables';
import { refuseProposal } from './decide';
import { freshId, type ProposalAction, type Worksheet } from './worksheet';

export type StandingRow = LedgerRow;

/** How a rebuild stands against its original and its class, in the part that holds the batter or dough. */
export interface Standing {
  readonly product: ProductClass | undefined;
  readonly part: Part | undefined;
  readonly original: Measures;
  readonly sums: Sums;
  readonly rows: readonly StandingRow[];
  readonly overProtein: readonly OverLimit[];
  readonly diet: Diet;
  /** Who is in the mix and who left it; only corrections ask, so it is gathered when it is asked for. */
  readonly company: () => Company;
}

/** What is in the rebuild, and what was swapped out of it. */
export interface Company {
  /** Names of foods that the baker swapped out: nothing brings them back. */
  readonly gone: ReadonlySet<string>;
  /** Sugar was among them, or what sweetens it is no sugar: sugar by another name does not come back either. */
  readonly sugarGone: boolean;
  /** Names of the foods that the rebuild holds, and the allergens they bring. */
  readonly held: ReadonlySet<string>;
  readonly allergens: ReadonlySet<Allergen>;
  /** Allergens that a swap took out with a food, no other of whose kind brings them: perhaps that was why. */
  readonly avoided: ReadonlySet<Allergen>;
  readonly holdsFlour: boolean;
  /** Lines that a rule of the trade already made less of: how far is the trade's to say. */
  readonly lessened: ReadonlySet<string>;
  /** Foods of which a swap asked for more. */
  readonly brought: ReadonlySet<string>;
}

export const BALANCE_RULE = 'balance:';

/** A change since a refusal that asks anew, as a share of the band. House value. */
const ASKS_AGAIN = 0.15;

const isCooler = (action: ProposalAction): boolean => action.kind === 'step' && action.text.includes('°C cooler');

function isLeft(row: LedgerRow, sheet: Worksheet): boolean {
  if (row.state === 'in' || row.rebuild === undefined || !row.band) return false;
  const last = [...sheet.decisions].reverse().find(({ proposal }) => proposal.ruleId === BALANCE_RULE + row.role);
  if (last?.outcome === 'accepted' && last.proposal.action.kind === 'step') return true;
  // A swap that already bakes cooler has mended what it browned.
  if (row.role === 'browning' && row.state === 'high' && sheet.decisions.some(({ outcome, proposal: { action } }) => outcome === 'accepted' && isCooler(action))) return true;
  if (last?.outcome !== 'refused' || last.leftGap === undefined) return false;
  return Math.abs(row.rebuild - last.leftGap) / Math.max(row.band.high - row.band.low, 1e-6) < ASKS_AGAIN;
}

function foodsOf(lines: readonly Line[], larder: Larder): readonly Food[] {
  return lines.flatMap((line) => (line.foodId === undefined || line.massG === 0 ? [] : (larder.foods.get(line.foodId) ?? [])));
}

/** Grams of sugars in 100 g from which a sweetener is sugar. House value. */
export const IS_SUGAR = 50;

const plainNames = (food: Food): readonly string[] => answersTo(food).filter((name) => !name.startsWith('@'));

/** Flour and starch below this share of what is there make no dough or batter. House value. */
const LEAST_FLOUR = 0.05;

function companyOf(sheet: Worksheet, larder: Larder): Company {
  const lines = allLines(sheet.rebuild);
  const foods = foodsOf(lines, larder);
  const swapped = new Set(lines.flatMap(({ origin }) => (origin?.kind === 'swapped' ? [origin.lineId] : [])));
  const gone = foodsOf(
    allLines(sheet.original).filter(({ id }) => swapped.has(id)),
    larder,
  );
  const isSugar = ({ kind, per100g }: Food): boolean => kind === 'sweetener' && (per100g.sugarsG ?? 0) > IS_SUGAR;
  const isWithoutSugar = foods.some(({ kind }) => kind === 'sweetener') && !foods.some(isSugar);
  const sugarGone = isWithoutSugar || gone.some(isSugar);
  const isStillHere = ({ kind }: Food, one: Allergen): boolean => foods.some((food) => food.kind === kind && food.allergens.includes(one));
  const massOf = (isOne: (food: Food) => boolean): number =>
    lines.reduce((sum, { foodId, massG }) => {
      const food = foodId === undefined ? undefined : larder.foods.get(foodId);
      return sum + (food && isOne(food) ? (massG ?? 0) : 0);
    }, 0);
  return {
    sugarGone,
    gone: new Set(gone.flatMap(plainNames)),
    held: new Set(foods.flatMap(plainNames)),
    allergens: new Set(foods.flatMap(({ allergens }) => allergens)),
    avoided: new Set(gone.flatMap((food) => food.allergens.filter((one) => !isStillHere(food, one)))),
    lessened: new Set(
      sheet.decisions.flatMap(({ outcome, proposal: { action } }) => (outcome !== 'refused' && action.kind === 'less' && action.why === 'side change' ? [action.lineId] : [])),
    ),
    brought: new Set(
      sheet.decisions.flatMap(({ outcome, proposal: { action } }) => (outcome !== 'refused' && action.kind === 'add' && action.why === 'side change' ? [action.foodId] : [])),
    ),
    holdsFlour: massOf(({ kind }) => kind === 'flour' || kind === 'starch') > LEAST_FLOUR * massOf(() => true),
  };
}

/** The standing of a worksheet as it lies there; settle what is open first to see where it would end. */
export function standingOf(sheet: Worksheet, larder: Larder, tables: SwapTables): Standing {
  let company: Company | undefined;
  const product = classOfBalance(sheet.rebuild, tables);
  const { judgedPartId } = sheet.rebuild;
  const originalPart = mainPart(judgedPartId === undefined ? sheet.original : { ...sheet.original, judgedPartId }, larder);
  const part = sheet.rebuild.parts.find(({ id }) => id === originalPart?.id) ?? mainPart(sheet.rebuild, larder);
  const original = measuresOf(originalPart ? sumsOfPart(originalPart, larder) : noSums());
  const sums = part ? sumsOfPart(part, larder) : noSums();
  const rows = ledgerOf(original, measuresOf(sums), product, tables.liking).map((row) => (row.state !== 'in' && isLeft(row, sheet) ? { ...row, left: true } : row));
  return {
    product,
    part,
    original,
    sums,
    rows,
    overProtein: part && product ? overProtein(part, product, larder) : [],
    diet: sheet.rebuild.goals ?? NO_GOALS,
    company: () => (company ??= companyOf(sheet, larder)),
  };
}

/** A sheet on which the baker saw a role out of its band and left it so: it stays quiet until the role moves. */
export function leaveRole(sheet: Worksheet, { part, rows }: Standing, role: LedgerRole): Worksheet {
  const row = rows.find((one) => one.role === role);
  if (!part || row?.rebuild === undefined) return sheet;
  const swapId = freshId(sheet, 'q');
  const action = { kind: 'step', text: `${role} left as it is` } as const;
  const seen = { id: `${swapId}.0`, swapId, ruleId: BALANCE_RULE + role, partId: part.id, action, reason: 'seen by the baker', mark: 'P', source: 'the baker' } as const;
  return refuseProposal(sheet, seen, row.rebuild);
}

/** Too thick weighs less than the rest: a splash of liquid mends it at the end. House value. */
const EASILY_THINNED = 0.3;

/** How far all roles together are out of their bands, in widths; what the baker left counts nothing. */
export function unrestOf(measures: Measures, rows: readonly StandingRow[]): number {
  let unrest = 0;
  for (const { role, band, left } of rows) {
    const now = measures[role];
    if (!band || now === undefined || left) continue;
    unrest += outside(now, band.low, band.high) * (role === 'thickness' && now > band.high ? EASILY_THINNED : 1);
  }
  return unrest;
}

/** The rows that ask for a correction. */
export function askingRows(standing: Standing): readonly StandingRow[] {
  return standing.rows.filter(({ state, left }) => (state === 'low' || state === 'high') && !left);
}

export function rowOf(standing: Standing, role: LedgerRole): StandingRow | undefined {
  return standing.rows.find((row) => row.role === role);
}
