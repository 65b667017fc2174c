CREATE TABLE food (
  id TEXT PRIMARY KEY,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  source TEXT NOT NULL CHECK (source <> '')
) STRICT;

CREATE TABLE swap_rule (
  id TEXT PRIMARY KEY,
  position INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  source TEXT NOT NULL CHECK (source <> '')
) STRICT;

CREATE TABLE caution (
  id TEXT PRIMARY KEY,
  position INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  source TEXT NOT NULL CHECK (source <> '')
) STRICT;

CREATE TABLE formula (
  id TEXT PRIMARY KEY,
  head_id TEXT NOT NULL REFERENCES revision (id) DEFERRABLE INITIALLY DEFERRED,
  created_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

CREATE TABLE revision (
  id TEXT PRIMARY KEY,
  formula_id TEXT NOT NULL REFERENCES formula (id),
  number INTEGER NOT NULL,
  parent_id TEXT REFERENCES revision (id),
  label TEXT NOT NULL,
  worksheet TEXT NOT NULL CHECK (json_valid(worksheet)),
  created_at TEXT NOT NULL,
  UNIQUE (formula_id, number)
) STRICT;

CREATE TRIGGER revision_is_never_changed BEFORE UPDATE ON revision
BEGIN
  SELECT RAISE (ABORT, 'a revision is never changed');
END;

CREATE TRIGGER revision_is_never_removed BEFORE DELETE ON revision
BEGIN
  SELECT RAISE (ABORT, 'a revision is never removed');
END;

CREATE TABLE setting (
  key TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;
