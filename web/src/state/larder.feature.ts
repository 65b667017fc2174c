import { type LarderPayload, type StoredPack, type StoredStock } from '@fellmist/contract';
import { type Food, type Larder, packsInStock, type StockItem, stockLarder } from '@fellmist/core';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';
import { today } from '../ui/day';
import { householdActions } from './household.actions';

export const larderActions = createActionGroup({
  source: 'Larder',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ payload: LarderPayload }>(),
    Failed: props<{ words: string }>(),
    /** Foods from the long list that somebody took up. */
    'Foods Taken Up': props<{ foods: readonly Food[] }>(),
    'Pack Saved': props<{ stored: StoredPack }>(),
    'Pack Removed': props<{ stored: StoredPack }>(),
    'Stock Put': props<{ stored: StoredStock }>(),
    'Stock Removed': props<{ item: StockItem }>(),
  },
});

interface LarderState {
  readonly payload: LarderPayload | undefined;
  readonly failure: string | undefined;
}

const initial: LarderState = { payload: undefined, failure: undefined };

/** The payload with some of it changed. */
function changed(state: LarderState, change: (payload: LarderPayload) => Partial<LarderPayload>): LarderState {
  return state.payload ? { ...state, payload: { ...state.payload, ...change(state.payload) } } : state;
}

/** The larder of what is there; which packs are in hand follows from the stock and the day. */
function larderOf({ foods, packs, stock, settings }: LarderPayload): Larder {
  const bare = packs.map(({ pack }) => pack);
  const inStock = packsInStock(stock, stockLarder(foods, bare).foods, today());
  return stockLarder(foods, bare, inStock, settings.version > 0 ? settings.settings.country : undefined);
}

function withOne<T>(all: readonly T[], one: T, idOf: (item: T) => string): readonly T[] {
  return all.some((item) => idOf(item) === idOf(one)) ? all.map((item) => (idOf(item) === idOf(one) ? one : item)) : [...all, one];
}

const packId = ({ pack }: StoredPack): string => pack.id;
const itemId = ({ id }: { readonly id: string }): string => id;

export const larderFeature = createFeature({
  name: 'larder',
  reducer: createReducer(
    initial,
    on(larderActions.wanted, (state): LarderState => ({ ...state, failure: undefined })),
    on(larderActions.loaded, (_state, { payload }): LarderState => ({ payload, failure: undefined })),
    on(larderActions.failed, (state, { words }): LarderState => ({ ...state, failure: words })),
    on(larderActions.foodsTakenUp, (state, { foods }): LarderState => {
      const known = new Set(state.payload?.foods.map(itemId));
      const fresh = foods.filter(({ id }) => !known.has(id));
      return fresh.length === 0 ? state : changed(state, (payload) => ({ foods: [...payload.foods, ...fresh] }));
    }),
    on(householdActions.saved, (state, { stored }): LarderState => changed(state, () => ({ settings: stored }))),
    on(larderActions.packSaved, (state, { stored }): LarderState => changed(state, ({ packs }) => ({ packs: withOne(packs, stored, packId) }))),
    on(larderActions.packRemoved, (state, { stored }): LarderState => changed(state, ({ packs }) => ({ packs: packs.filter((other) => packId(other) !== packId(stored)) }))),
    on(larderActions.stockPut, (state, { stored: { item, version } }): LarderState =>
      changed(state, ({ stock, stockVersions }) => ({ stock: withOne(stock, item, itemId), stockVersions: { ...stockVersions, [item.id]: version } })),
    ),
    on(larderActions.stockRemoved, (state, { item }): LarderState => changed(state, ({ stock }) => ({ stock: stock.filter(({ id }) => id !== item.id) }))),
  ),
  extraSelectors: ({ selectPayload }) => ({
    selectLarder: createSelector(selectPayload, (payload): Larder | undefined => payload && larderOf(payload)),
    selectPacks: createSelector(selectPayload, (payload): readonly StoredPack[] => payload?.packs ?? []),
    selectStockVersions: createSelector(selectPayload, (payload) => payload?.stockVersions),
    selectStock: createSelector(selectPayload, (payload): readonly StockItem[] => payload?.stock ?? []),
  }),
});
