import type { BookHead, BookPage, LearnedAnswer, OddAnswer, StoredTasting, TryPicture } from '@fellmist/contract';
import type { Tasting } from '@fellmist/core/bake';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { Ask } from './asking';

export const bookActions = createActionGroup({
  source: 'Book',
  events: {
    'List Wanted': emptyProps(),
    'List Loaded': props<{ heads: readonly BookHead[] }>(),
    'List Failed': props<{ words: string }>(),
    'Page Wanted': props<{ formulaId: string }>(),
    'Page Loaded': props<{ page: BookPage }>(),
    'Page Failed': props<{ words: string; isMissing: boolean }>(),
    'Learned Wanted': props<{ ask: Ask<LearnedAnswer> }>(),
    'Put Tasting': props<{ ask: Ask<StoredTasting>; id: string; tasting: Tasting }>(),
    'Tasting Wanted': props<{ ask: Ask<StoredTasting>; id: string }>(),
    'Answer Odd One': props<{ ask: Ask<StoredTasting>; id: string; answer: OddAnswer }>(),
    'Put Picture': props<{ ask: Ask<TryPicture>; bakeId: string; picture: TryPicture; bytes: Blob }>(),
    'Describe Picture': props<{ ask: Ask<TryPicture>; picture: TryPicture }>(),
    'Remove Picture': props<{ ask: Ask<unknown>; id: string }>(),
    'Restore Picture': props<{ ask: Ask<unknown>; id: string }>(),
  },
});

interface BookState {
  readonly heads: readonly BookHead[] | undefined;
  readonly page: BookPage | undefined;
  readonly failure: string | undefined;
  readonly isMissing: boolean;
}

const initial: BookState = { heads: undefined, page: undefined, failure: undefined, isMissing: false };

/** What was baked to the end, and the page of one formula. */
export const bookFeature = createFeature({
  name: 'book',
  reducer: createReducer(
    initial,
    on(bookActions.listLoaded, (state, { heads }): BookState => ({ ...state, heads, failure: undefined })),
    on(bookActions.listFailed, (state, { words }): BookState => ({ ...state, failure: words })),
    on(bookActions.pageWanted, (state, { formulaId }): BookState => ({
      ...state,
      page: state.page?.formulaId === formulaId ? state.page : undefined,
      failure: undefined,
      isMissing: false,
    })),
    on(bookActions.pageLoaded, (state, { page }): BookState => ({ ...state, page, failure: undefined })),
    on(bookActions.pageFailed, (state, { words, isMissing }): BookState => ({ ...state, failure: words, isMissing })),
  ),
});
