import { type StockItem } from '@fellmist/core';
import { type Store } from './database';

const ALL = 'SELECT body FROM stock ORDER BY id';
const PUT = `INSERT INTO stock (id, food_id, body, changed_at) VALUES (@id, @foodId, @body, @at)
  ON CONFLICT (id) DO UPDATE SET food_id = @foodId, body = @body, changed_at = @at`;
const DELETE = 'DELETE FROM stock WHERE id = @id';

export function readStock(db: Store): readonly StockItem[] {
  return db
    .prepare<[], { body: string }>(ALL)
    .all()
    .map((row) => JSON.parse(row.body) as StockItem);
}

/** Puts something in stock or changes it; the same put twice is one. */
export function putStock(db: Store, item: StockItem, at: string): void {
  db.prepare(PUT).run({ id: item.id, foodId: item.foodId, body: JSON.stringify(item), at });
}

export function deleteStock(db: Store, id: string): boolean {
  return db.prepare(DELETE).run({ id }).changes > 0;
}
