import { type Allergen, ALLERGENS, answersTo, type Food, type GramFigures, type Larder, massSpread, SUMMED } from '../food';
import { AT, bringsOf, BROUGHT, type Sums, zeros } from '../role';
import { type Line } from './formula';

/** Where a row of a tally holds its figures, their variances, the most they are off by, and what is brought to the mix. */
export const VARIANCES_AT = SUMMED.length;
export const WORST_AT = 2 * SUMMED.length;
const BRINGS_AT = 3 * SUMMED.length;
export const ROW = BRINGS_AT + BROUGHT.length;

/** All that one line adds to a batch, reckoned once. */
export interface Tally {
  readonly lineId: string;
  readonly massG: number | undefined;
  /** Names by which rules and cautions know its food; none where there is no food, or nothing of it. */
  readonly names: readonly string[];
  readonly isKnown: boolean;
  /** Figures, variances, worst cases and what it brings, one after the other. */
  readonly row: readonly number[];
  /** Bit i is set where figure i of `SUMMED` is unknown. */
  readonly unknown: number;
  /** Bits of the allergens that it contains and may contain, in the order of `ALLERGENS`. */
  readonly contains: number;
  readonly mayContain: number;
}

const NO_NAMES: readonly string[] = [];
export const NO_ROW: readonly number[] = zeros(ROW);
const ALL_UNKNOWN = 2 ** SUMMED.length - 1;
/** Two standard deviations of how the grams were found are taken as the most that they are off by. House value. */
const WORST_OF_SPREAD = 2;

function bitsOf(allergens: readonly Allergen[] = []): number {
  return allergens.reduce((bits, allergen) => bits | (1 << ALLERGENS.indexOf(allergen)), 0);
}

/** The part of a row that is brought to the mix. */
export function brought(row: readonly number[]): Sums {
  return row.slice(BRINGS_AT);
}

/** What is the same for every line of a food that was measured, melted and beaten alike: a row for one gram, and its bits. */
interface PerGram {
  readonly row: readonly number[];
  readonly unknown: number;
  readonly open: number;
  readonly names: readonly string[];
  readonly contains: number;
  readonly mayContain: number;
}

function rowPerGram(food: Food, { basis = 'weighed', melted = false, beaten = false, wetted }: Line, { figures, halves }: GramFigures): readonly number[] {
  const row = NO_ROW.slice();
  const spread = massSpread(basis, food);
  for (let i = 0; i < SUMMED.length; i++) {
    const [share, half] = [figures[i] ?? 0, halves?.[i] ?? 0];
    row[i] = share;
    row[VARIANCES_AT + i] = (share * spread) ** 2 + (half * half) / 3;
    row[WORST_AT + i] = WORST_OF_SPREAD * spread * share + half;
  }
  const brings = bringsOf({ food, massG: 1, melted, beaten, ...(wetted ? { wetted } : {}) });
  for (let i = 0; i < brings.length; i++) row[BRINGS_AT + i] = brings[i] ?? 0;
  return row;
}

const known = new WeakMap<GramFigures, Map<string, PerGram>>();

function perGramOf(food: Food, line: Line, ready: GramFigures): PerGram {
  const { basis = 'weighed', melted = false, beaten = false, wetted } = line;
  const ways = known.get(ready) ?? new Map<string, PerGram>();
  const plain = melted ? (beaten ? `${basis}+~` : `${basis}~`) : beaten ? `${basis}+` : basis;
  const way = wetted ? `${plain}:${wetted}` : plain;
  let found = ways.get(way);
  if (!found) {
    const { unknown, open } = ready;
    found = {
      row: rowPerGram(food, line, ready),
      unknown,
      open,
      names: answersTo(food),
      contains: bitsOf(food.allergens),
      mayContain: bitsOf(food.mayContain),
    };
    ways.set(way, found);
    known.set(ready, ways);
  }
  return found;
}

/** The row of so many grams: all goes by the mass, variances by its square. */
function rowOf({ row: each }: PerGram, massG: number): readonly number[] {
  const row = each.slice();
  const square = massG * massG;
  for (let i = 0; i < ROW; i++) row[i] = (row[i] as number) * (i >= VARIANCES_AT && i < WORST_AT ? square : massG);
  return row;
}

function tallyOfUnknown({ id, massG }: Line): Tally {
  const row = NO_ROW.slice();
  if (massG) row[BRINGS_AT + AT.massG] = massG;
  return { lineId: id, massG, names: NO_NAMES, isKnown: false, row, unknown: massG === 0 ? 0 : ALL_UNKNOWN, contains: 0, mayContain: 0 };
}

/** What a line adds. Within a part, `sumOfPart` of sumTree.ts has each line's tally at hand already. */
export function tallyOf(line: Line, larder: Larder): Tally {
  const { massG } = line;
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  const ready = food && larder.perGram.get(food.id);
  if (!food || !ready) return tallyOfUnknown(line);
  const per1 = perGramOf(food, line, ready);
  return {
    lineId: line.id,
    massG,
    names: massG === 0 ? NO_NAMES : per1.names,
    isKnown: true,
    row: massG ? rowOf(per1, massG) : NO_ROW,
    unknown: massG === 0 ? 0 : massG === undefined ? per1.open : per1.unknown,
    contains: per1.contains,
    mayContain: per1.mayContain,
  };
}

/** How much of one thing a line brings to its mix. */
export function broughtOf(tally: Tally, place: number): number {
  return tally.row[BRINGS_AT + place] ?? 0;
}

/** What a line brings to its mix. */
export function broughtBy(line: Line, larder: Larder): Sums {
  return brought(tallyOf(line, larder).row);
}
