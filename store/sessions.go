package store

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"
)

// mostSessions is how many visits are kept; beyond it the one to end first goes.
const mostSessions = 500

// Sessions are the visits that have not ended.
type Sessions struct{ db guarded }

// Keep keeps a visit until a time, and forgets those that ended.
func (s Sessions) Keep(ctx context.Context, mark string, until time.Time) error {
	return s.db.within(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `INSERT INTO sessions (mark, ends) VALUES (?, ?)`, mark, until.Unix()); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, `DELETE FROM sessions WHERE ends <= ? OR mark NOT IN (SELECT mark FROM sessions ORDER BY ends DESC LIMIT ?)`, time.Now().Unix(), mostSessions)
		return err
	})
}

// Has tells whether there is a visit that has not ended.
func (s Sessions) Has(ctx context.Context, mark string, now time.Time) (bool, error) {
	var n int
	err := s.db.GetContext(ctx, &n, `SELECT count(*) FROM sessions WHERE mark = ? AND ends > ?`, mark, now.Unix())
	return n > 0, err
}

// End ends a visit; that there is none is no error.
func (s Sessions) End(ctx context.Context, mark string) error {
	_, err := s.db.ExecContext(ctx, `DELETE FROM sessions WHERE mark = ?`, mark)
	return err
}
