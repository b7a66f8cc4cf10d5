package store

import (
	"context"
	"database/sql"
	"errors"

	"github.com/jmoiron/sqlx"
)

// Whole is everything that is kept, put aside or not, as it was at one moment, in the order it came.
type Whole struct {
	ctx context.Context
	tx  *sqlx.Tx
}

// UseRow is a use as it is kept, with the jobs it is for and its lines.
type UseRow struct {
	Use
	Jobs  []string
	Lines []UseLine
}

// LineRow is a line of the shelf as it is kept; Use is empty where it was written by hand.
type LineRow struct {
	ID   string `db:"id"`
	Item string `db:"item"`
	What string `db:"what"`
	Hand int    `db:"hand"`
	Kept int    `db:"kept"`
	Use  string `db:"use"`
	At   string `db:"at"`
}

// MakingRow is a making as it is kept, with its plans and what happened at it.
type MakingRow struct {
	Making
	Plans  []MakingPlan
	Events []MakingEvent
}

// Whole hands out everything that is kept, as it is now.
func (s *Store) Whole(ctx context.Context, do func(Whole) error) error {
	tx, err := s.db.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return err
	}
	return errors.Join(do(Whole{ctx, tx}), tx.Rollback())
}

// each hands out rows one by one, so that not all are held at once.
func each[T any](w Whole, query string, do func(T) error) error {
	rows, err := w.tx.QueryxContext(w.ctx, query)
	if err != nil {
		return err
	}
	for rows.Next() {
		var one T
		if err := rows.StructScan(&one); err != nil {
			return errors.Join(err, rows.Close())
		}
		if err := do(one); err != nil {
			return errors.Join(err, rows.Close())
		}
	}
	return errors.Join(rows.Err(), rows.Close())
}

// Jobs hands out the jobs, the oldest change first.
func (w Whole) Jobs(do func(Job) error) error {
	return each(w, `SELECT * FROM jobs ORDER BY number`, do)
}

// Gangs hands out the gangs.
func (w Whole) Gangs(do func(Gang) error) error {
	return each(w, `SELECT * FROM gangs ORDER BY rowid`, do)
}

// Makings hands out the makings.
func (w Whole) Makings(do func(MakingRow) error) error {
	ids := []string{}
	if err := w.tx.SelectContext(w.ctx, &ids, `SELECT id FROM makings ORDER BY rowid`); err != nil {
		return err
	}
	for _, id := range ids {
		one := MakingRow{Plans: []MakingPlan{}, Events: []MakingEvent{}}
		err := w.tx.GetContext(w.ctx, &one.Making, `SELECT * FROM makings WHERE id = ?`, id)
		if err == nil {
			err = w.tx.SelectContext(w.ctx, &one.Plans, `SELECT number, plan, drawings FROM making_plans WHERE making = ? ORDER BY number`, id)
		}
		if err == nil {
			err = w.tx.SelectContext(w.ctx, &one.Events, `SELECT number, client, seq, body FROM making_events WHERE making = ? ORDER BY number`, id)
		}
		if err == nil {
			err = do(one)
		}
		if err != nil {
			return err
		}
	}
	return nil
}

// Items are what lies on the shelf.
func (w Whole) Items() (all []ShelfItem, err error) {
	return all, w.tx.SelectContext(w.ctx, &all, `SELECT * FROM shelf ORDER BY rowid`)
}

// Uses are what jobs took from the shelf, or keep back.
func (w Whole) Uses() ([]UseRow, error) {
	var all []UseRow
	err := each(w, `SELECT id, job, title, state, made FROM uses ORDER BY rowid`, func(u Use) error {
		all = append(all, UseRow{Use: u})
		return nil
	})
	for i := range all {
		u := &all[i]
		if err == nil {
			err = w.tx.SelectContext(w.ctx, &u.Jobs, `SELECT job FROM use_jobs WHERE use = ? ORDER BY rowid`, u.ID)
		}
		if err == nil {
			err = w.tx.SelectContext(w.ctx, &u.Lines, `SELECT item, count FROM use_lines WHERE use = ? ORDER BY rowid`, u.ID)
		}
	}
	return all, err
}

// Lines are what happened on the shelf.
func (w Whole) Lines() (all []LineRow, err error) {
	return all, w.tx.SelectContext(w.ctx, &all, `SELECT id, item, what, hand, kept, COALESCE(use, '') AS use, at FROM shelf_lines ORDER BY rowid`)
}

// Log is the logbook.
func (w Whole) Log() (all []LogEntry, err error) {
	return all, w.tx.SelectContext(w.ctx, &all, `SELECT * FROM log ORDER BY rowid`)
}

// Carriers are the user's own, taken away or not.
func (w Whole) Carriers() (all []Carrier, err error) {
	return all, w.tx.SelectContext(w.ctx, &all, `SELECT id, revision, document, aside, updated FROM carriers ORDER BY id`)
}

// Settings are the maker's.
func (w Whole) Settings() (Settings, error) { return settingsOf(w.ctx, w.tx) }
