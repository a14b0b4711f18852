-- What a file holds as units, for files that become a memory.
ALTER TABLE intake_file ADD COLUMN units TEXT;
