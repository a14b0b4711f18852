-- What was taken off the desk stays for a while and can be put back.
ALTER TABLE intake_file ADD COLUMN removed_at TEXT;
ALTER TABLE alignment ADD COLUMN removed_at TEXT;
