-- What a save makes is called a try everywhere.
DROP TRIGGER revision_is_never_changed;
DROP TRIGGER revision_is_never_removed;
ALTER TABLE revision RENAME TO try;
ALTER TABLE revision_name RENAME TO try_name;
ALTER TABLE try_name RENAME COLUMN revision_id TO try_id;

CREATE TRIGGER try_is_never_changed BEFORE UPDATE ON try
BEGIN
  SELECT RAISE (ABORT, 'a try is never changed');
END;

CREATE TRIGGER try_is_never_removed BEFORE DELETE ON try
BEGIN
  SELECT RAISE (ABORT, 'a try is never removed');
END;
