-- +goose Up
-- The user's own carriers: each a file of rules as it was typed.
CREATE TABLE carriers (
    id       TEXT PRIMARY KEY,
    revision INTEGER NOT NULL,
    document TEXT NOT NULL,
    updated  TEXT NOT NULL
) STRICT;

-- +goose Down
DROP TABLE carriers;
