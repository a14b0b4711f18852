-- What a kit is tried on (`body`, JSON: the documents), and what that came to. By the kit's number in the workspace.
CREATE TABLE rehearsal (
  kit_id INTEGER PRIMARY KEY,
  client_id INTEGER NOT NULL,
  body TEXT NOT NULL,
  counted TEXT
) STRICT;
