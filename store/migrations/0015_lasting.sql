-- +goose Up
-- A line of the shelf keeps its name wherever it is taken, so that it is counted once.
ALTER TABLE shelf_lines ADD COLUMN id TEXT NOT NULL DEFAULT '';
UPDATE shelf_lines SET id = item || '/' || rowid;
CREATE UNIQUE INDEX shelf_lines_id ON shelf_lines (id);
-- The rules of a carrier that were taken away, to bring them back.
ALTER TABLE carriers ADD COLUMN aside TEXT NOT NULL DEFAULT '';
-- What an archive had of a thing that was otherwise here, by the digest of that, and
-- was answered: it is not asked again.
CREATE TABLE answered (
    kind TEXT NOT NULL,
    id   TEXT NOT NULL,
    mark TEXT NOT NULL,
    PRIMARY KEY (kind, id, mark)
) STRICT;
-- No revision that is given from now on is lower: those before may have been given
-- by a data file that this one took the place of.
CREATE TABLE IF NOT EXISTS floors (
    of       TEXT PRIMARY KEY,
    revision INTEGER NOT NULL
) STRICT;

-- +goose Down
DROP TABLE floors;
DROP TABLE answered;
ALTER TABLE carriers DROP COLUMN aside;
DROP INDEX shelf_lines_id;
ALTER TABLE shelf_lines DROP COLUMN id;
