-- A client's resources chosen for a language pair: `body` is JSON (api: kitOf), its numbers those of memories and termbases.
CREATE TABLE kit (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  client_id INTEGER NOT NULL,
  name TEXT NOT NULL,
  body TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;
CREATE INDEX kit_of_client ON kit (client_id, name);
-- Kept to be looked up only: nothing is written to it.
ALTER TABLE memory ADD COLUMN reference INTEGER NOT NULL DEFAULT 0;
ALTER TABLE termbase ADD COLUMN reference INTEGER NOT NULL DEFAULT 0;
INSERT INTO sqlite_sequence (name, seq) VALUES ('kit', 0);
