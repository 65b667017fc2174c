CREATE TABLE product_class (
  id TEXT PRIMARY KEY,
  position INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  source TEXT NOT NULL CHECK (source <> '')
) STRICT;

CREATE TABLE corrective (
  id TEXT PRIMARY KEY,
  position INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  source TEXT NOT NULL CHECK (source <> '')
) STRICT;

-- A revision's worksheet is never changed; a name given later stands here.
CREATE TABLE revision_name (
  revision_id TEXT PRIMARY KEY REFERENCES revision (id),
  label TEXT NOT NULL,
  named_at TEXT NOT NULL
) STRICT;
