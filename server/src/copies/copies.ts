import { randomUUID } from 'node:crypto';
import { accessSync, closeSync, constants, copyFileSync, existsSync, mkdirSync, openSync, readdirSync, readFileSync, readSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, dirname, isAbsolute, join } from 'node:path';
import { type CopiesPage, type CopyHead, type CopyLook, type Restored } from '@fellmist/contract';
import { addHousehold, readHouseholdFile } from '../store/addHousehold';
import { openStore, type Store } from '../store/database';
import { StoreFault } from '../store/storeFault';
import { copyName, putInPlace, readCopyName, writeCopy } from './copyFile';
import { differencesTo } from '../store/differences';
import { type Machine } from './machine';

/** So many copies of days are kept. */
const DAYS_KEPT = 14;

/** A copy that was looked at and not restored is forgotten after an hour. */
const LOOKED_MS = 3_600_000;

const LOOKED = /^\.look-([0-9a-f-]{36})\.(?:json|db(?:-\w+)?)$/;

/** The first bytes of every SQLite file (sqlite.org, file format, 1.3); an empty one is judged as a copy that was cut. */
function isDatabase(file: string): boolean {
  const { length } = 'SQLite format 3\0';
  const first = Buffer.alloc(length);
  const at = openSync(file, 'r');
  const read = readSync(at, first, 0, length, 0);
  closeSync(at);
  return read === 0 || first.toString('latin1') === 'SQLite format 3\0';
}

/** Copies of the household: made, listed, looked into and restored. */
export class Copies {
  private fault: string | undefined;
  private readonly busy = new Set<string>();
  /** Nobody else may be served while the household is another from one moment to the next. */
  isRestoring = false;
  /** Told when the household is another. */
  restored = (): void => undefined;

  constructor(
    readonly db: Store,
    private readonly machine: Machine,
    private readonly migrations: string,
    private readonly now: () => string,
    /** Lists foods and packs of a household anew that something was added to. */
    private readonly relist: (db: Store) => void,
  ) {
    this.forget(0);
  }

  /** Where what was looked at lies: beside the household's file, never in a folder that others see. */
  private get home(): string {
    return dirname(this.db.name);
  }

  private get folder(): string {
    const folder = this.machine.copiesFolder;
    mkdirSync(folder, { recursive: true });
    return folder;
  }

  private heads(): readonly CopyHead[] {
    return readdirSync(this.folder)
      .flatMap((name): readonly CopyHead[] => {
        const read = readCopyName(name);
        return read ? [{ name, ...read, bytes: statSync(join(this.folder, name)).size }] : [];
      })
      .sort((a, b) => b.at.localeCompare(a.at) || b.name.localeCompare(a.name));
  }

  list(): CopiesPage {
    return { folder: this.machine.copiesFolder, copies: this.heads(), ...(this.fault === undefined ? {} : { fault: this.fault }) };
  }

  fileOf(name: string): string | undefined {
    const file = join(this.folder, name);
    return readCopyName(name) && existsSync(file) ? file : undefined;
  }

  async make(kind: CopyHead['kind']): Promise<string> {
    let at = this.now();
    // Two within a second do not share a name.
    while (existsSync(join(this.folder, copyName(kind, at)))) at = new Date(Date.parse(at) + 1000).toISOString();
    const name = copyName(kind, at);
    await writeCopy(this.db, this.folder, name);
    return name;
  }

  /** Today's copy, unless it is there; of those of days the last fourteen are kept. What goes wrong is kept for the page to say. */
  async daily(): Promise<void> {
    try {
      const today = this.now().slice(0, 10);
      const ofDays = this.heads().filter(({ kind }) => kind === 'daily');
      if (!ofDays.some(({ at }) => at.startsWith(today))) await this.make('daily');
      const old = this.heads().filter(({ kind }) => kind === 'daily');
      for (const { name } of old.slice(DAYS_KEPT)) rmSync(join(this.folder, name), { force: true });
      this.fault = undefined;
    } catch (error) {
      this.fault = error instanceof Error ? error.message : String(error);
    }
  }

