// Package store keeps jobs in one SQLite file. Every save carries the revision
// it edits; a stale one is refused with what is kept.
package store

import (
	"context"
	"database/sql"
	"errors"
	"strings"
	"time"

	"github.com/google/uuid"
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
	// Edit is what whoever keeps it calls this edit; empty where they call it nothing.
	Edit string `db:"edit"`
}

// Job is a kept job.
type Job struct {
	ID       string `db:"id"`
	Revision int    `db:"revision"`
	Draft
	Created string         `db:"created"` // RFC 3339, UTC
	Updated string         `db:"updated"`
	Removed sql.NullString `db:"removed"`
}

// Create keeps a new job at revision 1. One that came before by the same edit is
// the same job: its answer was lost on the way.
func (s *Store) Create(ctx context.Context, d Draft) (Job, error) {
	if d.Edit != "" {
		var before Job
		err := s.db.GetContext(ctx, &before, `SELECT * FROM jobs WHERE edit = ? AND revision = 1 AND removed IS NULL`, d.Edit)
		if !errors.Is(err, sql.ErrNoRows) {
			return before, err
		}
	}
	now := stamp()
	j := Job{ID: uuid.NewString(), Revision: 1, Draft: d, Created: now, Updated: now}
	_, err := s.db.NamedExecContext(ctx, `INSERT INTO jobs (id, revision, title, quantity, document, due, shown, shown_by, edit, created, updated)
		VALUES (:id, :revision, :title, :quantity, :document, :due, :shown, :shown_by, :edit, :created, :updated)`, j)
	return j, err
}

// Get gives a kept job; ErrNotFound when there is none, or it was removed.
func (s *Store) Get(ctx context.Context, id string) (Job, error) {
	var j Job
	err := s.db.GetContext(ctx, &j, `SELECT * FROM jobs WHERE id = ? AND removed IS NULL`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return j, ErrNotFound
	}
	return j, err
}

// What of a search is looked for: its first words, and the beginning of each.
const (
	wordsSought = 12
	wordSought  = 60 // letters
)

func wordsOf(search string) []string {
	all := strings.Fields(search)
	all = all[:min(len(all), wordsSought)]
	for i, word := range all {
		if letters := []rune(word); len(letters) > wordSought {
			all[i] = string(letters[:wordSought])
		}
	}
	return all
}

// toMake is that a job is due and was not yet made for that day: by itself, or with others.
const toMake = `(due <> '' AND NOT EXISTS (SELECT 1 FROM makings WHERE makings.removed IS NULL AND finished <> '' AND finished > date(due, '-180 days')
	AND (of = jobs.id OR EXISTS (SELECT 1 FROM json_each(source, '$.gang.jobs') WHERE json_extract(value, '$.id') = jobs.id))))`

// Due gives the kept jobs that are due and not yet made, the first to be due first.
func (s *Store) Due(ctx context.Context) ([]Job, error) {
	all := []Job{}
	err := s.db.SelectContext(ctx, &all, `SELECT * FROM jobs WHERE removed IS NULL AND `+toMake+` ORDER BY due, rowid LIMIT 200`)
	return all, err
}

// UnderWay are the makings under way of jobs, by job, the latest of each.
func (s *Store) UnderWay(ctx context.Context) (map[string]string, error) {
	var all []struct{ Of, ID string }
	if err := s.db.SelectContext(ctx, &all, `SELECT of, id FROM makings WHERE removed IS NULL AND finished = '' ORDER BY updated`); err != nil {
		return nil, err
	}
	out := map[string]string{}
	for _, m := range all {
		out[m.Of] = m.ID
	}
	return out, nil
}

// List gives the kept jobs, those due and not yet made first, then the newest change first, whose title or document holds every word of the search.
func (s *Store) List(ctx context.Context, search string) ([]Job, error) {
	query, args := `SELECT * FROM jobs WHERE removed IS NULL`, []any{}
	for _, word := range wordsOf(search) {
		like := "%" + strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(word) + "%"
		query += ` AND (title LIKE ? ESCAPE '\' OR document LIKE ? ESCAPE '\')`
		args = append(args, like, like)
	}
	all := []Job{}
	err := s.db.SelectContext(ctx, &all, query+` ORDER BY CASE WHEN `+toMake+` THEN due ELSE '9999' END, updated DESC, rowid DESC LIMIT 500`, args...)
	return all, err
}

// Save keeps a changed document over the revision it edits. When that is not
// the kept one, it gives the kept job with ErrConflict and changes nothing; when
// the kept one is this very edit, come twice, it gives that one.
func (s *Store) Save(ctx context.Context, id string, revision int, d Draft) (Job, error) {
	result, err := s.db.NamedExecContext(ctx, `UPDATE jobs SET revision = revision + 1, title = :title, quantity = :quantity,
		document = :document, due = :due, shown = :shown, shown_by = :shown_by, edit = :edit, updated = :updated
		WHERE id = :id AND revision = :revision AND removed IS NULL`, Job{ID: id, Revision: revision, Draft: d, Updated: stamp()})
	if err != nil {
		return Job{}, err
	}
	changed, err := result.RowsAffected()
	if err != nil {
		return Job{}, err
	}
	kept, err := s.Get(ctx, id)
	if err == nil && changed == 0 && (d.Edit == "" || kept.Edit != d.Edit) {
		err = ErrConflict
	}
	return kept, err
}

// Show keeps what lists show of a job at a revision; where it was changed since, nothing.
func (s *Store) Show(ctx context.Context, j Job) error {
	_, err := s.db.NamedExecContext(ctx, `UPDATE jobs SET shown = :shown, shown_by = :shown_by WHERE id = :id AND revision = :revision`, j)
	return err
}

// Remove puts a job aside, or brings it back; nothing is destroyed.
func (s *Store) Remove(ctx context.Context, id string, removed bool) error {
	return s.aside(ctx, `UPDATE jobs SET removed = ? WHERE id = ?`, id, removed)
}

// aside puts something aside by a statement that takes when, and what; or brings it back.
func (s *Store) aside(ctx context.Context, statement, id string, removed bool) error {
	var mark any
	if removed {
		mark = stamp()
	}
	result, err := s.db.ExecContext(ctx, statement, mark, id)
	if err != nil {
		return err
	}
	return some(result)
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
