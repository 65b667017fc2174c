import { type ShelfEntry, type StoredFormula } from '@fellmist/contract';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import { type Ask } from './asking';

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
    /** A formula is looked into without being put on the bench. */
    'Look Into': props<{ ask: Ask<StoredFormula>; id: string }>(),
    /** A copy to try something else on goes on the bench as a formula of its own. */
    Copy: props<{ ask: Ask<StoredFormula>; entry: ShelfEntry; newId: string }>(),
  },
});

const entriesOf = createEntityAdapter<ShelfEntry>();

interface ShelfState extends EntityState<ShelfEntry> {
  readonly isHere: boolean;
  readonly failure: string | undefined;
}

const initial: ShelfState = entriesOf.getInitialState({ isHere: false, failure: undefined });

export const shelfFeature = createFeature({
  name: 'shelf',
  reducer: createReducer(
    initial,
    on(shelfActions.wanted, (state): ShelfState => ({ ...state, failure: undefined })),
    on(shelfActions.loaded, (state, { entries }): ShelfState => entriesOf.setAll([...entries], { ...state, isHere: true, failure: undefined })),
    on(shelfActions.failed, (state, { words }): ShelfState => ({ ...state, failure: words })),
    on(shelfActions.removed, (state, { entry }): ShelfState => entriesOf.removeOne(entry.id, state)),
  ),
  extraSelectors: ({ selectShelfState, selectIsHere }) => {
    const selectAll = createSelector(selectShelfState, entriesOf.getSelectors().selectAll);
    return {
      /** In the server's order, the last touched first; undefined until they are here. */
      selectListed: createSelector(selectAll, selectIsHere, (entries, isHere): readonly ShelfEntry[] | undefined => (isHere ? entries : undefined)),
    };
  },
});
