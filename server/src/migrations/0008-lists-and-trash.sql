-- A deleted job or box is kept for some weeks. What reads `job` and `box` sees what was not deleted: both are views now.
ALTER TABLE job RENAME TO job_all;
ALTER TABLE box RENAME TO box_all;
ALTER TABLE job_all ADD COLUMN deleted_at TEXT;
ALTER TABLE job_all ADD COLUMN deleted_by TEXT NOT NULL DEFAULT '';
ALTER TABLE box_all ADD COLUMN deleted_at TEXT;
ALTER TABLE box_all ADD COLUMN deleted_by TEXT NOT NULL DEFAULT '';
-- The job whose deletion took it along: it comes back with that job.
ALTER TABLE box_all ADD COLUMN deleted_with TEXT;

-- The number of the last write that changed the card of a job: one of its own or of its boxes.
ALTER TABLE job_all ADD COLUMN changed INTEGER NOT NULL DEFAULT 1;
-- The small vessel of a box, kept with its verdict: core/src/box/vessel-preview.ts.
ALTER TABLE box_all ADD COLUMN preview TEXT CHECK (preview IS NULL OR json_valid(preview));
UPDATE box_all SET counted_by = NULL;
-- Deletions up to this write cannot be listed any more: the records are gone for good.
ALTER TABLE clock ADD COLUMN purged INTEGER NOT NULL DEFAULT 0;

-- What a card counts is read from the index alone.
DROP INDEX IF EXISTS box_of_job;
CREATE INDEX box_of_job ON box_all (job_id, deleted_at, created_at, id, verdict, counted_version, version, counted_by);
CREATE INDEX job_by_date ON job_all (updated_at DESC, id) WHERE deleted_at IS NULL;
CREATE INDEX job_by_change ON job_all (changed);
CREATE INDEX box_deleted ON box_all (deleted_at) WHERE deleted_at IS NOT NULL;

CREATE VIEW job AS SELECT * FROM job_all WHERE deleted_at IS NULL;
-- `place` is the order in which boxes were made.
CREATE VIEW box AS SELECT rowid AS place, * FROM box_all WHERE deleted_at IS NULL;
