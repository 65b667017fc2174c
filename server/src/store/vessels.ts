import { type Vessel } from '@fellmist/core/bake';
import { type Store } from './database';
import { DOCUMENTS, readable, type StoredDocument } from './documents';

const ALL = 'SELECT schema, body FROM vessel ORDER BY changed_at';
const PUT = `INSERT INTO vessel (id, schema, body, changed_at) VALUES (@id, @schema, @body, @at)
  ON CONFLICT (id) DO UPDATE SET schema = @schema, body = @body, changed_at = @at`;
const DELETE = 'DELETE FROM vessel WHERE id = @id';

/** The household's own tins, bowls and jars. */
export function readVessels(db: Store): readonly Vessel[] {
  return readable(DOCUMENTS.vessel, db.prepare<[], StoredDocument>(ALL).all());
}

export function putVessel(db: Store, vessel: Vessel, at: string): void {
  db.prepare(PUT).run({ id: vessel.id, schema: DOCUMENTS.vessel.schema, body: JSON.stringify(vessel), at });
}

export function deleteVessel(db: Store, id: string): boolean {
  return db.prepare(DELETE).run({ id }).changes > 0;
}
