import type { StoredLarder, StoredPack, StoredSettings, StoredStock } from '@fellmist/contract';
import { type Food, type Larder, packsInStock, type StockItem, stockLarder, type Tables } from '@fellmist/core';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import { today } from '../ui/day';
import { householdActions } from './household.actions';
import { larderActions } from './larder.actions';

const foodsOf = createEntityAdapter<Food>();
const packsOf = createEntityAdapter<StoredPack>({ selectId: ({ pack }) => pack.id });
const stockOf = createEntityAdapter<StoredStock>({ selectId: ({ item }) => item.id });

interface LarderState {
  readonly foods: EntityState<Food>;
  readonly packs: EntityState<StoredPack>;
  readonly stock: EntityState<StoredStock>;
  /** The tables of the trade; undefined until the larder is here. */
  readonly tables: Tables | undefined;
  readonly settings: StoredSettings | undefined;
  readonly failure: string | undefined;
}

const initial: LarderState = {
  foods: foodsOf.getInitialState(),
  packs: packsOf.getInitialState(),
  stock: stockOf.getInitialState(),
  tables: undefined,
  settings: undefined,
  failure: undefined,
};

function loaded({ foods, packs, stock, settings, inStock: _inStock, ...tables }: StoredLarder): LarderState {
  return {
    foods: foodsOf.setAll([...foods], initial.foods),
    packs: packsOf.setAll([...packs], initial.packs),
    stock: stockOf.setAll([...stock], initial.stock),
    tables,
    settings,
    failure: undefined,
  };
}

/** What the server has not answered yet goes by the version that is known. */
function putStock(state: LarderState, item: StockItem): LarderState {
  return { ...state, stock: stockOf.upsertOne({ item, version: state.stock.entities[item.id]?.version ?? 0 }, state.stock) };
}

export const larderFeature = createFeature({
  name: 'larder',
  reducer: createReducer(
    initial,
    on(larderActions.wanted, (state): LarderState => ({ ...state, failure: undefined })),
    on(larderActions.loaded, (_state, { stored }): LarderState => loaded(stored)),
    on(larderActions.failed, (state, { words }): LarderState => ({ ...state, failure: words })),
    on(larderActions.foodsTakenUp, (state, { foods }): LarderState => {
      const fresh = foods.filter(({ id }) => !(id in state.foods.entities));
      return fresh.length === 0 ? state : { ...state, foods: foodsOf.addMany(fresh, state.foods) };
    }),
    on(householdActions.saved, (state, { stored }): LarderState => ({ ...state, settings: stored })),
    on(larderActions.packSaved, (state, { stored }): LarderState => ({ ...state, packs: packsOf.upsertOne(stored, state.packs) })),
    on(larderActions.packRemoved, (state, { stored }): LarderState => ({ ...state, packs: packsOf.removeOne(stored.pack.id, state.packs) })),
    on(larderActions.putStock, (state, { item }): LarderState => putStock(state, item)),
    // What was put there since stands, and is sent over this version.
    on(larderActions.stockKept, (state, { stored: { item, version } }): LarderState => ({
      ...state,
      stock: stockOf.updateOne({ id: item.id, changes: { version } }, state.stock),
    })),
    on(larderActions.stockFoundChanged, (state, { stored }): LarderState => ({ ...state, stock: stockOf.upsertOne(stored, state.stock) })),
    on(larderActions.stockRemoved, (state, { item }): LarderState => ({ ...state, stock: stockOf.removeOne(item.id, state.stock) })),
  ),
  extraSelectors: ({ selectFoods, selectPacks, selectStock, selectTables, selectSettings }) => {
    const selectAllFoods = createSelector(selectFoods, foodsOf.getSelectors().selectAll);
    const selectAllPacks = createSelector(selectPacks, packsOf.getSelectors().selectAll);
    const selectItems = createSelector(selectStock, (stock) =>
      stockOf
        .getSelectors()
        .selectAll(stock)
        .map(({ item }) => item),
    );
    return {
      selectAllPacks,
      selectPacksById: createSelector(selectPacks, ({ entities }) => entities),
      selectItems,
      selectStockById: createSelector(selectStock, ({ entities }) => entities),
      /** Foods and packs as core asks for them; which packs are in hand follows from the stock and the day. */
      selectLarder: createSelector(selectTables, selectAllFoods, selectAllPacks, selectItems, selectSettings, (tables, foods, packs, items, settings): Larder | undefined => {
        if (!tables) return undefined;
        const bare = packs.map(({ pack }) => pack);
        const inStock = packsInStock(items, stockLarder(foods, bare).foods, today());
        return stockLarder(foods, bare, inStock, settings && settings.version > 0 ? settings.settings.country : undefined);
      }),
    };
  },
});
