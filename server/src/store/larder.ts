import { createHash } from 'node:crypto';
import { type LarderPayload } from '@fellmist/contract';
import { type CautionRule, type Food, type SwapRule } from '@fellmist/core';
import { type Store } from './database';

const PUT_FOOD = `INSERT INTO food (id, position, name, kind, body, source) VALUES (@id, @position, @name, @kind, @body, @source)
  ON CONFLICT (id) DO UPDATE SET position = @position, name = @name, kind = @kind, body = @body, source = @source`;
const PUT_RULE = `INSERT INTO swap_rule (id, position, body, source) VALUES (@id, @position, @body, @source)
  ON CONFLICT (id) DO UPDATE SET position = @position, body = @body, source = @source`;
const PUT_CAUTION = `INSERT INTO caution (id, position, body, source) VALUES (@id, @position, @body, @source)
  ON CONFLICT (id) DO UPDATE SET position = @position, body = @body, source = @source`;
const DROP_RULES = 'DELETE FROM swap_rule';
const DROP_CAUTIONS = 'DELETE FROM caution';
const GET_SETTING = 'SELECT value FROM setting WHERE key = @key';
const PUT_SETTING = 'INSERT INTO setting (key, value) VALUES (@key, @value) ON CONFLICT (key) DO UPDATE SET value = @value';
const FOODS = 'SELECT body FROM food ORDER BY position';
const RULES = 'SELECT body FROM swap_rule ORDER BY position';
const CAUTIONS = 'SELECT body FROM caution ORDER BY position';

const SEED_KEY = 'shipped-larder';

function fingerprint(shipped: LarderPayload): string {
  return createHash('sha256').update(JSON.stringify(shipped)).digest('hex');
}

/** Brings the shipped foods, rules and cautions into the database. Running it again changes nothing. */
export function seedLarder(db: Store, shipped: LarderPayload): void {
  const print = fingerprint(shipped);
  const before = db.prepare<{ key: string }, { value: string }>(GET_SETTING).get({ key: SEED_KEY });
  if (before?.value === print) return;
  db.transaction(() => {
    const putFood = db.prepare(PUT_FOOD);
    shipped.foods.forEach((food, position) => putFood.run({ id: food.id, position, name: food.name, kind: food.kind, body: JSON.stringify(food), source: food.source }));
    db.prepare(DROP_RULES).run();
    db.prepare(DROP_CAUTIONS).run();
    const putRule = db.prepare(PUT_RULE);
    shipped.rules.forEach((rule, position) => putRule.run({ id: rule.id, position, body: JSON.stringify(rule), source: rule.source }));
    const putCaution = db.prepare(PUT_CAUTION);
    shipped.cautions.forEach((caution, position) => putCaution.run({ id: caution.id, position, body: JSON.stringify(caution), source: caution.source }));
    db.prepare(PUT_SETTING).run({ key: SEED_KEY, value: print });
  })();
}

function bodies<T>(db: Store, sql: string): readonly T[] {
  return db
    .prepare<[], { body: string }>(sql)
    .all()
    .map((row) => JSON.parse(row.body) as T);
}

/** The foods, rules and cautions as stored. */
export function readLarder(db: Store): LarderPayload {
  return { foods: bodies<Food>(db, FOODS), rules: bodies<SwapRule>(db, RULES), cautions: bodies<CautionRule>(db, CAUTIONS) };
}
