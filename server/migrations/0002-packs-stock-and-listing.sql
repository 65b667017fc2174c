ALTER TABLE food ADD COLUMN origin TEXT NOT NULL DEFAULT 'shipped' CHECK (origin IN ('shipped', 'own'));

-- Foods of a large import stay out of the browser until a formula or a person takes them up.
ALTER TABLE food ADD COLUMN at_hand INTEGER NOT NULL DEFAULT 1;

CREATE INDEX food_by_position ON food (position);

CREATE TABLE pack (
  id TEXT PRIMARY KEY,
  version INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  created_at TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

CREATE TABLE stock (
  id TEXT PRIMARY KEY,
  food_id TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  changed_at TEXT NOT NULL
) STRICT;

CREATE INDEX stock_by_food ON stock (food_id);

-- What the list of foods and packs shows and sorts by, derived from food, pack and stock.
CREATE TABLE listing (
  number INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  kind_id TEXT,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  position REAL NOT NULL,
  energy REAL,
  protein REAL,
  fat REAL,
  carbohydrate REAL,
  net REAL,
  fibre REAL,
  sugars REAL,
  protein_per_100_kcal REAL,
  price_per_100_g REAL,
  price_per_100_g_protein REAL,
  allergens INTEGER NOT NULL,
  schools INTEGER NOT NULL,
  left_g REAL,
  use_by TEXT
) STRICT;

CREATE INDEX listing_by_position ON listing (position);
CREATE INDEX listing_by_name ON listing (name COLLATE NOCASE);
CREATE INDEX listing_by_protein ON listing (protein_per_100_kcal IS NULL, protein_per_100_kcal DESC);
CREATE INDEX listing_by_net ON listing (net IS NULL, net);
CREATE INDEX listing_by_energy ON listing (energy IS NULL, energy);
CREATE INDEX listing_by_price ON listing (price_per_100_g IS NULL, price_per_100_g);
CREATE INDEX listing_by_protein_price ON listing (price_per_100_g_protein IS NULL, price_per_100_g_protein);
CREATE INDEX listing_by_kind ON listing (kind, position);
CREATE INDEX listing_in_stock ON listing (use_by) WHERE left_g IS NOT NULL;

CREATE VIRTUAL TABLE listing_words USING fts5 (name, other, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2');
CREATE VIRTUAL TABLE listing_vocabulary USING fts5vocab (listing_words, 'row');

-- A word of the name tells more than one of a synonym or the kind.
INSERT INTO listing_words (listing_words, rank) VALUES ('rank', 'bm25(6.0, 1.0)');
