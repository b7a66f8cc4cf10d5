-- +goose Up
CREATE TABLE jobs (
    id       TEXT PRIMARY KEY,
    revision INTEGER NOT NULL,
    title    TEXT NOT NULL,
    quantity INTEGER NOT NULL,
    document TEXT NOT NULL,
    created  TEXT NOT NULL,
    updated  TEXT NOT NULL,
    removed  TEXT
) STRICT;
CREATE INDEX jobs_updated ON jobs (removed, updated DESC);

-- +goose Down
DROP TABLE jobs;
