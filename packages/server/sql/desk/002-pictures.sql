-- Pictures that came with client files, and recipes: readings kept for the client's next file of the same shape.

CREATE TABLE picture_file (
  id INTEGER PRIMARY KEY,
  client_id INTEGER NOT NULL,
  name TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  type TEXT NOT NULL,
  size INTEGER NOT NULL,
  UNIQUE (client_id, name)
) STRICT;

CREATE TABLE recipe (
  id INTEGER PRIMARY KEY,
  client_id INTEGER NOT NULL,
  shape TEXT NOT NULL,
  name TEXT NOT NULL,
  choices TEXT NOT NULL,
  decisions TEXT NOT NULL,
  at TEXT NOT NULL,
  UNIQUE (client_id, shape)
) STRICT;

ALTER TABLE intake_file ADD COLUMN recipe_id INTEGER;

-- Readings have a new form: what was not written yet is read again.
UPDATE intake_file SET state = 'waiting', reading = NULL, outcome = NULL, decisions = '{}';
DELETE FROM row_decision;
