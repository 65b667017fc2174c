import type { StoredLarder, StoredPack } from '@fellmist/contract';
import { FIRST_SETTINGS, type Food, type StockItem } from '@fellmist/core';
import { householdActions } from './household.actions';
import { larderActions } from './larder.actions';
import { larderFeature } from './larder.feature';

const flour: Food = {
  id: 'flour',
  name: 'Flour',
  kind: 'flour',
  synonyms: [],
  per100g: { energyKcal: 364 },
  measuresG: {},
  roles: {},
  fat: 'liquid',
  allergens: ['gluten'],
  isWhole: true,
  source: 'table',
  measureSource: 'table',
};
const pack = (id: string): StoredPack => ({ pack: { id, name: `Pack ${id}`, kindId: 'flour', measuresG: {}, mayContain: [], thirstTests: [], note: '' }, version: 1 });
const item = (id: string, foodId: string, bestBefore: string): StockItem => ({ id, foodId, leftG: 100, bestBefore, origin: 'pack', note: '' });
const stored: StoredLarder = {
  foods: [flour],
  rules: [],
  classes: [],
  correctives: [],
  coldStyles: [],
  cautions: [],
  packs: [pack('a'), pack('b')],
  stock: [],
  settings: { settings: FIRST_SETTINGS, version: 0 },
  inStock: [],
};

type State = ReturnType<typeof larderFeature.reducer>;

function after(...actions: Parameters<typeof larderFeature.reducer>[1][]): State {
  const loaded = larderFeature.reducer(undefined, larderActions.loaded({ stored }));
  return actions.reduce<State>(larderFeature.reducer, loaded);
}

const larderOf = (state: State) => larderFeature.selectLarder({ larder: state });

test('stock decides which pack of a kind is in hand; taken away, the next one is', () => {
  const both = after(
    larderActions.stockFoundChanged({ stored: { item: item('1', 'a', '2099-01-01'), version: 1 } }),
    larderActions.stockFoundChanged({ stored: { item: item('2', 'b', '2098-01-01'), version: 1 } }),
  );
  expect(larderOf(both)?.inHand.get('flour')).toBe('b');
  expect(
    larderOf(both)
      ?.packsOf.get('flour')
      ?.map(({ id }) => id),
  ).toEqual(['b', 'a']);
  const one = larderFeature.reducer(both, larderActions.stockRemoved({ item: item('2', 'b', '2098-01-01') }));
  expect(larderOf(one)?.inHand.get('flour')).toBe('a');
});

test('a saved pack counts at once, a removed one no longer, and comes back as it was', () => {
  const stored: StoredPack = { pack: { ...pack('a').pack, name: 'Renamed', measuresG: { scoop: 12 } }, version: 2 };
  const saved = after(larderActions.packSaved({ stored }));
  expect(larderOf(saved)?.foods.get('a')).toMatchObject({ name: 'Renamed', measuresG: { scoop: 12 }, packOf: 'flour' });
  const removed = larderFeature.reducer(saved, larderActions.packRemoved({ stored }));
  expect(larderOf(removed)?.foods.has('a')).toBe(false);
  expect(larderOf(larderFeature.reducer(removed, larderActions.packSaved({ stored })))?.foods.get('a')?.name).toBe('Renamed');
});

test('a food taken up from the long list is there once, however often it is taken up', () => {
  const syrup: Food = { ...flour, id: 'own-syrup', name: 'Moonlight syrup' };
  const state = after(larderActions.foodsTakenUp({ foods: [syrup] }));
  expect(larderFeature.reducer(state, larderActions.foodsTakenUp({ foods: [syrup, flour] }))).toBe(state);
  expect(larderOf(state)?.foods.get('own-syrup')?.name).toBe('Moonlight syrup');
});

test('before anything is loaded nothing breaks', () => {
  const empty = larderFeature.reducer(undefined, larderActions.stockFoundChanged({ stored: { item: item('1', 'a', '2099-01-01'), version: 1 } }));
  expect([larderOf(empty), larderFeature.selectAllPacks({ larder: empty })]).toEqual([undefined, []]);
});

test('whose shops are meant follows what the household settled, at once', () => {
  const stored = { settings: { ...FIRST_SETTINGS, country: 'uk' as const }, version: 1 };
  expect([larderOf(after())?.country, larderOf(after(householdActions.saved({ stored })))?.country]).toEqual([undefined, 'uk']);
});
