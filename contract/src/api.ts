import { CARB_COUNTS, type Counting, COUNTING, ENERGY_COUNTS, type Food, type StockItem, type Tables, type WordGroup, type Worksheet } from '@fellmist/core';
import * as z from 'zod';
import { type StoredPack } from './larder';
import { worksheetSchema } from './worksheet';

/** What ships: the foods, the tables of the trade (swap rules, product classes, correctives, cautions) and the words of other kitchens. */
export interface ShippedLarder extends Tables {
  readonly foods: readonly Food[];
  readonly wordGroups: readonly WordGroup[];
}

/** What the browser needs to compute: the foods at hand, the kitchen's packs and stock, and the tables of the trade. */
export interface LarderPayload extends Omit<ShippedLarder, 'wordGroups'> {
  readonly packs: readonly StoredPack[];
  readonly stock: readonly StockItem[];
  /** The packs that are in stock, the one to use first foremost. */
  readonly inStock: readonly string[];
}

export interface RevisionHead {
  readonly id: string;
  readonly number: number;
  readonly parentId?: string;
  readonly label: string;
  readonly createdAt: string;
}

export interface StoredFormula {
  readonly id: string;
  readonly revision: RevisionHead;
  readonly worksheet: Worksheet;
  readonly revisions: readonly RevisionHead[];
}

/** How the figures of the shelf are counted: whose net carbohydrate, whose energy. */
export const countingQuerySchema = z.strictObject({
  carbs: z.enum(CARB_COUNTS).default(COUNTING.carbs),
  energy: z.enum(ENERGY_COUNTS).default(COUNTING.energy),
}) satisfies z.ZodType<Counting>;

/** Per-portion figures of the head revision, as the Shelf lists them; undefined where there are gaps. */
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
  readonly revisionCount: number;
  readonly revisionLabel: string;
  readonly updatedAt: string;
  readonly original: ShelfFigures;
  readonly rebuild: ShelfFigures;
  readonly gaps: number;
  /** Names of foods that were swapped in. */
  readonly swappedIn: readonly string[];
}

/**
 * `revisionId` is made by the client, so that a save repeated after a lost answer is known again. `parentId` is the revision
 * that the sheet grew from, where it is not the head: the save is a branch.
 */
export interface SaveRequest {
  readonly revisionId: string;
  readonly label: string;
  readonly worksheet: Worksheet;
  readonly parentId?: string;
}

/** A new name for a revision. */
export const labelSchema = z.strictObject({ label: z.string().trim().max(80) });

export const saveSchema = z.strictObject({
  revisionId: z.uuid(),
  label: z.string().trim().max(80),
  worksheet: worksheetSchema,
  parentId: z.uuid().optional(),
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
}
