-- What is set once for the whole server: see services/settings.ts.
CREATE TABLE setting (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- How many bytes of photos there are is read from an index: the photos themselves are not.
ALTER TABLE photo ADD COLUMN size INTEGER GENERATED ALWAYS AS (length(bytes)) VIRTUAL;
ALTER TABLE photo_part ADD COLUMN size INTEGER GENERATED ALWAYS AS (length(bytes)) VIRTUAL;
CREATE INDEX photo_by_size ON photo (size);
CREATE INDEX photo_part_by_size ON photo_part (size);
-- The states of a box in their order, without their documents.
CREATE INDEX state_in_order ON box_state (box_id, version, at, stage);
