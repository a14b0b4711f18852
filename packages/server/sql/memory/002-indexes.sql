-- Made after the first units are in: several times quicker.
CREATE INDEX unit_key ON unit (key);
CREATE INDEX change_of_unit ON change (unit_id, ledger_id);
CREATE UNIQUE INDEX word_text ON word (language, text);
