-- Writes that were taken, each by an id of its own: one that is sent again is answered with what it did, and does nothing.
CREATE TABLE operation (
  id TEXT PRIMARY KEY,
  record TEXT NOT NULL,
  -- The version it made; none where it deleted the record.
  version INTEGER,
  at TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- The verdict of a box as it lies there: by which version of it, by which program and which edition it was counted.
ALTER TABLE box ADD COLUMN verdict TEXT;
ALTER TABLE box ADD COLUMN counted_version INTEGER;
ALTER TABLE box ADD COLUMN counted_by TEXT;
CREATE TRIGGER uncounted AFTER UPDATE OF document ON box BEGIN
  UPDATE box SET verdict = NULL, counted_by = NULL WHERE id = new.id;
END;

-- A photo no box names is not shown; it is kept for some weeks, for the box may name it again when a change is undone.
ALTER TABLE photo ADD COLUMN unnamed_at TEXT;
UPDATE photo SET unnamed_at = strftime('%Y-%m-%dT%H:%M:%fZ', 'now')
WHERE id NOT IN (SELECT value FROM box, json_each(box.seen, '$.photos') WHERE box.id = photo.box_id);
-- What has arrived of a photo that is sent in parts.
CREATE TABLE photo_part (
  photo TEXT NOT NULL,
  box_id TEXT NOT NULL REFERENCES box (id) ON DELETE CASCADE,
  start INTEGER NOT NULL,
  bytes BLOB NOT NULL,
  at TEXT NOT NULL,
  PRIMARY KEY (photo, start)
) STRICT;
