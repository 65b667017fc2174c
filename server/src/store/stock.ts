import { type StoredStock } from '@fellmist/contract';
import { type StockItem } from '@fellmist/core';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type StoredDocument } from './documents';

const ALL = 'SELECT schema, body, version FROM stock ORDER BY id';
const ONE = 'SELECT schema, body, version FROM stock WHERE id = @id';
const PUT = `INSERT INTO stock (id, food_id, schema, body, changed_at) VALUES (@id, @foodId, @schema, @body, @at)
  ON CONFLICT (id) DO UPDATE SET food_id = @foodId, schema = @schema, body = @body, version = version + 1, changed_at = @at`;
const DELETE = 'DELETE FROM stock WHERE id = @id';

interface StockRow extends StoredDocument {
  readonly version: number;
}

function toStored(row: StockRow): readonly StoredStock[] {
  const read = readDocument(DOCUMENTS.stock, row);
  return read.ok ? [{ item: read.document, version: row.version }] : [];
}

/** Everything in stock that can be read. */
export function readStock(db: Store): readonly StoredStock[] {
  return db.prepare<[], StockRow>(ALL).all().flatMap(toStored);
}

export function readStockItem(db: Store, id: string): StoredStock | undefined {
  const row = db.prepare<{ id: string }, StockRow>(ONE).get({ id });
  return row && toStored(row)[0];
}

/** Puts something in stock or changes it, as its next version. */
export function putStock(db: Store, item: StockItem, at: string): StoredStock {
  db.prepare(PUT).run({ id: item.id, foodId: item.foodId, schema: DOCUMENTS.stock.schema, body: JSON.stringify(item), at });
  return readStockItem(db, item.id) ?? { item, version: 1 };
}

export type StockSave = { readonly kind: 'saved' | 'stale'; readonly stored: StoredStock } | { readonly kind: 'missing' };

/** Saves something in stock over the version known, 0 for a new one; the same put twice is one. */
export function saveStock(db: Store, item: StockItem, knownVersion: number, at: string): StockSave {
  return db.transaction((): StockSave => {
    const current = readStockItem(db, item.id);
    if (!current) return knownVersion === 0 ? { kind: 'saved', stored: putStock(db, item, at) } : { kind: 'missing' };
    if (JSON.stringify(current.item) === JSON.stringify(item)) return { kind: 'saved', stored: current };
    if (current.version !== knownVersion) return { kind: 'stale', stored: current };
    return { kind: 'saved', stored: putStock(db, item, at) };
  })();
}

export function deleteStock(db: Store, id: string): boolean {
  return db.prepare(DELETE).run({ id }).changes > 0;
}
