-- +goose Up
CREATE TABLE shelf (
    id       TEXT PRIMARY KEY,
    revision INTEGER NOT NULL,
    kind     TEXT NOT NULL,
    size     TEXT NOT NULL,
    document TEXT NOT NULL,
    count    INTEGER NOT NULL CHECK (count >= 0),
    removed  TEXT
) STRICT;

-- What jobs took from the shelf, or keep back on it. A reservation is a use
-- whose sheets still lie there.
CREATE TABLE uses (
    id    TEXT PRIMARY KEY,
    job   TEXT NOT NULL,
    title TEXT NOT NULL,
    state TEXT NOT NULL CHECK (state IN ('reserved', 'used', 'undone')),
    made  TEXT NOT NULL
) STRICT;
CREATE TABLE use_lines (
    use   TEXT NOT NULL REFERENCES uses (id),
    item  TEXT NOT NULL REFERENCES shelf (id),
    count INTEGER NOT NULL CHECK (count <> 0)
) STRICT;
CREATE INDEX use_lines_item ON use_lines (item);

-- +goose Down
DROP TABLE use_lines;
DROP TABLE uses;
DROP TABLE shelf;
