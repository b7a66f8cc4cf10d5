// Package store keeps jobs in one SQLite file. Every save carries the revision
// it edits; a stale one is refused with what is kept.
package store

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// Errors a caller tells apart.
var (
	ErrNotFound = errors.New("no such job")
	ErrConflict = errors.New("the job was changed elsewhere")
)

// Draft is a job as it is kept: its document, and what lists and searches need of
// it. Shown is what a list shows, as JSON; ShownBy names what it was worked out by.
type Draft struct {
	Title    string `db:"title"`
	Quantity int    `db:"quantity"`
	Document string `db:"document"`
	Due      string `db:"due"` // YYYY-MM-DD; empty where that is not said
	Shown    string `db:"shown"`
	ShownBy  string `db:"shown_by"`
	Words    string `db:"-"` // it is found by these, besides its title
	// Edit is what whoever keeps it calls this edit; empty where they call it nothing.
	Edit string `db:"edit"`
}

// Job is a kept job.
type Job struct {
	ID       string `db:"id"`
	Number   int64  `db:"number"` // of its last change, among all changes
	Revision int    `db:"revision"`
	Draft
	Created string         `db:"created"` // RFC 3339, UTC
	Updated string         `db:"updated"`
	Removed sql.NullString `db:"removed"`
}

// Jobs are the kept jobs.
type Jobs struct{ db guarded }

// Create keeps a new job at revision 1. What was created before under the same edit
// is that job, as it is now and even if it was put aside: its answer was lost on the way.
func (s Jobs) Create(ctx context.Context, d Draft) (Job, error) {
	now := stamp()
	j := Job{ID: uuid.NewString(), Revision: 1, Draft: d, Created: now, Updated: now}
	err := s.db.once(ctx, MadeJob, d.Edit, func(tx *sqlx.Tx, id string) error {
		j = Job{}
		return anyOf(ctx, tx, &j, `SELECT * FROM jobs WHERE id = ?`, id)
	}, func(tx *sqlx.Tx) (string, error) { return j.ID, insert(ctx, tx, &j) })
	return j, err
}

// number gives a change its number.
func number(ctx context.Context, tx *sqlx.Tx) (next int64, err error) {
	return next, tx.GetContext(ctx, &next, `SELECT coalesce(max(number), 0) + 1 FROM jobs`)
}

// insert keeps a new job.
func insert(ctx context.Context, tx *sqlx.Tx, j *Job) (err error) {
	if j.Number, err = number(ctx, tx); err != nil {
		return err
	}
	_, err = tx.NamedExecContext(ctx, `INSERT INTO jobs (id, number, revision, title, quantity, document, due, shown, shown_by, edit, created, updated, removed)
		VALUES (:id, :number, :revision, :title, :quantity, :document, :due, :shown, :shown_by, :edit, :created, :updated, :removed)`, j)
	if err != nil {
		return err
	}
	return find(ctx, tx, j.Number, j.Draft)
}

// Get gives a kept job; ErrNotFound when there is none, or it was removed.
func (s Jobs) Get(ctx context.Context, id string) (Job, error) {
	var j Job
	err := s.db.GetContext(ctx, &j, `SELECT * FROM jobs WHERE id = ? AND removed IS NULL`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return j, ErrNotFound
	}
	return j, err
}

// Save keeps a changed document over the revision it edits. When that is not
// the kept one, it gives the kept job with ErrConflict and changes nothing; when
// the kept one is this very edit, come twice, it gives that one.
func (s Jobs) Save(ctx context.Context, id string, revision int, d Draft) (Job, error) {
	changed := false
	err := s.db.within(ctx, func(tx *sqlx.Tx) error {
		var before int64
		err := tx.GetContext(ctx, &before, `SELECT number FROM jobs WHERE id = ? AND revision = ? AND removed IS NULL`, id, revision)
		if errors.Is(err, sql.ErrNoRows) {
			return nil
		}
		changed = err == nil
		return errors.Join(err, update(ctx, tx, before, Job{ID: id, Draft: d, Updated: stamp()}))
	})
	if err != nil {
		return Job{}, err
	}
	kept, err := s.Get(ctx, id)
	if err == nil && !changed && (d.Edit == "" || kept.Edit != d.Edit) {
		err = ErrConflict
	}
	return kept, err
}

// update keeps a change of a job, and gives it a number of its own.
func update(ctx context.Context, tx *sqlx.Tx, before int64, j Job) (err error) {
	if j.Number, err = number(ctx, tx); err != nil {
		return err
	}
	_, err = tx.NamedExecContext(ctx, `UPDATE jobs SET number = :number, revision = `+next+`, title = :title, quantity = :quantity,
		document = :document, due = :due, shown = :shown, shown_by = :shown_by, edit = :edit, updated = :updated WHERE id = :id`, j)
	if err != nil {
		return err
	}
	if _, err := tx.ExecContext(ctx, `DELETE FROM job_words WHERE rowid = ?`, before); err != nil {
		return err
	}
	return find(ctx, tx, j.Number, j.Draft)
}

// Remove puts a job aside, or brings it back; nothing is destroyed.
func (s Jobs) Remove(ctx context.Context, id string, removed bool) error {
	return s.db.end(ctx, `UPDATE jobs SET removed = ? WHERE id = ?`, id, removed)
}

// aside puts something aside by a statement that takes when, and what; or brings it back.
func (g guarded) aside(ctx context.Context, statement, id string, removed bool) error {
	return aside(ctx, g, statement, id, removed)
}

func aside(ctx context.Context, db sqlx.ExecerContext, statement, id string, removed bool) error {
	var mark any
	if removed {
		mark = stamp()
	}
	result, err := db.ExecContext(ctx, statement, mark, id)
	if err != nil {
		return err
	}
	return some(result)
}

// end is aside of a job or a gang: what it keeps back on the shelf is free with that.
func (g guarded) end(ctx context.Context, statement, id string, removed bool) error {
	return g.within(ctx, func(tx *sqlx.Tx) error {
		if err := aside(ctx, tx, statement, id, removed); err != nil || !removed {
			return err
		}
		return free(ctx, tx, id)
	})
}

// some is ErrNotFound where a statement changed nothing; that it cannot be told
// whether it did is another error.
func some(result sql.Result) error {
	n, err := result.RowsAffected()
	if err == nil && n == 0 {
		err = ErrNotFound
	}
	return err
}

func stamp() string { return time.Now().UTC().Format("2006-01-02T15:04:05.000Z") }
