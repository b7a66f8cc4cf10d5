-- +goose Up
-- Cut plans that were looked for at length, by a mark of what they are of: what is
-- asked for again is answered with the same plan, after a restart too.
CREATE TABLE sought (
    mark TEXT PRIMARY KEY,
    plan TEXT NOT NULL
) STRICT;

-- +goose Down
DROP TABLE sought;
