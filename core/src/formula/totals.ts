import { type CarbCount, kjFromKcal, type Larder, saltFromSodium, SUMMED, type Summed } from '../food';
import { type Formula, type Part } from './formula';
import { tallyOf } from './tally';

/** How a household counts: whose net carbohydrate, and whose energy ("table" takes each food's own figure). */
export interface Counting {
  readonly carbs: CarbCount;
  readonly energy: 'table' | 'eu' | 'us';
}

export const COUNTING: Counting = { carbs: 'netErythritolG', energy: 'table' };

/** A sum over lines. `gaps` names the lines whose share is unknown, so that `amount` is at least, not all. */
export interface Sum {
  readonly amount: number;
  /** Standard deviation from how the grams were found and what labels leave open, same unit as the amount. */
  readonly sd: number;
  /** The most it can be off by, all errors on one side, same unit. */
  readonly worst: number;
  readonly gaps: readonly string[];
}

/** What is shown of a sum of foods. Grams unless the name says otherwise. */
export const FIGURES = ['energyKcal', 'energyKj', 'proteinG', 'fatG', 'saturatesG', 'carbohydrateG', 'netCarbG', 'fibreG', 'sugarsG', 'polyolsG', 'sodiumMg', 'saltG'] as const;
export type Figure = (typeof FIGURES)[number];
export type Figures = Readonly<Record<Figure, Sum>>;

export interface Totals {
  /** Grams of all counted lines that have a mass, of known and unknown foods alike. */
  readonly massG: number;
  /** Lines without a mass, so that `massG` too is at least. */
  readonly unweighed: readonly string[];
  readonly figures: Figures;
}

function scaleSum({ amount, sd, worst, gaps }: Sum, by: number): Sum {
  return { amount: amount * by, sd: sd * by, worst: worst * by, gaps };
}

const NO_GAPS: readonly string[] = [];
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
  return (tally.unknown >> PLACE[summed]) & 1 ? undefined : (tally.figures[PLACE[summed]] ?? 0) * times;
}

interface Hole {
  readonly id: string;
  readonly unknown: number;
}

/** Share of a part that is eaten: what stays behind in the dish takes its share of everything along. */
export function eatenShare(part: Part, massG: number): number {
  return part.leftBehindG && massG > 0 ? Math.max(1 - part.leftBehindG / massG, 0) : 1;
}

/**
 * Sums over the lines of some parts: grams x figure per gram, unknown values named as gaps and never taken as zero; salt to
 * taste leaves the energy known and the sodium open. Errors of the lines' masses, and what the rounding of a label leaves
 * open (uniform), are independent and add in quadrature; the worst case adds them up.
 */
export function totalsOfParts(parts: readonly Part[], larder: Larder, counting: Counting = COUNTING): Totals {
  const amounts = new Float64Array(SUMMED.length);
  const variances = new Float64Array(SUMMED.length);
  const worsts = new Float64Array(SUMMED.length);
  const holes: Hole[] = [];
  const unweighed: string[] = [];
  let eatenG = 0;
  for (const part of parts) {
    let massG = 0;
    if (part.leftBehindG) for (const line of part.lines) massG += line.massG ?? 0;
    const share = eatenShare(part, massG);
    for (const line of part.lines) {
      const tally = tallyOf(line, larder);
      if (tally.massG === undefined) unweighed.push(line.id);
      else eatenG += tally.massG * share;
      if (tally.unknown !== 0) holes.push({ id: line.id, unknown: tally.unknown });
      const { figures, variances: spread, worst } = tally;
      for (let i = 0; i < amounts.length; i++) {
        amounts[i] = (amounts[i] ?? 0) + (figures[i] ?? 0) * share;
        variances[i] = (variances[i] ?? 0) + (spread[i] ?? 0) * share * share;
        worsts[i] = (worsts[i] ?? 0) + (worst[i] ?? 0) * share;
      }
    }
  }
  const sum = (figure: Figure): Sum => {
    const { summed, times } = summedOf(figure, counting);
    const place = PLACE[summed];
    const gaps = holes.length === 0 ? NO_GAPS : holes.filter(({ unknown }) => (unknown >> place) & 1).map(({ id }) => id);
    return { amount: (amounts[place] ?? 0) * times, sd: Math.sqrt(variances[place] ?? 0) * times, worst: (worsts[place] ?? 0) * times, gaps };
  };
  const figures: Figures = {
    energyKcal: sum('energyKcal'),
    energyKj: sum('energyKj'),
    proteinG: sum('proteinG'),
    fatG: sum('fatG'),
    saturatesG: sum('saturatesG'),
    carbohydrateG: sum('carbohydrateG'),
    netCarbG: sum('netCarbG'),
    fibreG: sum('fibreG'),
    sugarsG: sum('sugarsG'),
    polyolsG: sum('polyolsG'),
    sodiumMg: sum('sodiumMg'),
    saltG: sum('saltG'),
  };
  return { massG: eatenG, unweighed, figures };
}

/** The parts that count, without those left out or chosen at the table. */
export function countedParts(formula: Pick<Formula, 'parts'>): readonly Part[] {
  return formula.parts.some((part) => part.counting) ? formula.parts.filter((part) => !part.counting) : formula.parts;
}

/** Sums over the parts of a formula that count. */
export function totalsOf(formula: Pick<Formula, 'parts'>, larder: Larder, counting: Counting = COUNTING): Totals {
  return totalsOfParts(countedParts(formula), larder, counting);
}

/** The same figures for a share of the batch (0.125 for one of eight portions). */
export function shareOfFigures(figures: Figures, share: number): Figures {
  const scaled = {} as Record<Figure, Sum>;
  for (const key of FIGURES) scaled[key] = scaleSum(figures[key], share);
  return scaled;
}
