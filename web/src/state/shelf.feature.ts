import { type ShelfEntry } from '@fellmist/contract';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';

export const shelfActions = createActionGroup({
  source: 'Shelf',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ entries: readonly ShelfEntry[] }>(),
    Failed: props<{ words: string }>(),
    Remove: props<{ entry: ShelfEntry }>(),
    Removed: props<{ entry: ShelfEntry }>(),
    Restore: props<{ entry: ShelfEntry }>(),
    Restored: emptyProps(),
  },
});

interface ShelfState {
  readonly entries: readonly ShelfEntry[] | undefined;
  readonly failure: string | undefined;
  /** The formula just removed, which can be brought back. */
  readonly removed: ShelfEntry | undefined;
}

const initial: ShelfState = { entries: undefined, failure: undefined, removed: undefined };

export const shelfFeature = createFeature({
  name: 'shelf',
  reducer: createReducer(
    initial,
    on(shelfActions.wanted, (state): ShelfState => ({ ...state, failure: undefined })),
    on(shelfActions.loaded, (state, { entries }): ShelfState => ({ ...state, entries, failure: undefined })),
    on(shelfActions.failed, (state, { words }): ShelfState => ({ ...state, failure: words })),
    on(shelfActions.removed, (state, { entry }): ShelfState => ({ ...state, entries: state.entries?.filter((other) => other.id !== entry.id), removed: entry })),
    on(shelfActions.restored, (state): ShelfState => ({ ...state, removed: undefined })),
  ),
});
