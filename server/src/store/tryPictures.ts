import { type TryPicture } from '@fellmist/contract';
import { type Store } from './database';

const OF_BAKE = 'SELECT id, alt FROM try_picture WHERE bake_id = @bakeId AND deleted_at IS NULL ORDER BY put_at, id';
const READ = 'SELECT bytes FROM try_picture WHERE id = @id AND deleted_at IS NULL';
const PUT = 'INSERT INTO try_picture (id, bake_id, alt, bytes, put_at) SELECT @id, id, @alt, @bytes, @at FROM bake WHERE id = @bakeId ON CONFLICT (id) DO NOTHING';
const COUNT = 'SELECT COUNT(*) AS count FROM try_picture WHERE bake_id = @bakeId AND deleted_at IS NULL';
const EXISTS = 'SELECT 1 FROM try_picture WHERE id = @id';
const DESCRIBE = 'UPDATE try_picture SET alt = @alt WHERE id = @id';
const MARK = 'UPDATE try_picture SET deleted_at = @at WHERE id = @id';

/** The most pictures that one try keeps. */
export const MOST_PICTURES = 12;

export function picturesOf(db: Store, bakeId: string): readonly TryPicture[] {
  return db.prepare<{ bakeId: string }, TryPicture>(OF_BAKE).all({ bakeId });
}

export function countPictures(db: Store, bakeId: string): number {
  return db.prepare<{ bakeId: string }, { count: number }>(COUNT).get({ bakeId })?.count ?? 0;
}

export function tryPicture(db: Store, id: string): Buffer | undefined {
  return db.prepare<{ id: string }, { bytes: Buffer }>(READ).get({ id })?.bytes;
}

/** Puts a picture to a bake; sent again it counts once. False where there is no such bake. */
export function putTryPicture(db: Store, picture: { readonly id: string; readonly bakeId: string; readonly alt: string; readonly bytes: Buffer }, at: string): boolean {
  db.prepare(PUT).run({ ...picture, at });
  return db.prepare<{ id: string }>(EXISTS).get({ id: picture.id }) !== undefined;
}

/** What a picture shows; false where there is none. */
export function describePicture(db: Store, id: string, alt: string): boolean {
  return db.prepare(DESCRIBE).run({ id, alt }).changes > 0;
}

/** Takes a picture away, or brings it back. */
export function markPicture(db: Store, id: string, at: string | null): boolean {
  return db.prepare(MARK).run({ id, at }).changes > 0;
}
