-- What a client does with two resources: the bridge between them, the comparison. As `merge_plan`.
CREATE TABLE two_plan (
  client_id INTEGER NOT NULL,
  kind TEXT NOT NULL,
  body TEXT NOT NULL,
  counted TEXT,
  written TEXT,
  PRIMARY KEY (client_id, kind)
) STRICT, WITHOUT ROWID;
