-- What lies on the desk: files that are being taken in, and jobs. Nothing here is a resource yet.

CREATE TABLE intake_file (
  id INTEGER PRIMARY KEY,
  client_id INTEGER NOT NULL,
  name TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  size INTEGER NOT NULL,
  state TEXT NOT NULL,
  choices TEXT NOT NULL DEFAULT '{}',
  decisions TEXT NOT NULL DEFAULT '{}',
  target_id INTEGER,
  reading TEXT,
  outcome TEXT,
  error TEXT,
  written TEXT,
  created_at TEXT NOT NULL
) STRICT;
CREATE INDEX intake_file_of_client ON intake_file (client_id, id);

CREATE TABLE row_decision (
  file_id INTEGER NOT NULL REFERENCES intake_file (id) ON DELETE CASCADE,
  row INTEGER NOT NULL,
  decision TEXT NOT NULL,
  PRIMARY KEY (file_id, row)
) STRICT, WITHOUT ROWID;

CREATE TABLE job (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL,
  title TEXT NOT NULL,
  client_id INTEGER,
  state TEXT NOT NULL,
  share REAL NOT NULL DEFAULT 0,
  started_at TEXT NOT NULL,
  ended_at TEXT,
  error TEXT,
  result TEXT
) STRICT;
