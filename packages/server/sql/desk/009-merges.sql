-- How a client's memories are merged: one plan for each, kept with its decisions for the next time (core: MergePlan, and what
-- goes in and where to). `counted`: what would become of the units, and of which state of the memories that was true.
CREATE TABLE merge_plan (
  client_id INTEGER PRIMARY KEY,
  body TEXT NOT NULL,
  counted TEXT,
  written TEXT
) STRICT;
