-- +goose Up
-- Of which kept jobs a making makes cards, by their places in it, how many, and for what day, as these were then.
CREATE TABLE making_jobs (
    making TEXT NOT NULL REFERENCES makings (id),
    job    TEXT NOT NULL,
    place  INTEGER NOT NULL,
    cards  INTEGER NOT NULL,
    due    TEXT NOT NULL,
    PRIMARY KEY (making, job, place)
) STRICT;
CREATE INDEX making_jobs_job ON making_jobs (job);
INSERT INTO making_jobs (making, job, place, cards, due)
    SELECT makings.id, json_extract(made.value, '$.id'), made.key, MAX(COALESCE(json_extract(made.value, '$.job.quantity'), 1), 1), COALESCE(json_extract(made.value, '$.job.due'), '')
    FROM makings, json_each(CASE WHEN json_valid(source) THEN COALESCE(json_extract(source, '$.gang.jobs'), json_extract(source, '$.jobs'), '[]') ELSE '[]' END) AS made
    WHERE json_extract(made.value, '$.id') <> '';

-- +goose Down
DROP TABLE making_jobs;
