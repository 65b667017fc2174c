-- What was ticked on the shopping list, by kind of food: so many grams of it lie in the basket.
CREATE TABLE shopping_tick (
  id TEXT PRIMARY KEY,
  mass_g REAL NOT NULL CHECK (mass_g >= 0),
  ticked_at TEXT NOT NULL
) STRICT;
