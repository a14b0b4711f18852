-- What a client plans besides the merging of memories: a bridge, a comparison, termbases that become one. As `merge_plan`.
CREATE TABLE kept_plan (
  client_id INTEGER NOT NULL,
  kind TEXT NOT NULL,
  body TEXT NOT NULL,
  counted TEXT,
  written TEXT,
  PRIMARY KEY (client_id, kind)
) STRICT, WITHOUT ROWID;
