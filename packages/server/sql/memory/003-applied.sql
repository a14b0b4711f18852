-- Operations of the workspace's journal that were applied to this memory, in the same transaction as their changes.
-- `origins`: the highest origin before it.
CREATE TABLE applied (
  journal_id INTEGER PRIMARY KEY,
  change_id INTEGER NOT NULL,
  direction TEXT NOT NULL,
  origins INTEGER NOT NULL
) STRICT;
