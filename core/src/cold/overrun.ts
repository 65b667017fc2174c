import { type OverrunReading } from '../formula';

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
  let precision = 1 / Math.max(predictedSd, 1) ** 2;
  let weighted = predictedPercent * precision;
  for (const reading of readings) {
    const found = overrunOf(reading);
    if (!found) continue;
    const weight = 1 / (READING_SPREAD * (100 + found.overrunPercent)) ** 2;
    precision += weight;
    weighted += found.overrunPercent * weight;
  }
  return { percent: weighted / precision, sd: Math.sqrt(1 / precision) };
}
