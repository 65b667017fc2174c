import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setImmediate as others } from 'node:timers/promises';
import { type Food } from '@fellmist/core';
import { openStore, type Store } from '../src/store/database';
import { readFood } from '../src/store/foods';
import { type LarderStore } from '../src/store/larderStore';
import { larderStoreOn, migrations, now } from './household';

const folder = mkdtempSync(join(tmpdir(), 'fellmist-coming-'));
afterAll(() => rmSync(folder, { recursive: true }));

const MANY = 1500;

function manyFoods(like: Food): readonly { to: Food; over: undefined }[] {
  return Array.from({ length: MANY }, (_, i) => ({ to: { ...like, id: `own-mill-${i}`, name: `Quernstone meal ${i}`, synonyms: [] }, over: undefined }));
}

function opened(name: string): { readonly db: Store; readonly store: LarderStore; readonly foods: ReturnType<typeof manyFoods> } {
  const db = openStore(join(folder, name), migrations, now);
  const store = larderStoreOn(db);
  const [like] = store.contents.foods;
  if (!like) throw new Error('no food ships');
  return { db, store, foods: manyFoods(like) };
}

const found = (store: LarderStore): number => store.search({ q: 'quernstone meal', sort: 'fit', offset: 0, limit: 1 }).total;
const left = (db: Store): unknown => db.prepare('SELECT count(*) AS foods, (SELECT count(*) FROM coming) AS settled FROM coming_food').get();

test('a large table is taken in while others have their turn, all of it; packs of its foods are listed by what it says now', async () => {
  const { db, store, foods } = opened('turns.db');
  let turns = 0;
  let isGoing = true;
  const asking = (async () => {
    for (; isGoing; turns++) await others();
  })();
  expect(await store.takeIn({ foods, packs: [], stock: [] })).toEqual([]);
  isGoing = false;
  await asking;
  expect(turns).toBeGreaterThan(MANY / 200);
  expect([found(store), left(db)]).toEqual([MANY, { foods: 0, settled: 0 }]);
  const pack = { id: 'pack-mill', name: 'Bag of meal', kindId: 'own-mill-7', measuresG: {}, mayContain: [], thirstTests: [], note: '' };
  store.savePack(pack, 0);
  const before = foods.map(({ to }) => ({ to: { ...to, per100g: { ...to.per100g, energyKcal: 123 } }, over: JSON.stringify(readFood(db, to.id)?.food) }));
  expect(await store.takeIn({ foods: before, packs: [], stock: [] })).toEqual([]);
  expect(store.search({ q: 'bag of meal', sort: 'fit', offset: 0, limit: 1 }).rows[0]).toMatchObject({ id: 'pack-mill', energyKcal: 123 });
  // What moved since it was looked at stops all of it.
  expect(await store.takeIn({ foods, packs: [], stock: [] })).toHaveLength(MANY);
  db.close();
});

test('stopped on the way, it is all there once the household is opened again; before it was settled, none of it', async () => {
  for (const isSettled of [true, false]) {
    const name = `stopped-${String(isSettled)}.db`;
    const { db, store, foods } = opened(name);
    const going = store.takeIn({ foods, packs: [], stock: [] }).catch(() => undefined);
    const isReached = (): boolean => (isSettled ? found(store) > 0 : (left(db) as { foods: number }).foods > 0);
    while (!isReached()) await others();
    expect(left(db)).toMatchObject({ settled: isSettled ? 1 : 0 });
    db.close();
    await going;
    const again = opened(name);
    expect([found(again.store), left(again.db)]).toEqual([isSettled ? MANY : 0, { foods: 0, settled: 0 }]);
    again.db.close();
  }
});
