import { kjFromKcal, type Larder, saltFromSodium, SUMMED, type Summed } from '../food';
import { zeros } from '../role';
import { type Counting, COUNTING, type Figure, type Figures, FIGURES, type Sum } from './figures';
import { type Formula, type Part } from './formula';
import { sumOfPart } from './sumTree';
import { tallyOf, VARIANCES_AT, WORST_AT } from './tally';

export interface Totals {
  /** Grams of all counted lines that have a mass, of known and unknown foods alike. */
  readonly massG: number;
  /** Lines without a mass, so that `massG` too is at least. */
  readonly unweighed: readonly string[];
  readonly figures: Figures;
}

const NO_GAPS: readonly string[] = [];
const KJ = kjFromKcal(1);
const SALT = saltFromSodium(1);
const PLACE = Object.fromEntries(SUMMED.map((key, i) => [key, i])) as Readonly<Record<Summed, number>>;

/** The sum behind a figure, and what it is multiplied by to become it. */
export function summedOf(figure: Figure, counting: Counting): { readonly summed: Summed; readonly times: number } {
  const energy = counting.energy === 'eu' ? 'energyEu' : counting.energy === 'us' ? 'energyUs' : 'energyKcal';
  if (figure === 'energyKcal') return { summed: energy, times: 1 };
  if (figure === 'energyKj') return { summed: energy, times: kjFromKcal(1) };
  if (figure === 'netCarbG') return { summed: counting.carbs, times: 1 };
  if (figure === 'saltG') return { summed: 'sodiumMg', times: saltFromSodium(1) };
  return { summed: figure, times: 1 };
}

/** One figure of one line, in the figure's unit; undefined where it is unknown. */
export function figureOfLine(figure: Figure, line: Part['lines'][number], larder: Larder, counting: Counting): number | undefined {
  const { summed, times } = summedOf(figure, counting);
  const tally = tallyOf(line, larder);
  return (tally.unknown >> PLACE[summed]) & 1 ? undefined : (tally.row[PLACE[summed]] ?? 0) * times;
}

interface Hole {
  readonly id: string;
  readonly unknown: number;
  readonly massG: number | undefined;
}

/** The most that a gram of anything holds of a figure: pure fat's energy, pure salt's sodium, else a gram. */
const MOST_PER_GRAM: Readonly<Partial<Record<Summed, number>>> = { energyKcal: 9, energyEu: 9, energyUs: 9, sodiumMg: 393.4 };
/** A gap that cannot hold more than this share of what is known is not worth a mark on the sum: the line keeps its own. House value. */
const WORTH_A_MARK = 0.01;

/** Share of a part that is eaten: what stays behind in the dish takes its share of everything along. */
export function eatenShare(part: Part, massG: number): number {
  return part.leftBehindG && massG > 0 ? Math.max(1 - part.leftBehindG / massG, 0) : 1;
}

function gapsOf(holes: readonly Hole[], place: number, amount: number): readonly string[] {
  if (holes.length === 0) return NO_GAPS;
  const here = holes.filter(({ unknown }) => (unknown >> place) & 1);
  const perGram = MOST_PER_GRAM[SUMMED[place] ?? 'proteinG'] ?? 1;
  const most = here.reduce((sum, { massG = Infinity }) => sum + massG * perGram, 0);
  return most <= WORTH_A_MARK * amount ? NO_GAPS : here.map(({ id }) => id);
}

function figuresOf(row: readonly number[], holes: readonly Hole[], counting: Counting): Figures {
  const sum = (place: number, times: number): Sum => ({
    amount: (row[place] ?? 0) * times,
    sd: Math.sqrt(row[VARIANCES_AT + place] ?? 0) * times,
    worst: (row[WORST_AT + place] ?? 0) * times,
    gaps: gapsOf(holes, place, row[place] ?? 0),
  });
  const energy = PLACE[summedOf('energyKcal', counting).summed];
  return {
    energyKcal: sum(energy, 1),
    energyKj: sum(energy, KJ),
    proteinG: sum(PLACE.proteinG, 1),
    fatG: sum(PLACE.fatG, 1),
    saturatesG: sum(PLACE.saturatesG, 1),
    carbohydrateG: sum(PLACE.carbohydrateG, 1),
    netCarbG: sum(PLACE[counting.carbs], 1),
    fibreG: sum(PLACE.fibreG, 1),
    sugarsG: sum(PLACE.sugarsG, 1),
    polyolsG: sum(PLACE.polyolsG, 1),
    sodiumMg: sum(PLACE.sodiumMg, 1),
    saltG: sum(PLACE.sodiumMg, SALT),
  };
}

