import { type Food, INTENSE, kindIdOf, pours } from '../food';
import { AT, bringsPerGram, readSum } from '../role';
import { type StandIn, type SwapRule } from './rule';

/** Why two foods are held against each other as they are, and grams of the one for a gram of the other. */
export interface RoleRatio {
  readonly standIn: StandIn;
  readonly role: string;
}

/** Nothing is known that decides: gram for gram. */
export const BY_WEIGHT = 'weight';

/** What a wet food does for a fat, and the most of the fat that it takes over [common practice: half]. */
const MOISTURE = 'moisture, three quarters of the fat';
const MOST_FOR_FAT = 0.5;

const clamp = (ratio: number, low: number, high: number): number => Math.min(Math.max(ratio, low), high);

function heldPerGram(food: Food): number {
  return readSum(bringsPerGram(food), AT.heldG);
}

/** Below this share of sweet bulk a sweetener is all strength. House value. */
const BULK = 0.05;

/** A sweetener with next to no bulk: drops, a pure extract. */
export function isIntense(food: Food): boolean {
  const brings = bringsPerGram(food);
  return food.kind === 'sweetener' && readSum(brings, AT.bulkSweetG) <= BULK && INTENSE.some((one) => readSum(brings, AT[one]) > 0);
}

function isSweet(food: Food): boolean {
  return food.kind === 'sweetener' && (readSum(bringsPerGram(food), AT.bulkSweetG) > BULK || isIntense(food));
}

/** What is sweet though no sweetener, as grams of sugar in a gram: condensed milk, dates, jam. House value. */
const SWEET = 0.25;

/** Grains and pulses, cooked or not. */
const SWELLS: ReadonlySet<Food['kind']> = new Set(['other', 'pulse']);

function isDry(food: Food): boolean {
  return food.kind === 'flour' || food.kind === 'starch' || food.kind === 'protein';
}

/** Curd, yogurt, soft cheese. */
const isSpooned = (food: Food): boolean => food.kind === 'dairy' && !pours(food);

/**
 * What decides between two foods where no rule does: sweeteners, for what is sweet, by sweetness; flours and powders by what they drink, never
 * more than gram for gram; fats by their fat; gums by what they bind; leavening by gas or acid; what pours, and wet dairy, gram
 * for gram [common practice]; other wet foods by their water; cooked grains and dry ones by their dry matter; anything else gram for gram. House model.
 */
export function roleRatio(from: Food, to: Food): RoleRatio {
  const foodId = kindIdOf(to);
  const [a, b] = [bringsPerGram(from), bringsPerGram(to)];
  const by = (role: string, ratio: number): RoleRatio => ({ standIn: { foodId, ratio: Number(ratio.toFixed(3)) }, role });
  if (isSweet(to) && (isSweet(from) || readSum(a, AT.bulkSweetG) > SWEET)) return { standIn: { foodId, ratio: 1, basis: 'sweetness' }, role: 'sweetness' };
  if (isDry(from) && isDry(to)) {
    const [before, after] = [heldPerGram(from), heldPerGram(to)];
    return before > 0 && after > 0 ? by('what they drink', clamp(before / after, 0.2, 1)) : by(BY_WEIGHT, 1);
  }
  if (readSum(a, AT.fatG) > 0.6) return readSum(b, AT.fatG) > 0.3 ? by('fat', clamp(readSum(a, AT.fatG) / readSum(b, AT.fatG), 0.5, 2)) : by(MOISTURE, 0.75);
  if (from.kind === 'gum' && readSum(a, AT.bindingG) > 0 && readSum(b, AT.bindingG) > 0) return by('binding', clamp(readSum(a, AT.bindingG) / readSum(b, AT.bindingG), 0.1, 20));
  if (from.kind === 'leavening') {
    const gas = (sums: typeof a): number => readSum(sums, AT.baseMmol) + readSum(sums, AT.otherCo2Mmol);
    if (gas(a) > 0 && gas(b) > 0) return by('gas', clamp(gas(a) / gas(b), 0.1, 10));
    if (readSum(a, AT.acidMmol) > 0 && readSum(b, AT.acidMmol) > 0) return by('acid', clamp(readSum(a, AT.acidMmol) / readSum(b, AT.acidMmol), 0.05, 20));
  }
  const [wetBefore, wetAfter] = [readSum(a, AT.allWaterG), readSum(b, AT.allWaterG)];
  const isAlike = (pours(from) && pours(to)) || (isSpooned(from) && isSpooned(to));
  if (wetBefore > 0.5 && wetAfter > 0.5 && isAlike) return by(BY_WEIGHT, 1);
  if (wetBefore > 0.5 && wetAfter > 0.5) return by('water', clamp(wetBefore / wetAfter, 0.7, 1.4));
  // Dry grains and pulses swell to what the cooked ones are.
  if (SWELLS.has(from.kind) && SWELLS.has(to.kind) && wetBefore > 0.5 !== wetAfter > 0.5) return by('dry matter', clamp((1 - wetBefore) / (1 - wetAfter), 0.2, 5));
  return by(BY_WEIGHT, 1);
}

