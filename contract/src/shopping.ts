import type { ShoppingEntry, UsesUp } from '@fellmist/core';
import * as z from 'zod';

/** What is bought for: the planned days that are to come, or those that are named. */
export const shoppingQuerySchema = z.strictObject({
  plans: z
    .string()
    .max(2000)
    .transform((text) => text.split(',').filter(Boolean))
    .optional(),
});

/** A tick, or with no grams its end. */
export const tickSchema = z.strictObject({ id: z.string().min(1).max(200), massG: z.number().min(0).max(1e9).nullable() });
export type Tick = z.infer<typeof tickSchema>;

/** An entry of the list, and whether as much as is needed lies in the basket. */
export interface ListedEntry extends ShoppingEntry {
  readonly isTicked: boolean;
}

export interface ShoppingDay {
  readonly id: string;
  readonly name: string;
  readonly serveAt: string;
  readonly isListed: boolean;
}

export interface ShoppingPage {
  readonly days: readonly ShoppingDay[];
  /** Bakes that are begun and took nothing from the stock yet. */
  readonly begun: readonly string[];
  readonly entries: readonly ListedEntry[];
}

export interface UseUpPage {
  readonly formulas: readonly UsesUp[];
  /** What should be used soon, by its name, with the day. */
  readonly due: readonly { readonly stockId: string; readonly name: string; readonly leftG: number; readonly on: string | undefined }[];
}
