import { type Store } from './database';

export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
export type PictureType = (typeof PICTURE_TYPES)[number];

export interface Picture {
  readonly type: PictureType;
  readonly bytes: Buffer;
  readonly putAt: string;
}

const READ = `SELECT type, bytes, put_at AS putAt FROM picture JOIN formula ON formula.id = picture.formula_id
  WHERE formula_id = @id AND formula.deleted_at IS NULL`;
const PUT = `INSERT INTO picture (formula_id, type, bytes, put_at) SELECT id, @type, @bytes, @at FROM formula WHERE id = @id AND deleted_at IS NULL
  ON CONFLICT (formula_id) DO UPDATE SET type = @type, bytes = @bytes, put_at = @at`;
const REMOVE = 'DELETE FROM picture WHERE formula_id = @id';

/** What a file is by its first bytes; undefined where it is no picture that a page shows. */
export function pictureTypeOf(bytes: Buffer): PictureType | undefined {
  if (bytes.length < 12) return undefined;
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'image/png';
  return bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP' ? 'image/webp' : undefined;
}

export function readPicture(db: Store, id: string): Picture | undefined {
  return db.prepare<{ id: string }, Picture>(READ).get({ id });
}

/** Puts a formula's picture, in the place of the one before; false where the formula is not on the shelf. */
export function putPicture(db: Store, id: string, type: PictureType, bytes: Buffer, at: string): boolean {
  return db.prepare(PUT).run({ id, type, bytes, at }).changes > 0;
}

export function removePicture(db: Store, id: string): boolean {
  return db.prepare(REMOVE).run({ id }).changes > 0;
}
