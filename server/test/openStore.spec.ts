import { closeSync, mkdirSync, mkdtempSync, openSync, readdirSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { lockFolder } from '../src/copies/folderLock';
import { openStore } from '../src/store/database';
import { StoreFault } from '../src/store/storeFault';
import { larderStoreOn, migrations, now } from './household';

const folder = mkdtempSync(join(tmpdir(), 'fellmist-open-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('a file that cannot be opened is refused in words and stays as it is', () => {
  const words = (file: string): string => {
    try {
      openStore(file, migrations, now, join(folder, 'copies')).close();
      return '';
    } catch (error) {
      expect(error).toBeInstanceOf(StoreFault);
      return (error as Error).message;
    }
  };
  const household = (name: string): string => {
    const file = join(folder, name);
    const db = openStore(file, migrations, now);
    larderStoreOn(db);
    db.close();
    return file;
  };

  test.each([
    ['empty', (file: string) => truncateSync(file, 0), /is empty: it holds 0 bytes/],
    ['of something else', (file: string) => writeFileSync(file, 'a shopping list, not a household '.repeat(400)), /is damaged/],
    ['cut in the middle', (file: string) => truncateSync(file, Math.floor(statSync(file).size / 2)), /is damaged/],
    [
      'zeroed in places',
      (file: string) => {
        const at = openSync(file, 'r+');
        writeSync(at, Buffer.alloc(statSync(file).size - 8192), 0, undefined, 4096);
        closeSync(at);
      },
      /is damaged/,
    ],
  ])('one that is %s', (name, harm, said) => {
    const file = household(`${name}.db`);
    harm(file);
    const before = readFileSync(file);
    expect(words(file)).toMatch(said);
    expect(words(file)).toContain('copies lie in');
    expect(readFileSync(file).equals(before)).toBe(true);
  });

  test('another program’s database, a folder that is a file, and a migration that fails', () => {
    const other = join(folder, 'other.db');
    const db = new Database(other);
    db.exec('CREATE TABLE photo (name TEXT)');
    db.close();
    expect(words(other)).toContain('another program');
    expect(words(join(other, 'within', 'fellmist.db'))).toContain('cannot be used as a folder');

    const file = household('late.db');
    const steps = join(folder, 'migrations');
    mkdirSync(steps);
    for (const name of readdirSync(migrations)) writeFileSync(join(steps, name), readFileSync(join(migrations, name)));
    writeFileSync(join(steps, '0098-good.sql'), 'CREATE TABLE good (id TEXT) STRICT;');
    writeFileSync(join(steps, '0099-bad.sql'), 'CREATE TABLE food (id TEXT) STRICT;');
    const before = readFileSync(file);
    expect(() => openStore(file, steps, now, join(folder, 'upgrades'))).toThrow(/0099-bad.sql failed.*It is as it was/);
    expect(readFileSync(file).equals(before)).toBe(true);
    const [copy] = readdirSync(join(folder, 'upgrades'));
    expect(copy).toMatch(/^fellmist-upgrade-/);
    expect(readFileSync(join(folder, 'upgrades', copy ?? '')).equals(before)).toBe(true);
  });

  test('a folder that a server holds lets no second one in, until the first lets go', () => {
    const unlock = lockFolder(folder);
    expect(() => lockFolder(folder)).toThrow(/already running on/);
    unlock();
    lockFolder(folder)();
  });
});
