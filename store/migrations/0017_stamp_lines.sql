-- +goose Up
-- Every change of how many stamps of a kind lie in the drawer, by which making, where
-- by one, and when. Their counts are in the settings, and are the sums of these.
CREATE TABLE stamp_lines (
    id       TEXT PRIMARY KEY,
    name     TEXT NOT NULL,
    price    TEXT NOT NULL,
    currency TEXT NOT NULL,
    what     TEXT NOT NULL,
    hand     INTEGER NOT NULL,
    making   TEXT NOT NULL,
    at       TEXT NOT NULL
) STRICT;
CREATE INDEX stamp_lines_kind ON stamp_lines (price, currency, name);

-- +goose Down
DROP TABLE stamp_lines;
