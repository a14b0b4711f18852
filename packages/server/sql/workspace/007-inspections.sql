-- The findings of an inspection come in while people work, and count from the moment in which its row is there.
ALTER TABLE finding ADD COLUMN inspection INTEGER NOT NULL DEFAULT 0;
UPDATE finding SET inspection = coalesce((SELECT max(id) FROM inspection WHERE termbase_id = finding.termbase_id), 0);
ALTER TABLE unit_finding ADD COLUMN inspection INTEGER NOT NULL DEFAULT 0;
UPDATE unit_finding SET inspection = coalesce((SELECT max(id) FROM memory_inspection WHERE memory_id = unit_finding.memory_id), 0);
DROP INDEX finding_of_termbase;
CREATE INDEX finding_of_termbase ON finding (termbase_id, inspection, check_id, id);
DROP INDEX unit_finding_of_memory;
CREATE INDEX unit_finding_of_memory ON unit_finding (memory_id, inspection, check_id, id);
