-- One journal for every change of anything. Numbers are never given twice; what belonged to a deleted termbase or memory
-- stays under its number until the ledger lets go of the deletion, so that undoing it brings everything back.
-- Runs with foreign keys off.

CREATE TABLE client_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  name TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;
INSERT INTO client_next SELECT id, name, created_at FROM client;
DROP TABLE client;
ALTER TABLE client_next RENAME TO client;

CREATE TABLE termbase_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  client_id INTEGER NOT NULL,
  name TEXT NOT NULL,
  created_at TEXT NOT NULL,
  fields TEXT NOT NULL DEFAULT '[]',
  shape TEXT
) STRICT;
INSERT INTO termbase_next SELECT id, client_id, name, created_at, fields, shape FROM termbase;
DROP TABLE termbase;
ALTER TABLE termbase_next RENAME TO termbase;

CREATE TABLE memory_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  client_id INTEGER NOT NULL,
  name TEXT NOT NULL,
  subject TEXT NOT NULL DEFAULT '',
  created_at TEXT NOT NULL,
  -- The file of its units, in the folder of memories.
  file TEXT NOT NULL
) STRICT;
INSERT INTO memory_next SELECT id, client_id, name, subject, created_at, file FROM memory;
DROP TABLE memory;
ALTER TABLE memory_next RENAME TO memory;

CREATE TABLE concept_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  termbase_id INTEGER NOT NULL,
  body TEXT NOT NULL,
  changed_at TEXT NOT NULL
) STRICT;
INSERT INTO concept_next SELECT id, termbase_id, body, changed_at FROM concept;
DROP TABLE concept;
ALTER TABLE concept_next RENAME TO concept;
CREATE INDEX concept_of_termbase ON concept (termbase_id, id);
CREATE INDEX concept_identifier ON concept (termbase_id, json_extract(body, '$.fields.identifier[0]'))
  WHERE json_extract(body, '$.fields.identifier[0]') IS NOT NULL;
CREATE INDEX concept_changed ON concept (termbase_id, changed_at);

CREATE TABLE picture_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  termbase_id INTEGER NOT NULL,
  name TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  type TEXT NOT NULL,
  size INTEGER NOT NULL,
  UNIQUE (termbase_id, name)
) STRICT;
INSERT INTO picture_next SELECT id, termbase_id, name, sha256, type, size FROM picture;
DROP TABLE picture;
ALTER TABLE picture_next RENAME TO picture;
CREATE INDEX picture_content ON picture (sha256);

CREATE TABLE inspection_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  termbase_id INTEGER NOT NULL,
  at TEXT NOT NULL,
  counts TEXT NOT NULL
) STRICT;
INSERT INTO inspection_next SELECT id, termbase_id, at, counts FROM inspection;
DROP TABLE inspection;
ALTER TABLE inspection_next RENAME TO inspection;

CREATE TABLE finding_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  termbase_id INTEGER NOT NULL,
  check_id TEXT NOT NULL,
  concept_id INTEGER NOT NULL,
  language TEXT,
  term_id TEXT,
  severity TEXT NOT NULL,
  text TEXT NOT NULL,
  message TEXT NOT NULL,
  related TEXT NOT NULL,
  correction TEXT,
  basis TEXT NOT NULL,
  is_new INTEGER NOT NULL,
  settled INTEGER NOT NULL DEFAULT 0
) STRICT;
INSERT INTO finding_next SELECT id, termbase_id, check_id, concept_id, language, term_id, severity, text, message, related,
  correction, basis, is_new, settled FROM finding;
DROP TABLE finding;
ALTER TABLE finding_next RENAME TO finding;
CREATE INDEX finding_of_termbase ON finding (termbase_id, check_id, id);
CREATE INDEX finding_of_concept ON finding (concept_id);

CREATE TABLE stet_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  termbase_id INTEGER NOT NULL,
  check_id TEXT NOT NULL,
  concept_id INTEGER NOT NULL,
  language TEXT,
  basis TEXT NOT NULL,
  reason TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
