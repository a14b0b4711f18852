-- What each termbase records, values by which lists are filtered, and pictures.

ALTER TABLE termbase ADD COLUMN fields TEXT NOT NULL DEFAULT '[]';
-- The shape of the sheet that was taken in last, to be written again in that shape.
ALTER TABLE termbase ADD COLUMN shape TEXT;

-- Values of fields that are few and short (core: isFilterable), at any level of a concept, each once.
CREATE TABLE facet (
  termbase_id INTEGER NOT NULL,
  field TEXT NOT NULL,
  value TEXT NOT NULL,
  concept_id INTEGER NOT NULL REFERENCES concept (id),
  PRIMARY KEY (termbase_id, field, value, concept_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX facet_of_concept ON facet (concept_id);

-- The client's own number or code of a concept.
CREATE INDEX concept_identifier ON concept (termbase_id, json_extract(body, '$.fields.identifier[0]'))
  WHERE json_extract(body, '$.fields.identifier[0]') IS NOT NULL;
CREATE INDEX concept_changed ON concept (termbase_id, changed_at);

-- Which stored file a concept means by the name of a picture.
CREATE TABLE picture (
  id INTEGER PRIMARY KEY,
  termbase_id INTEGER NOT NULL REFERENCES termbase (id) ON DELETE CASCADE,
  name TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  type TEXT NOT NULL,
  size INTEGER NOT NULL,
  UNIQUE (termbase_id, name)
) STRICT;
CREATE INDEX picture_content ON picture (sha256);
