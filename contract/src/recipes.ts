import * as z from 'zod';

/** A recipe that a file holds, as it was read. */
export interface RecipeRead {
  readonly title: string;
  readonly portions: number;
  readonly portionWord: string;
  readonly lines: number;
  /** Lines whose food or weight nobody knows, as they were written. */
  readonly open: readonly string[];
  /** One of that title is on the shelf. */
  readonly isHere: boolean;
  /** Why it cannot be read; it cannot be chosen then. */
  readonly error?: string;
}

export interface RecipesRead {
  readonly id: string;
  readonly recipes: readonly RecipeRead[];
}

export const readRecipesQuerySchema = z.strictObject({ name: z.string().max(300).default('') });
export const takeRecipesSchema = z.strictObject({ which: z.array(z.number().int().min(0)).min(1).max(2000) });

/** What was put on the shelf. */
export interface RecipesTaken {
  readonly ids: readonly string[];
}

/** Puts what was taken in off the shelf again. */
export const undoTakeSchema = z.strictObject({ ids: z.array(z.uuid()).min(1).max(2000) });

/** Which formulas are written: all, or those that are named. */
export const formulasQuerySchema = z.strictObject({
  ids: z
    .string()
    .max(200_000)
    .transform((text) => text.split(',').filter(Boolean))
    .optional(),
});
