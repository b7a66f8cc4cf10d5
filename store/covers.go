package store

import (
	"context"

	"github.com/jmoiron/sqlx"
)

// Covered is a kept job that a making makes cards of: its place in it, how many, and the
// day it was due, YYYY-MM-DD, as that was then; empty where none was said.
type Covered struct {
	Making string `db:"making"`
	Job    string `db:"job"`
	Place  int    `db:"place"`
	Cards  int    `db:"cards"`
	Due    string `db:"due"`
	Over   bool   `db:"over"` // the making is finished
}

const insertCovered = `INSERT INTO making_jobs (making, job, place, cards, due) VALUES (:making, :job, :place, :cards, :due)`

func putCovered(ctx context.Context, tx *sqlx.Tx, making string, all []Covered) error {
	for _, one := range all {
		one.Making, one.Cards = making, max(one.Cards, 1)
		if _, err := tx.NamedExecContext(ctx, insertCovered, one); err != nil {
			return err
		}
	}
	return nil
}

// covering is, of a job, the makings c of it that are under way, and those that were
// finished for the day it is due: for that day, or up to two weeks before, where it was put
// off; where no day was said then, for any that is not half a year after it.
const covering = `making_jobs c JOIN makings m ON m.id = c.making WHERE c.job = jobs.id AND m.removed IS NULL
	AND CASE WHEN m.finished = '' THEN 1 WHEN c.due = '' THEN m.finished > date(jobs.due, '-180 days') ELSE jobs.due <= date(c.due, '+14 days') END`

// toMake is that a job is due, and a making of it is under way or those that were
// finished do not cover all its cards.
const toMake = `(due <> '' AND (EXISTS (SELECT 1 FROM ` + covering + ` AND m.finished = '') OR MAX(quantity, 1) > (SELECT COALESCE(SUM(c.cards), 0) FROM ` + covering + `)))`

// Covers are the makings that cover cards of jobs that are due, by job.
func (s Makings) Covers(ctx context.Context) (map[string][]Covered, error) {
	var all []Covered
	if err := s.db.SelectContext(ctx, &all, `SELECT c.making, c.job, c.place, c.cards, c.due, m.finished <> '' AS over FROM jobs JOIN `+covering+` AND jobs.removed IS NULL AND jobs.due <> '' ORDER BY m.created`); err != nil {
		return nil, err
	}
	out := map[string][]Covered{}
	for _, c := range all {
		out[c.Job] = append(out[c.Job], c)
	}
	return out, nil
}

// rejoin has makings name their jobs again, where those rows were lost.
const rejoin = `INSERT OR IGNORE INTO making_jobs (making, job, place, cards, due)
	SELECT makings.id, json_extract(made.value, '$.id'), made.key, MAX(COALESCE(json_extract(made.value, '$.job.quantity'), 1), 1), COALESCE(json_extract(made.value, '$.job.due'), '')
	FROM makings, json_each(CASE WHEN json_valid(source) THEN COALESCE(json_extract(source, '$.gang.jobs'), json_extract(source, '$.jobs'), '[]') ELSE '[]' END) AS made
	WHERE json_extract(made.value, '$.id') <> '' AND NOT EXISTS (SELECT 1 FROM making_jobs c WHERE c.making = makings.id)`
