-- Whether nobody chose the edition of a job yet.
ALTER TABLE job ADD COLUMN edition_assumed INTEGER NOT NULL DEFAULT 0 CHECK (edition_assumed IN (0, 1));