/** The most of a flour that a protein powder takes over where no rule says more [common practice: a quarter]. */
const MOST_PROTEIN = 0.25;

/** The most of a liquid that something thick takes over, and from what it holds of its own weight on it is thick, g. House values. */
const MOST_THICK = 0.5;
const THICK = 0.15;
const POURS = 0.05;

function isThickForThin(from: Food, to: Food): boolean {
  return readSum(bringsPerGram(from), AT.allWaterG) > 0.5 && heldPerGram(from) < POURS && readSum(bringsPerGram(to), AT.allWaterG) > 0.5 && heldPerGram(to) > THICK;
}

/** A food that is to stand in, and its share of the swap; the shares need not sum to one. */
export interface Blend {
  readonly food: Food;
  readonly share: number;
}

/** The most of a line that is taken on an estimate alone without a word of caution. House value. */
const MOST_ON_ESTIMATE = 0.5;

/** A sweetener that pours, and the most of it that dry crystals take over. House value. */
const MOST_DRY_FOR_SYRUP = 0.5;
const SYRUP_WATER = 0.1;
const isSyrup = (food: Food): boolean => food.kind === 'sweetener' && readSum(bringsPerGram(food), AT.allWaterG) > SYRUP_WATER;

interface BlendPart {
  readonly ratio: RoleRatio;
  readonly share: number;
  readonly food: Food;
}

/** How much of a line an estimate may take at most, where the trade knows that more does not do. */
function limitOf(from: Food, parts: readonly BlendPart[]): { readonly share: number; readonly reason: string } | undefined {
  const isDryStuff = from.kind === 'flour' || from.kind === 'starch';
  const proteinShare = isDryStuff ? parts.reduce((sum, { food, share }) => sum + (food.kind === 'protein' ? share : 0), 0) : 0;
  if (proteinShare > MOST_PROTEIN) return { share: MOST_PROTEIN / proteinShare, reason: 'above a quarter of the flour protein powders bake dry, dense or rubbery' };
  if (isSyrup(from) && parts.some(({ food }) => food.kind === 'sweetener' && !isSyrup(food)))
    return { share: MOST_DRY_FOR_SYRUP, reason: 'a syrup holds together and keeps moist, which dry crystals do not' };
  if (parts.some(({ ratio: { role } }) => role === MOISTURE)) return { share: MOST_FOR_FAT, reason: 'beyond half the fat the crumb is less tender' };
  if (parts.some(({ food }) => isThickForThin(from, food))) return { share: MOST_THICK, reason: 'it holds its water where the other pours: more of it makes a paste' };
  return undefined;
}

/**
 * A rule for any pair, or for a blend, worked out from roles and marked as an estimate. The shares are taken of their sum.
 * Undefined for an empty blend, one with the food itself in it, or shares that are not above zero.
 */
export function ruleByRoles(from: Food, blend: readonly Blend[]): SwapRule | undefined {
  const whole = blend.reduce((sum, { share }) => sum + share, 0);
  if (blend.length === 0 || !(whole > 0) || blend.some(({ food, share }) => !(share > 0) || kindIdOf(food) === kindIdOf(from))) return undefined;
  const parts = blend.map(({ food, share }) => ({ ratio: roleRatio(from, food), share: share / whole, food }));
  const limit = limitOf(from, parts);
  const roles = [...new Set(parts.map(({ ratio }) => ratio.role))].join(', ');
  return {
    id: `by-roles:${parts.map(({ food, share }) => `${kindIdOf(food)}*${share.toFixed(2)}`).join('+')}`.slice(0, 80),
    from: [kindIdOf(from)],
    to: parts.map(({ ratio: { standIn }, share }) => ({ ...standIn, ratio: standIn.ratio * share })),
    basis: 'mass',
    maxShare: limit?.share ?? 1,
    maxShareReason: limit?.reason ?? 'nobody has tried more for you',
    side: [],
    reason: `No rule of the trade for this one: an estimate by ${roles}. Look at the balance${limit ? '' : `, and try ${Math.round(MOST_ON_ESTIMATE * 100)} % first`}.`,
    mark: 'H',
    source: 'house model, from what each food does',
  };
}
