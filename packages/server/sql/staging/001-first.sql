-- One client file, read: its rows as they stand in it, and what becomes of each.

CREATE TABLE row (
  position INTEGER PRIMARY KEY,
  number INTEGER NOT NULL,
  cells TEXT NOT NULL,
  hidden INTEGER NOT NULL
) STRICT;
CREATE UNIQUE INDEX row_number ON row (number);

CREATE TABLE sample (
  body TEXT NOT NULL
) STRICT;