  /** Puts copies into another folder from now on; those in the former one stay there. Throws a `StoreFault` where it cannot be written. */
  moveTo(folder: string): void {
    if (!isAbsolute(folder)) throw new StoreFault('Give the folder from its root on, such as /home/kitchen/copies.');
    try {
      mkdirSync(folder, { recursive: true });
      accessSync(folder, constants.W_OK | constants.R_OK);
    } catch {
      throw new StoreFault(`Fellmist cannot write in ${folder}. Choose a folder that it may write in; the copies go on where they did.`);
    }
    this.machine.settle({ copiesFolder: folder });
  }

  private lookFile(id: string): string {
    return join(this.home, `.look-${id}.db`);
  }

  /** An open file that was brought, beside the copy that is made of it. */
  private openFile(id: string): string {
    return join(this.home, `.look-${id}.json`);
  }

  /** The household as it is now with an open file added to it, in the place of a copy. */
  private async added(id: string): Promise<void> {
    const read = readHouseholdFile(readFileSync(this.openFile(id), 'utf8'));
    const file = this.lookFile(id);
    rmSync(file, { force: true });
    await writeCopy(this.db, this.home, basename(file));
    const db = openStore(file, this.migrations, this.now);
    try {
      addHousehold(db, read);
      this.relist(db);
      db.pragma('journal_mode = DELETE');
    } finally {
      db.close();
    }
  }

  private forget(olderThanMs: number): void {
    if (!existsSync(this.home)) return;
    for (const name of readdirSync(this.home)) {
      const [, id] = LOOKED.exec(name) ?? [];
      if (id !== undefined && !this.busy.has(id) && Date.now() - statSync(join(this.home, name)).mtimeMs >= olderThanMs) rmSync(join(this.home, name), { force: true });
    }
  }

  /** A file to put a copy into that comes from elsewhere. */
  placeFor(): { readonly id: string; readonly file: string } {
    this.forget(LOOKED_MS);
    const id = randomUUID();
    return { id, file: this.lookFile(id) };
  }

  /** What restoring a copy of the folder would change. Undefined where there is no such copy. */
  async lookAt(name: string): Promise<CopyLook | undefined> {
    const from = this.fileOf(name);
    if (!from) return undefined;
    const { id, file } = this.placeFor();
    copyFileSync(from, file);
    return this.look(id);
  }

  /** What restoring the copy that lies in its place would change: brought up to this version, checked, and compared; an open file is added to what is here. */
  async look(id: string): Promise<CopyLook> {
    const file = this.lookFile(id);
    try {
      if (!isDatabase(file)) {
        renameSync(file, this.openFile(id));
        await this.added(id);
      }
      const copy = openStore(file, this.migrations, this.now);
      copy.pragma('journal_mode = DELETE');
      copy.close();
      return { id, differences: differencesTo(this.db, file) };
    } catch (error) {
      for (const one of [file, this.openFile(id)]) rmSync(one, { force: true });
      throw error instanceof StoreFault ? new StoreFault(error.message.replaceAll(file, 'The copy')) : error;
    }
  }

  /** Puts what was looked at in the household's place, after a copy of it as it is. Undefined where nothing of that id was looked at. */
  async restore(id: string): Promise<Restored | undefined> {
    const file = this.lookFile(id);
    if (!existsSync(file)) return undefined;
    this.busy.add(id);
    try {
      const before = await this.make('restore');
      // What was saved since it was looked at stays: the file is added to what is here now.
      if (existsSync(this.openFile(id))) await this.added(id);
      this.isRestoring = true;
      await putInPlace(file, this.db);
      this.restored();
      return { before };
    } finally {
      this.isRestoring = false;
      this.busy.delete(id);
      for (const one of [file, this.openFile(id)]) rmSync(one, { force: true });
    }
  }
}
