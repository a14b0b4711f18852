-- Memories. Their units lie in files of their own, by this id (sql/memory).
CREATE TABLE memory (
  id INTEGER PRIMARY KEY,
  client_id INTEGER NOT NULL REFERENCES client (id),
  name TEXT NOT NULL,
  subject TEXT NOT NULL DEFAULT '',
  created_at TEXT NOT NULL,
  -- The file of its units, in the folder of memories.
  file TEXT NOT NULL
) STRICT;

-- The memory whose units an operation changed; what it changed lies in the memory's own file.
ALTER TABLE ledger ADD COLUMN memory_id INTEGER;
CREATE INDEX ledger_of_memory ON ledger (memory_id, id);
