package store

import (
	"context"
	"database/sql"
	"errors"
)

// Settings is the maker's settings document with its revision; empty, and
// revision zero, where none was kept yet.
type Settings struct {
	Revision int    `db:"revision"`
	Document string `db:"document"`
}

// Settings are the kept ones.
func (s *Store) Settings(ctx context.Context) (Settings, error) {
	var kept Settings
	err := s.db.GetContext(ctx, &kept, `SELECT revision, document FROM settings`)
	if errors.Is(err, sql.ErrNoRows) {
		return Settings{}, nil
	}
	return kept, err
}

// SaveSettings keeps the settings document over the revision it edits. Where
// another was kept meanwhile it gives that one and ErrConflict.
func (s *Store) SaveSettings(ctx context.Context, revision int, document string) (Settings, error) {
	done, err := s.db.ExecContext(ctx, `INSERT INTO settings (only, revision, document) VALUES (1, 1, ?)
		ON CONFLICT (only) DO UPDATE SET revision = settings.revision + 1, document = excluded.document
		WHERE settings.revision = ?`, document, revision)
	if err != nil {
		return Settings{}, err
	}
	changed, err := done.RowsAffected()
	if err != nil {
		return Settings{}, err
	}
	kept, err := s.Settings(ctx)
	if err == nil && changed == 0 {
		err = ErrConflict
	}
	return kept, err
}
