-- What the overview says of an alignment, so that it need not read all pairs; null: not counted yet.
ALTER TABLE alignment ADD COLUMN tally TEXT;
