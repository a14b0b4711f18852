-- Where each segment stands in its document (see core/alignment/layout.ts), a byte for each; empty: not known.
ALTER TABLE alignment ADD COLUMN source_places BLOB NOT NULL DEFAULT x'';
ALTER TABLE alignment ADD COLUMN target_places BLOB NOT NULL DEFAULT x'';
-- How Word files of it are read (JSON); null: as shown.
ALTER TABLE alignment ADD COLUMN word_reading TEXT;
