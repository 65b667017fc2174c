import { AT, read, type Sums } from './brings';

/** One level teaspoon of soda [common practice], and what a mole of it weighs [NaHCO3, 84.007 g/mol]. */
const SODA_TSP_G = 4.6;
const SODA_G_PER_MMOL = 0.084007;
/** Left-over soda above this share of the batter tastes soapy and browns [common practice]. */
export const SOAPY_SHARE = 0.003;

/** Per 100 g of mix: a share more or less of the gas, at least some, and acid either way, that nobody notices. House values. */
export const LIFT_NOTICED = { gasShare: 0.2, leastGasMmol: 0.5, acidMmol: 1 } as const;

export interface Lift {
  /** Acid and base before they meet, mmol. Where a food's row gives none it brings none worth counting. */
  readonly acidMmol: number;
  readonly baseMmol: number;
  /** Carbon dioxide: of soda that meets acid all of it, of the rest half (heat alone), of baking powder what it gives. */
  readonly co2Mmol: number;
  /** Acid (above zero) or base (below) that finds no partner, mmol. */
  readonly leftMmol: number;
  /** Gas, and what finds no partner, per 100 g of the mix. */
  readonly co2MmolPer100g: number;
  readonly leftMmolPer100g: number;
  /** Soda that finds no acid, as level teaspoons and as a share of the mix. */
  readonly sodaLeftTsp: number;
  readonly sodaLeftShare: number;
}

/**
 * Gas and acid balance of a mix. Soda and acid meet mole for mole (NaHCO3 + H+ -> CO2); left-over soda gives half of its
 * gas on heating (2 NaHCO3 -> Na2CO3 + CO2 + H2O). Undefined for a mix that weighs nothing. Example: 4.6 g of soda with
 * 10.3 g of cream of tartar leave nothing over.
 */
export function liftOf(sums: Sums): Lift | undefined {
  const massG = read(sums, AT.massG);
  if (massG <= 0) return undefined;
  const [acidMmol, baseMmol] = [read(sums, AT.acidMmol), read(sums, AT.baseMmol)];
  const met = Math.min(acidMmol, baseMmol);
  const sodaLeft = baseMmol - met;
  const co2Mmol = met + sodaLeft / 2 + read(sums, AT.otherCo2Mmol);
  return {
    acidMmol,
    baseMmol,
    co2Mmol,
    co2MmolPer100g: (co2Mmol * 100) / massG,
    leftMmolPer100g: ((acidMmol - baseMmol) * 100) / massG,
    leftMmol: acidMmol - baseMmol,
    sodaLeftTsp: (sodaLeft * SODA_G_PER_MMOL) / SODA_TSP_G,
    sodaLeftShare: (sodaLeft * SODA_G_PER_MMOL) / massG,
  };
}
