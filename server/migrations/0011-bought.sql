-- Treats bought in a shop or eaten in a cafe, by their labels: to compare with, never an ingredient.
CREATE TABLE bought (
  id TEXT PRIMARY KEY,
  version INTEGER NOT NULL,
  schema INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  made_at TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;
