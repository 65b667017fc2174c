import { type StoredPack } from '@fellmist/contract';
import { type Pack } from '@fellmist/core';
import { type Store } from './database';

const ALL = 'SELECT body, version FROM pack WHERE deleted_at IS NULL ORDER BY created_at, id';
const ONE = 'SELECT body, version FROM pack WHERE id = @id AND deleted_at IS NULL';
const EVER = 'SELECT version FROM pack WHERE id = @id';
const ADD = 'INSERT INTO pack (id, version, body, created_at, changed_at) VALUES (@id, 1, @body, @at, @at)';
const CHANGE = 'UPDATE pack SET body = @body, version = version + 1, changed_at = @at, deleted_at = NULL WHERE id = @id';
const DELETE = 'UPDATE pack SET deleted_at = @at WHERE id = @id AND deleted_at IS NULL';
const RESTORE = 'UPDATE pack SET deleted_at = NULL WHERE id = @id';

interface PackRow {
  readonly body: string;
  readonly version: number;
}

function toStored({ body, version }: PackRow): StoredPack {
  return { pack: JSON.parse(body) as Pack, version };
}

/** Every pack that is not deleted, oldest first. */
export function readPacks(db: Store): readonly StoredPack[] {
  return db.prepare<[], PackRow>(ALL).all().map(toStored);
}

export function readPack(db: Store, id: string): StoredPack | undefined {
  const row = db.prepare<{ id: string }, PackRow>(ONE).get({ id });
  return row && toStored(row);
}

/** Writes a pack as its next version, new or not, deleted or not. */
export function putPack(db: Store, pack: Pack, at: string): StoredPack {
  const known = db.prepare<{ id: string }, { version: number }>(EVER).get({ id: pack.id });
  db.prepare(known ? CHANGE : ADD).run({ id: pack.id, body: JSON.stringify(pack), at });
  return { pack, version: (known?.version ?? 0) + 1 };
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
