import { type StoredBought } from '@fellmist/contract';
import { type BoughtTreat } from '@fellmist/core';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type StoredDocument } from './documents';

const ALL = 'SELECT schema, body, version FROM bought WHERE deleted_at IS NULL ORDER BY made_at, id';
const ONE = 'SELECT schema, body, version FROM bought WHERE id = @id AND deleted_at IS NULL';
const PUT = `INSERT INTO bought (id, version, schema, body, made_at, changed_at) VALUES (@id, 1, @schema, @body, @at, @at)
  ON CONFLICT (id) DO UPDATE SET schema = @schema, body = @body, version = version + 1, changed_at = @at, deleted_at = NULL`;
const MARK = 'UPDATE bought SET deleted_at = @at WHERE id = @id AND (deleted_at IS NULL) = (@at IS NOT NULL)';

interface BoughtRow extends StoredDocument {
  readonly version: number;
}

function toStored(row: BoughtRow): readonly StoredBought[] {
  const read = readDocument(DOCUMENTS.bought, row);
  return read.ok ? [{ bought: read.document, version: row.version }] : [];
}

/** Every bought treat that is not removed, the first entered first. */
export function readBought(db: Store): readonly StoredBought[] {
  return db.prepare<[], BoughtRow>(ALL).all().flatMap(toStored);
}

export function putBought(db: Store, bought: BoughtTreat, at: string): void {
  db.prepare(PUT).run({ id: bought.id, schema: DOCUMENTS.bought.schema, body: JSON.stringify(bought), at });
}

function one(db: Store, id: string): StoredBought | undefined {
  const row = db.prepare<{ id: string }, BoughtRow>(ONE).get({ id });
  return row && toStored(row)[0];
}

export type BoughtSave = { readonly kind: 'saved' | 'stale'; readonly stored: StoredBought } | { readonly kind: 'missing' };

/** Saves a bought treat over the version known, 0 for a new one; the same sent twice is one. */
export function saveBought(db: Store, bought: BoughtTreat, knownVersion: number, at: string): BoughtSave {
  return db.transaction((): BoughtSave => {
    const current = one(db, bought.id);
    if (!current && knownVersion !== 0) return { kind: 'missing' };
    if (current && JSON.stringify(current.bought) === JSON.stringify(bought)) return { kind: 'saved', stored: current };
    if (current && current.version !== knownVersion) return { kind: 'stale', stored: current };
    putBought(db, bought, at);
    const stored = one(db, bought.id);
    return stored ? { kind: 'saved', stored } : { kind: 'missing' };
  })();
}

/** Hides a bought treat, or with no time brings it back; false where there is none to. */
export function markBought(db: Store, id: string, at: string | null): boolean {
  return db.prepare(MARK).run({ id, at }).changes > 0;
}
