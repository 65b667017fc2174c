import { kjFromKcal, type Larder, massSpread, saltFromSodium, SUMMED } from '../food';
import { allLines, type Formula } from './formula';

/** A sum over lines. `gaps` names the lines whose share is unknown, so that `amount` is at least, not all. */
export interface Sum {
  readonly amount: number;
  /** Standard deviation from how the grams were found, same unit as the amount. */
  readonly sd: number;
  readonly gaps: readonly string[];
}

/** What is shown of a sum of foods. Grams unless the name says otherwise. */
export type Figure = 'energyKcal' | 'energyKj' | 'proteinG' | 'fatG' | 'saturatesG' | 'carbohydrateG' | 'netCarbG' | 'fibreG' | 'sugarsG' | 'polyolsG' | 'sodiumMg' | 'saltG';

export type Figures = Readonly<Record<Figure, Sum>>;

export interface Totals {
  /** Grams of all lines that have a mass, of known and unknown foods alike. */
  readonly massG: number;
  /** Lines without a mass, so that `massG` too is at least. */
  readonly unweighed: readonly string[];
  readonly figures: Figures;
}

function scaleSum({ amount, sd, gaps }: Sum, by: number): Sum {
  return { amount: amount * by, sd: sd * by, gaps };
}

const NO_GAPS: readonly string[] = [];
const PLACE = Object.fromEntries(SUMMED.map((key, i) => [key, i])) as Readonly<Record<(typeof SUMMED)[number], number>>;
const ALL_UNKNOWN = (1 << SUMMED.length) - 1;

/** Ids of the lines that a figure lacks, in the order of the lines. */
function gapsOf(place: number, holes: readonly { readonly id: string; readonly unknown: number }[]): readonly string[] {
  return holes.filter(({ unknown }) => (unknown >> place) & 1).map(({ id }) => id);
}

/**
 * Sums over the lines: grams x figure per gram, unknown values named as gaps and never taken as zero; salt to taste
 * leaves the energy known and the sodium open. Net carbohydrate
 * is total less fibre, erythritol and allulose. Errors of the lines' masses, and what the
 * rounding of a label leaves open (uniform), are independent and add in quadrature.
 */
export function totalsOf(formula: Formula, larder: Larder): Totals {
  const amounts = new Float64Array(SUMMED.length);
  const variances = new Float64Array(SUMMED.length);
  const holes: { id: string; unknown: number }[] = [];
  const unweighed: string[] = [];
  let massG = 0;
  for (const line of allLines(formula)) {
    const ready = line.foodId === undefined ? undefined : larder.perGram.get(line.foodId);
    const grams = line.massG;
    if (grams === undefined) unweighed.push(line.id);
    else massG += grams;
    if (grams === 0) continue;
    if (!ready || grams === undefined) {
      holes.push({ id: line.id, unknown: ready ? ready.open : ALL_UNKNOWN });
      continue;
    }
    if (ready.unknown !== 0) holes.push({ id: line.id, unknown: ready.unknown });
    const spread = massSpread(line.basis ?? 'weighed', larder.foods.get(line.foodId ?? ''));
    for (let i = 0; i < amounts.length; i++) {
      const share = grams * (ready.figures[i] ?? 0);
      amounts[i] = (amounts[i] ?? 0) + share;
      variances[i] = (variances[i] ?? 0) + (share * spread) ** 2 + (ready.halves ? (grams * (ready.halves[i] ?? 0)) ** 2 / 3 : 0);
    }
  }
  const sum = (key: (typeof SUMMED)[number]): Sum => {
    const place = PLACE[key];
    return { amount: amounts[place] ?? 0, sd: Math.sqrt(variances[place] ?? 0), gaps: holes.length === 0 ? NO_GAPS : gapsOf(place, holes) };
  };
  const energy = sum('energyKcal');
  const sodium = sum('sodiumMg');
  const figures: Figures = {
    energyKcal: energy,
    energyKj: scaleSum(energy, kjFromKcal(1)),
    proteinG: sum('proteinG'),
    fatG: sum('fatG'),
    saturatesG: sum('saturatesG'),
    carbohydrateG: sum('carbohydrateG'),
    netCarbG: sum('netCarbG'),
    fibreG: sum('fibreG'),
    sugarsG: sum('sugarsG'),
    polyolsG: sum('polyolsG'),
    sodiumMg: sodium,
    saltG: scaleSum(sodium, saltFromSodium(1)),
  };
  return { massG, unweighed, figures };
}

/** The same figures for a share of the batch (0.125 for one of eight portions). */
export function shareOfFigures(figures: Figures, share: number): Figures {
  const scaled = {} as Record<Figure, Sum>;
  for (const key in figures) scaled[key as Figure] = scaleSum(figures[key as Figure], share);
  return scaled;
}

/** Per batch, per portion and per 100 g. Per 100 g is of the weighed yield where there is one, else of the raw mix. */
export interface Views {
  readonly batch: Figures;
  readonly portion: Figures;
  /** Absent for a batch that weighs nothing. */
  readonly per100g?: Figures;
  readonly portionMassG: number;
  readonly yieldIsWeighed: boolean;
}

export function viewsOf(formula: Formula, totals: Totals): Views {
  const yieldG = formula.yieldMassG ?? totals.massG;
  const portions = formula.portions > 0 ? formula.portions : 1;
  return {
    batch: totals.figures,
    portion: shareOfFigures(totals.figures, 1 / portions),
    ...(yieldG > 0 ? { per100g: shareOfFigures(totals.figures, 100 / yieldG) } : {}),
    portionMassG: yieldG / portions,
    yieldIsWeighed: formula.yieldMassG !== undefined,
  };
}
