-- Which opening of a page asked for an operation: its own work a page undoes without asking.
ALTER TABLE ledger ADD COLUMN page TEXT;
