import { type Allergen, ALLERGENS, type Larder } from '../food';
import { type Formula, sumOfPart, type Totals } from '../formula';
import { heatTold, isEatenUnheated, type ProductClass } from '../product';

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

/** Steps of a bake that cautions stand at: mixing, what is hot, what is put away. */
export const BAKE_STEPS = ['mixing', 'heat', 'after'] as const;
export type BakeStep = (typeof BAKE_STEPS)[number];

export interface CautionRule {
  readonly id: string;
  readonly topic: string;
  /** The step of a bake that it concerns; none, where it concerns the treat as a whole. */
  readonly at?: BakeStep;
  readonly when: CautionCase;
  readonly text: string;
  /** What the safety page says beyond it. */
  readonly more: string;
  readonly source: string;
}

export type Caution = Pick<CautionRule, 'id' | 'topic' | 'at' | 'text' | 'source'>;

/** Said wherever cautions are shown: the software advises and certifies nothing. */
export const DEFERENCE = 'Advice only. Local food codes, pack labels and licensed practitioners come first.';

/** For each food that a table of cautions names, the places of the lists that hold it: a list for `anyFood`, one for each of `allFood`. */
interface FoodLists {
  readonly byFood: ReadonlyMap<string, readonly number[]>;
  /** The lists of each rule; every one of them must hold a food of the formula. */
  readonly ofRule: readonly (readonly number[])[];
  readonly count: number;
  /** The foods asked for last, by what each answers to, and the rules that they allow: an edit of grams changes neither. */
  last: { readonly foods: readonly Names[]; readonly rules: readonly Allowed[] };
}

/** A rule that the foods allow, and the lines whose grams it counts. */
interface Allowed {
  readonly rule: CautionRule;
  readonly linesCounted: readonly number[];
}

/** What a food answers to: the same list wherever the food stands. */
type Names = readonly string[];

/** No food of any formula. */
const NOBODY: Names = [];
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
  const fresh: FoodLists = { byFood, ofRule, count, last: { foods: [NOBODY], rules: [] } };
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
  readonly grams: readonly number[];
}

function gramsAt(places: readonly number[], grams: readonly number[]): number {
  let sum = 0;
  for (const at of places) sum += grams[at] ?? 0;
  return sum;
}

function isDue({ rule: { when }, linesCounted }: Allowed, present: Present): boolean {
  const { product } = present;
  if (when.eatenRaw !== undefined && present.isUnheated !== when.eatenRaw) return false;
  if (when.proteinPortionAboveG !== undefined && !(present.proteinPortionG > when.proteinPortionAboveG)) return false;
  if (when.classes && !when.classes.includes(product?.id ?? '')) return false;
  if (when.heat && product?.heat !== when.heat) return false;
  if (when.methodWords && !when.methodWords.some((word) => present.method.includes(word))) return false;
  if (when.polyolShareAbove !== undefined && !(present.polyolShare > when.polyolShareAbove)) return false;
  if (when.polyolPortionAboveG !== undefined && !(present.polyolPortionG > when.polyolPortionAboveG)) return false;
  if (when.portionsAbove !== undefined && !(present.portions > when.portionsAbove)) return false;
  return !when.amount || gramsAt(linesCounted, present.grams) / present.portions > when.amount.perPortionAboveG;
}

/** The foods of a formula, line by line, and their grams. */
interface Lines {
  readonly foods: readonly Names[];
  readonly grams: readonly number[];
}

function linesOf(formula: Formula, larder: Larder): Lines {
  const [foods, grams]: [Names[], number[]] = [[], []];
  for (const part of formula.parts) {
    for (const { names, massG = 0 } of sumOfPart(part, larder).tallies) {
      foods.push(names);
      grams.push(massG);
    }
  }
  return { foods, grams };
}

function isSameList(one: readonly Names[], other: readonly Names[]): boolean {
  if (one.length !== other.length) return false;
  for (let i = 0; i < one.length; i++) if (one[i] !== other[i]) return false;
  return true;
}

/** The rules each of whose lists holds a food of the formula, or that have none. */
function rulesFor(foods: readonly Names[], rules: readonly CautionRule[]): readonly Allowed[] {
  const lists = foodLists(rules);
  const { last, byFood, ofRule, count } = lists;
  if (isSameList(last.foods, foods)) return last.rules;
  const held = new Uint8Array(count);
  for (const names of foods) for (const name of names) for (const place of byFood.get(name) ?? []) held[place] = 1;
  const allowed = rules.flatMap((rule, i): Allowed[] => {
    if (!(ofRule[i] ?? []).every((place) => held[place] === 1)) return [];
    const counted = rule.when.amount?.foods ?? [];
    return [{ rule, linesCounted: foods.flatMap((names, at) => (names.some((name) => counted.includes(name)) ? [at] : [])) }];
  });
  lists.last = { foods, rules: allowed };
  return allowed;
}

/** The cautions that a formula's foods, amounts, method and class call for, in the order of the table. */
export function cautionsFor(formula: Formula, totals: Totals, larder: Larder, rules: readonly CautionRule[], product?: ProductClass): readonly Caution[] {
  const massG = formula.yieldMassG ?? totals.massG;
  const polyolsG = totals.figures.polyolsG.amount;
  const portions = formula.portions > 0 ? formula.portions : 1;
  const { foods, grams } = linesOf(formula, larder);
  const present: Present = {
    method: heatTold(formula.method).text,
    product,
    polyolShare: massG > 0 ? polyolsG / massG : 0,
    polyolPortionG: polyolsG / portions,
    portions,
    isUnheated: isEatenUnheated(product, formula.method),
    proteinPortionG: totals.figures.proteinG.amount / portions,
    grams,
  };
  const due: CautionRule[] = [];
  for (const allowed of rulesFor(foods, rules)) if (isDue(allowed, present)) due.push(allowed.rule);
  return due;
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
