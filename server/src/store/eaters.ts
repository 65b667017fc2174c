import { type Store } from './database';

/** So many of the plates and tastings of late are looked through. */
const LOOKED_THROUGH = 200;
const MOST = 8;
const EATERS = `SELECT name FROM (
    SELECT trim(coalesce(json_extract(told.body, '$.name'), json_extract(told.body, '$.taster'))) AS name, told.received_at AS at
    FROM bake_event AS told JOIN bake ON bake.id = told.bake_id
    WHERE json_extract(told.body, '$.kind') IN ('plated', 'tasted') AND bake.deleted_at IS NULL AND NOT EXISTS (
      SELECT 1 FROM bake_event AS undone WHERE undone.bake_id = told.bake_id AND +json_extract(undone.body, '$.kind') = 'undone' AND json_extract(undone.body, '$.eventId') = told.id
    )
    ORDER BY told.received_at DESC LIMIT @lookedThrough
  ) WHERE name <> '' GROUP BY lower(name) ORDER BY max(at) DESC LIMIT @most`;

/** Whose plates and whose tastings were told of late, the last first, each by one name; what was taken back names nobody. */
export function eatersOfLate(db: Store): readonly string[] {
  return db
    .prepare<{ lookedThrough: number; most: number }, { name: string }>(EATERS)
    .all({ lookedThrough: LOOKED_THROUGH, most: MOST })
    .map(({ name }) => name);
}
