-- +goose Up
-- Changes are numbered: a job has the number of its last one. Lists go by it, and
-- the index of words knows jobs by it, so that it gives what is newest first.
ALTER TABLE jobs ADD COLUMN number INTEGER NOT NULL DEFAULT 0;
UPDATE jobs SET shown_by = '', number = changes.number
    FROM (SELECT id, row_number() OVER (ORDER BY updated, rowid) AS number FROM jobs) AS changes WHERE changes.id = jobs.id;
CREATE UNIQUE INDEX jobs_number ON jobs (number);
DROP INDEX jobs_updated;
CREATE INDEX jobs_shown ON jobs (shown_by) WHERE removed IS NULL;
-- What a job is found by: its words alone, accents folded, from their beginnings.
CREATE VIRTUAL TABLE job_words USING fts5 (words, content = '', contentless_delete = 1,
    tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3 4');
INSERT INTO job_words (rowid, words) SELECT number, title FROM jobs;

-- +goose Down
DROP TABLE job_words;
DROP INDEX jobs_shown;
CREATE INDEX jobs_updated ON jobs (removed, updated DESC);
DROP INDEX jobs_number;
ALTER TABLE jobs DROP COLUMN number;
