import type { FoodPage, FoodQuery, ImportPreview, ImportStep, LabelAnswer, PackVersion, RecipesRead, RecipesTaken, ShelfPage } from '@fellmist/contract';
import { createActionGroup, props } from '@ngrx/store';
import type { Ask } from './asking';

/** What is only looked at and belongs to no state: pages of the long list, labels by their bar code, tables and recipes before they are taken in. */
export const lookupActions = createActionGroup({
  source: 'Lookup',
  events: {
    'Foods Page': props<{ ask: Ask<FoodPage>; query: Partial<FoodQuery> }>(),
    'Treats Of': props<{ ask: Ask<ShelfPage>; classId: string | undefined; limit: number }>(),
    'Label Of': props<{ ask: Ask<LabelAnswer>; code: string }>(),
    'Pack History': props<{ ask: Ask<readonly PackVersion[]>; id: string }>(),
    'Preview Import': props<{ ask: Ask<ImportPreview>; file: Blob; of: ImportPreview['of'] }>(),
    'Import Reading': props<{ ask: Ask<ImportStep | null>; of: string }>(),
    'Accept Import': props<{ ask: Ask<{ readonly foods: number; readonly packs: number }>; id: string }>(),
    'Read Recipes': props<{ ask: Ask<RecipesRead>; file: File }>(),
    'Take Recipes': props<{ ask: Ask<RecipesTaken>; id: string; which: readonly number[] }>(),
    'Undo Recipes': props<{ ask: Ask<unknown>; ids: readonly string[] }>(),
  },
});
