-- A memory of one job: when that is over, it is proposed that it goes into a lasting one, and away.
ALTER TABLE memory ADD COLUMN of_job INTEGER NOT NULL DEFAULT 0;
