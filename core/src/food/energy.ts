import { type Composition, type Polyol } from './composition';

export type EnergyRule = 'eu' | 'us';

interface Factors {
  readonly carbohydrate: number;
  readonly fibre: number;
  readonly polyols: number;
  readonly erythritol: number;
  readonly allulose: number;
}

/**
 * kcal per gram. EU: Reg. (EU) 1169/2011 annex XIV (allulose is not named there: taken as carbohydrate's 0.4 of the FDA
 * guidance of 2020). US: 21 CFR 101.9(c)(1)(i), fibre as non-digestible 2 where soluble; insoluble fibre counts 0, so
 * one is taken between them: 1. Erythritol counts 0 in both (the US rule of 2016 as remembered; older US labels took 0.2).
 */
const ENERGY_FACTORS: Readonly<Record<EnergyRule, Factors>> = {
  eu: { carbohydrate: 4, fibre: 2, polyols: 2.4, erythritol: 0, allulose: 0.4 },
  us: { carbohydrate: 4, fibre: 1, polyols: 2.4, erythritol: 0, allulose: 0.4 },
};

/** kcal per gram of each polyol on a US label: 21 CFR 101.9(c)(1)(i)(F), from memory. One that is not named there takes xylitol's. */
const US_POLYOLS: Readonly<Partial<Record<Polyol, number>>> = { isomalt: 2, lactitol: 2, xylitol: 2.4, maltitol: 2.1, sorbitol: 2.6, mannitol: 1.6 };

function polyolEnergy(otherG: number, rule: EnergyRule, by: PolyolSplit | undefined): number {
  const general = ENERGY_FACTORS[rule].polyols;
  if (rule === 'eu' || !by) return general * otherG;
  const named = Object.entries(by) as [Polyol, number][];
  const namedG = named.reduce((sum, [, grams]) => sum + grams, 0);
  return named.reduce((sum, [polyol, grams]) => sum + (US_POLYOLS[polyol] ?? general) * grams, general * Math.max(otherG - namedG, 0));
}

type PolyolSplit = Readonly<Partial<Record<Polyol, number>>>;

/**
 * Energy (kcal per 100 g) reckoned from a composition by one of the two rules; undefined while protein, fat or
 * carbohydrate is unknown. `polyolsBy` tells the polyols apart, g per 100 g. Unknown fibre, polyols, allulose and alcohol are taken as none, which is the upper bound.
 */
export function energyByFactors(food: Composition, rule: EnergyRule, polyolsBy?: PolyolSplit): number | undefined {
  const { proteinG, fatG, carbohydrateG } = food;
  if (proteinG === undefined || fatG === undefined || carbohydrateG === undefined) return undefined;
  const factor = ENERGY_FACTORS[rule];
  const fibre = food.fibreG ?? 0;
  const erythritol = food.erythritolG ?? 0;
  const otherPolyols = Math.max((food.polyolsG ?? erythritol) - erythritol, 0);
  const allulose = food.alluloseG ?? 0;
  const digestible = Math.max(carbohydrateG - fibre - erythritol - otherPolyols - allulose, 0);
  return (
    4 * proteinG +
    9 * fatG +
    7 * (food.alcoholG ?? 0) +
    factor.carbohydrate * digestible +
    factor.fibre * fibre +
    factor.erythritol * erythritol +
    polyolEnergy(otherPolyols, rule, polyolsBy) +
    factor.allulose * allulose
  );
}
