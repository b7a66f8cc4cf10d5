-- +goose Up
-- A run at the bench: what it is made from, as it was then, its plans, and what
-- happened, event by event. Nothing in the last two is ever changed.
CREATE TABLE makings (
    id       TEXT PRIMARY KEY,
    title    TEXT NOT NULL,
    source   TEXT NOT NULL,
    of       TEXT NOT NULL,
    edit     TEXT NOT NULL,
    shown    TEXT NOT NULL,
    finished TEXT NOT NULL,
    used     TEXT NOT NULL,
    created  TEXT NOT NULL,
    updated  TEXT NOT NULL,
    removed  TEXT
) STRICT;
CREATE INDEX makings_updated ON makings (removed, updated DESC);
CREATE TABLE making_plans (
    making   TEXT NOT NULL REFERENCES makings (id),
    number   INTEGER NOT NULL,
    plan     TEXT NOT NULL,
    drawings TEXT NOT NULL,
    PRIMARY KEY (making, number)
) STRICT;
CREATE TABLE making_events (
    making TEXT NOT NULL REFERENCES makings (id),
    number INTEGER NOT NULL,
    client TEXT NOT NULL,
    seq    INTEGER NOT NULL,
    body   TEXT NOT NULL,
    PRIMARY KEY (making, number),
    UNIQUE (making, client, seq)
) STRICT;

-- +goose Down
DROP TABLE making_events;
DROP TABLE making_plans;
DROP TABLE makings;
