package store

import (
	"context"
	"database/sql"
	"errors"
	"strconv"

	"github.com/jmoiron/sqlx"
)

// ErrNamed says that a name was given to the creation of something else before.
var ErrNamed = errors.New("something else was made under this name")

// Creation is a kind of thing that is made under a name.
type Creation string

// What is created under a name.
const (
	MadeJob    Creation = "job"
	MadeGang   Creation = "gang"
	MadeMaking Creation = "making"
	MadeEntry  Creation = "entry"
	MadeItem   Creation = "item"
	MadeUse    Creation = "use"
	MadeShelf  Creation = "shelf-file"
	MadeLog    Creation = "log-file"
)

var creations = []Creation{MadeJob, MadeGang, MadeMaking, MadeEntry, MadeItem, MadeUse, MadeShelf, MadeLog}

// made is the identifier of what a name has made; empty where it has made nothing yet.
// The error is ErrNamed where it made something of another kind.
func made(ctx context.Context, q sqlx.QueryerContext, kind Creation, edit string) (string, error) {
	if edit == "" {
		return "", nil
	}
	var before struct {
		Kind Creation
		ID   string
	}
	err := sqlx.GetContext(ctx, q, &before, `SELECT kind, id FROM created WHERE edit = ?`, edit)
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return "", nil
	case err == nil && before.Kind != kind:
		return "", ErrNamed
	}
	return before.ID, err
}

// once creates something under a name, which create gives the identifier of; what
// the name made before is found instead, whatever became of it since.
func (g guarded) once(ctx context.Context, kind Creation, edit string, find func(tx *sqlx.Tx, id string) error, create func(tx *sqlx.Tx) (string, error)) error {
	return g.within(ctx, func(tx *sqlx.Tx) error {
		id, err := made(ctx, tx, kind, edit)
		if err != nil {
			return err
		}
		if id != "" {
			return find(tx, id)
		}
		if id, err = create(tx); err != nil || edit == "" {
			return err
		}
		_, err = tx.ExecContext(ctx, `INSERT INTO created (edit, kind, id) VALUES (?, ?, ?)`, edit, kind, id)
		return err
	})
}

// anyOf reads a row of a table by its identifier, put aside or not.
func anyOf(ctx context.Context, tx *sqlx.Tx, into any, query, id string) error {
	err := tx.GetContext(ctx, into, query, id)
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	return err
}

// bringOnce brings many things in at once under a name, and gives how many the name brought.
func (g guarded) bringOnce(ctx context.Context, kind Creation, edit string, count int, bring func(*sqlx.Tx) error) (int, error) {
	err := g.once(ctx, kind, edit, func(_ *sqlx.Tx, id string) (err error) {
		count, err = strconv.Atoi(id)
		return err
	}, func(tx *sqlx.Tx) (string, error) { return strconv.Itoa(count), bring(tx) })
	return count, err
}
