-- What somebody noted on a segment of a document that a kit is tried on: it stays when the document is rehearsed again.
CREATE TABLE rehearsal_note (
  kit_id INTEGER NOT NULL,
  client_id INTEGER NOT NULL,
  document TEXT NOT NULL,
  text TEXT NOT NULL,
  note TEXT NOT NULL,
  PRIMARY KEY (kit_id, document, text)
) STRICT, WITHOUT ROWID;
