-- +goose Up
-- The day a job is due, for lists to go by; empty where none was said.
ALTER TABLE jobs ADD COLUMN due TEXT NOT NULL DEFAULT '';
CREATE INDEX jobs_due ON jobs (due) WHERE due <> '' AND removed IS NULL;

-- +goose Down
DROP INDEX jobs_due;
ALTER TABLE jobs DROP COLUMN due;
