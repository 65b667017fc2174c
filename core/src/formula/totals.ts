import { kjFromKcal, type Larder, massSpread, type Nutrient, NUTRIENTS, saltFromSodium } from '../food';
import { type Formula, allLines, type Line } from './formula';

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

const NET_PARTS: readonly Nutrient[] = ['carbohydrateG', 'fibreG', 'erythritolG', 'alluloseG'];

interface Running {
  amount: number;
  variance: number;
  readonly gaps: string[];
}

function addLine(run: Record<Nutrient | 'net', Running>, line: Line, larder: Larder): void {
  const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
  const massG = line.massG;
  if (massG === 0) return;
  if (!food || massG === undefined) {
    for (const running of Object.values(run)) running.gaps.push(line.id);
    return;
  }
  const share = massG / 100;
  const spread = massSpread(line.basis ?? 'weighed', food);
  for (const nutrient of NUTRIENTS) {
    const per100g = food.per100g[nutrient];
    const running = run[nutrient];
    if (per100g === undefined) running.gaps.push(line.id);
    else {
      running.amount += share * per100g;
      running.variance += (share * per100g * spread) ** 2;
    }
  }
  const [total, ...off] = NET_PARTS.map((part) => food.per100g[part]);
  if (total === undefined || off.some((part) => part === undefined)) run.net.gaps.push(line.id);
  if (total !== undefined) {
    const net =
      share *
      Math.max(
        off.reduce<number>((left, part) => left - (part ?? 0), total),
        0,
      );
    run.net.amount += net;
    run.net.variance += (net * spread) ** 2;
  }
}

function scaleSum({ amount, sd, gaps }: Sum, by: number): Sum {
  return { amount: amount * by, sd: sd * by, gaps };
}

/**
 * Sums over the lines: grams x per-100-g, unknown values named as gaps and never taken as zero. Net carbohydrate here
 * is total carbohydrate less fibre, erythritol and allulose; where fibre is unknown nothing is taken off and the line is
 * named. Errors of the lines' masses are independent and add in quadrature.
 */
export function totalsOf(formula: Formula, larder: Larder): Totals {
  const run = {} as Record<Nutrient | 'net', Running>;
  for (const key of [...NUTRIENTS, 'net' as const]) run[key] = { amount: 0, variance: 0, gaps: [] };
  let massG = 0;
  const unweighed: string[] = [];
  for (const line of allLines(formula)) {
    if (line.massG === undefined) unweighed.push(line.id);
    else massG += line.massG;
    addLine(run, line, larder);
  }
  const sum = (key: Nutrient | 'net'): Sum => ({ amount: run[key].amount, sd: Math.sqrt(run[key].variance), gaps: run[key].gaps });
  const energy = sum('energyKcal');
  const sodium = sum('sodiumMg');
  const figures: Figures = {
    energyKcal: energy,
    energyKj: scaleSum(energy, kjFromKcal(1)),
    proteinG: sum('proteinG'),
    fatG: sum('fatG'),
    saturatesG: sum('saturatesG'),
    carbohydrateG: sum('carbohydrateG'),
    netCarbG: sum('net'),
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
  return Object.fromEntries(Object.entries(figures).map(([key, sum]) => [key, scaleSum(sum, share)])) as Record<Figure, Sum>;
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
