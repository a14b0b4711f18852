-- Where in its texts the evidence of a finding stands: JSON.
ALTER TABLE finding ADD COLUMN marks TEXT NOT NULL DEFAULT '[]';
ALTER TABLE unit_finding ADD COLUMN marks TEXT NOT NULL DEFAULT '[]';
