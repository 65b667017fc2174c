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

export function readPicture(db: Store, id: string): Picture | undefined {
  return db.prepare<{ id: string }, Picture>(READ).get({ id });
}

/** Puts a formula's picture, in the place of the one before; false where the formula is not on the shelf. */
export function putPicture(db: Store, id: string, bytes: Buffer, at: string): boolean {
  return db.prepare(PUT).run({ id, type: 'image/jpeg', bytes, at }).changes > 0;
}

export function removePicture(db: Store, id: string): boolean {
  return db.prepare(REMOVE).run({ id }).changes > 0;
}
