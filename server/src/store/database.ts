import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { asStoreFault, damaged, NewerStore, StoreFault } from './storeFault';

export type Store = Database.Database;

const HAS_LOG = "SELECT 1 FROM sqlite_master WHERE name = 'migration'";
const TABLES = "SELECT count(*) AS count FROM sqlite_master WHERE type = 'table'";
const CREATE_LOG = 'CREATE TABLE IF NOT EXISTS migration (name TEXT PRIMARY KEY, applied_at TEXT NOT NULL) STRICT';
const APPLIED = 'SELECT name FROM migration ORDER BY name';
const LOG = 'INSERT INTO migration (name, applied_at) VALUES (@name, @at)';

/** The migrations that a file has seen, the first first; none where it is new. */
export function appliedTo(db: Store): readonly string[] {
  if (!db.prepare(HAS_LOG).get()) return [];
  return db
    .prepare<[], { name: string }>(APPLIED)
    .all()
    .map(({ name }) => name);
}

/** Refuses a file that is no household of this version or an earlier one, before anything is written to it. */
function checked(db: Store, file: string, known: readonly string[], copiesFolder?: string): readonly string[] {
  const [found] = db.pragma('quick_check(1)') as readonly { readonly quick_check: string }[];
  if (found?.quick_check !== 'ok') throw damaged(file, `is damaged (${found?.quick_check.split('\n')[0] ?? 'it cannot be checked'})`, copiesFolder);
  const done = appliedTo(db);
  const newer = done.filter((name) => !known.includes(name));
  if (newer.length > 0)
    throw new NewerStore(`${file} was written by a newer Fellmist (it knows ${newer.join(', ')}). Start that one, or open the copy that lies beside it; nothing was changed.`);
  if (done.length === 0 && db.prepare<[], { count: number }>(TABLES).get()?.count)
    throw new StoreFault(`${file} is another program’s database; nothing was changed. Choose another folder.`);
  return done;
}

/** All waiting migrations or none: where one fails the file is as it was. */
function migrate(db: Store, file: string, folder: string, waiting: readonly string[], now: () => string): void {
  let at = '';
  try {
    db.transaction(() => {
      db.exec(CREATE_LOG);
      for (const name of waiting) {
        at = name;
        db.exec(readFileSync(join(folder, name), 'utf8'));
        db.prepare(LOG).run({ name, at: now() });
      }
    })();
  } catch (error) {
    const known = asStoreFault(error, file);
    if (known instanceof StoreFault) throw known;
    throw new StoreFault(
      `${file} could not be brought up to this version: ${at} failed (${error instanceof Error ? error.message : String(error)}). It is as it was; start the Fellmist you had before.`,
    );
  }
}

/**
 * Opens the database file (":memory:" for none) and brings it up to date; one that already holds a household is copied into
 * `copiesFolder` first, where one is given. Throws a `StoreFault` that says in words what is wrong with the file or its folder.
 */
export function openStore(file: string, migrationsFolder: string, now: () => string, copiesFolder?: string): Store {
  const isFile = file !== ':memory:';
  const known = readdirSync(migrationsFolder)
    .filter((name) => name.endsWith('.sql'))
    .sort();
  let db: Store | undefined;
  try {
    if (isFile) mkdirSync(dirname(file), { recursive: true });
    const existed = isFile && existsSync(file);
    if (existed && statSync(file).size === 0) throw damaged(file, 'is empty: it holds 0 bytes', copiesFolder);
    db = new Database(file);
    const done = checked(db, file, known, copiesFolder);
    const waiting = known.filter((name) => !done.includes(name));
    if (waiting.length > 0 && existed && copiesFolder !== undefined) {
      db.pragma('wal_checkpoint(TRUNCATE)');
      mkdirSync(copiesFolder, { recursive: true });
      copyFileSync(file, join(copiesFolder, `fellmist-upgrade-${now().replace(/[:-]|\.\d+/g, '')}.db`));
    }
    db.pragma('foreign_keys = ON');
    if (waiting.length > 0) migrate(db, file, migrationsFolder, waiting, now);
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    return db;
  } catch (error) {
    db?.close();
    throw asStoreFault(error, file, copiesFolder);
  }
}
