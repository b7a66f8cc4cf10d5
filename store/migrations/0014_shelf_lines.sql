-- +goose Up
-- Every change of what lies on the shelf is a line, by whom and when: hand is how many
-- more there are on hand by it, kept how many more are kept back. A count is the sum of
-- its lines; it is not below nought where more was given back than was there.
CREATE TABLE shelf_lines (
    item TEXT NOT NULL REFERENCES shelf (id),
    what TEXT NOT NULL CHECK (what IN ('bought', 'counted', 'brought in', 'taken', 'offcut', 'undone', 'kept back', 'freed', 'put aside')),
    hand INTEGER NOT NULL,
    kept INTEGER NOT NULL,
    use  TEXT REFERENCES uses (id),
    at   TEXT NOT NULL
) STRICT;
CREATE INDEX shelf_lines_item ON shelf_lines (item);
CREATE INDEX shelf_lines_kept ON shelf_lines (use, item) WHERE kept <> 0;

-- For whom a use is: its own job or gang, and the jobs of the gang.
CREATE TABLE use_jobs (
    use TEXT NOT NULL REFERENCES uses (id),
    job TEXT NOT NULL,
    PRIMARY KEY (use, job)
) STRICT;
CREATE INDEX use_jobs_job ON use_jobs (job);

INSERT INTO use_jobs (use, job) SELECT id, job FROM uses;
INSERT INTO shelf_lines (item, what, hand, kept, use, at) SELECT id, 'counted', count, 0, NULL, strftime('%Y-%m-%dT%H:%M:%fZ', 'now') FROM shelf;
INSERT INTO shelf_lines (item, what, hand, kept, use, at)
    SELECT l.item, 'kept back', 0, l.count, l.use, u.made FROM use_lines l JOIN uses u ON u.id = l.use WHERE u.state = 'reserved' AND l.count > 0;

-- +goose Down
DROP TABLE use_jobs;
DROP TABLE shelf_lines;
