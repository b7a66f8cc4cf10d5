package store

import (
	"context"
	"database/sql"
	"errors"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// LogEntry is a kept line of the logbook; Making is the one that wrote it, empty
// where it was written by hand.
type LogEntry struct {
	ID       string  `db:"id"`
	Revision int     `db:"revision"`
	Date     string  `db:"date"`
	Making   string  `db:"making"`
	Document string  `db:"document"`
	Edit     string  `db:"edit"`
	Updated  string  `db:"updated"`
	Removed  *string `db:"removed"`
}

// Log is the logbook.
type Log struct{ db guarded }

// Newest gives the entries, the newest day first, at most so many; none is all of them.
func (s Log) Newest(ctx context.Context, most int) ([]LogEntry, error) {
	query, args := `SELECT * FROM log WHERE removed IS NULL ORDER BY date DESC, rowid DESC`, []any{}
	if most > 0 {
		query, args = query+` LIMIT ?`, append(args, most)
	}
	all := []LogEntry{}
	err := s.db.SelectContext(ctx, &all, query, args...)
	return all, err
}

// Get gives one entry; ErrNotFound when there is none, or it was removed.
func (s Log) Get(ctx context.Context, id string) (LogEntry, error) {
	var e LogEntry
	err := s.db.GetContext(ctx, &e, `SELECT * FROM log WHERE id = ? AND removed IS NULL`, id)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return e, err
}

// Put keeps a new entry when its revision is zero, else a changed one over the
// revision it edits; ErrConflict, with the kept one, when that is not it. A new one
// that came before by the same edit is the same.
func (s Log) Put(ctx context.Context, e LogEntry) (LogEntry, error) {
	if e.Revision == 0 {
		return s.create(ctx, e)
	}
	e.Updated = stamp()
	result, err := s.db.NamedExecContext(ctx, `UPDATE log SET revision = `+next+`, date = :date, document = :document, edit = :edit, updated = :updated
		WHERE id = :id AND revision = :revision AND removed IS NULL`, e)
	if err != nil {
		return LogEntry{}, err
	}
	changed, err := result.RowsAffected()
	if err != nil {
		return LogEntry{}, err
	}
	kept, err := s.Get(ctx, e.ID)
	if err == nil && changed == 0 && (e.Edit == "" || kept.Edit != e.Edit) {
		err = ErrConflict
	}
	return kept, err
}

func (s Log) create(ctx context.Context, e LogEntry) (LogEntry, error) {
	e.ID, e.Revision, e.Updated = uuid.NewString(), 1, stamp()
	err := s.db.once(ctx, MadeEntry, e.Edit, func(tx *sqlx.Tx, id string) error {
		e = LogEntry{}
		return anyOf(ctx, tx, &e, `SELECT * FROM log WHERE id = ?`, id)
	}, func(tx *sqlx.Tx) (string, error) {
		_, err := tx.NamedExecContext(ctx, insertLog, e)
		return e.ID, err
	})
	return e, err
}

const insertLog = `INSERT INTO log (id, revision, date, making, document, edit, updated, removed) VALUES (:id, :revision, :date, :making, :document, :edit, :updated, :removed)`

// Mark changes whenever the logbook does.
func (s Log) Mark(ctx context.Context) (string, error) {
	var mark string
	err := s.db.GetContext(ctx, &mark, `SELECT COUNT(*) || ' ' || COALESCE(SUM(revision), 0) || ' ' || COUNT(removed) || ' ' || COALESCE(MAX(updated), '') FROM log`)
	return mark, err
}

// Bring keeps many new entries, all or none, once under a name; it gives how many
// that name brought.
func (s Log) Bring(ctx context.Context, all []LogEntry, edit string) (int, error) {
	return s.db.bringOnce(ctx, MadeLog, edit, len(all), func(tx *sqlx.Tx) error {
		for _, e := range all {
			e.ID, e.Revision, e.Updated = uuid.NewString(), 1, stamp()
			if _, err := tx.NamedExecContext(ctx, insertLog, e); err != nil {
				return err
			}
		}
		return nil
	})
}

// Written are the entries a making wrote, put aside or not, in the order of its jobs.
func (s Log) Written(ctx context.Context, making string) ([]LogEntry, error) {
	all := []LogEntry{}
	err := s.db.SelectContext(ctx, &all, `SELECT * FROM log WHERE making = ? ORDER BY rowid`, making)
	return all, err
}

// Of is the entry a making wrote; ErrNotFound where it wrote none that is still there.
func (s Log) Of(ctx context.Context, making string) (LogEntry, error) {
	var e LogEntry
	err := s.db.GetContext(ctx, &e, `SELECT * FROM log WHERE making = ? AND removed IS NULL ORDER BY rowid LIMIT 1`, making)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return e, err
}

// Remove puts an entry aside, or brings it back.
func (s Log) Remove(ctx context.Context, id string, removed bool) error {
	return s.db.aside(ctx, `UPDATE log SET removed = ? WHERE id = ?`, id, removed)
}
