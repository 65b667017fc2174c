import * as z from 'zod';

/** A copy of the whole household in the folder of copies. */
export interface CopyHead {
  readonly name: string;
  /** Made each day, by hand, before another was restored, before a new version took the file over. */
  readonly kind: 'daily' | 'hand' | 'restore' | 'upgrade';
  readonly at: string;
  readonly bytes: number;
}

export interface CopiesPage {
  readonly folder: string;
  /** The last made first. */
  readonly copies: readonly CopyHead[];
  /** What went wrong with the last copy that was to be made by itself; absent where nothing did. */
  readonly fault?: string;
}

/** Names that a folder of copies may hold, and nothing else. */
export const copyNameSchema = z.string().regex(/^fellmist-(?:daily|hand|restore|upgrade)-\d{8}T\d{6}Z\.db$/, 'That is no copy of Fellmist’s.');
export const copiesFolderSchema = z.strictObject({ folder: z.string().trim().min(1).max(1000) });
export const lookSchema = z.strictObject({ name: copyNameSchema });
export const restoreSchema = z.strictObject({ id: z.uuid() });

export interface CopyDifference {
  readonly what:
    'formulas' | 'tries' | 'bakes' | 'bake-events' | 'tastings' | 'plans' | 'packs' | 'stock' | 'foods' | 'bought-treats' | 'vessels' | 'pictures' | 'try-pictures' | 'settings';
  /** In the copy alone, in the household alone, in both but not the same. */
  readonly comes: number;
  readonly goes: number;
  readonly changes: number;
}

/** A copy that was looked at: what would be another after it is restored. */
export interface CopyLook {
  readonly id: string;
  readonly differences: readonly CopyDifference[];
}

/** What was restored, and the copy that was made of the household before it: the way back. */
export interface Restored {
  readonly before: string;
}
