-- +goose Up
-- What was made, how it fitted and what became of it.
CREATE TABLE log (
    id       TEXT PRIMARY KEY,
    revision INTEGER NOT NULL,
    date     TEXT NOT NULL,
    making   TEXT NOT NULL,
    document TEXT NOT NULL,
    edit     TEXT NOT NULL,
    updated  TEXT NOT NULL,
    removed  TEXT
) STRICT;
CREATE INDEX log_date ON log (removed, date DESC);
CREATE INDEX log_making ON log (making);

-- +goose Down
DROP TABLE log;
