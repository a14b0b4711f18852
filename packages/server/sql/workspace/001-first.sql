-- The workspace: clients, termbases, concepts, and the ledger of all that was done to them.

CREATE TABLE client (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;

CREATE TABLE termbase (
  id INTEGER PRIMARY KEY,
  client_id INTEGER NOT NULL REFERENCES client (id),
  name TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;

-- A concept is one document (core: ConceptBody); its terms are repeated in `term` to be found and sorted.
CREATE TABLE concept (
  id INTEGER PRIMARY KEY,
  termbase_id INTEGER NOT NULL REFERENCES termbase (id),
  body TEXT NOT NULL,
  changed_at TEXT NOT NULL
) STRICT;
CREATE INDEX concept_of_termbase ON concept (termbase_id, id);

-- Clustered in the order of the term list: one range of this table is one page of it.
CREATE TABLE term (
  termbase_id INTEGER NOT NULL,
  language TEXT NOT NULL,
  folded TEXT NOT NULL,
  concept_id INTEGER NOT NULL REFERENCES concept (id),
  ordinal INTEGER NOT NULL,
  text TEXT NOT NULL,
  PRIMARY KEY (termbase_id, language, folded, concept_id, ordinal)
) STRICT, WITHOUT ROWID;
CREATE INDEX term_of_concept ON term (concept_id);

CREATE TABLE ledger (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  client_id INTEGER,
  termbase_id INTEGER,
  kind TEXT NOT NULL,
  title TEXT NOT NULL,
  counts TEXT NOT NULL DEFAULT '{}',
  undone_at TEXT
) STRICT;

-- What an operation changed, as it was before (null: not there). `after` is filled when the operation is undone, so
-- that it can be done again.
CREATE TABLE change (
  ledger_id INTEGER NOT NULL REFERENCES ledger (id),
  entity TEXT NOT NULL,
  entity_id INTEGER NOT NULL,
  before TEXT,
  after TEXT,
  PRIMARY KEY (ledger_id, entity, entity_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX change_of_entity ON change (entity, entity_id, ledger_id);

CREATE TABLE inspection (
  id INTEGER PRIMARY KEY,
  termbase_id INTEGER NOT NULL REFERENCES termbase (id) ON DELETE CASCADE,
  at TEXT NOT NULL,
  counts TEXT NOT NULL
) STRICT;

-- The findings of the last inspection of a termbase.
CREATE TABLE finding (
  id INTEGER PRIMARY KEY,
  termbase_id INTEGER NOT NULL REFERENCES termbase (id) ON DELETE CASCADE,
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
CREATE INDEX finding_of_termbase ON finding (termbase_id, check_id, id);
CREATE INDEX finding_of_concept ON finding (concept_id);

-- A finding that may stand, as long as the texts it rests on (`basis`) stay the same.
CREATE TABLE stet (
  id INTEGER PRIMARY KEY,
  termbase_id INTEGER NOT NULL REFERENCES termbase (id) ON DELETE CASCADE,
  check_id TEXT NOT NULL,
  concept_id INTEGER NOT NULL,
  language TEXT,
  basis TEXT NOT NULL,
  reason TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
CREATE INDEX stet_of_termbase ON stet (termbase_id, check_id, concept_id);
