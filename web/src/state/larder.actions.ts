import type { StoredLarder, StoredPack, StoredStock } from '@fellmist/contract';
import type { Food, Pack, StockItem } from '@fellmist/core';
import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Ask } from './asking';

export const larderActions = createActionGroup({
  source: 'Larder',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ stored: StoredLarder }>(),
    Failed: props<{ words: string }>(),
    /** A food that may not be at hand. */
    'Take Up Food': props<{ ask: Ask<Food>; id: string }>(),
    /** Names that nothing at hand goes by: the long list may know them. */
    'Look For Named': props<{ names: readonly string[] }>(),
    'Foods Taken Up': props<{ foods: readonly Food[] }>(),
    'Save Pack': props<{ ask: Ask<StoredPack>; pack: Pack; version: number }>(),
    'Pack Saved': props<{ stored: StoredPack }>(),
    'Remove Pack': props<{ ask: Ask<unknown>; stored: StoredPack }>(),
    'Pack Removed': props<{ stored: StoredPack }>(),
    'Restore Pack': props<{ ask: Ask<unknown>; stored: StoredPack }>(),
    /** Seen at once, sent after what was sent before of it. */
    'Put Stock': props<{ ask: Ask<StoredStock>; item: StockItem }>(),
    'Stock Kept': props<{ stored: StoredStock }>(),
    /** Another device put something else there meanwhile. */
    'Stock Found Changed': props<{ stored: StoredStock }>(),
    'Remove Stock': props<{ ask: Ask<unknown>; item: StockItem }>(),
    'Stock Removed': props<{ item: StockItem }>(),
  },
});
