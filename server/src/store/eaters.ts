import { type Store } from './database';

/** So many of the plates and tastings of late are looked through. */
const LOOKED_THROUGH = 100;
const MOST = 8;
const EATERS = `WITH late AS (
    SELECT told.bake_id AS bakeId, told.id AS id, told.received_at AS at, trim(coalesce(json_extract(told.body, '$.name'), json_extract(told.body, '$.taster'))) AS name
    FROM bake_event AS told JOIN bake ON bake.id = told.bake_id
    WHERE json_extract(told.body, '$.kind') IN ('plated', 'tasted') AND bake.deleted_at IS NULL
    ORDER BY told.received_at DESC LIMIT @lookedThrough
  )
  SELECT name FROM late WHERE name <> '' AND id NOT IN (
    SELECT json_extract(body, '$.eventId') FROM bake_event WHERE json_extract(body, '$.kind') = 'undone' AND bake_id IN (SELECT bakeId FROM late)
  )
  GROUP BY lower(name) ORDER BY max(at) DESC LIMIT @most`;

/** Whose plates and whose tastings were told of late, the last first, each by one name; what was taken back names nobody. */
export function eatersOfLate(db: Store): readonly string[] {
  return db
    .prepare<{ lookedThrough: number; most: number }, { name: string }>(EATERS)
    .all({ lookedThrough: LOOKED_THROUGH, most: MOST })
    .map(({ name }) => name);
}
