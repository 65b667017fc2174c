import { createHash } from 'node:crypto';
import { type ShippedLarder } from '@fellmist/contract';
import { type Tables } from '@fellmist/core';
import { type Store } from './database';

const PUT_FOOD = `INSERT INTO food (id, position, name, kind, body, source) VALUES (@id, @position, @name, @kind, @body, @source)
  ON CONFLICT (id) DO UPDATE SET position = @position, name = @name, kind = @kind, body = @body, source = @source WHERE origin = 'shipped'`;
/** The tables of the trade, each written and read whole. */
const TABLES = { rules: 'swap_rule', classes: 'product_class', correctives: 'corrective', coldStyles: 'cold_style', cautions: 'caution' } as const;
type TableName = keyof typeof TABLES;
const NAMES = Object.keys(TABLES) as readonly TableName[];
const put = (table: TableName): string => `INSERT INTO ${TABLES[table]} (id, position, body, source) VALUES (@id, @position, @body, @source)`;
const drop = (table: TableName): string => `DELETE FROM ${TABLES[table]}`;
const bodies = (table: TableName): string => `SELECT body FROM ${TABLES[table]} ORDER BY position`;
const GET_SETTING = 'SELECT value FROM setting WHERE key = @key';
const PUT_SETTING = 'INSERT INTO setting (key, value) VALUES (@key, @value) ON CONFLICT (key) DO UPDATE SET value = @value';
const SEED_KEY = 'shipped-larder';

/** Raised when what is listed of a food changes shape, so that a new version lists all anew. */
const LISTING_SHAPE = 1;

function fingerprint(shipped: ShippedLarder): string {
  return createHash('sha256')
    .update(JSON.stringify([LISTING_SHAPE, shipped]))
    .digest('hex');
}

/** Brings the shipped foods and tables into the database; a food of the household's own stays, though it has the same id. True where anything was brought; again, nothing is. */
export function seedLarder(db: Store, shipped: ShippedLarder): boolean {
  const print = fingerprint(shipped);
  const before = db.prepare<{ key: string }, { value: string }>(GET_SETTING).get({ key: SEED_KEY });
  if (before?.value === print) return false;
  db.transaction(() => {
    const putFood = db.prepare(PUT_FOOD);
    shipped.foods.forEach((food, position) => putFood.run({ id: food.id, position, name: food.name, kind: food.kind, body: JSON.stringify(food), source: food.source }));
    for (const table of NAMES) {
      db.prepare(drop(table)).run();
      const row = db.prepare(put(table));
      shipped[table].forEach((one, position) => row.run({ id: 'id' in one ? one.id : `${table}-${position}`, position, body: JSON.stringify(one), source: one.source }));
    }
    db.prepare(PUT_SETTING).run({ key: SEED_KEY, value: print });
  })();
  return true;
}

function readTable<T>(db: Store, table: TableName): readonly T[] {
  return db
    .prepare<[], { body: string }>(bodies(table))
    .all()
    .map((row) => JSON.parse(row.body) as T);
}

/** The tables of the trade as stored. */
export function readTables(db: Store): Tables {
  return {
    rules: readTable(db, 'rules'),
    classes: readTable(db, 'classes'),
    correctives: readTable(db, 'correctives'),
    coldStyles: readTable(db, 'coldStyles'),
    cautions: readTable(db, 'cautions'),
  };
}
