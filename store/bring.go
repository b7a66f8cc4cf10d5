package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// Everything is what is brought in at once. Settings are empty where there are none.
type Everything struct {
	Jobs     []Job // their identifiers and drafts
	Shelf    []ShelfItem
	Carriers []Carrier
	Settings string
	Log      []LogEntry
}

// Brought counts what came in; Here what was there already, the same to the letter;
// Beside the jobs that were changed here since, which came in beside them. Carriers
// and settings of one's own are never replaced.
type Brought struct {
	Jobs, JobsHere, Beside int
	Shelf, ShelfHere       int
	Log, LogHere           int
	Carriers, CarriersStay int
	Settings, SettingsStay bool
}

// BringIn keeps everything that is not there yet, all or nothing.
func (s *Store) BringIn(ctx context.Context, all Everything) (Brought, error) {
	var out Brought
	err := s.db.within(ctx, func(tx *sqlx.Tx) error {
		b := bringer{tx, &out, map[string]int{}}
		for _, j := range all.Jobs {
			if err := b.job(ctx, j); err != nil {
				return err
			}
		}
		for _, i := range all.Shelf {
			if err := b.item(ctx, i); err != nil {
				return err
			}
		}
		for _, c := range all.Carriers {
			if err := b.carrier(ctx, c); err != nil {
				return err
			}
		}
		for _, e := range all.Log {
			if err := b.entry(ctx, e); err != nil {
				return err
			}
		}
		return b.settings(ctx, all.Settings)
	})
	return out, err
}

type bringer struct {
	tx   *sqlx.Tx
	out  *Brought
	like map[string]int // how many of a document were here, less those that came along
}

func (b bringer) job(ctx context.Context, j Job) error {
	var here Job
	err := b.tx.GetContext(ctx, &here, `SELECT * FROM jobs WHERE id = ?`, j.ID)
	switch {
	case err != nil && !errors.Is(err, sql.ErrNoRows):
		return err
	case err == nil && here.Document == j.Document:
		b.out.JobsHere++
		if here.Removed.Valid { // it was put aside, and is brought back
			_, err = b.tx.ExecContext(ctx, `UPDATE jobs SET removed = NULL WHERE id = ?`, j.ID)
		}
		return err
	case err == nil:
		b.out.Beside++
		j.ID = uuid.NewString()
	default:
		b.out.Jobs++
	}
	now := stamp()
	j.Revision, j.Created, j.Updated = 1, now, now
	return insert(ctx, b.tx, &j)
}

func (b bringer) item(ctx context.Context, i ShelfItem) error {
	there, err := b.alike(ctx, fmt.Sprint("shelf ", i.Count, " ", i.Document), `SELECT count(*) FROM shelf WHERE document = ? AND count = ? AND removed IS NULL`, i.Document, i.Count)
	if err != nil || there {
		b.out.ShelfHere += one(there)
		return err
	}
	b.out.Shelf++
	_, err = lay(ctx, b.tx, i, broughtIn, "")
	return err
}

func (b bringer) carrier(ctx context.Context, c Carrier) error {
	there, err := b.there(ctx, `SELECT count(*) FROM carriers WHERE id = ? AND document <> ''`, c.ID)
	if err != nil || there {
		b.out.CarriersStay += one(there)
		return err
	}
	b.out.Carriers++
	_, err = b.tx.ExecContext(ctx, `INSERT INTO carriers (id, revision, document, updated) VALUES (?, 1, ?, ?)
		ON CONFLICT (id) DO UPDATE SET revision = revision + 1, document = excluded.document, updated = excluded.updated`, c.ID, c.Document, stamp())
	return err
}

func (b bringer) entry(ctx context.Context, e LogEntry) error {
	there, err := b.alike(ctx, "log "+e.Document, `SELECT count(*) FROM log WHERE date = ? AND document = ? AND removed IS NULL`, e.Date, e.Document)
	if err != nil || there {
		b.out.LogHere += one(there)
		return err
	}
	b.out.Log++
	e.ID, e.Revision, e.Updated = uuid.NewString(), 1, stamp()
	_, err = b.tx.NamedExecContext(ctx, insertLog, e)
	return err
}

func (b bringer) settings(ctx context.Context, document string) error {
	if document == "" {
		return nil
	}
	there, err := b.there(ctx, `SELECT count(*) FROM settings`)
	if err != nil || there {
		b.out.SettingsStay = there
		return err
	}
	b.out.Settings = true
	return saveSettings(ctx, b.tx, Settings{Document: document})
}

func (b bringer) there(ctx context.Context, query string, args ...any) (bool, error) {
	var n int
	err := b.tx.GetContext(ctx, &n, query, args...)
	return n > 0, err
}

// alike tells whether one like it was here for this one: of two that are alike both
// come in, unless two are here.
func (b bringer) alike(ctx context.Context, key, query string, args ...any) (bool, error) {
	left, known := b.like[key]
	if !known {
		if err := b.tx.GetContext(ctx, &left, query, args...); err != nil {
			return false, err
		}
	}
	b.like[key] = max(0, left-1)
	return left > 0, nil
}

func one(there bool) int {
	if there {
		return 1
	}
	return 0
}

// Each hands out every kept job, the oldest change first.
func (s Jobs) Each(ctx context.Context, do func(Job) error) error {
	rows, err := s.db.QueryxContext(ctx, `SELECT * FROM jobs WHERE removed IS NULL ORDER BY number`)
	if err != nil {
		return err
	}
	for rows.Next() {
		var j Job
		if err := rows.StructScan(&j); err != nil {
			return errors.Join(err, rows.Close())
		}
		if err := do(j); err != nil {
			return errors.Join(err, rows.Close())
		}
	}
	return errors.Join(rows.Err(), rows.Close())
}
