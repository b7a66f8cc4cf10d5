-- +goose Up
-- The names that screens give to what they create, each kept for good: what comes a
-- second time under a name is what the name made, whatever became of it since.
CREATE TABLE created (
    edit TEXT PRIMARY KEY,
    kind TEXT NOT NULL,
    id   TEXT NOT NULL
) STRICT;
INSERT OR IGNORE INTO created (edit, kind, id) SELECT edit, 'job', id FROM jobs WHERE edit <> '' AND revision = 1;
INSERT OR IGNORE INTO created (edit, kind, id) SELECT edit, 'gang', id FROM gangs WHERE edit <> '' AND revision = 1;
INSERT OR IGNORE INTO created (edit, kind, id) SELECT edit, 'making', id FROM makings WHERE edit <> '';
INSERT OR IGNORE INTO created (edit, kind, id) SELECT edit, 'entry', id FROM log WHERE edit <> '' AND revision = 1;

-- +goose Down
DROP TABLE created;
