-- A job and its boxes. Documents are kept as the JSON they were sent as, after the schema passed them.
CREATE TABLE job (
  id TEXT PRIMARY KEY,
  version INTEGER NOT NULL CHECK (version >= 1),
  name TEXT NOT NULL,
  edition TEXT NOT NULL,
  note TEXT NOT NULL DEFAULT '',
  demo INTEGER NOT NULL DEFAULT 0,
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL
) STRICT;

CREATE TABLE box (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  version INTEGER NOT NULL CHECK (version >= 1),
  name TEXT NOT NULL,
  room TEXT NOT NULL DEFAULT '',
  circuit TEXT NOT NULL DEFAULT '',
  document TEXT NOT NULL CHECK (json_valid(document)),
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL
) STRICT;

CREATE INDEX box_of_job ON box (job_id, created_at, id);
