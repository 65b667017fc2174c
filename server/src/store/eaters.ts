import { type Store } from './database';

/** So many of the plates, and so many of the tastings, of late are looked through. */
const LOOKED_THROUGH = 50;
const MOST = 8;
/** The last of a kind, found backwards in the index of kinds. */
const lastOf = (kind: 'plated' | 'tasted', field: 'name' | 'taster'): string => `SELECT told.id AS id, told.received_at AS at, trim(json_extract(told.body, '$.${field}')) AS name
    FROM bake_event AS told JOIN bake ON bake.id = told.bake_id
    WHERE json_extract(told.body, '$.kind') = '${kind}' AND bake.deleted_at IS NULL ORDER BY told.received_at DESC LIMIT @lookedThrough`;
const EATERS = `WITH late AS MATERIALIZED (SELECT * FROM (${lastOf('plated', 'name')}) UNION ALL SELECT * FROM (${lastOf('tasted', 'taster')}))
  SELECT name FROM late WHERE name <> '' AND id NOT IN (
    SELECT json_extract(body, '$.eventId') FROM bake_event WHERE json_extract(body, '$.kind') = 'undone' AND received_at >= (SELECT min(at) FROM late)
  )
  GROUP BY lower(name) ORDER BY max(at) DESC LIMIT @most`;

/** Whose plates and whose tastings were told of late, the last first, each by one name; what was taken back names nobody. */
export function eatersOfLate(db: Store): readonly string[] {
  return db
    .prepare<{ lookedThrough: number; most: number }, { name: string }>(EATERS)
    .all({ lookedThrough: LOOKED_THROUGH, most: MOST })
    .map(({ name }) => name);
}

const TASTERS = `SELECT trim(json_extract(body, '$.taster')) AS name FROM bake_event AS told
  WHERE json_extract(body, '$.kind') = 'tasted' AND bake_id = (
    SELECT last.bake_id FROM bake_event AS last JOIN bake ON bake.id = last.bake_id
    WHERE json_extract(last.body, '$.kind') = 'tasted' AND bake.deleted_at IS NULL ORDER BY last.received_at DESC LIMIT 1
  ) AND NOT EXISTS (SELECT 1 FROM bake_event AS undone WHERE undone.bake_id = told.bake_id AND json_extract(undone.body, '$.kind') = 'undone' AND json_extract(undone.body, '$.eventId') = told.id)
  GROUP BY lower(name) ORDER BY min(told.rowid) LIMIT @most`;

/** Who tasted what was tasted last, in the order in which they did: likely the same table tastes again. */
export function tastersOfLast(db: Store): readonly string[] {
  return db
    .prepare<{ most: number }, { name: string }>(TASTERS)
    .all({ most: MOST })
    .map(({ name }) => name);
}
