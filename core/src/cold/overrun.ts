import { combined } from '../quantity';
import { type Figures, type OverrunReading, shareOfFigures, type Views } from '../formula';

export interface OverrunResult {
  readonly overrunPercent: number;
  readonly foamDensityGPerMl: number;
}

/**
 * Overrun % = (mass of a volume of mix - mass of the same volume of foam) / mass of foam x 100 [Goff & Hartel, Ice Cream].
 * Undefined where a mass is not above zero. Example: 260 g of mix and 130 g of foam make 100 %.
 */
export function overrunOf({ mixG, foamG, cupMl }: OverrunReading): OverrunResult | undefined {
  if (!(mixG > 0) || !(foamG > 0) || !(cupMl > 0)) return undefined;
  return { overrunPercent: ((mixG - foamG) / foamG) * 100, foamDensityGPerMl: foamG / cupMl };
}

/** Relative standard deviation of one reading of 1 + overrun. House value. */
const READING_SPREAD = 0.08;

/**
 * What this bowl and mixer make of a mix: the prediction and the readings, each as 1 + overrun, combined by precision (normal
 * model, as for thirst).
 */
export function learnOverrun(predictedPercent: number, predictedSd: number, readings: readonly OverrunReading[]): { readonly percent: number; readonly sd: number } {
  const told = readings.flatMap((reading) => {
    const found = overrunOf(reading);
    return found ? [{ mean: found.overrunPercent, sd: READING_SPREAD * (100 + found.overrunPercent) }] : [];
  });
  const { mean, sd } = combined({ mean: predictedPercent, sd: Math.max(predictedSd, 1) }, told);
  return { percent: mean, sd };
}

/** Mean density of the foam that was weighed, g/mL; undefined without a reading that can be used. */
export function meanDensity(readings: readonly OverrunReading[]): number | undefined {
  const densities = readings.flatMap((reading) => overrunOf(reading)?.foamDensityGPerMl ?? []);
  return densities.length > 0 ? densities.reduce((sum, one) => sum + one, 0) / densities.length : undefined;
}

/** A portion of foam by its volume or its weight, and what it holds. */
export interface FoamPortion {
  readonly name: string;
  readonly massG: number;
  readonly figures: Figures;
}

/** Measures that a foam is served in: by volume, and by weight, where the air does not matter. */
const SERVED: readonly { readonly name: string; readonly ml?: number; readonly g?: number }[] = [
  { name: 'a cup, 240 mL', ml: 240 },
  { name: 'a bowl, 500 mL', ml: 500 },
  { name: 'a litre', ml: 1000 },
  { name: '100 g', g: 100 },
  { name: '250 g', g: 250 },
];

/**
 * Portions by volume at the mean density of the readings, and by weight, with what each holds. Empty without a reading that
 * can be used, or without figures for 100 g.
 */
export function foamPortions(readings: readonly OverrunReading[], { per100g }: Pick<Views, 'per100g'>): readonly FoamPortion[] {
  const density = meanDensity(readings);
  if (density === undefined || !per100g) return [];
  return SERVED.map(({ name, ml = 0, g }) => {
    const massG = g ?? ml * density;
    return { name, massG, figures: shareOfFigures(per100g, massG / 100) };
  });
}
