import { type Composition } from './composition';

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
] as const;
export type FoodKind = (typeof FOOD_KINDS)[number];

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
  readonly basis: 'mass' | 'dryMatter' | 'dissolves' | 'inert';
}

export interface Food {
  readonly id: string;
  readonly name: string;
  readonly kind: FoodKind;
  readonly synonyms: readonly string[];
  readonly per100g: Composition;
  readonly densityGPerMl?: number;
  /** Grams of one counted measure: "piece", "stick", "slice", "scoop", "small", "large" and so on. */
  readonly measuresG: Readonly<Record<string, number>>;
  readonly thirst?: Thirst;
  /** Whether its fat is fluid while a batter is mixed; melting a solid fat makes it so. */
  readonly fat: 'liquid' | 'solid';
  readonly allergens: readonly Allergen[];
  /** Where the composition, the measures and the thirst come from, in that order. */
  readonly source: string;
  readonly measureSource: string;
  readonly thirstSource: string;
}
