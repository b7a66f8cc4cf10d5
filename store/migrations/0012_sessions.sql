-- +goose Up
-- Who signed in, by a mark that does not give the visit itself away.
CREATE TABLE sessions (
    mark TEXT PRIMARY KEY,
    ends INTEGER NOT NULL -- seconds since 1970
) STRICT;

-- +goose Down
DROP TABLE sessions;
