-- What the entries use, worked out with the outcomes; those of an earlier version are worked out anew.
DELETE FROM basis;
ALTER TABLE basis ADD COLUMN used TEXT NOT NULL DEFAULT '';
