import { dirname } from 'node:path';

/** The household's file cannot be opened; the message says what is wrong, where, and what to do. */
export class StoreFault extends Error {}

/** The file holds what this version of Fellmist does not know. */
export class NewerStore extends StoreFault {}

const MAY_NOT = new Set(['EACCES', 'EPERM', 'EROFS', 'SQLITE_READONLY', 'SQLITE_READONLY_DIRECTORY', 'SQLITE_READONLY_DBMOVED', 'SQLITE_CANTOPEN', 'SQLITE_PERM', 'SQLITE_AUTH']);
const NO_FOLDER = new Set(['ENOTDIR', 'EEXIST', 'ENOENT', 'ENAMETOOLONG', 'ELOOP', 'EINVAL']);
const FULL = new Set(['ENOSPC', 'EDQUOT', 'EFBIG', 'SQLITE_FULL']);
const DAMAGED = new Set(['SQLITE_NOTADB', 'SQLITE_CORRUPT', 'SQLITE_CORRUPT_INDEX', 'SQLITE_CORRUPT_VTAB', 'SQLITE_CORRUPT_SEQUENCE', 'SQLITE_FORMAT']);
const BUSY = new Set(['SQLITE_BUSY', 'SQLITE_LOCKED', 'SQLITE_BUSY_RECOVERY']);

/** What kind of trouble a file or database error is; undefined for one that is none of theirs. */
export type Trouble = 'may not' | 'no folder' | 'full' | 'damaged' | 'busy' | 'failing';

export function troubleOf(error: unknown): Trouble | undefined {
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  if (MAY_NOT.has(code)) return 'may not';
  if (NO_FOLDER.has(code)) return 'no folder';
  if (FULL.has(code)) return 'full';
  if (DAMAGED.has(code)) return 'damaged';
  if (BUSY.has(code)) return 'busy';
  return code.startsWith('SQLITE_IOERR') || code === 'EIO' ? 'failing' : undefined;
}

/** What to do about a damaged file: the copies, where there are any, are whole. */
export function damaged(file: string, what: string, copiesFolder?: string): StoreFault {
  const then = `The copies lie in ${copiesFolder}: move the damaged file and what begins with its name away, put the newest copy in its place under its name, and start again.`;
  return new StoreFault(`${file} ${what}. Nothing was changed in it.${copiesFolder === undefined ? '' : ` ${then}`}`);
}

/** An error at opening, in words. One that is not of the file or its folder stays as it is. */
export function asStoreFault(error: unknown, file: string, copiesFolder?: string): unknown {
  if (error instanceof StoreFault) return error;
  const folder = dirname(file);
  const other = 'choose another folder: FELLMIST_DATA=/a/folder npm start';
  switch (troubleOf(error)) {
    case 'may not':
      return new StoreFault(`Fellmist may not write in ${folder}. Give it the right to, or ${other}`);
    case 'no folder':
      return new StoreFault(`${folder} cannot be used as a folder. Make it one, or ${other}`);
    case 'full':
      return new StoreFault(`The disk that holds ${folder} is full; nothing was changed. Make room and start again, or ${other}`);
    case 'damaged':
      return damaged(file, 'is damaged', copiesFolder);
    case 'busy':
      return new StoreFault(`${file} is held by another program. Close that one and start again.`);
    case 'failing':
      return new StoreFault(`${file} cannot be read or written: the disk answers with errors. Copy what lies in ${folder} to another disk before anything else.`);
    case undefined:
      return error;
  }
}
