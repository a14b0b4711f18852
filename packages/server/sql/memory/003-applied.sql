-- Operations of the workspace's journal that were applied to this memory, in the same transaction as their changes.
-- `origins`: the highest origin before it.
CREATE TABLE applied (
  journal_id INTEGER PRIMARY KEY,
  change_id INTEGER NOT NULL,
  direction TEXT NOT NULL,
  origins INTEGER NOT NULL
) STRICT;

-- Units that were edited by operations whose changes are no longer kept: the index may list words that they lost.
CREATE TABLE edited (
  unit_id INTEGER PRIMARY KEY
) STRICT;