function massOfPart(part: Part): number {
  return part.lines.reduce((sum, { massG = 0 }) => sum + massG, 0);
}

/**
 * Sums over the lines of some parts: grams x figure per gram, unknown values named as gaps and never taken as zero, unless the
 * line weighs too little to hold a hundredth of the sum; salt to taste leaves the energy known and the sodium open. Errors of the lines' masses, and what the rounding of a label leaves
 * open (uniform), are independent and add in quadrature; the worst case adds them up.
 */
export function totalsOfParts(parts: readonly Part[], larder: Larder, counting: Counting = COUNTING): Totals {
  const holes: Hole[] = [];
  const unweighed: string[] = [];
  let massG = 0;
  let total: readonly number[] | undefined;
  for (const part of parts) {
    const share = part.leftBehindG ? eatenShare(part, massOfPart(part)) : 1;
    const { row, tallies } = sumOfPart(part, larder);
    for (const tally of tallies) {
      if (tally.massG === undefined) unweighed.push(tally.lineId);
      else massG += tally.massG * share;
      if (tally.unknown !== 0) holes.push({ id: tally.lineId, unknown: tally.unknown, massG: tally.massG });
    }
    total = total ? addShare(total, row, share) : share === 1 ? row : addShare(NOTHING, row, share);
  }
  return { massG, unweighed, figures: figuresOf(total ?? NOTHING, holes, counting) };
}

const NOTHING: readonly number[] = zeros(3 * SUMMED.length);

/** A sum with a share of another beside it; variances go by the share squared. */
function addShare(total: readonly number[], row: readonly number[], share: number): readonly number[] {
  return NOTHING.map((_zero, i) => {
    const isVariance = i >= VARIANCES_AT && i < WORST_AT;
    return (total[i] ?? 0) + (row[i] ?? 0) * (isVariance ? share * share : share);
  });
}

/** The parts that count, without those left out or chosen at the table. */
export function countedParts(formula: Pick<Formula, 'parts'>): readonly Part[] {
  return formula.parts.some((part) => part.counting) ? formula.parts.filter((part) => !part.counting) : formula.parts;
}

/** A formula as it is served: of what is chosen at the table only the parts that are taken, by id. */
export function servedFormula(formula: Formula, taken: ReadonlySet<string>): Formula {
  return { ...formula, parts: formula.parts.filter(({ id, counting }) => counting !== 'at the table' || taken.has(id)) };
}

/** Sums over the parts of a formula that count. */
export function totalsOf(formula: Pick<Formula, 'parts'>, larder: Larder, counting: Counting = COUNTING): Totals {
  return totalsOfParts(countedParts(formula), larder, counting);
}

/** Figures of several things on one plate together: amounts and worst cases add up, independent errors in quadrature, gaps stay gaps. */
export function addFigures(all: readonly Figures[]): Figures {
  const of = (figure: Figure): Sum => {
    const sums = all.map((one) => one[figure]);
    const add = (pick: (sum: Sum) => number): number => sums.reduce((total, sum) => total + pick(sum), 0);
    return { amount: add(({ amount }) => amount), sd: Math.hypot(...sums.map(({ sd }) => sd)), worst: add(({ worst }) => worst), gaps: sums.flatMap(({ gaps }) => gaps) };
  };
  return Object.fromEntries(FIGURES.map((figure) => [figure, of(figure)])) as Figures;
}

/**
 * The same figures for a share of the batch (0.125 for one of eight portions). `doubt` is the relative error of the share
 * itself, at most: half of it counts as one standard deviation.
 */
export function shareOfFigures(figures: Figures, share: number, doubt = 0): Figures {
  const of = ({ amount, sd, worst, gaps }: Sum): Sum =>
    doubt === 0
      ? { amount: amount * share, sd: sd * share, worst: worst * share, gaps }
      : { amount: amount * share, sd: Math.hypot(sd, (amount * doubt) / 2) * share, worst: (worst + amount * doubt) * share, gaps };
  return {
    energyKcal: of(figures.energyKcal),
    energyKj: of(figures.energyKj),
    proteinG: of(figures.proteinG),
    fatG: of(figures.fatG),
    saturatesG: of(figures.saturatesG),
    carbohydrateG: of(figures.carbohydrateG),
    netCarbG: of(figures.netCarbG),
    fibreG: of(figures.fibreG),
    sugarsG: of(figures.sugarsG),
    polyolsG: of(figures.polyolsG),
    sodiumMg: of(figures.sodiumMg),
    saltG: of(figures.saltG),
  };
}
