import { ALLERGENS, type Food, FOOD_KINDS, type FoodKind, type Label, LABEL_FIGURES, type Pack, type StockItem } from '@fellmist/core';
import * as z from 'zod';

const id = z.string().regex(/^[a-z0-9-]{1,60}$/, 'An id holds small letters, digits and hyphens.');
const day = z.iso.date();
const grams = z.number().positive().max(1_000_000);

const figures = z.partialRecord(z.enum(LABEL_FIGURES), z.string().max(30));
const label = z.strictObject({
  tradition: z.enum(['us', 'eu']),
  state: z.enum(['as sold', 'as prepared']),
  serving: z.strictObject({ measure: z.string().max(60), massG: grams.optional(), volumeMl: grams.optional(), figures }).optional(),
  per100: z.strictObject({ of: z.enum(['g', 'mL']), figures }).optional(),
}) satisfies z.ZodType<Label>;

export const packSchema = z.strictObject({
  id,
  name: z.string().trim().min(1, 'Give the pack a name.').max(120),
  kindId: z.string().min(1, 'Say which kind of food it is.').max(60),
  barcode: z
    .string()
    .regex(/^\d{8,14}$/, 'A bar code holds 8 to 14 digits.')
    .optional(),
  label: label.optional(),
  measuresG: z.record(z.string().min(1).max(40), grams),
  cup: z.strictObject({ cupMl: z.number().min(1).max(5000), massesG: z.array(grams).max(20) }).optional(),
  allergens: z.array(z.enum(ALLERGENS)).optional(),
  mayContain: z.array(z.enum(ALLERGENS)),
  netG: grams.optional(),
  price: z.number().min(0).max(1_000_000).optional(),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'A currency is three capitals, such as EUR.')
    .optional(),
  thirstTests: z
    .array(z.strictObject({ id: z.string().max(40), powderG: grams, waterG: grams, on: day, of: z.string().max(200).optional(), spread: z.number().positive().max(1).optional() }))
    .max(100),
  note: z.string().max(2000),
}) satisfies z.ZodType<Pack>;

/** A pack that is being written: its name and kind may still be wanting. */
export const packDraftSchema = packSchema.extend({ name: z.string().max(120), kindId: z.string().max(60) });

export const stockSchema = z.strictObject({
  id,
  foodId: z.string().min(1).max(60),
  leftG: z.number().min(0).max(1_000_000),
  openedOn: day.optional(),
  bestBefore: day.optional(),
  origin: z.enum(['pack', 'left over']),
  note: z.string().max(400),
}) satisfies z.ZodType<StockItem>;

/** Something in stock as stored; `version` counts its saves. */
export interface StoredStock {
  readonly item: StockItem;
  readonly version: number;
}

/** What a pack was at one of its saves. */
export interface PackVersion extends StoredPack {
  readonly savedAt: string;
}

/** A pack as stored; `version` counts its saves and is what a later save must know. */
export interface StoredPack {
  readonly pack: Pack;
  readonly version: number;
}

export const SORTS = ['fit', 'name', 'protein', 'net', 'energy', 'price', 'protein-price'] as const;
export type FoodSort = (typeof SORTS)[number];

export const FOOD_SCHOOLS = ['lean', 'low-carb', 'whole-food'] as const;
const listed = z
  .string()
  .max(200)
  .transform((text) => text.split(',').filter(Boolean));

/** What the list of foods is asked for. */
export const foodQuerySchema = z.strictObject({
  q: z.string().max(120).default(''),
  kind: z.enum(FOOD_KINDS).optional(),
  without: listed.pipe(z.array(z.enum(ALLERGENS))).optional(),
  school: z.enum(FOOD_SCHOOLS).optional(),
  only: z.enum(['packs', 'stock', 'soon']).optional(),
  sort: z.enum(SORTS).default('fit'),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(100),
});
export type FoodQuery = z.infer<typeof foodQuerySchema>;

/** A food or pack as the list shows it, per 100 g; null where unknown. */
export interface FoodRow {
  readonly id: string;
  readonly name: string;
  readonly kind: FoodKind;
  /** For a pack: the food it is a kind of. */
  readonly kindId: string | null;
  readonly energyKcal: number | null;
  readonly proteinG: number | null;
  readonly fatG: number | null;
  readonly carbohydrateG: number | null;
  readonly netCarbG: number | null;
  readonly fibreG: number | null;
  readonly sugarsG: number | null;
  readonly proteinPer100Kcal: number | null;
  readonly pricePer100g: number | null;
  readonly pricePer100gProtein: number | null;
  readonly allergens: readonly string[];
  readonly leftG: number | null;
  /** The day by which what is in stock should be used. */
  readonly useBy: string | null;
}

export interface FoodPage {
  readonly total: number;
  readonly offset: number;
  readonly rows: readonly FoodRow[];
  /** The words searched for instead, where those typed found little. */
  readonly corrected?: string;
}

export const matchSchema = z.strictObject({ names: z.array(z.string().max(200)).max(60) });
export interface MatchedFoods {
  readonly foods: readonly Food[];
}

/** One row of a table to be imported: what would happen, or why it cannot. */
export interface ImportRow {
  readonly row: number;
  readonly name: string;
  readonly act: 'new' | 'update' | 'same' | 'kept' | 'faulty';
  readonly words: readonly string[];
}

/** How far the reading of a table is, rows. */
export interface ImportStep {
  readonly done: number;
  readonly total: number;
}

export interface ImportPreview {
  readonly id: string;
  readonly of: 'foods' | 'packs';
  readonly counts: Readonly<Record<ImportRow['act'], number>>;
  /** The first rows, faulty ones foremost. */
  readonly rows: readonly ImportRow[];
  readonly ignoredColumns: readonly string[];
  readonly encoding: string;
}

/** What a label service says of a bar code. */
export type LabelAnswer = { readonly kind: 'found'; readonly draft: LookedUp } | { readonly kind: 'not-found' };
export interface LookedUp extends Pick<Pack, 'name' | 'kindId' | 'barcode' | 'label' | 'netG' | 'allergens' | 'mayContain'> {
  readonly code: string;
}

export const lookedUpSchema = z.strictObject({
  code: z.string().regex(/^\d{8,14}$/),
  name: z.string(),
  kindId: z.string(),
  netG: grams,
  label,
  allergens: z.array(z.enum(ALLERGENS)).optional(),
  mayContain: z.array(z.enum(ALLERGENS)).default([]),
  /** How the stand-in answers for it. */
  behaves: z.enum(['slow', 'down']).optional(),
});
