import { type Counting, type Formula, type Goal, type Loss, rangeOfGoal } from '../formula';
import { type LedgerRow, type ProductClass, type ProteinLimit } from '../product';
import { AT, fluidAndHolding, hydrationAt, type LedgerRole, measureRole, readSum, SCALE_MOST, scaleOfPaste, type Sums, sweetnessPer100g } from '../role';
import { dividerOf, figureOfMix, type Mix, priceOfMix, rawMassOf } from './mix';

/** What a limit is of: a target the baker set, a role of the ledger, the powder that a class bears, or the weight of what is mixed. */
export type LimitOf =
  | { readonly kind: 'target'; readonly goal: Goal }
  | { readonly kind: 'role'; readonly role: LedgerRole }
  | { readonly kind: 'powder'; readonly limit: ProteinLimit }
  | { readonly kind: 'size' };

/** Something that must lie between bounds, measured as a part over a whole: both grow nearly straight with the grams, their ratio does not. */
export interface Limit {
  readonly of: LimitOf;
  readonly least: number;
  readonly most: number;
  /** How far outside counts as one step, in its unit: what is missed is weighed against what else is missed by it. */
  readonly step: number;
  /** Part and whole at a mix; undefined where it cannot be reckoned there. */
  readonly ratio: (mix: Mix) => { readonly part: number; readonly whole: number } | undefined;
}

/** What a limit measures at a mix, in its own unit. */
export function valueOf({ ratio }: Limit, mix: Mix): number | undefined {
  const found = ratio(mix);
  return found && found.whole > 0 ? found.part / found.whole : undefined;
}

/** How far a mix lies outside a limit, in steps; 0 inside, and where it cannot be reckoned. */
export function missOf(limit: Limit, mix: Mix): number {
  const value = valueOf(limit, mix);
  return value === undefined ? 0 : Math.max(limit.least - value, value - limit.most, 0) / limit.step;
}

/** A twentieth of a target is one step, and for small ones what is worth speaking of. House values. */
const STEP = { share: 0.05, energyKcal: 5, energyKj: 20, sodiumMg: 10, cost: 0.02, grams: 0.3 } as const;

function stepOf({ figure, amount }: Goal): number {
  const least = figure === 'energyKcal' || figure === 'energyKj' || figure === 'sodiumMg' || figure === 'cost' ? STEP[figure] : STEP.grams;
  return Math.max(amount * STEP.share, least);
}

export interface GoalTerms {
  readonly formula: Pick<Formula, 'portions' | 'portionMassG' | 'yieldMassG'>;
  readonly loss: Loss | undefined;
  readonly counting: Counting;
}

const ofSums = (sums: Sums, per100: number | undefined): { readonly part: number; readonly whole: number } | undefined => {
  const massG = readSum(sums, AT.massG);
  return per100 === undefined || massG <= 0 ? undefined : { part: per100 * massG, whole: massG };
};

/** A goal is aimed at from this many steps inside, so that what counts as met is met. */
const INSIDE = 2e-3;

/** A target of the baker as a limit. */
export function limitOfGoal(goal: Goal, { formula, loss, counting }: GoalTerms): Limit {
  const { figure, per = 'portion' } = goal;
  const range = rangeOfGoal(goal);
  const inside = goal.amount > 0 ? INSIDE * stepOf(goal) : 0;
  const [least, most] = [(range.least ?? -Infinity) + inside, (range.most ?? Infinity) - inside];
  const of = { kind: 'target', goal } as const;
  if (figure === 'sweetness') return { of, least, most, step: stepOf(goal), ratio: ({ sums }) => ofSums(sums, sweetnessPer100g(sums)) };
  const amount = figure === 'cost' ? priceOfMix : (mix: Mix): number => figureOfMix(mix, figure, counting);
  return { of, least, most, step: stepOf(goal), ratio: (mix) => ({ part: amount(mix), whole: dividerOf(mix, per, formula, loss) }) };
}

/** The spoon scale runs by the logarithm of the hydration: its band is held as one of hydration, which is a ratio of grams. */
function limitOfThickness(band: { readonly low: number; readonly high: number }): Limit {
  const [least, most] = [band.high >= SCALE_MOST ? -Infinity : hydrationAt(band.high), band.low <= 0 ? Infinity : hydrationAt(band.low)];
  return {
    of: { kind: 'role', role: 'thickness' },
    least,
    most,
    step: Math.max(hydrationAt(band.low) - hydrationAt(band.high), 1e-3),
    ratio: ({ sums }) => {
      const { fluidG, holdingG } = fluidAndHolding(sums, sums);
      return { part: fluidG, whole: holdingG };
    },
  };
}

/** The band of a role as a limit; none where nothing is wanted of it, it cannot be reckoned, or the baker left it as it is. */
export function limitOfRole({ role, band, rebuild, left }: LedgerRow, sums: Sums): readonly Limit[] {
  if (!band || rebuild === undefined || left) return [];
  if (role === 'thickness' && scaleOfPaste(sums) === undefined) return [limitOfThickness(band)];
  const step = Math.max(band.high - band.low, 1e-6);
  return [{ of: { kind: 'role', role }, least: band.low, most: band.high, step, ratio: (mix) => ofSums(mix.sums, measureRole(role, mix.sums)) }];
}

/** A third of a limit of powder is one step. House value. */
const POWDER_STEP = 1 / 3;

/** The protein powder that a class bears, as shares of what is dry. */
export function limitsOfPowder(product: ProductClass | undefined): readonly Limit[] {
  return (product?.protein ?? []).map((limit) => ({
    of: { kind: 'powder', limit } as const,
    least: -Infinity,
    most: limit.mostShare,
    step: Math.max(limit.mostShare * POWDER_STEP, 0.01),
    ratio: ({ powders, sums }) => ({
      part: powders.reduce((sum, { names, massG }) => sum + (names.some((name) => limit.foods.includes(name)) ? massG : 0), 0),
      whole: readSum(sums, AT.powderG) + readSum(sums, AT.flourG),
    }),
  }));
}

/** Within these shares of its weight a batch is as large as it was: a smaller slice is no better slice. House values. */
const SAME_SIZE = { least: 0.92, most: 1.12, step: 0.05 } as const;

/** The weight of what is mixed and counts, kept near so many grams. */
export function limitOfSize(massG: number): Limit {
  return {
    of: { kind: 'size' },
    least: massG * SAME_SIZE.least,
    most: massG * SAME_SIZE.most,
    step: Math.max(massG * SAME_SIZE.step, 1),
    ratio: (mix) => ({ part: rawMassOf(mix), whole: 1 }),
  };
}
