CREATE TABLE cold_style (
  id TEXT PRIMARY KEY,
  position INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  source TEXT NOT NULL CHECK (source <> '')
) STRICT;
