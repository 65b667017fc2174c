import { createHash } from 'node:crypto';
import { type ShippedLarder } from '@fellmist/contract';
import { type CautionRule, type SwapRule } from '@fellmist/core';
import { type Store } from './database';

const PUT_FOOD = `INSERT INTO food (id, position, name, kind, body, source) VALUES (@id, @position, @name, @kind, @body, @source)
  ON CONFLICT (id) DO UPDATE SET position = @position, name = @name, kind = @kind, body = @body, source = @source, origin = 'shipped'`;
const PUT_RULE = `INSERT INTO swap_rule (id, position, body, source) VALUES (@id, @position, @body, @source)
  ON CONFLICT (id) DO UPDATE SET position = @position, body = @body, source = @source`;
const PUT_CAUTION = `INSERT INTO caution (id, position, body, source) VALUES (@id, @position, @body, @source)
  ON CONFLICT (id) DO UPDATE SET position = @position, body = @body, source = @source`;
const DROP_RULES = 'DELETE FROM swap_rule';
const DROP_CAUTIONS = 'DELETE FROM caution';
const GET_SETTING = 'SELECT value FROM setting WHERE key = @key';
const PUT_SETTING = 'INSERT INTO setting (key, value) VALUES (@key, @value) ON CONFLICT (key) DO UPDATE SET value = @value';
const RULES = 'SELECT body FROM swap_rule ORDER BY position';
const CAUTIONS = 'SELECT body FROM caution ORDER BY position';
const SEED_KEY = 'shipped-larder';

/** Raised when what is listed of a food changes shape, so that a new version lists all anew. */
const LISTING_SHAPE = 1;

function fingerprint(shipped: ShippedLarder): string {
  return createHash('sha256')
    .update(JSON.stringify([LISTING_SHAPE, shipped]))
    .digest('hex');
}

/** Brings the shipped foods, rules and cautions into the database. True where anything was brought; again, nothing is. */
export function seedLarder(db: Store, shipped: ShippedLarder): boolean {
  const print = fingerprint(shipped);
  const before = db.prepare<{ key: string }, { value: string }>(GET_SETTING).get({ key: SEED_KEY });
  if (before?.value === print) return false;
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
  return true;
}

function bodies<T>(db: Store, sql: string): readonly T[] {
  return db
    .prepare<[], { body: string }>(sql)
    .all()
    .map((row) => JSON.parse(row.body) as T);
}

/** The swap rules and cautions as stored. */
export function readRules(db: Store): { readonly rules: readonly SwapRule[]; readonly cautions: readonly CautionRule[] } {
  return { rules: bodies<SwapRule>(db, RULES), cautions: bodies<CautionRule>(db, CAUTIONS) };
}
