import type { ShelfEntry, ShelfPage, ShelfQuery, StoredFormula } from '@fellmist/contract';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import type { Ask } from './asking';

/** A formula on the shelf, by what it is known by. */
export type ShelfName = Pick<ShelfEntry, 'id' | 'title'>;

export const shelfActions = createActionGroup({
  source: 'Shelf',
  events: {
    /** Looked through from the top. */
    Wanted: props<{ query: ShelfLook }>(),
    'More Wanted': emptyProps(),
    Loaded: props<{ page: ShelfPage; offset: number }>(),
    Failed: props<{ words: string }>(),
    Remove: props<{ entry: ShelfName }>(),
    Removed: props<{ entry: ShelfName }>(),
    Restore: props<{ entry: ShelfName }>(),
    Restored: emptyProps(),
    'Put Picture': props<{ id: string; picture: Blob }>(),
    'Picture Put': props<{ id: string; picturedAt: string }>(),
    'Remove Picture': props<{ id: string }>(),
    /** What was there goes along, so that it can be put back. */
    'Picture Removed': props<{ id: string; picture: Blob }>(),
    /** A formula is looked into without being put on the bench. */
    'Look Into': props<{ ask: Ask<StoredFormula>; id: string }>(),
    /** A copy to try something else on goes on the bench as a formula of its own. */
    Copy: props<{ ask: Ask<StoredFormula>; entry: ShelfEntry; newId: string }>(),
  },
});

/** What the shelf is looked through for. */
export type ShelfLook = Partial<Pick<ShelfQuery, 'q' | 'classId' | 'school' | 'without' | 'season' | 'sort'>>;

const entriesOf = createEntityAdapter<ShelfEntry>();

interface ShelfState extends EntityState<ShelfEntry> {
  readonly query: ShelfLook;
  readonly total: number;
  readonly all: number;
  readonly isHere: boolean;
  /** The first page of what is looked for has been asked for and is not here yet: what is listed may be of an earlier question. */
  readonly isAsked: boolean;
  readonly failure: string | undefined;
}

const initial: ShelfState = entriesOf.getInitialState({ query: {}, total: 0, all: 0, isHere: false, isAsked: false, failure: undefined });

export const shelfFeature = createFeature({
  name: 'shelf',
  reducer: createReducer(
    initial,
    on(shelfActions.wanted, (state, { query }): ShelfState => ({ ...state, query, isAsked: true, failure: undefined })),
    on(shelfActions.restored, (state): ShelfState => ({ ...state, isAsked: true })),
    on(shelfActions.loaded, (state, { page, offset }): ShelfState => {
      const next = { ...state, total: page.total, all: page.all, isHere: true, isAsked: false, failure: undefined };
      return offset === 0 ? entriesOf.setAll([...page.entries], next) : entriesOf.upsertMany([...page.entries], next);
    }),
    on(shelfActions.failed, (state, { words }): ShelfState => ({ ...state, isAsked: false, failure: words })),
    on(shelfActions.picturePut, (state, { id, picturedAt }): ShelfState => entriesOf.updateOne({ id, changes: { picturedAt } }, { ...state, failure: undefined })),
    on(shelfActions.pictureRemoved, (state, { id }): ShelfState => {
      const { picturedAt: _gone, ...entry } = state.entities[id] ?? {};
      return 'id' in entry ? entriesOf.setOne(entry, state) : state;
    }),
    on(shelfActions.removed, (state, { entry }): ShelfState => entriesOf.removeOne(entry.id, { ...state, total: state.total - 1, all: state.all - 1 })),
  ),
  extraSelectors: ({ selectShelfState, selectIsHere }) => {
    const selectAll = createSelector(selectShelfState, entriesOf.getSelectors().selectAll);
    return {
      /** In the server's order, the last touched first; undefined until they are here. */
      selectListed: createSelector(selectAll, selectIsHere, (entries, isHere): readonly ShelfEntry[] | undefined => (isHere ? entries : undefined)),
    };
  },
});
