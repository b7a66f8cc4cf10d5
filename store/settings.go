package store

import (
	"context"
	"database/sql"
	"errors"

	"github.com/jmoiron/sqlx"
)

// Settings is the maker's settings document with its revision; empty, and
// revision zero, where none was kept yet.
type Settings struct {
	Revision int    `db:"revision"`
	Document string `db:"document"`
}

// Preferences are the maker's settings.
type Preferences struct{ db guarded }

// Get gives the kept ones.
func (s Preferences) Get(ctx context.Context) (Settings, error) { return settingsOf(ctx, s.db) }

func settingsOf(ctx context.Context, q sqlx.QueryerContext) (Settings, error) {
	var kept Settings
	err := sqlx.GetContext(ctx, q, &kept, `SELECT revision, document FROM settings`)
	if errors.Is(err, sql.ErrNoRows) {
		return Settings{}, nil
	}
	return kept, err
}

// Save keeps the settings document over the revision it edits, and what that changes of
// the stamps there are. Where another was kept meanwhile it gives that one and ErrConflict.
func (s Preferences) Save(ctx context.Context, revision int, document string, stamps ...StampLine) (Settings, error) {
	saved := s.db.within(ctx, func(tx *sqlx.Tx) error {
		return saveSettings(ctx, tx, Settings{revision, document}, stamps)
	})
	if saved != nil && !errors.Is(saved, ErrConflict) {
		return Settings{}, saved
	}
	kept, err := s.Get(ctx)
	if saved != nil && kept.Document == document { // the same was kept: it came twice
		saved = nil
	}
	return kept, errors.Join(saved, err)
}

// saveSettings is Save within something larger.
func saveSettings(ctx context.Context, tx *sqlx.Tx, s Settings, stamps []StampLine) error {
	done, err := tx.ExecContext(ctx, `INSERT INTO settings (only, revision, document) VALUES (1, 1, ?)
		ON CONFLICT (only) DO UPDATE SET revision = `+next+`, document = excluded.document
		WHERE settings.revision = ?`, s.Document, s.Revision)
	if err != nil {
		return err
	}
	changed, err := done.RowsAffected()
	if err == nil && changed == 0 {
		err = ErrConflict
	}
	if err != nil {
		return err
	}
	return writeStamps(ctx, tx, stamps)
}
