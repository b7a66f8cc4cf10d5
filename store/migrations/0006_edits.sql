-- +goose Up
-- The edit a job was last kept by, as whoever kept it calls it: an answer that was
-- lost on its way, or a save that came twice, is told from somebody else's change.
ALTER TABLE jobs ADD COLUMN edit TEXT NOT NULL DEFAULT '';
ALTER TABLE settings ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;

-- +goose Down
ALTER TABLE settings DROP COLUMN revision;
ALTER TABLE jobs DROP COLUMN edit;
