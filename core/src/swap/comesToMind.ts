import { answersTo, type Food, type Larder } from '../food';
import { type LedgerRole } from '../role';
import { isCrumbly } from './liquids';
import { IS_SUGAR, type Standing } from './standing';

/** Kinds that nobody puts in for the balance alone: they are there because the baker chose them, or not at all. */
const ONLY_IF_HELD: ReadonlySet<Food['kind']> = new Set(['protein', 'chocolate', 'topping', 'biscuit', 'fruit', 'vegetable', 'pulse', 'nut']);

/** Whether a baker would think of a food here: not swapped out, no new allergen, nothing raw in what is not heated, no powder or fibre from nowhere. */
export function comesToMind(food: Food, standing: Standing, role: LedgerRole, larder: Larder): boolean {
  const names = answersTo(food);
  const company = standing.company();
  if (names.some((name) => company.gone.has(name))) return false;
  if (company.sugarGone && food.kind === 'sweetener' && (food.per100g.sugarsG ?? 0) > IS_SUGAR && !names.some((name) => company.held.has(name))) return false;
  if (food.allergens.some((one) => !company.allergens.has(one))) return false;
  if (standing.product?.heat === 'none' && names.some((name) => name === '@raw-egg' || name === '@flour' || name === '@starch')) return false;
  if (role === 'binding' && standing.part && isCrumbly(standing.part, larder)) return false;
  if (names.some((name) => company.held.has(name))) return true;
  if (food.allergens.some((one) => company.avoided.has(one))) return false;
  if (role === 'browning' && food.kind === 'sweetener') return false;
  if (food.kind === 'gum' && food.thirst?.basis === 'mass' && !company.holdsFlour) return false;
  if (food.kind === 'gum') return role === 'binding' || food.thirst?.basis === 'dissolves';
  return !ONLY_IF_HELD.has(food.kind);
}
