-- Which write made the state of a record, and which epoch of the database the write is of: core/src/box/write-id.ts.
CREATE TABLE epoch (
  n INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  -- The number of the last write before it.
  after INTEGER NOT NULL
) STRICT;
INSERT INTO epoch (id, after) VALUES (lower(hex(randomblob(6))), 0);
CREATE TABLE clock (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  writes INTEGER NOT NULL,
  -- Goes up when it is tried whether the file can be written.
  tried INTEGER NOT NULL DEFAULT 0
) STRICT;
-- What was stored before writes were counted is of the first write.
INSERT INTO clock (one, writes) VALUES (1, 1);

-- A version no program would write is brought down: it would soon be no whole number any more.
UPDATE job SET version = 1000000000 WHERE version > 1000000000;
UPDATE box SET version = 1000000000 WHERE version > 1000000000;

ALTER TABLE job ADD COLUMN write_id TEXT NOT NULL DEFAULT '';
ALTER TABLE box ADD COLUMN write_id TEXT NOT NULL DEFAULT '';
UPDATE job SET write_id = (SELECT id || '.1' FROM epoch);
UPDATE box SET write_id = (SELECT id || '.1' FROM epoch);
-- The write of another time or database that the state was copied from, and whether it was changed since.
ALTER TABLE job ADD COLUMN copy_of TEXT;
ALTER TABLE job ADD COLUMN copy_changed INTEGER NOT NULL DEFAULT 0;
ALTER TABLE box ADD COLUMN copy_of TEXT;
ALTER TABLE box ADD COLUMN copy_changed INTEGER NOT NULL DEFAULT 0;

ALTER TABLE operation ADD COLUMN write_id TEXT;

-- The last version of a record that was deleted: one made again under its id goes on from there.
CREATE TABLE deleted_version (
  record TEXT PRIMARY KEY,
  version INTEGER NOT NULL
) STRICT, WITHOUT ROWID;
