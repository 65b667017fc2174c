import { AT, read, type Sums } from './brings';
import { givenOf, type Role } from './describe';

/** One level teaspoon of soda [common practice], and what a mole of it weighs [NaHCO3, 84.007 g/mol]. */
const SODA_TSP_G = 4.6;
const SODA_G_PER_MMOL = 0.084007;
/** Left-over soda above this share of the batter tastes soapy and browns [common practice]. */
export const SOAPY_SHARE = 0.003;

/** Beaten foam as gas, mmol for a gram of egg white. House value. */
const GAS_OF_FOAM = 0.3;
/** Share of its gas that soda gives by heat alone, without acid. */
const GAS_OF_SODA_ALONE = 0.5;

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
  const co2Mmol = met + sodaLeft * GAS_OF_SODA_ALONE + read(sums, AT.otherCo2Mmol);
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

/** Millilitres of gas in a millimole at 20 °C and 1013 hPa: the ideal gas law. */
export const ML_OF_GAS = 24.05;
/** Grams of baking soda in a millimole: NaHCO3, 84.007 g/mol. */
export const G_OF_SODA = 0.084007;

export const LIFT: Role = {
  name: 'Lift',
  ends: ['flat', 'coarse'],
  strains: ['flat', 'too much gas'],
  low: 0,
  high: 12,
  unit: 'mmol of gas in 100 g',
  digits: 1,
  kitchen: { unit: 'mL of gas in 100 g', times: ML_OF_GAS, digits: 0 },
  noticedLeast: 0.5,
  leastG: 0.3,
  tells: 1.5,
  measure: (sums) => (liftOf(sums)?.co2MmolPer100g ?? 0) + (GAS_OF_FOAM * read(sums, AT.foamG) * 100) / read(sums, AT.massG),
  given: (line, whole) => {
    const base = read(line, AT.baseMmol);
    const all = read(whole, AT.baseMmol);
    const met = Math.min(read(whole, AT.acidMmol), all);
    const ofSoda = all > 0 ? (base * (met + GAS_OF_SODA_ALONE * (all - met))) / all : 0;
    const other = read(line, AT.otherCo2Mmol) + GAS_OF_FOAM * read(line, AT.foamG);
    return givenOf(ofSoda + other, { amount: ofSoda, unit: 'mmol of gas from soda', digits: 1 }, { amount: other, unit: 'mmol of gas', digits: 1 });
  },
  equation: `soda that meets acid gives all of its CO2, the rest half; baking powder what its row says; beaten foam as ${GAS_OF_FOAM} mmol a gram of white; in 100 g of the mix`,
  mark: 'S',
  source:
    'stoichiometry, NaHCO3 84.007 g/mol; baking powder at least 12 % CO2, US trade standard, from memory; foam a house value. Creaming, steam and yeast lift too and are not counted',
  values: ['co2', 'base', 'foam'],
};

export const ACID: Role = {
  name: 'Acid',
  ends: ['soapy', 'sour'],
  strains: ['soapy', 'sour'],
  low: -6,
  high: 14,
  unit: 'mmol left over in 100 g',
  digits: 1,
  kitchen: { unit: 'g of soda that the acid in 100 g could still meet', times: G_OF_SODA, digits: 2 },
  noticedLeast: 1,
  leastG: 0.1,
  tells: 0.5,
  runsBelowZero: true,
  measure: (sums) => liftOf(sums)?.leftMmolPer100g,
  given: (line) => {
    const [acid, base] = [read(line, AT.acidMmol), read(line, AT.baseMmol)];
    return givenOf(acid - base, { amount: acid, unit: 'mmol acid', digits: 1 }, { amount: base, unit: 'mmol soda', digits: 1 });
  },
  equation: 'titratable acid − soda, mole for mole, in 100 g of the mix',
  mark: 'M',
  source: 'stoichiometry; acidity of each food from handbooks, from memory',
  values: ['acid', 'base'],
};