INSERT INTO stet_next SELECT id, termbase_id, check_id, concept_id, language, basis, reason, at FROM stet;
DROP TABLE stet;
ALTER TABLE stet_next RENAME TO stet;
CREATE INDEX stet_of_termbase ON stet (termbase_id, check_id, concept_id);

CREATE TABLE memory_inspection_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  memory_id INTEGER NOT NULL,
  at TEXT NOT NULL,
  counts TEXT NOT NULL
) STRICT;
INSERT INTO memory_inspection_next SELECT id, memory_id, at, counts FROM memory_inspection;
DROP TABLE memory_inspection;
ALTER TABLE memory_inspection_next RENAME TO memory_inspection;

CREATE TABLE unit_finding_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  memory_id INTEGER NOT NULL,
  check_id TEXT NOT NULL,
  unit_id INTEGER NOT NULL,
  language TEXT,
  -- Which of its variants, from 0; null: the unit as a whole.
  variant INTEGER,
  severity TEXT NOT NULL,
  text TEXT NOT NULL,
  message TEXT NOT NULL,
  related TEXT NOT NULL,
  correction TEXT,
  basis TEXT NOT NULL,
  is_new INTEGER NOT NULL,
  settled INTEGER NOT NULL DEFAULT 0
) STRICT;
INSERT INTO unit_finding_next SELECT id, memory_id, check_id, unit_id, language, variant, severity, text, message, related,
  correction, basis, is_new, settled FROM unit_finding;
DROP TABLE unit_finding;
ALTER TABLE unit_finding_next RENAME TO unit_finding;
CREATE INDEX unit_finding_of_memory ON unit_finding (memory_id, check_id, id);
CREATE INDEX unit_finding_of_unit ON unit_finding (memory_id, unit_id);

CREATE TABLE unit_stet_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  memory_id INTEGER NOT NULL,
  check_id TEXT NOT NULL,
  unit_id INTEGER NOT NULL,
  language TEXT,
  basis TEXT NOT NULL,
  reason TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
INSERT INTO unit_stet_next SELECT id, memory_id, check_id, unit_id, language, basis, reason, at FROM unit_stet;
DROP TABLE unit_stet;
ALTER TABLE unit_stet_next RENAME TO unit_stet;
CREATE INDEX unit_stet_of_memory ON unit_stet (memory_id, check_id, unit_id);

-- A rename noted the whole row: undoing it took back what was defined since. Now it is about the name alone.
UPDATE change SET entity = 'client name', before = json_quote(json_extract(before, '$.name')),
    after = CASE WHEN after IS NULL THEN NULL ELSE json_quote(json_extract(after, '$.name')) END
  WHERE entity = 'client' AND before IS NOT NULL;
UPDATE change SET entity = 'termbase name', before = json_quote(json_extract(before, '$.name')),
    after = CASE WHEN after IS NULL THEN NULL ELSE json_quote(json_extract(after, '$.name')) END
  WHERE entity = 'termbase' AND before IS NOT NULL
    AND ledger_id IN (SELECT id FROM ledger WHERE kind = 'termbase' AND title LIKE 'Renamed the termbase%');

