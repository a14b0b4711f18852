-- Source and target files that are being paired: their segments, and the beads as the person left them.
CREATE TABLE alignment (
  id INTEGER PRIMARY KEY,
  client_id INTEGER NOT NULL,
  source_name TEXT NOT NULL,
  source_sha256 TEXT NOT NULL,
  source_language TEXT,
  target_name TEXT NOT NULL,
  target_sha256 TEXT NOT NULL,
  target_language TEXT,
  state TEXT NOT NULL,
  error TEXT,
  source TEXT NOT NULL DEFAULT '[]',
  target TEXT NOT NULL DEFAULT '[]',
  beads TEXT NOT NULL DEFAULT '[]',
  written TEXT,
  created_at TEXT NOT NULL,
  paired_at TEXT NOT NULL
) STRICT;
CREATE INDEX alignment_of_client ON alignment (client_id, id);
