import { type PackVersion, type StoredPack } from '@fellmist/contract';
import { type Pack } from '@fellmist/core';
import { type Store } from './database';
import { DOCUMENTS, readDocument, type StoredDocument } from './documents';

const COLUMNS = 'schema, body, version';
const ALL = `SELECT ${COLUMNS} FROM pack WHERE deleted_at IS NULL ORDER BY created_at, id`;
const ONE = `SELECT ${COLUMNS} FROM pack WHERE id = @id AND deleted_at IS NULL`;
const REMOVED = `SELECT ${COLUMNS}, deleted_at AS removedAt FROM pack WHERE deleted_at > @since ORDER BY deleted_at DESC`;
const EVER = 'SELECT version FROM pack WHERE id = @id';
const ADD = 'INSERT INTO pack (id, version, schema, body, created_at, changed_at) VALUES (@id, 1, @schema, @body, @at, @at)';
const CHANGE = 'UPDATE pack SET schema = @schema, body = @body, version = version + 1, changed_at = @at, deleted_at = NULL WHERE id = @id';
const KEEP = 'INSERT INTO pack_version (pack_id, version, schema, body, saved_at) SELECT id, version, schema, body, changed_at FROM pack WHERE id = @id';
const HISTORY = 'SELECT schema, body, version, saved_at AS savedAt FROM pack_version WHERE pack_id = @id ORDER BY version DESC';
const DELETE = 'UPDATE pack SET deleted_at = @at WHERE id = @id AND deleted_at IS NULL';
const RESTORE = 'UPDATE pack SET deleted_at = NULL WHERE id = @id AND deleted_at IS NOT NULL';

interface PackRow extends StoredDocument {
  readonly version: number;
}

function toStored(row: PackRow): readonly StoredPack[] {
  const read = readDocument(DOCUMENTS.pack, row);
  return read.ok ? [{ pack: read.document, version: row.version }] : [];
}

/** Every pack that is not removed, oldest first; one that cannot be read is left out and harms no other. */
export function readPacks(db: Store): readonly StoredPack[] {
  return db.prepare<[], PackRow>(ALL).all().flatMap(toStored);
}

export function readPack(db: Store, id: string): StoredPack | undefined {
  const row = db.prepare<{ id: string }, PackRow>(ONE).get({ id });
  return row && toStored(row)[0];
}

/** The saves of a pack, the last first. */
export function packHistory(db: Store, id: string): readonly PackVersion[] {
  return db
    .prepare<{ id: string }, PackRow & { savedAt: string }>(HISTORY)
    .all({ id })
    .flatMap((row) => toStored(row).map((stored) => ({ ...stored, savedAt: row.savedAt })));
}

/** Packs removed since a moment, the last first. */
export function removedPacks(db: Store, since: string): readonly (StoredPack & { readonly removedAt: string })[] {
  return db
    .prepare<{ since: string }, PackRow & { removedAt: string }>(REMOVED)
    .all({ since })
    .flatMap((row) => toStored(row).map((stored) => ({ ...stored, removedAt: row.removedAt })));
}

/** Writes a pack as its next version, new or not, removed or not; what it was stays in its history. */
export function putPack(db: Store, pack: Pack, at: string): StoredPack {
  const known = db.prepare<{ id: string }, { version: number }>(EVER).get({ id: pack.id });
  db.prepare(known ? CHANGE : ADD).run({ id: pack.id, schema: DOCUMENTS.pack.schema, body: JSON.stringify(pack), at });
  db.prepare(KEEP).run({ id: pack.id });
  return { pack, version: (known?.version ?? 0) + 1 };
}

/** Prices noted without their currency are said to be in this one. */
export function stampPrices(db: Store, currency: string, at: string): void {
  for (const { pack } of readPacks(db)) if (pack.price !== undefined && pack.currency === undefined) putPack(db, { ...pack, currency }, at);
}

export type PackSave = { readonly kind: 'saved' | 'stale'; readonly stored: StoredPack } | { readonly kind: 'missing' };

/**
 * Saves a pack over the version known, 0 for a new one. Stale where another version is stored, unless it holds the same:
 * a save repeated after a lost answer is known again.
 */
export function savePack(db: Store, pack: Pack, knownVersion: number, at: string): PackSave {
  return db.transaction((): PackSave => {
    const current = readPack(db, pack.id);
    if (!current) return knownVersion === 0 ? { kind: 'saved', stored: putPack(db, pack, at) } : { kind: 'missing' };
    if (JSON.stringify(current.pack) === JSON.stringify(pack)) return { kind: 'saved', stored: current };
    if (current.version !== knownVersion) return { kind: 'stale', stored: current };
    return { kind: 'saved', stored: putPack(db, pack, at) };
  })();
}

/** Hides a pack; `restorePack` brings it back. False where there is none. */
export function deletePack(db: Store, id: string, at: string): boolean {
  return db.prepare(DELETE).run({ id, at }).changes > 0;
}

export function restorePack(db: Store, id: string): boolean {
  return db.prepare(RESTORE).run({ id }).changes > 0;
}
