-- What the outcomes were worked out from; empty while there are none.
CREATE TABLE basis (
  text TEXT NOT NULL
) STRICT;
-- Worked out by an earlier version, without drafts.
DROP TABLE IF EXISTS outcome;
