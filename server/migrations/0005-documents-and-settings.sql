-- Every stored document says which schema its body is of; what stood here before is of the first.
ALTER TABLE food ADD COLUMN schema INTEGER NOT NULL DEFAULT 1;
ALTER TABLE revision ADD COLUMN schema INTEGER NOT NULL DEFAULT 1;
ALTER TABLE pack ADD COLUMN schema INTEGER NOT NULL DEFAULT 1;
ALTER TABLE stock ADD COLUMN schema INTEGER NOT NULL DEFAULT 1;
ALTER TABLE stock ADD COLUMN version INTEGER NOT NULL DEFAULT 1;

-- Packs keep their history as formulas do.
CREATE TABLE pack_version (
  pack_id TEXT NOT NULL REFERENCES pack (id),
  version INTEGER NOT NULL,
  schema INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  saved_at TEXT NOT NULL,
  PRIMARY KEY (pack_id, version)
) STRICT;

INSERT INTO pack_version (pack_id, version, schema, body, saved_at) SELECT id, version, 1, body, changed_at FROM pack;

-- What the household settled for all its devices.
CREATE TABLE household (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  version INTEGER NOT NULL,
  schema INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  changed_at TEXT NOT NULL
) STRICT;
