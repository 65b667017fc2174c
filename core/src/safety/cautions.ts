import { type Allergen, ALLERGENS, type Food, kindIdOf, type Larder } from '../food';
import { allLines, type Formula, type Totals } from '../formula';

export interface CautionRule {
  readonly id: string;
  readonly when: { readonly anyFood?: readonly string[]; readonly polyolShareAbove?: number };
  readonly text: string;
  readonly source: string;
}

export interface Caution {
  readonly id: string;
  readonly text: string;
  readonly source: string;
}

/** Said wherever cautions are shown: the software advises and certifies nothing. */
export const DEFERENCE = 'Advice only. Local food codes, pack labels and licensed practitioners come first.';

function foodsOf(formula: Formula, larder: Larder): readonly Food[] {
  return allLines(formula).flatMap((line) => (line.foodId !== undefined && line.massG !== 0 ? (larder.foods.get(line.foodId) ?? []) : []));
}

/** The cautions that a formula's foods and amounts call for, in the order of the table. */
export function cautionsFor(formula: Formula, totals: Totals, larder: Larder, rules: readonly CautionRule[]): readonly Caution[] {
  const present = new Set(foodsOf(formula, larder).map(kindIdOf));
  const massG = formula.yieldMassG ?? totals.massG;
  const polyolShare = massG > 0 ? totals.figures.polyolsG.amount / massG : 0;
  return rules
    .filter(({ when }) => when.anyFood?.some((id) => present.has(id)) === true || (when.polyolShareAbove !== undefined && polyolShare > when.polyolShareAbove))
    .map(({ id, text, source }) => ({ id, text, source }));
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
