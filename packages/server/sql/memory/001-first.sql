-- One memory: its units, an index of their words, and what operations changed.

CREATE TABLE language (
  id INTEGER PRIMARY KEY,
  tag TEXT NOT NULL UNIQUE,
  -- Variants, and units that have at least one.
  segments INTEGER NOT NULL DEFAULT 0,
  units INTEGER NOT NULL DEFAULT 0
) STRICT;

-- Where units came from: a file, or an operation of ours.
CREATE TABLE origin (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;

-- `said` is everything but the variants (core: Said, as JSON, or null). `key` is the same for units that say the same;
-- `before` and `after` are hashes of the neighbours' texts in the file.
CREATE TABLE unit (
  id INTEGER PRIMARY KEY,
  said TEXT,
  changed TEXT NOT NULL,
  author TEXT NOT NULL,
  origin INTEGER NOT NULL REFERENCES origin (id),
  place INTEGER NOT NULL,
  length INTEGER NOT NULL,
  codes INTEGER NOT NULL,
  key INTEGER NOT NULL,
  before INTEGER,
  after INTEGER
) STRICT;

-- The variants in their order. `more`: codes and what is said about the variant (JSON), or null.
CREATE TABLE segment (
  unit_id INTEGER NOT NULL,
  ordinal INTEGER NOT NULL,
  language INTEGER NOT NULL,
  text TEXT NOT NULL,
  more TEXT,
  PRIMARY KEY (unit_id, ordinal)
) STRICT, WITHOUT ROWID;

-- An inverted index of folded words, written in runs. Units that lost a word since are still listed: hits are verified.
CREATE TABLE word (
  id INTEGER PRIMARY KEY,
  language INTEGER NOT NULL,
  text TEXT NOT NULL,
  count INTEGER NOT NULL
) STRICT;
CREATE TABLE posting (
  word_id INTEGER NOT NULL,
  run INTEGER NOT NULL,
  ids BLOB NOT NULL,
  PRIMARY KEY (word_id, run)
) STRICT, WITHOUT ROWID;

-- Each unit that an operation changed, as it was before (null: not there), and after it was undone.
CREATE TABLE change (
  ledger_id INTEGER NOT NULL,
  unit_id INTEGER NOT NULL,
  before TEXT,
  after TEXT,
  PRIMARY KEY (ledger_id, unit_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE about (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT, WITHOUT ROWID;
