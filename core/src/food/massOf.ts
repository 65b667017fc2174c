import { type Amount, type MeasureSystem, middleOf, unitById, unitFactor } from '../quantity';
import { type Country, countryOf, type Food, GROWN } from './food';

/** How a line's grams were found, from the surest to the least sure. */
export type MassBasis = 'weighed' | 'entered' | 'own-piece' | 'own-density' | 'piece' | 'density' | 'custom';

export type MassGap = 'no-amount' | 'no-food' | 'no-density' | 'no-piece-mass';

export type FoundMass = { readonly massG: number; readonly basis: MassBasis } | { readonly gap: MassGap };

/** Water from which a sweetener is a syrup, g per 100 g. House value. */
const SYRUP_G = 15;

/** Drinks, milks, oils and syrups find their own level in a jug or spoon. */
export function pours({ kind, fat, thirst, per100g }: Food): boolean {
  if (kind === 'liquid' || kind === 'plant-drink') return true;
  if (kind === 'dairy') return thirst?.basis === 'dissolves';
  return (kind === 'fat' && fat === 'liquid') || (kind === 'sweetener' && (per100g.waterG ?? 0) >= SYRUP_G);
}

/**
 * Relative standard deviation of a mass by how it was found [common practice: scooped or spooned flour differs by
 * 10 to 20 % between hands, half of that in one hand; liquids by jug about 3 %; pieces about 8 %, those of one pack
 * about 4 %; what is told by eye, a pinch or a splash, half of it; a kitchen scale about 1 %].
 */
export function massSpread(basis: MassBasis, food: Food | undefined): number {
  if (basis === 'weighed' || basis === 'entered') return 0.01;
  if (basis === 'own-piece') return 0.04;
  if (basis === 'own-density') return food?.densitySpread ?? 0.05;
  if (basis === 'piece') return 0.08;
  if (basis === 'custom') return 0.5;
  return food && pours(food) ? 0.03 : 0.08;
}

/**
 * Grams of an amount of a food. Mass units need no food; volumes need its density; counts need its own weight of a
 * piece, slice, stick or scoop. `size` is a word such as "large" that picks another piece weight where the food has one.
 * `country` is whose eggs and packs are meant, the measures' own where nobody says. Gives the reason as `gap` where it cannot be known.
 */
export function massOf(amount: Amount | undefined, food: Food | undefined, system: MeasureSystem, size?: string, country: Country = countryOf(system)): FoundMass {
  if (!amount) return { gap: 'no-amount' };
  const unit = unitById(amount.unit);
  const count = middleOf(amount);
  const factor = unitFactor(amount.unit, system);
  if (unit.kind === 'mass') return { massG: count * (factor ?? 1), basis: 'weighed' };
  if (!food) return { gap: 'no-food' };
  const own = (size ? (food.measuresG[`${size} ${country}`] ?? food.measuresG[size]) : undefined) ?? food.measuresG[`${amount.unit} ${country}`] ?? food.measuresG[amount.unit];
  if (unit.kind === 'volume' && !(unit.byEye && own !== undefined)) {
    return food.densityGPerMl === undefined || factor === undefined
      ? { gap: 'no-density' }
      : { massG: count * factor * food.densityGPerMl, basis: unit.byEye ? 'custom' : food.ownMeasures?.includes('cup') ? 'own-density' : 'density' };
  }
  if (own !== undefined) return { massG: count * own, basis: food.ownMeasures?.includes(amount.unit) ? 'own-piece' : unit.byEye ? 'custom' : 'piece' };
  if (amount.unit === 'little') return customaryMass(food);
  return factor === undefined ? { gap: 'no-piece-mass' } : { massG: count * factor, basis: 'custom' };
}

/** What is grown and holds so much water is smooth once it is mashed, g per 100 g; a dry thing is chopped. House value. */
const JUICY_G = 60;
/** Leaves are lighter, and are measured before they are blended, g per mL. House value. */
const LEAVES = 0.35;

/**
 * A food as it lies in a cup once it is mashed: without gaps, it weighs about what water does [USDA SR Legacy, a cup of 237 mL: apple
 * sauce 244 g, pumpkin 245 g, mashed banana 225 g]. Undefined where that changes nothing or is not known.
 */
export function asMash(food: Food): Food | undefined {
  const { kind, per100g, densityGPerMl = 0, ownMeasures = [], attributes = [] } = food;
  const isMash = attributes.includes('form:puree') || densityGPerMl >= 0.9;
  if (!GROWN.has(kind) || isMash || densityGPerMl < LEAVES || (per100g.waterG ?? 0) < JUICY_G || ownMeasures.includes('cup')) return undefined;
  return { ...food, densityGPerMl: 1 };
}

/** What "a little", "to taste" or nothing at all means of a food that is seasoned with: a pinch, a dash; no amount of any other. */
export function customaryMass(food: Food): FoundMass {
  const massG = food.measuresG['customary'];
  return massG === undefined ? { gap: 'no-amount' } : { massG, basis: 'custom' };
}