-- Which termbases and memories an operation touched. `change_id` is the number under which the memory's own file keeps
-- what was changed there; null for termbases, whose changes are kept here.
CREATE TABLE touched (
  ledger_id INTEGER NOT NULL,
  kind TEXT NOT NULL,
  resource_id INTEGER NOT NULL,
  change_id INTEGER,
  PRIMARY KEY (ledger_id, kind, resource_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX touched_resource ON touched (kind, resource_id, ledger_id);
INSERT OR IGNORE INTO touched SELECT coalesce(part_of, id), 'memory', memory_id, id FROM ledger WHERE memory_id IS NOT NULL;
INSERT OR IGNORE INTO touched SELECT coalesce(part_of, id), 'termbase', termbase_id, NULL FROM ledger WHERE termbase_id IS NOT NULL;

-- What was part of another entry is one with it. In `part_of` order, the first state wins.
CREATE TABLE change_next (
  ledger_id INTEGER NOT NULL,
  entity TEXT NOT NULL,
  entity_id INTEGER NOT NULL,
  before TEXT,
  after TEXT,
  PRIMARY KEY (ledger_id, entity, entity_id)
) STRICT, WITHOUT ROWID;
INSERT OR IGNORE INTO change_next
  SELECT coalesce(l.part_of, l.id), c.entity, c.entity_id, c.before, c.after FROM change c JOIN ledger l ON l.id = c.ledger_id
  ORDER BY c.ledger_id;
DROP TABLE change;
ALTER TABLE change_next RENAME TO change;
CREATE INDEX change_of_entity ON change (entity, entity_id, ledger_id);

CREATE TABLE ledger_next (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  at TEXT NOT NULL,
  client_id INTEGER,
  -- What the page links to.
  termbase_id INTEGER,
  memory_id INTEGER,
  kind TEXT NOT NULL,
  title TEXT NOT NULL,
  counts TEXT NOT NULL DEFAULT '{}',
  undone_at TEXT,
  -- Why it can no longer be undone or done again; null: it can.
  closed TEXT
) STRICT;
INSERT INTO ledger_next (id, at, client_id, termbase_id, memory_id, kind, title, counts, undone_at)
  SELECT id, at, client_id, termbase_id, memory_id, kind, title, counts, undone_at FROM ledger WHERE part_of IS NULL;
UPDATE sqlite_sequence SET seq = (SELECT coalesce(max(id), 0) FROM ledger) WHERE name = 'ledger_next';
INSERT INTO sqlite_sequence (name, seq)
  SELECT 'ledger_next', coalesce(max(id), 0) FROM ledger WHERE NOT EXISTS (SELECT 1 FROM sqlite_sequence WHERE name = 'ledger_next');
DROP TABLE ledger;
ALTER TABLE ledger_next RENAME TO ledger;
CREATE INDEX ledger_of_client ON ledger (client_id, id);

-- An operation on memories, from before the first of their files is committed until the ledger is. At the start each is
-- brought to an end: one that went forward is taken back, an undo or redo is finished.
CREATE TABLE journal (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  ledger_id INTEGER NOT NULL,
  direction TEXT NOT NULL,
  -- JSON: the memories' ids, their files, and the numbers under which these keep what changed.
  memories TEXT NOT NULL,
  job_id INTEGER,
  at TEXT NOT NULL
) STRICT;

-- Jobs of the desk whose operation is settled, with what it gave back. Read at the start, where a job was cut off between
-- its operation and its end on the desk.
CREATE TABLE job_done (
  job_id INTEGER PRIMARY KEY,
  ledger_id INTEGER NOT NULL,
  result TEXT
) STRICT;

-- Each time that an entry was undone or done again; `at_entry` is the newest entry then. So it is known whether an entry
-- stood when another was made.
CREATE TABLE turn (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  ledger_id INTEGER NOT NULL,
  at_entry INTEGER NOT NULL
) STRICT;
CREATE INDEX turn_of_entry ON turn (ledger_id, at_entry);
INSERT INTO turn (ledger_id, at_entry)
  SELECT u.id, (SELECT max(l.id) FROM ledger l WHERE l.at <= u.undone_at) FROM ledger u WHERE u.undone_at IS NOT NULL;

-- How long undo is kept, and the like.
CREATE TABLE setting (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- Numbers of what is gone are not given again.
INSERT INTO sqlite_sequence (name, seq)
  SELECT t.name, 0 FROM (
    SELECT 'client' AS name UNION ALL SELECT 'termbase' UNION ALL SELECT 'memory' UNION ALL SELECT 'concept'
    UNION ALL SELECT 'picture' UNION ALL SELECT 'stet' UNION ALL SELECT 'unit_stet') AS t
  WHERE t.name NOT IN (SELECT name FROM sqlite_sequence);
UPDATE sqlite_sequence SET seq = max(seq, coalesce((SELECT max(entity_id) FROM change WHERE entity = sqlite_sequence.name), 0));

-- Clients that were deleted for good: what the desk still has of them goes as well.
CREATE TABLE erased_client (
  id INTEGER PRIMARY KEY
) STRICT;
