-- An entry that belongs to another: both are undone together.
ALTER TABLE ledger ADD COLUMN part_of INTEGER;
CREATE INDEX ledger_part ON ledger (part_of) WHERE part_of IS NOT NULL;

-- Inspection of memories: as of termbases, with units in place of concepts.
CREATE TABLE memory_inspection (
  id INTEGER PRIMARY KEY,
  memory_id INTEGER NOT NULL REFERENCES memory (id) ON DELETE CASCADE,
  at TEXT NOT NULL,
  counts TEXT NOT NULL
) STRICT;

CREATE TABLE unit_finding (
  id INTEGER PRIMARY KEY,
  memory_id INTEGER NOT NULL REFERENCES memory (id) ON DELETE CASCADE,
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
CREATE INDEX unit_finding_of_memory ON unit_finding (memory_id, check_id, id);
CREATE INDEX unit_finding_of_unit ON unit_finding (memory_id, unit_id);

CREATE TABLE unit_stet (
  id INTEGER PRIMARY KEY,
  memory_id INTEGER NOT NULL REFERENCES memory (id) ON DELETE CASCADE,
  check_id TEXT NOT NULL,
  unit_id INTEGER NOT NULL,
  language TEXT,
  basis TEXT NOT NULL,
  reason TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
CREATE INDEX unit_stet_of_memory ON unit_stet (memory_id, check_id, unit_id);
