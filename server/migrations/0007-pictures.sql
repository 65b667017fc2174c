-- One picture a formula, for the shelf; small, as the page sends it.
CREATE TABLE picture (
  formula_id TEXT PRIMARY KEY REFERENCES formula (id),
  type TEXT NOT NULL CHECK (type IN ('image/jpeg', 'image/png', 'image/webp')),
  bytes BLOB NOT NULL CHECK (length(bytes) BETWEEN 12 AND 1000000),
  put_at TEXT NOT NULL
) STRICT;
