package store

import (
	"context"
	"database/sql"
	"errors"
)

// Settings is the maker's settings document; empty where none was kept yet.
func (s *Store) Settings(ctx context.Context) (string, error) {
	var document string
	err := s.db.GetContext(ctx, &document, `SELECT document FROM settings`)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	return document, err
}

// SaveSettings keeps the settings document in place of the one before.
func (s *Store) SaveSettings(ctx context.Context, document string) error {
	_, err := s.db.ExecContext(ctx, `INSERT INTO settings (only, document) VALUES (1, ?)
		ON CONFLICT (only) DO UPDATE SET document = excluded.document`, document)
	return err
}
