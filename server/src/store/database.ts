import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';

export type Store = Database.Database;

const CREATE_LOG = 'CREATE TABLE IF NOT EXISTS migration (name TEXT PRIMARY KEY, applied_at TEXT NOT NULL) STRICT';
const APPLIED = 'SELECT name FROM migration';
const LOG = 'INSERT INTO migration (name, applied_at) VALUES (@name, @at)';

/** The file holds what this version of Fellmist does not know. */
export class NewerStore extends Error {}

/**
 * Opens the database file (":memory:" for none) and brings it up to date. Each migration runs in a transaction of its
 * own; a file that already holds data is copied beside itself first. Throws a `NewerStore` where a later version wrote the file.
 */
export function openStore(file: string, migrationsFolder: string, now: () => string): Store {
  const existed = file !== ':memory:' && existsSync(file);
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
  const db = new Database(file);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.exec(CREATE_LOG);
  const done = new Set(
    db
      .prepare<[], { name: string }>(APPLIED)
      .all()
      .map((row) => row.name),
  );
  const known = readdirSync(migrationsFolder)
    .filter((name) => name.endsWith('.sql'))
    .sort();
  const newer = [...done].filter((name) => !known.includes(name)).sort();
  if (newer.length > 0) {
    db.close();
    throw new NewerStore(`${file} was written by a newer Fellmist (it knows ${newer.join(', ')}). Start that one, or open the copy that lies beside it; nothing was changed.`);
  }
  const waiting = known.filter((name) => !done.has(name));
  if (waiting.length > 0 && existed) {
    db.pragma('wal_checkpoint(TRUNCATE)');
    copyFileSync(file, `${file}.before-${waiting[0]}`);
  }
  for (const name of waiting) {
    const sql = readFileSync(join(migrationsFolder, name), 'utf8');
    db.transaction(() => {
      db.exec(sql);
      db.prepare(LOG).run({ name, at: now() });
    })();
  }
  return db;
}
