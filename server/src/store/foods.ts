import { type Food } from '@fellmist/core';
import { type Store } from './database';

const FOOD = 'SELECT body, origin FROM food WHERE id = @id';
const ORIGINS = 'SELECT id, origin, body FROM food';
const AT_HAND = 'SELECT body FROM food WHERE at_hand = 1 ORDER BY position';
const OWN = "SELECT body FROM food WHERE origin = 'own' ORDER BY name COLLATE NOCASE";
const PUT_OWN = `INSERT INTO food (id, position, name, kind, body, source, origin, at_hand)
  VALUES (@id, (SELECT COALESCE(MAX(position), 0) + 1 FROM food), @name, @kind, @body, @source, 'own', @atHand)
  ON CONFLICT (id) DO UPDATE SET name = @name, kind = @kind, body = @body, source = @source`;
const TAKE_UP = 'UPDATE food SET at_hand = 1 WHERE id = @id AND at_hand = 0';

interface FoodBody {
  readonly body: string;
}

/** A food of the table, shipped or own, or undefined. */
export function readFood(db: Store, id: string): { readonly food: Food; readonly isOwn: boolean } | undefined {
  const row = db.prepare<{ id: string }, FoodBody & { origin: string }>(FOOD).get({ id });
  return row && { food: JSON.parse(row.body) as Food, isOwn: row.origin === 'own' };
}

/** Every food by id, as stored text, with whether it is the household's own. */
export function foodOrigins(db: Store): ReadonlyMap<string, { readonly isOwn: boolean; readonly body: string }> {
  const rows = db.prepare<[], FoodBody & { id: string; origin: string }>(ORIGINS).all();
  return new Map(rows.map(({ id, origin, body }) => [id, { isOwn: origin === 'own', body }]));
}

function bodies(db: Store, sql: string): readonly Food[] {
  return db
    .prepare<[], FoodBody>(sql)
    .all()
    .map((row) => JSON.parse(row.body) as Food);
}

/** The foods that the browser computes with. */
export function foodsAtHand(db: Store): readonly Food[] {
  return bodies(db, AT_HAND);
}

export function ownFoods(db: Store): readonly Food[] {
  return bodies(db, OWN);
}

/** Puts own foods in or updates them; call it in a transaction and list them anew. */
export function putOwnFoods(db: Store, foods: readonly Food[], atHand: boolean): void {
  const put = db.prepare(PUT_OWN);
  for (const food of foods) {
    put.run({ id: food.id, name: food.name, kind: food.kind, body: JSON.stringify(food), source: food.source || 'imported', atHand: atHand ? 1 : 0 });
  }
}

/** Marks foods as at hand because a formula or a person took them up. True where that was news. */
export function takeUpFoods(db: Store, ids: readonly string[]): boolean {
  const take = db.prepare(TAKE_UP);
  return ids.reduce((changed, id) => take.run({ id }).changes > 0 || changed, false);
}
