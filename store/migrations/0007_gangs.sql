-- +goose Up
-- Jobs that are cut together, each gang a document in which they stand whole.
CREATE TABLE gangs (
    id       TEXT PRIMARY KEY,
    revision INTEGER NOT NULL,
    title    TEXT NOT NULL,
    document TEXT NOT NULL,
    edit     TEXT NOT NULL,
    created  TEXT NOT NULL,
    updated  TEXT NOT NULL,
    removed  TEXT
) STRICT;
CREATE INDEX gangs_updated ON gangs (removed, updated DESC);

-- +goose Down
DROP TABLE gangs;
