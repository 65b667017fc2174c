import { type Food } from '../food';
import { type ProductClass } from '../product';
import { type Mark } from '../quantity';
import { addTimes, amountFor, AT, bringsPerGram, readSum, type Sums, sweetnessOf, sweetnessPer100g } from '../role';

export type SwapBasis = 'mass' | 'volume' | 'count' | 'sweetness';

/**
 * A food that stands in, with grams, millilitres or pieces of it for one of the original, by the rule's basis or its own; by
 * sweetness, the share of the lost sweetness that it makes up.
 */
export interface StandIn {
  readonly foodId: string;
  readonly ratio: number;
  readonly basis?: SwapBasis;
  /** It is soaked in its water first, so that it drinks no more in the mix. */
  readonly soaked?: boolean;
}

/** Where a side change belongs: only in what is baked, fried or microwaved; absent where it belongs everywhere. */
export type Heats = readonly ProductClass['heat'][];

export type SideChange =
  /** Grams of a food to add for each gram of the original that goes; some product classes want more or less of it. */
  | {
      readonly kind: 'add';
      readonly foodId: string;
      /** More of one of these, where the mix has it already, does as well. */
      readonly orOf?: readonly string[];
      readonly gramsPerGram: number;
      readonly byClass?: Readonly<Record<string, number>>;
      readonly heat?: Heats;
      readonly reason: string;
    }
  /** The share of each present food of these ids that goes, per gram-for-gram of the swap (0.2 takes a fifth away). */
  | { readonly kind: 'less'; readonly foodIds: readonly string[]; readonly gramsPerGram: number; readonly reason: string }
  /** A line for the method, in all product classes or in some: where in it, where that matters. */
  | { readonly kind: 'step'; readonly text: string; readonly when?: StepPlace; readonly classes?: readonly string[]; readonly heat?: Heats; readonly reason: string };

/** Before anything is mixed, once all is mixed and nothing is heated or frozen yet, or when all is done. */
export const STEP_PLACES = ['first', 'mixed', 'after'] as const;
export type StepPlace = (typeof STEP_PLACES)[number];

export interface SwapRule {
  readonly id: string;
  readonly from: readonly string[];
  readonly to: readonly StandIn[];
  readonly basis: SwapBasis;
  /** Product classes it is meant for; absent where it serves all. */
  readonly classes?: readonly string[];
  /** Most of the original that may go, 0 to 1; above it the result changes character. */
  readonly maxShare: number;
  readonly maxShareReason?: string;
  /** Another limit in some product classes. */
  readonly shareByClass?: Readonly<Record<string, number>>;
  /** What it is in some product classes instead: of its first stand-in another ratio, another limit, and why. */
  readonly byClass?: Readonly<Record<string, { readonly ratio?: number; readonly maxShare?: number; readonly maxShareReason?: string; readonly reason: string }>>;
  /** The most of the original, in grams, that may go whatever its share: three eggs, say. */
  readonly most?: { readonly massG: number; readonly reason: string };
  /** Product classes in which it does not do, and why. */
  readonly not?: { readonly classes: readonly string[]; readonly reason: string };
  readonly side: readonly SideChange[];
  readonly reason: string;
  readonly mark: Mark;
  readonly source: string;
}

/** The rule as it is meant in a class. */
export function ruleIn(rule: SwapRule, classId: string | undefined): SwapRule {
  const here = classId === undefined ? undefined : rule.byClass?.[classId];
  if (!here) return rule;
  const { byClass: _others, ...plain } = rule;
  const { ratio, ...said } = here;
  return { ...plain, ...said, to: ratio === undefined ? rule.to : rule.to.map((one, i) => (i === 0 ? { ...one, ratio } : one)) };
}

/** The most of a line of `massG` grams that a rule swaps in a class, 0 to 1, and why not more where something limits it. */
export function limitOf(rule: SwapRule, massG: number, classId: string | undefined): { readonly share: number; readonly reason: string | undefined } {
  const byClass = classId === undefined ? undefined : rule.shareByClass?.[classId];
  const share = Math.min(rule.maxShare, byClass ?? 1);
  if (rule.most && massG * share > rule.most.massG) return { share: rule.most.massG / massG, reason: rule.most.reason };
  return { share, reason: share < 1 ? (rule.maxShareReason ?? 'more changes its character') : undefined };
}

/** Why a rule does not do in a class; undefined where it does. */
export function refusalOf(rule: SwapRule, classId: string | undefined): string | undefined {
  return classId !== undefined && rule.not?.classes.includes(classId) ? rule.not.reason : undefined;
}

/**
 * Grams of a stand-in for `massG` grams of the original. By mass: m x ratio. By volume: the same spoons, so densities
 * count. By count: pieces of one for pieces of the other; by sweetness the mix decides, see `sweetnessMass`. Undefined where a density or piece weight it needs is unknown.
 */
export function standInMass(massG: number, from: Food, to: Food, ratio: number, basis: Exclude<SwapBasis, 'sweetness'>): number | undefined {
  if (basis === 'mass') return massG * ratio;
  if (basis === 'volume') {
    if (!from.densityGPerMl || !to.densityGPerMl) return undefined;
    return (massG / from.densityGPerMl) * ratio * to.densityGPerMl;
  }
  const [fromPiece, toPiece] = [from.measuresG['piece'], to.measuresG['piece']];
  if (!fromPiece || !toPiece) return undefined;
  return (massG / fromPiece) * ratio * toPiece;
}

/** The most of a sweetener that is searched for, as a share of the mix. House value. */
const MOST_SWEETENER = 0.6;

/**
 * Grams of a sweetener that make up `lostSucroseG` grams of sucrose in a mix that has already lost them; undefined where
 * no amount of it can (one intense sweetener levels off).
 */
export function sweetnessMass(mix: Sums, to: Food, lostSucroseG: number): number | undefined {
  if (lostSucroseG <= 0) return 0;
  const sweetG = (sums: Sums): number => (sweetnessPer100g(sums) * readSum(sums, AT.massG)) / 100;
  const found = amountFor(mix, bringsPerGram(to), sweetG, sweetG(mix) + lostSucroseG, Math.max(readSum(mix, AT.massG) * MOST_SWEETENER, 1));
  if (found === undefined) return undefined;
  const sweetened = mix.slice();
  addTimes(sweetened, bringsPerGram(to), found);
  return isSpent(sweetened, to) ? undefined : found;
}

/** Whether an intense sweetener of this food is at its ceiling in a mix: it is then bitter, and more of it adds nothing. */
export function isSpent(mix: Sums, food: Food): boolean {
  return (sweetnessOf(mix)?.atCeiling ?? []).some((one) => food.roles[one] !== undefined);
}
