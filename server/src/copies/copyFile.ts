import { randomUUID } from 'node:crypto';
import { renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { type Store } from '../store/database';
import { StoreFault } from '../store/storeFault';

export const COPY_KINDS = ['daily', 'hand', 'restore', 'upgrade'] as const;
export type CopyKind = (typeof COPY_KINDS)[number];

const NAME = /^fellmist-(daily|hand|restore|upgrade)-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z\.db$/;

/** The name of a copy made at a moment, ISO: "fellmist-daily-20261127T084500Z.db". */
export function copyName(kind: CopyKind, at: string): string {
  return `fellmist-${kind}-${at.replace(/[:-]|\.\d+/g, '')}.db`;
}

/** What a copy's name says; undefined for a file that is none. */
export function readCopyName(name: string): { readonly kind: CopyKind; readonly at: string } | undefined {
  const [, kind, year, month, day, hour, minute, second] = NAME.exec(name) ?? [];
  return kind === undefined ? undefined : { kind: kind as CopyKind, at: `${year}-${month}-${day}T${hour}:${minute}:${second}.000Z` };
}

/** Pages that are copied in one go before others get their turn: 8 MB. */
const PAGES = 2000;

/** Reads a whole copy back: every page of it, every index against its table, every reference. Throws a `StoreFault` where it is not whole. */
function readBack(file: string): void {
  const copy = new Database(file);
  try {
    // A copy is one plain file: what SQLite would lay beside it is folded in.
    copy.pragma('journal_mode = DELETE');
    const found = copy.pragma('integrity_check(1)') as readonly { readonly integrity_check: string }[];
    const dangling = copy.pragma('foreign_key_check') as readonly unknown[];
    if (found[0]?.integrity_check !== 'ok' || dangling.length > 0)
      throw new StoreFault(`The copy could not be read back whole (${found[0]?.integrity_check ?? 'references'}); it was not kept.`);
  } finally {
    copy.close();
  }
}

/** Copies a household while it is used, by SQLite's own online backup, and reads the copy back before it is given its name. */
export async function writeCopy(db: Store, folder: string, name: string): Promise<string> {
  const part = join(folder, `.${randomUUID()}.part`);
  try {
    await db.backup(part, { progress: () => PAGES });
    readBack(part);
    renameSync(part, join(folder, name));
    return join(folder, name);
  } finally {
    for (const end of ['', '-wal', '-shm', '-journal']) rmSync(`${part}${end}`, { force: true });
  }
}

/** More pages than any file has: all in one go, so that nobody writes in between. */
const ALL_PAGES = 0x7fffffff;

/** Puts a household in the place of another that is open: all of it in one transaction of SQLite's, or nothing. */
export async function putInPlace(from: string, live: Store): Promise<void> {
  const copy = new Database(from, { readonly: true });
  try {
    await copy.backup(live.name, { progress: () => ALL_PAGES });
  } finally {
    copy.close();
  }
}
