-- How many terms a termbase has in each language, and how many concepts: kept with every change, not counted each time.
CREATE TABLE language_count (
  termbase_id INTEGER NOT NULL,
  language TEXT NOT NULL,
  terms INTEGER NOT NULL,
  concepts INTEGER NOT NULL,
  PRIMARY KEY (termbase_id, language)
) STRICT, WITHOUT ROWID;
INSERT INTO language_count (termbase_id, language, terms, concepts)
  SELECT termbase_id, language, count(*), count(DISTINCT concept_id) FROM term GROUP BY termbase_id, language;

-- In the order in which lists are read.
DROP INDEX concept_changed;
CREATE INDEX concept_changed ON concept (termbase_id, changed_at DESC);
DROP INDEX term_of_concept;
CREATE INDEX term_of_concept ON term (concept_id, language, ordinal);
