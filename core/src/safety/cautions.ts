import { type Allergen, ALLERGENS, type Larder } from '../food';
import { type Formula, sumOfPart, type Totals } from '../formula';
import { type ProductClass } from '../product';

/** When a caution is due: every condition that is given must hold, and of each list one is enough. */
export interface CautionCase {
  readonly anyFood?: readonly string[];
  /** One food of each list must be there. */
  readonly allFood?: readonly (readonly string[])[];
  /** Only for what is eaten unheated, or only for what is not; see `isEatenUnheated`. */
  readonly eatenRaw?: boolean;
  readonly classes?: readonly string[];
  readonly heat?: ProductClass['heat'];
  readonly methodWords?: readonly string[];
  /** Share of the yield that is polyols, 0 to 1; and grams of them in a portion. */
  readonly polyolShareAbove?: number;
  readonly polyolPortionAboveG?: number;
  readonly portionsAbove?: number;
  /** Grams of some foods together in a portion. */
  readonly amount?: { readonly foods: readonly string[]; readonly perPortionAboveG: number };
  readonly proteinPortionAboveG?: number;
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

const methods = new WeakMap<readonly string[], string>();

function methodText(method: readonly string[]): string {
  const known = methods.get(method);
  if (known !== undefined) return known;
  const text = method.join(' ').toLowerCase();
  methods.set(method, text);
  return text;
}

/** For each food that a table of cautions names, the places of the lists that hold it: a list for `anyFood`, one for each of `allFood`. */
interface FoodLists {
  readonly byFood: ReadonlyMap<string, readonly number[]>;
  /** The lists of each rule; every one of them must hold a food of the formula. */
  readonly ofRule: readonly (readonly number[])[];
  readonly count: number;
  /** The foods asked for last, and the rules that they allow: an edit of grams changes neither. */
  last: { readonly names: readonly string[]; readonly rules: readonly CautionRule[] };
}

const lists = new WeakMap<readonly CautionRule[], FoodLists>();

function foodLists(rules: readonly CautionRule[]): FoodLists {
  const known = lists.get(rules);
  if (known) return known;
  const byFood = new Map<string, number[]>();
  let count = 0;
  const ofRule = rules.map(({ when }) =>
    [...(when.anyFood ? [when.anyFood] : []), ...(when.allFood ?? [])].map((ids) => {
      const place = count++;
      for (const id of ids) byFood.set(id, [...(byFood.get(id) ?? []), place]);
      return place;
    }),
  );
  const fresh: FoodLists = { byFood, ofRule, count, last: { names: ['none asked yet'], rules: [] } };
  lists.set(rules, fresh);
  return fresh;
}

interface Present {
  readonly method: string;
  readonly product: ProductClass | undefined;
  readonly polyolShare: number;
  readonly polyolPortionG: number;
  readonly portions: number;
  readonly isUnheated: boolean;
  readonly proteinPortionG: number;
  readonly gramsOf: (foods: readonly string[]) => number;
}

function isDue(when: CautionCase, present: Present): boolean {
  const { product } = present;
  if (when.eatenRaw !== undefined && present.isUnheated !== when.eatenRaw) return false;
  if (when.proteinPortionAboveG !== undefined && !(present.proteinPortionG > when.proteinPortionAboveG)) return false;
  if (when.amount && !(present.gramsOf(when.amount.foods) / present.portions > when.amount.perPortionAboveG)) return false;
  if (when.classes && !when.classes.includes(product?.id ?? '')) return false;
  if (when.heat && product?.heat !== when.heat) return false;
  if (when.methodWords && !when.methodWords.some((word) => present.method.includes(word))) return false;
  if (when.polyolShareAbove !== undefined && !(present.polyolShare > when.polyolShareAbove)) return false;
  if (when.polyolPortionAboveG !== undefined && !(present.polyolPortionG > when.polyolPortionAboveG)) return false;
  return when.portionsAbove === undefined || present.portions > when.portionsAbove;
}

/** Words that say something is cooked, once those that say the opposite are taken out. */
const NOT_COOKED = /(?:no|without|do not|don't|never)[ -]+(?:bake|baking|cook|cooking|heat)\w*|heat[ -]treated|uncooked|unbaked/g;
const COOKED = /\b(?:bak(?:e|ed|ing)|cook(?:ed|ing)?|simmer\w*|boil\w*|heat(?:ed|ing)?|fry|fried|griddle|microwave|scald\w*|steam\w*|poach\w*|oven|pasteuri\w+)\b|\d\s*°\s*[cf]\b/;

/**
 * Whether what is in it reaches the plate unheated: a class that nothing heats, unless the method says that it is cooked; a
 * baked class never. Without a class the method alone can tell; without either it counts as heated, and the words for a raw
 * mix are said.
 */
export function isEatenUnheated(product: ProductClass | undefined, method: readonly string[]): boolean {
  const told = methodText(method).replace(NOT_COOKED, ' ');
  if (product) return product.heat === 'none' && !COOKED.test(told);
  return told.trim() !== '' && !COOKED.test(told);
}

function gramsOf(formula: Formula, larder: Larder): (foods: readonly string[]) => number {
  return (foods) =>
    formula.parts.reduce(
      (sum, part) => sum + sumOfPart(part, larder).tallies.reduce((grams, { names, massG = 0 }) => grams + (names.some((name) => foods.includes(name)) ? massG : 0), 0),
      0,
    );
}

function namesOf(formula: Formula, larder: Larder): readonly string[] {
  const found: string[] = [];
  for (const part of formula.parts) for (const { names } of sumOfPart(part, larder).tallies) found.push(...names);
  return found;
}

/** The rules each of whose lists holds a food of the formula, or that have none. */
function rulesFor(names: readonly string[], rules: readonly CautionRule[]): readonly CautionRule[] {
  const lists = foodLists(rules);
  const { last, byFood, ofRule, count } = lists;
  if (last.names.length === names.length && last.names.every((id, i) => id === names[i])) return last.rules;
  const held = new Uint8Array(count);
  for (const id of names) for (const place of byFood.get(id) ?? []) held[place] = 1;
  const allowed = rules.filter((_rule, i) => (ofRule[i] ?? []).every((place) => held[place] === 1));
  lists.last = { names, rules: allowed };
  return allowed;
}

/** The cautions that a formula's foods, amounts, method and class call for, in the order of the table. */
export function cautionsFor(formula: Formula, totals: Totals, larder: Larder, rules: readonly CautionRule[], product?: ProductClass): readonly Caution[] {
  const massG = formula.yieldMassG ?? totals.massG;
  const polyolsG = totals.figures.polyolsG.amount;
  const portions = formula.portions > 0 ? formula.portions : 1;
  const present: Present = {
    method: methodText(formula.method),
    product,
    polyolShare: massG > 0 ? polyolsG / massG : 0,
    polyolPortionG: polyolsG / portions,
    portions,
    isUnheated: isEatenUnheated(product, formula.method),
    proteinPortionG: totals.figures.proteinG.amount / portions,
    gramsOf: gramsOf(formula, larder),
  };
  return rulesFor(namesOf(formula, larder), rules).filter((rule) => isDue(rule.when, present));
}

export interface AllergenReport {
  readonly contains: readonly Allergen[];
  /** What packs say they may contain, beyond what is contained. */
  readonly mayContain: readonly Allergen[];
  /** Lines whose food is unknown, so that their allergens are unknown too. */
  readonly unknownLines: readonly string[];
}

const NO_LINES: readonly string[] = [];

/** Allergens of the foods in a formula [Reg. (EU) 1169/2011 annex II], and the lines nobody can answer for. */
export function allergensOf(formula: Formula, larder: Larder): AllergenReport {
  let contains = 0;
  let mayContain = 0;
  let unknownLines: string[] | undefined;
  for (const part of formula.parts) {
    for (const tally of sumOfPart(part, larder).tallies) {
      contains |= tally.contains;
      mayContain |= tally.mayContain;
      if (!tally.isKnown && tally.unknown !== 0) (unknownLines ??= []).push(tally.lineId);
    }
  }
  const named = (bits: number): readonly Allergen[] => (bits === 0 ? [] : ALLERGENS.filter((_allergen, i) => (bits >> i) & 1));
  return { contains: named(contains), mayContain: named(mayContain & ~contains), unknownLines: unknownLines ?? NO_LINES };
}
