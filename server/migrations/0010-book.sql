-- What was told of bakes, by its kind: the book and the timers ask for it over all of them.
CREATE INDEX bake_event_kind ON bake_event (json_extract(body, '$.kind'), received_at, bake_id);
CREATE INDEX bake_formula ON bake (formula_id);

-- Tries that hold readings of a foam: they teach what the household's mixers beat in.
CREATE INDEX try_readings ON try (id) WHERE json_array_length(worksheet, '$.rebuild.cold.readings') > 0;

-- Tries tasted together behind codes, and what was taken for the odd one.
CREATE TABLE tasting (
  id TEXT PRIMARY KEY,
  formula_id TEXT NOT NULL REFERENCES formula (id),
  schema INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  made_at TEXT NOT NULL
) STRICT;
CREATE INDEX tasting_formula ON tasting (formula_id, made_at);

CREATE TABLE odd_answer (
  tasting_id TEXT NOT NULL REFERENCES tasting (id),
  taster TEXT NOT NULL,
  code TEXT NOT NULL,
  told_at TEXT NOT NULL,
  PRIMARY KEY (tasting_id, taster)
) STRICT;

-- Pictures of tries: drawn anew here, so that nothing that a camera wrote is in them.
CREATE TABLE try_picture (
  id TEXT PRIMARY KEY,
  bake_id TEXT NOT NULL REFERENCES bake (id),
  alt TEXT NOT NULL,
  bytes BLOB NOT NULL,
  put_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;
CREATE INDEX try_picture_bake ON try_picture (bake_id, put_at);

-- Whatever can be found by its words: formulas by their last try, tries by their names, and what was noted and tasted.
CREATE VIRTUAL TABLE found_words USING fts5 (title, words, kind UNINDEXED, formula_id UNINDEXED, ref UNINDEXED, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2');
CREATE VIRTUAL TABLE found_vocabulary USING fts5vocab (found_words, 'row');
INSERT INTO found_words (found_words, rank) VALUES ('rank', 'bm25(6.0, 1.0)');
CREATE TABLE found_formula (formula_id TEXT PRIMARY KEY, number INTEGER NOT NULL) STRICT;
CREATE TABLE found_upto (source TEXT PRIMARY KEY, upto INTEGER NOT NULL) STRICT;
