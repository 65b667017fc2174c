-- A bake points at the try it bakes; what happened is a list that only grows.
CREATE TABLE bake (
  id TEXT PRIMARY KEY,
  formula_id TEXT NOT NULL REFERENCES formula (id),
  try_id TEXT NOT NULL REFERENCES try (id),
  begun_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

CREATE TABLE bake_event (
  bake_id TEXT NOT NULL REFERENCES bake (id),
  place INTEGER NOT NULL,
  id TEXT NOT NULL,
  schema INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  received_at TEXT NOT NULL,
  PRIMARY KEY (bake_id, place),
  UNIQUE (bake_id, id)
) STRICT;

CREATE TRIGGER bake_event_is_never_changed BEFORE UPDATE ON bake_event
BEGIN
  SELECT RAISE (ABORT, 'an event of a bake is never changed');
END;

CREATE TRIGGER bake_event_is_never_removed BEFORE DELETE ON bake_event
BEGIN
  SELECT RAISE (ABORT, 'an event of a bake is never removed');
END;

-- What a bake took from the stock, so that it is taken once and can be put back.
CREATE TABLE bake_stock (
  bake_id TEXT PRIMARY KEY REFERENCES bake (id),
  body TEXT NOT NULL CHECK (json_valid(body)),
  taken_at TEXT NOT NULL
) STRICT;

-- The household's own tins, bowls and jars.
CREATE TABLE vessel (
  id TEXT PRIMARY KEY,
  schema INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  changed_at TEXT NOT NULL
) STRICT;
