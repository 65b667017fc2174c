import { type ImportPreview } from '@fellmist/contract';
import { type Food, type Pack, type StockItem } from '@fellmist/core';

/** Something to be written, and what stood in its place when the preview was made; undefined where nothing did. */
export interface BatchChange<T> {
  readonly to: T;
  readonly over: string | undefined;
}

/** What an accepted import writes. */
export interface Batch {
  readonly preview: ImportPreview;
  readonly foods: readonly BatchChange<Food>[];
  readonly packs: readonly BatchChange<Pack>[];
  readonly stock: readonly StockItem[];
}
