package store

import (
	"context"
	"database/sql"
	"errors"

	"github.com/jmoiron/sqlx"
)

// mostSought is how many cut plans are kept; beyond it the one kept first goes.
const mostSought = 2000

// Sought are cut plans that were looked for at length, each by the mark of what it is
// of. They come of nothing but work, and are no part of an archive.
type Sought struct{ db guarded }

// Get is the plan of a mark; empty where none is kept.
func (s Sought) Get(ctx context.Context, mark string) (plan string, err error) {
	err = s.db.GetContext(ctx, &plan, `SELECT plan FROM sought WHERE mark = ?`, mark)
	if errors.Is(err, sql.ErrNoRows) {
		err = nil
	}
	return plan, err
}

// Keep keeps the plan of a mark.
func (s Sought) Keep(ctx context.Context, mark, plan string) error {
	return s.db.within(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `INSERT OR REPLACE INTO sought (mark, plan) VALUES (?, ?)`, mark, plan); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, `DELETE FROM sought WHERE rowid NOT IN (SELECT rowid FROM sought ORDER BY rowid DESC LIMIT ?)`, mostSought)
		return err
	})
}
