import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { asStoreFault, StoreFault, troubleOf } from '../store/storeFault';

/**
 * Holds a folder for one server, so that a second one does not start on it: a lock of the operating system on a small file
 * in it, which ends with the process however that ends. Throws a `StoreFault` where it is held already. Gives what lets go of it.
 */
export function lockFolder(folder: string): () => void {
  const file = join(folder, 'fellmist.lock');
  let lock: Database.Database | undefined;
  try {
    mkdirSync(folder, { recursive: true });
    lock = new Database(file, { timeout: 0 });
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock?.close();
    if (troubleOf(error) !== 'busy') throw asStoreFault(error, file);
    throw new StoreFault(`Fellmist is already running on ${folder}. Use that one, or choose another folder for this one: FELLMIST_DATA=/a/folder npm start`);
  }
  return () => lock.close();
}
