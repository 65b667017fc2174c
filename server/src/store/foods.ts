import { type Food } from '@fellmist/core';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type StoredDocument } from './documents';

const FOOD = 'SELECT schema, body, origin FROM food WHERE id = @id';
const ORIGINS = 'SELECT id, origin, body FROM food';
const AT_HAND = 'SELECT schema, body, origin FROM food WHERE at_hand = 1 ORDER BY position';
const OWN = "SELECT schema, body, origin FROM food WHERE origin = 'own' ORDER BY name COLLATE NOCASE";
const PUT_OWN = `INSERT INTO food (id, position, name, kind, body, source, origin, at_hand)
  VALUES (@id, (SELECT COALESCE(MAX(position), 0) + 1 FROM food), @name, @kind, @body, @source, 'own', @atHand)
  ON CONFLICT (id) DO UPDATE SET name = @name, kind = @kind, body = @body, source = @source`;
const TAKE_UP = 'UPDATE food SET at_hand = 1 WHERE id = @id AND at_hand = 0';

interface FoodRow extends StoredDocument {
  readonly origin: string;
}

/** What ships was checked when it was read from its table; the household's own is checked here. */
function foodOf(row: FoodRow): readonly Food[] {
  if (row.origin !== 'own') return [JSON.parse(row.body) as Food];
  const read = readDocument(DOCUMENTS.food, row);
  return read.ok ? [read.document] : [];
}

/** A food of the table, shipped or own, or undefined. */
export function readFood(db: Store, id: string): { readonly food: Food; readonly isOwn: boolean } | undefined {
  const row = db.prepare<{ id: string }, FoodRow>(FOOD).get({ id });
  const [food] = row ? foodOf(row) : [];
  return row && food && { food, isOwn: row.origin === 'own' };
}

/** Every food by id, as stored text, with whether it is the household's own. */
export function foodOrigins(db: Store): ReadonlyMap<string, { readonly isOwn: boolean; readonly body: string }> {
  const rows = db.prepare<[], { id: string; origin: string; body: string }>(ORIGINS).all();
  return new Map(rows.map(({ id, origin, body }) => [id, { isOwn: origin === 'own', body }]));
}

function bodies(db: Store, sql: string): readonly Food[] {
  return db.prepare<[], FoodRow>(sql).all().flatMap(foodOf);
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
