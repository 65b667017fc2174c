import { type Allergen, ALLERGENS, type Food, kindIdOf, type Larder } from '../food';
import { allLines, type Formula, type Totals } from '../formula';
import { type ProductClass } from '../product';

/** When a caution is due: every condition that is given must hold, and of each list one is enough. */
export interface CautionCase {
  readonly anyFood?: readonly string[];
  /** One food of each list must be there. */
  readonly allFood?: readonly (readonly string[])[];
  /** Only for what is eaten raw, or only for what is not; unclassed formulas count as baked. */
  readonly eatenRaw?: boolean;
  readonly classes?: readonly string[];
  readonly heat?: ProductClass['heat'];
  readonly methodWords?: readonly string[];
  /** Share of the yield that is polyols, 0 to 1; and grams of them in a portion. */
  readonly polyolShareAbove?: number;
  readonly polyolPortionAboveG?: number;
  readonly portionsAbove?: number;
}

export interface CautionRule {
  readonly id: string;
  readonly topic: string;
  readonly when: CautionCase;
  readonly text: string;
  /** What the safety page says beyond it. */
  readonly more: string;
  readonly source: string;
}

export type Caution = Pick<CautionRule, 'id' | 'topic' | 'text' | 'source'>;

/** Said wherever cautions are shown: the software advises and certifies nothing. */
export const DEFERENCE = 'Advice only. Local food codes, pack labels and licensed practitioners come first.';

function foodsOf(formula: Formula, larder: Larder): readonly Food[] {
  return allLines(formula).flatMap((line) => (line.foodId !== undefined && line.massG !== 0 ? (larder.foods.get(line.foodId) ?? []) : []));
}

const methods = new WeakMap<readonly string[], string>();

function methodText(method: readonly string[]): string {
  const known = methods.get(method);
  if (known !== undefined) return known;
  const text = method.join(' ').toLowerCase();
  methods.set(method, text);
  return text;
}

interface Present {
  readonly kinds: ReadonlySet<string>;
  readonly method: string;
  readonly product: ProductClass | undefined;
  readonly polyolShare: number;
  readonly polyolPortionG: number;
  readonly portions: number;
}

function isDue(when: CautionCase, present: Present): boolean {
  const { kinds, product } = present;
  if (when.anyFood && !when.anyFood.some((id) => kinds.has(id))) return false;
  if (when.allFood && !when.allFood.every((ids) => ids.some((id) => kinds.has(id)))) return false;
  if (when.eatenRaw !== undefined && (product?.isEatenRaw ?? false) !== when.eatenRaw) return false;
  if (when.classes && !when.classes.includes(product?.id ?? '')) return false;
  if (when.heat && product?.heat !== when.heat) return false;
  if (when.methodWords && !when.methodWords.some((word) => present.method.includes(word))) return false;
  if (when.polyolShareAbove !== undefined && !(present.polyolShare > when.polyolShareAbove)) return false;
  if (when.polyolPortionAboveG !== undefined && !(present.polyolPortionG > when.polyolPortionAboveG)) return false;
  return when.portionsAbove === undefined || present.portions > when.portionsAbove;
}

/** The cautions that a formula's foods, amounts, method and class call for, in the order of the table. */
export function cautionsFor(formula: Formula, totals: Totals, larder: Larder, rules: readonly CautionRule[], product?: ProductClass): readonly Caution[] {
  const massG = formula.yieldMassG ?? totals.massG;
  const polyolsG = totals.figures.polyolsG.amount;
  const portions = formula.portions > 0 ? formula.portions : 1;
  const present: Present = {
    kinds: new Set(foodsOf(formula, larder).map(kindIdOf)),
    method: methodText(formula.method),
    product,
    polyolShare: massG > 0 ? polyolsG / massG : 0,
    polyolPortionG: polyolsG / portions,
    portions,
  };
  return rules.filter(({ when }) => isDue(when, present));
}

export interface AllergenReport {
  readonly contains: readonly Allergen[];
  /** What packs say they may contain, beyond what is contained. */
  readonly mayContain: readonly Allergen[];
  /** Lines whose food is unknown, so that their allergens are unknown too. */
  readonly unknownLines: readonly string[];
}

/** Allergens of the foods in a formula [Reg. (EU) 1169/2011 annex II], and the lines nobody can answer for. */
export function allergensOf(formula: Formula, larder: Larder): AllergenReport {
  const found = new Set<Allergen>();
  const maybe = new Set<Allergen>();
  const unknownLines: string[] = [];
  for (const line of allLines(formula)) {
    const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
    if (!food) unknownLines.push(line.id);
    food?.allergens.forEach((allergen) => found.add(allergen));
    food?.mayContain?.forEach((allergen) => maybe.add(allergen));
  }
  return { contains: ALLERGENS.filter((allergen) => found.has(allergen)), mayContain: ALLERGENS.filter((allergen) => maybe.has(allergen) && !found.has(allergen)), unknownLines };
}
