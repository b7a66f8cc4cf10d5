package store

import (
	"context"
	"database/sql"
	"errors"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// Gang is kept jobs that are cut together.
type Gang struct {
	ID       string  `db:"id"`
	Revision int     `db:"revision"`
	Title    string  `db:"title"`
	Document string  `db:"document"`
	Edit     string  `db:"edit"` // as whoever kept it last calls that edit
	Created  string  `db:"created"`
	Updated  string  `db:"updated"` // RFC 3339, UTC
	Removed  *string `db:"removed"`
}

// Gangs are the kept gangs.
type Gangs struct{ db guarded }

// Create keeps a new gang at revision 1. One that came before by the same
// edit is the same gang: its answer was lost on the way.
func (s Gangs) Create(ctx context.Context, title, document, edit string) (Gang, error) {
	now := stamp()
	g := Gang{ID: uuid.NewString(), Revision: 1, Title: title, Document: document, Edit: edit, Created: now, Updated: now}
	err := s.db.once(ctx, MadeGang, edit, func(tx *sqlx.Tx, id string) error {
		g = Gang{}
		return anyOf(ctx, tx, &g, `SELECT * FROM gangs WHERE id = ?`, id)
	}, func(tx *sqlx.Tx) (string, error) {
		_, err := tx.NamedExecContext(ctx, insertGang, g)
		return g.ID, err
	})
	return g, err
}

const insertGang = `INSERT INTO gangs (id, revision, title, document, edit, created, updated, removed) VALUES (:id, :revision, :title, :document, :edit, :created, :updated, :removed)`

// Get gives a kept gang; ErrNotFound when there is none, or it was removed.
func (s Gangs) Get(ctx context.Context, id string) (Gang, error) {
	var g Gang
	err := s.db.GetContext(ctx, &g, `SELECT * FROM gangs WHERE id = ? AND removed IS NULL`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return g, ErrNotFound
	}
	return g, err
}

// All are the kept gangs, newest change first.
func (s Gangs) All(ctx context.Context) ([]Gang, error) {
	all := []Gang{}
	err := s.db.SelectContext(ctx, &all, `SELECT * FROM gangs WHERE removed IS NULL ORDER BY updated DESC, rowid DESC LIMIT 200`)
	return all, err
}

// Save keeps a changed gang over the revision it edits. When that is not the
// kept one, it gives the kept gang with ErrConflict and changes nothing; when the
// kept one is this very edit, come twice, it gives that one.
func (s Gangs) Save(ctx context.Context, g Gang) (Gang, error) {
	g.Updated = stamp()
	result, err := s.db.NamedExecContext(ctx, `UPDATE gangs SET revision = `+next+`, title = :title, document = :document, edit = :edit, updated = :updated
		WHERE id = :id AND revision = :revision AND removed IS NULL`, g)
	if err != nil {
		return Gang{}, err
	}
	changed, err := result.RowsAffected()
	if err != nil {
		return Gang{}, err
	}
	kept, err := s.Get(ctx, g.ID)
	if err == nil && changed == 0 && (g.Edit == "" || kept.Edit != g.Edit) {
		err = ErrConflict
	}
	return kept, err
}

// Remove puts a gang aside, or brings it back; nothing is destroyed.
func (s Gangs) Remove(ctx context.Context, id string, removed bool) error {
	return s.db.end(ctx, `UPDATE gangs SET removed = ? WHERE id = ?`, id, removed)
}
