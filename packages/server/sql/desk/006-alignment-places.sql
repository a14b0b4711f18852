-- Where each segment stands in its document (see core/alignment/layout.ts), a byte for each; empty: not known.
ALTER TABLE alignment ADD COLUMN source_places BLOB NOT NULL DEFAULT x'';
ALTER TABLE alignment ADD COLUMN target_places BLOB NOT NULL DEFAULT x'';
-- How its files are read and cut (JSON); null: the usual way.
ALTER TABLE alignment ADD COLUMN reading TEXT;
