import { type Formula } from './formula';
import { type Figures } from './figures';
import { shareOfFigures, type Totals } from './totals';

/** Share of the raw mass that baking drives off, least and most. */
export interface Loss {
  readonly low: number;
  readonly high: number;
}

export interface Yield {
  readonly massG: number;
  readonly lowG: number;
  readonly highG: number;
  /** Weighed by the baker; raw less what its class loses in the oven; or the raw mix where no class is known. */
  readonly found: 'weighed' | 'estimated' | 'raw';
}

/** Per batch, per portion and per 100 g as eaten. */
export interface Views {
  readonly batch: Figures;
  readonly portion: Figures;
  /** Absent for a batch that weighs nothing. */
  readonly per100g?: Figures;
  readonly portions: number;
  readonly portionMassG: number;
  readonly yield: Yield;
}

/** Water alone is driven off, so a batch keeps its totals and its yield gets lighter; a weighed yield replaces the guess. */
export function yieldOf(formula: Pick<Formula, 'yieldMassG'>, rawG: number, loss?: Loss): Yield {
  if (formula.yieldMassG !== undefined) return { massG: formula.yieldMassG, lowG: formula.yieldMassG, highG: formula.yieldMassG, found: 'weighed' };
  if (!loss) return { massG: rawG, lowG: rawG, highG: rawG, found: 'raw' };
  return { massG: rawG * (1 - (loss.low + loss.high) / 2), lowG: rawG * (1 - loss.high), highG: rawG * (1 - loss.low), found: 'estimated' };
}

/**
 * The figures of a formula by batch, portion and 100 g. Portions are equal pieces, or go by weight: then there are as many as
 * the yield gives, and what is not known of the loss in the oven widens their range.
 */
export function viewsOf(formula: Pick<Formula, 'portions' | 'portionMassG' | 'yieldMassG'>, totals: Totals, loss?: Loss): Views {
  const yields = yieldOf(formula, totals.massG, loss);
  const relative = yields.massG > 0 ? (yields.highG - yields.lowG) / 2 / yields.massG : 0;
  const byWeight = formula.portionMassG !== undefined && formula.portionMassG > 0 && yields.massG > 0 ? yields.massG / formula.portionMassG : undefined;
  const portions = byWeight ?? (formula.portions > 0 ? formula.portions : 1);
  return {
    batch: totals.figures,
    portion: shareOfFigures(totals.figures, 1 / portions, byWeight === undefined ? 0 : relative),
    ...(yields.massG > 0 ? { per100g: shareOfFigures(totals.figures, 100 / yields.massG, relative) } : {}),
    portions,
    portionMassG: yields.massG / portions,
    yield: yields,
  };
}

/**
 * What a portion of the original would be where the rebuild is cut otherwise: the same share of its batch. Two large slices
 * are no lighter than five small ones.
 */
export function sameShareOf(original: Pick<Views, 'batch' | 'portion' | 'portions'>, rebuild: Pick<Views, 'portions'>): Figures {
  return Math.abs(original.portions - rebuild.portions) < 1e-9 ? original.portion : shareOfFigures(original.batch, 1 / rebuild.portions);
}

export interface EnergyShares {
  readonly protein: number;
  readonly fat: number;
  /** Carbohydrate, fibre, polyols, alcohol: all that is neither protein nor fat. */
  readonly rest: number;
}

/** Shares of energy, 0 to 1: protein at 4 and fat at 9 kcal a gram [21 CFR 101.9(c)(1)(i)], the rest the remainder. Undefined without energy. */
export function energySharesOf(figures: Figures): EnergyShares | undefined {
  const energy = figures.energyKcal.amount;
  const [fromProtein, fromFat] = [4 * figures.proteinG.amount, 9 * figures.fatG.amount];
  const all = Math.max(energy, fromProtein + fromFat);
  return all > 0 ? { protein: fromProtein / all, fat: fromFat / all, rest: Math.max(1 - (fromProtein + fromFat) / all, 0) } : undefined;
}
