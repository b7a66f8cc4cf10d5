package store

import (
	"cmp"
	"context"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// StampKind is a kind of stamp: what it is called, and what it is worth.
type StampKind struct {
	Name     string `db:"name"`
	Price    string `db:"price"`
	Currency string `db:"currency"`
}

// StampLine is one change of how many stamps of a kind lie in the drawer, by which
// making; empty where it was done by hand.
type StampLine struct {
	ID string `db:"id"`
	StampKind
	What   string `db:"what"`
	Hand   int    `db:"hand"`
	Making string `db:"making"`
	At     string `db:"at"`
}

const insertStampLine = `INSERT OR IGNORE INTO stamp_lines (id, name, price, currency, what, hand, making, at) VALUES (:id, :name, :price, :currency, :what, :hand, :making, :at)`

func writeStamps(ctx context.Context, tx *sqlx.Tx, lines []StampLine) error {
	for _, l := range lines {
		l.ID, l.At = cmp.Or(l.ID, uuid.NewString()), cmp.Or(l.At, stamp())
		if _, err := tx.NamedExecContext(ctx, insertStampLine, l); err != nil {
			return err
		}
	}
	return nil
}

// StampLines are what happened to the stamps of a kind, the newest first, at most so
// many; Title is that of the making.
func (s Preferences) StampLines(ctx context.Context, of StampKind, most int) ([]ShelfLine, error) {
	all := []ShelfLine{}
	err := s.db.SelectContext(ctx, &all, `SELECT l.what, l.hand, 0 AS kept, COALESCE(m.title, '') AS title, l.at FROM stamp_lines l LEFT JOIN makings m ON m.id = l.making
		WHERE l.name = ? AND l.price = ? AND l.currency = ? ORDER BY l.rowid DESC LIMIT ?`, of.Name, of.Price, of.Currency, most)
	return all, err
}

// stampSums are how many stamps of each kind there are by their lines.
func stampSums(ctx context.Context, q sqlx.QueryerContext) (map[StampKind]int, error) {
	var all []struct {
		StampKind
		Sum int `db:"sum"`
	}
	err := sqlx.SelectContext(ctx, q, &all, `SELECT name, price, currency, SUM(hand) AS sum FROM stamp_lines GROUP BY name, price, currency`)
	out := map[StampKind]int{}
	for _, one := range all {
		out[one.StampKind] = one.Sum
	}
	return out, err
}

// Balance writes the lines that are missing of the drawer, as settings and sums of one
// moment tell: nothing is kept in between.
func (s Preferences) Balance(ctx context.Context, missing func(Settings, map[StampKind]int) ([]StampLine, error)) error {
	return s.db.within(ctx, func(tx *sqlx.Tx) error {
		kept, err := settingsOf(ctx, tx)
		if err != nil {
			return err
		}
		sums, err := stampSums(ctx, tx)
		if err != nil {
			return err
		}
		lines, err := missing(kept, sums)
		if err != nil {
			return err
		}
		return writeStamps(ctx, tx, lines)
	})
}

// Stamps are what happened in the stamp drawer.
func (w Whole) Stamps() (all []StampLine, err error) {
	return all, w.tx.SelectContext(w.ctx, &all, `SELECT * FROM stamp_lines ORDER BY rowid`)
}
