-- As found, planned, as built; what was seen at the open box; every state with its date; photos.
ALTER TABLE box ADD COLUMN stage TEXT NOT NULL DEFAULT 'found';
ALTER TABLE box ADD COLUMN stage_at TEXT;
ALTER TABLE box ADD COLUMN found TEXT CHECK (found IS NULL OR json_valid(found));
ALTER TABLE box ADD COLUMN seen TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(seen));

CREATE TABLE box_state (
  box_id TEXT NOT NULL REFERENCES box (id) ON DELETE CASCADE,
  version INTEGER NOT NULL,
  at TEXT NOT NULL,
  stage TEXT NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  found TEXT CHECK (found IS NULL OR json_valid(found)),
  PRIMARY KEY (box_id, version)
) STRICT;

INSERT INTO box_state (box_id, version, at, stage, document, found)
SELECT id, version, updated_at, 'found', document, NULL FROM box;

CREATE TABLE photo (
  id TEXT PRIMARY KEY,
  box_id TEXT NOT NULL REFERENCES box (id) ON DELETE CASCADE,
  type TEXT NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  bytes BLOB NOT NULL,
  created_at TEXT NOT NULL
) STRICT;

CREATE INDEX photo_of_box ON photo (box_id, created_at, id);
