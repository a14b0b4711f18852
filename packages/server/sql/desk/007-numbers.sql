-- Numbers of files, jobs and alignments are never given twice: what points to one that is gone leads nowhere, not elsewhere.
-- Runs with foreign keys off.

CREATE TABLE intake_file_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
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
  created_at TEXT NOT NULL,
  recipe_id INTEGER,
  units TEXT,
  -- The upload that it came with, and how many archives it lay in: an upload has limits over all its archives together.
  upload_id INTEGER,
  depth INTEGER NOT NULL DEFAULT 0
) STRICT;
INSERT INTO intake_file_next (id, client_id, name, sha256, size, state, choices, decisions, target_id, reading, outcome, error,
    written, created_at, recipe_id, units)
  SELECT id, client_id, name, sha256, size, state, choices, decisions, target_id, reading, outcome, error, written, created_at,
    recipe_id, units FROM intake_file;
DROP TABLE intake_file;
ALTER TABLE intake_file_next RENAME TO intake_file;
CREATE INDEX intake_file_of_client ON intake_file (client_id, id);

-- What came out of an upload so far.
CREATE TABLE upload (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  packed INTEGER NOT NULL,
  files INTEGER NOT NULL DEFAULT 0,
  bytes INTEGER NOT NULL DEFAULT 0
) STRICT;

CREATE TABLE picture_file_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  client_id INTEGER NOT NULL,
  name TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  type TEXT NOT NULL,
  size INTEGER NOT NULL,
  UNIQUE (client_id, name)
) STRICT;
INSERT INTO picture_file_next SELECT id, client_id, name, sha256, type, size FROM picture_file;
DROP TABLE picture_file;
ALTER TABLE picture_file_next RENAME TO picture_file;

CREATE TABLE recipe_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  client_id INTEGER NOT NULL,
  shape TEXT NOT NULL,
  name TEXT NOT NULL,
  choices TEXT NOT NULL,
  decisions TEXT NOT NULL,
  at TEXT NOT NULL,
  UNIQUE (client_id, shape)
) STRICT;
INSERT INTO recipe_next SELECT id, client_id, shape, name, choices, decisions, at FROM recipe;
DROP TABLE recipe;
ALTER TABLE recipe_next RENAME TO recipe;

CREATE TABLE job_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
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
INSERT INTO job_next SELECT id, kind, title, client_id, state, share, started_at, ended_at, error, result FROM job;
DROP TABLE job;
ALTER TABLE job_next RENAME TO job;

CREATE TABLE alignment_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
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
  paired_at TEXT NOT NULL,
  tally TEXT,
  source_places BLOB NOT NULL DEFAULT x'',
  target_places BLOB NOT NULL DEFAULT x'',
  reading TEXT
) STRICT;
INSERT INTO alignment_next SELECT id, client_id, source_name, source_sha256, source_language, target_name, target_sha256,
  target_language, state, error, source, target, beads, written, created_at, paired_at, tally, source_places, target_places,
  reading FROM alignment;
DROP TABLE alignment;
ALTER TABLE alignment_next RENAME TO alignment;
CREATE INDEX alignment_of_client ON alignment (client_id, id);

-- Files that were sent to be aligned and are in no alignment yet.
CREATE TABLE received (
  sha256 TEXT PRIMARY KEY,
  at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
