-- The circuits of a house and the cables between its boxes, kept with the job.
ALTER TABLE job ADD COLUMN panel TEXT NOT NULL DEFAULT '{"circuits":[]}' CHECK (json_valid(panel));
ALTER TABLE job ADD COLUMN links TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(links));
