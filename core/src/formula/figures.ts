import { type CarbCount } from '../food';

export const ENERGY_COUNTS = ['table', 'eu', 'us'] as const;
export type EnergyCount = (typeof ENERGY_COUNTS)[number];

/** How a household counts: whose net carbohydrate, and whose energy ("table" takes each food's own figure). */
export interface Counting {
  readonly carbs: CarbCount;
  readonly energy: EnergyCount;
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
