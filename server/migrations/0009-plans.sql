-- A day's plan: what is served when, and what was begun or put somewhere by hand.
CREATE TABLE plan (
  id TEXT PRIMARY KEY,
  version INTEGER NOT NULL,
  schema INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  changed_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;
