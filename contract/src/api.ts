import { ALLERGENS, CARB_COUNTS, type Counting, COUNTING, ENERGY_COUNTS, type Food, LIMITS, SCHOOLS, type Tables, type WordGroup, type Worksheet } from '@fellmist/core';
import * as z from 'zod';
import { type StoredPack, type StoredStock } from './larder';
import { type StoredSettings } from './settings';
import { worksheetSchema } from './worksheet';

/** What ships: the foods, the tables of the trade (swap rules, product classes, correctives, cautions) and the words of other kitchens. */
export interface ShippedLarder extends Tables {
  readonly foods: readonly Food[];
  readonly wordGroups: readonly WordGroup[];
}

/** What the browser needs to compute: the foods at hand, the household's packs and stock, and the tables of the trade. */
export interface StoredLarder extends Omit<ShippedLarder, 'wordGroups'> {
  readonly packs: readonly StoredPack[];
  readonly stock: readonly StoredStock[];
  readonly settings: StoredSettings;
  /** The packs that are in stock, the one to use first foremost. */
  readonly inStock: readonly string[];
}

export interface TryHead {
  readonly id: string;
  readonly number: number;
  readonly parentId?: string;
  readonly label: string;
  readonly createdAt: string;
}

export interface StoredFormula {
  readonly id: string;
  readonly thisTry: TryHead;
  readonly worksheet: Worksheet;
  readonly tries: readonly TryHead[];
}

/** How the figures of the shelf are counted: whose net carbohydrate, whose energy. */
export const countingQuerySchema = z.strictObject({
  carbs: z.enum(CARB_COUNTS).default(COUNTING.carbs),
  energy: z.enum(ENERGY_COUNTS).default(COUNTING.energy),
}) satisfies z.ZodType<Counting>;

export const SHELF_SORTS = ['touched', 'name', 'energy', 'protein', 'price'] as const;
export type ShelfSort = (typeof SHELF_SORTS)[number];
/** When something was last touched: a cook looks for "what I made in summer". Northern seasons, three months each. */
export const SEASONS = ['spring', 'summer', 'autumn', 'winter'] as const;

/** What the shelf is asked for: how it is counted, what is looked for, in which order, from where. */
export const shelfQuerySchema = countingQuerySchema.extend({
  q: z.string().max(120).default(''),
  classId: z.string().max(60).optional(),
  school: z.enum(SCHOOLS).optional(),
  without: z.enum(ALLERGENS).optional(),
  season: z.enum(SEASONS).optional(),
  sort: z.enum(SHELF_SORTS).default('touched'),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(40),
});
export type ShelfQuery = z.infer<typeof shelfQuerySchema>;

/** Per-portion figures of the head try, as the Shelf lists them; undefined where there are gaps. */
export interface ShelfFigures {
  readonly energyKcal?: number;
  readonly proteinG?: number;
  readonly netCarbG?: number;
}

export interface ShelfEntry {
  readonly id: string;
  readonly title: string;
  readonly portions: number;
  readonly portionWord: string;
  readonly tryCount: number;
  readonly tryLabel: string;
  readonly updatedAt: string;
  readonly original: ShelfFigures;
  readonly rebuild: ShelfFigures;
  readonly gaps: number;
  /** The product class it is judged as, by id and name. */
  readonly product?: { readonly id: string; readonly name: string };
  /** What a portion costs by the household's packs, in its currency; absent while a line has no price. */
  readonly pricePortion?: number;
  /** Names of foods that were swapped in. */
  readonly swappedIn: readonly string[];
  /** When its picture was put, if it has one: part of the picture's address. */
  readonly picturedAt?: string;
  /** Why it cannot be opened, if it cannot; then it has no figures. */
  readonly fault?: string;
}

/** A page of the shelf. */
export interface ShelfPage {
  /** Formulas that answer to the query, and all there are. */
  readonly total: number;
  readonly all: number;
  readonly entries: readonly ShelfEntry[];
}

/** A formula or pack that was removed and can be brought back. */
export interface RemovedThing {
  readonly kind: 'formula' | 'pack';
  readonly id: string;
  readonly name: string;
  readonly removedAt: string;
}

/**
 * `tryId` is made by the client, so that a save repeated after a lost answer is known again. `parentId` is the try
 * that the sheet grew from, where it is not the head: the save is a branch.
 */
export interface SaveRequest {
  readonly tryId: string;
  readonly label: string;
  readonly worksheet: Worksheet;
  readonly parentId?: string;
  /** For a first save: the id that the client gives the formula, the same however often it is sent. */
  readonly formulaId?: string;
}

/** A new name for a try. */
export const labelSchema = z.strictObject({ label: z.string().trim().max(LIMITS.label) });

export const saveSchema = z.strictObject({
  tryId: z.uuid(),
  label: z.string().trim().max(LIMITS.label),
  worksheet: worksheetSchema,
  parentId: z.uuid().optional(),
  formulaId: z.uuid().optional(),
}) satisfies z.ZodType<SaveRequest>;

/** Problem details, RFC 9457. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  /** Path of the field at fault, such as "worksheet.rebuild.title". */
  readonly field?: string;
  /** For a stale save: what is stored now. */
  readonly current?: StoredFormula;
  readonly currentPack?: StoredPack;
  readonly currentStock?: StoredStock;
  readonly currentSettings?: StoredSettings;
  /** What was asked of was removed elsewhere and can be brought back. */
  readonly removed?: boolean;
  readonly removedId?: string;
}
