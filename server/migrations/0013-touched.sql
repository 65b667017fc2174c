-- When something was last told of a bake, and whether it is finished: the list asks for the last touched without reading every event.
ALTER TABLE bake ADD COLUMN touched_at TEXT NOT NULL DEFAULT '';
ALTER TABLE bake ADD COLUMN is_finished INTEGER NOT NULL DEFAULT 0 CHECK (is_finished IN (0, 1));

UPDATE bake SET
  touched_at = COALESCE((SELECT max(received_at) FROM bake_event WHERE bake_id = bake.id), begun_at),
  is_finished = EXISTS (SELECT 1 FROM bake_event WHERE bake_id = bake.id AND json_extract(body, '$.kind') = 'finished');

CREATE INDEX bake_touched ON bake (touched_at) WHERE deleted_at IS NULL;
CREATE INDEX bake_begun ON bake (id) WHERE is_finished = 0 AND deleted_at IS NULL;
