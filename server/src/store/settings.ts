import { FIRST_SETTINGS, type HouseholdSettings } from '@fellmist/core';
import { type StoredSettings } from '@fellmist/contract';
import { type Store } from './database';
import { DOCUMENTS, readDocument } from './documents';
import { stampPrices } from './packs';

const READ = 'SELECT version, schema, body FROM household WHERE id = 1';
const WRITE = `INSERT INTO household (id, version, schema, body, changed_at) VALUES (1, 1, @schema, @body, @at)
  ON CONFLICT (id) DO UPDATE SET version = version + 1, schema = @schema, body = @body, changed_at = @at`;

/** The household's settings; those that hold from the start where none were saved, or where those saved cannot be read. */
export function readSettings(db: Store): StoredSettings {
  const row = db.prepare<[], { version: number; schema: number; body: string }>(READ).get();
  if (!row) return { settings: FIRST_SETTINGS, version: 0 };
  const read = readDocument(DOCUMENTS.household, row);
  return { settings: read.ok ? read.document : FIRST_SETTINGS, version: row.version };
}

export interface SettingsSave {
  readonly kind: 'saved' | 'stale';
  readonly stored: StoredSettings;
}

/** Saves settings over the version known. Prices that were noted without their currency keep the one that held until now. */
export function saveSettings(db: Store, settings: HouseholdSettings, knownVersion: number, at: string): SettingsSave {
  return db.transaction((): SettingsSave => {
    const current = readSettings(db);
    if (JSON.stringify(current.settings) === JSON.stringify(settings) && current.version > 0) return { kind: 'saved', stored: current };
    if (current.version !== knownVersion) return { kind: 'stale', stored: current };
    if (current.settings.currency !== settings.currency && current.version > 0) stampPrices(db, current.settings.currency, at);
    db.prepare(WRITE).run({ schema: DOCUMENTS.household.schema, body: JSON.stringify(settings), at });
    return { kind: 'saved', stored: readSettings(db) };
  })();
}
