-- Foods of a large table that was accepted: written down first, then taken in by turns, so that nobody waits and a stop on the way is made up for.
CREATE TABLE coming_food (
  place INTEGER PRIMARY KEY,
  body TEXT NOT NULL
) STRICT;

-- One row once all of them are written down: from then on they are taken in, whatever happens.
CREATE TABLE coming (
  id INTEGER PRIMARY KEY CHECK (id = 1)
) STRICT;
