-- +goose Up
-- What a list shows of a job, worked out when it was kept, and by what it was
-- worked out: the program, the tools and the carriers of that time.
ALTER TABLE jobs ADD COLUMN shown TEXT NOT NULL DEFAULT '';
ALTER TABLE jobs ADD COLUMN shown_by TEXT NOT NULL DEFAULT '';

-- +goose Down
ALTER TABLE jobs DROP COLUMN shown_by;
ALTER TABLE jobs DROP COLUMN shown;
