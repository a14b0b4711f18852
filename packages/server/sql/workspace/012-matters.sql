-- The words that a finding rests on; the matter that it is part of, where several findings are one (a number within the
-- inspection); and who wrote what it is about, when, and where that came from.
ALTER TABLE finding ADD COLUMN evidence TEXT NOT NULL DEFAULT '';
ALTER TABLE finding ADD COLUMN matter INTEGER;
ALTER TABLE finding ADD COLUMN author TEXT NOT NULL DEFAULT '';
ALTER TABLE finding ADD COLUMN day TEXT NOT NULL DEFAULT '';
ALTER TABLE finding ADD COLUMN origin TEXT NOT NULL DEFAULT '';
ALTER TABLE unit_finding ADD COLUMN evidence TEXT NOT NULL DEFAULT '';
ALTER TABLE unit_finding ADD COLUMN matter INTEGER;
ALTER TABLE unit_finding ADD COLUMN author TEXT NOT NULL DEFAULT '';
ALTER TABLE unit_finding ADD COLUMN day TEXT NOT NULL DEFAULT '';
ALTER TABLE unit_finding ADD COLUMN origin TEXT NOT NULL DEFAULT '';
-- What a client says is right wherever it stands: findings of the check that rest on these words are let stand.
CREATE TABLE stet_rule (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  client_id INTEGER NOT NULL,
  check_id TEXT NOT NULL,
  language TEXT,
  evidence TEXT NOT NULL,
  reason TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
CREATE INDEX stet_rule_of_client ON stet_rule (client_id, check_id, evidence);
CREATE INDEX finding_alike ON finding (termbase_id, check_id, evidence);
CREATE INDEX unit_finding_alike ON unit_finding (memory_id, check_id, evidence);
