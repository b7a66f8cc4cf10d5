-- +goose Up
-- One row: the maker's own tools, as a document.
CREATE TABLE settings (
    only     INTEGER PRIMARY KEY CHECK (only = 1),
    document TEXT NOT NULL
) STRICT;

-- +goose Down
DROP TABLE settings;
