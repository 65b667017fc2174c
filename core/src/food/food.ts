import { type Mark, type MeasureSystem } from '../quantity';
import { type Attribute } from './naming/grammar';
import { type Composition, type Nutrient, type Polyol, type Sugar } from './composition';
import { type Roles } from './roles';

export const FOOD_KINDS = [
  'flour',
  'starch',
  'protein',
  'sweetener',
  'gum',
  'egg',
  'dairy',
  'plant-drink',
  'fat',
  'nut',
  'fruit',
  'vegetable',
  'pulse',
  'chocolate',
  'leavening',
  'flavour',
  'liquid',
  'biscuit',
  'topping',
  'other',
] as const;
export type FoodKind = (typeof FOOD_KINDS)[number];
/** What grows, and is bought whole. */
export const GROWN: ReadonlySet<FoodKind> = new Set(['fruit', 'vegetable', 'pulse']);

/** The fourteen of Reg. (EU) 1169/2011 annex II; the nine of the US (FALCPA, FASTER Act) are among them. */
export const ALLERGENS = ['gluten', 'crustaceans', 'egg', 'fish', 'peanut', 'soy', 'milk', 'tree nuts', 'celery', 'mustard', 'sesame', 'sulphites', 'lupin', 'molluscs'] as const;
export type Allergen = (typeof ALLERGENS)[number];

/**
 * How a food takes up water, five minutes after mixing.
 * mass: holds gPerG per gram as it is (flours, powders). dryMatter: a wet food that brings all its water and holds
 * gPerG per gram of what is dry in it (purees, yogurt, egg). dissolves: sugars, drinks and fats, which hold none.
 * inert: pieces, spices and gums, which neither hold nor give free water in that time.
 */
export interface Thirst {
  readonly gPerG: number;
  /** One standard deviation between brands, or after a test, same unit. */
  readonly sd: number;
  readonly basis: 'mass' | 'dryMatter' | 'dissolves' | 'inert';
  readonly mark: Mark;
  readonly source: string;
}

/** Where a household buys: a word can mean another food there. */
export const COUNTRIES = ['us', 'uk'] as const;
export type Country = (typeof COUNTRIES)[number];

/** The country whose shops and eggs a household means, from the measures it chose. House rule: metric kitchens buy as British ones do. */
export function countryOf(measures: MeasureSystem): Country {
  return measures === 'us' ? 'us' : 'uk';
}

export interface Food {
  readonly id: string;
  readonly name: string;
  readonly kind: FoodKind;
  readonly synonyms: readonly string[];
  /** Names that mean this food in one country: "cream" in the US. */
  readonly usual?: Readonly<Partial<Record<Country, readonly string[]>>>;
  /** Names of several foods that this one may stand for, marked: "protein powder". */
  readonly standsFor?: readonly string[];
  /** The food whose rules, limits and cautions it shares: heavy cream is swapped as double cream is. */
  readonly like?: string;
  /** What it is, without how it is: "milk" of powdered skimmed milk. */
  readonly head?: string;
  /** How it is: dried, fat-free, sweetened, of a flavour. */
  readonly attributes?: readonly Attribute[];
  readonly per100g: Composition;
  /** Half the width of the interval a printed label leaves for a figure, per 100 g; absent for a table's foods. */
  readonly per100gHalf?: Readonly<Partial<Record<Nutrient, number>>>;
  readonly sugarsBy?: Readonly<Partial<Record<Sugar, number>>>;
  readonly polyolsBy?: Readonly<Partial<Record<Polyol, number>>>;
  readonly densityGPerMl?: number;
  /** Grams of one counted measure: "piece", "stick", "slice", "scoop", "small", "large" and so on. */
  readonly measuresG: Readonly<Record<string, number>>;
  /** Relative standard deviation of its cups and spoons where somebody weighed them. */
  readonly densitySpread?: number;
  /** For a pack: the measures the baker weighed, "cup" among them. */
  readonly ownMeasures?: readonly string[];
  readonly thirst?: Thirst;
  readonly roles: Roles;
  /** Whether its fat is fluid while a batter is mixed; melting a solid fat makes it so. */
  readonly fat: 'liquid' | 'solid';
  readonly allergens: readonly Allergen[];
  /** Allergens that a pack says it may contain. */
  readonly mayContain?: readonly Allergen[];
  /** Not an isolate, an intense sweetener or another thing of the factory: what the whole-food school takes. */
  readonly isWhole: boolean;
  /** Days it keeps in a fridge, or a cupboard for what is dry, once it is open. */
  readonly keepsOpenedDays?: number;
  /** For a pack: the food of the table that it is a kind of. */
  readonly packOf?: string;
  /** Where the composition and the measures come from. */
  readonly source: string;
  readonly measureSource: string;
}

/** The id by which rules and cautions know a food: a pack answers to the food that it is a kind of. */
export function kindIdOf(food: Food): string {
  return food.packOf ?? food.id;
}
