package store

import (
	"context"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// What a line of the shelf says happened.
const (
	bought    = "bought"
	counted   = "counted"
	broughtIn = "brought in"
	taken     = "taken"
	offcut    = "offcut"
	undone    = "undone"
	keptBack  = "kept back"
	freed     = "freed"
	putAside  = "put aside"
)

// Happenings are all that a line of the shelf or of the stamp drawer can say.
var Happenings = []string{bought, counted, broughtIn, taken, offcut, undone, keptBack, freed, putAside}

// ShelfLine is one change of what there is of a thing: how many more are on hand by it, and
// how many more are kept back; by whom, empty where it was done by hand, and when.
type ShelfLine struct {
	What  string `db:"what"`
	Hand  int    `db:"hand"`
	Kept  int    `db:"kept"`
	Title string `db:"title"`
	At    string `db:"at"`
}

// Lines are what happened to a thing on the shelf, the newest first, at most so many.
func (s Shelf) Lines(ctx context.Context, item string, most int) ([]ShelfLine, error) {
	all := []ShelfLine{}
	err := s.db.SelectContext(ctx, &all, `SELECT l.what, l.hand, l.kept, COALESCE(u.title, '') AS title, l.at FROM shelf_lines l LEFT JOIN uses u ON u.id = l.use
		WHERE l.item = ? ORDER BY l.rowid DESC LIMIT ?`, item, most)
	return all, err
}

// Keeper is who keeps something back, and how many of it.
type Keeper struct {
	Item  string `db:"item"`
	Title string `db:"title"`
	Count int    `db:"count"`
}

// Keepers are who keeps what back on the shelf, the first first.
func (s Shelf) Keepers(ctx context.Context) ([]Keeper, error) {
	all := []Keeper{}
	err := s.db.SelectContext(ctx, &all, `SELECT l.item, u.title, SUM(l.kept) AS count FROM shelf_lines l JOIN uses u ON u.id = l.use
		WHERE l.kept <> 0 GROUP BY l.item, l.use HAVING SUM(l.kept) > 0 ORDER BY u.rowid`)
	return all, err
}

// writeLine writes a line, and the count that is the sum of them; use is empty where it was done by hand.
func writeLine(ctx context.Context, tx *sqlx.Tx, item, what string, hand, kept int, use string) error {
	if _, err := tx.ExecContext(ctx, `INSERT INTO shelf_lines (id, item, what, hand, kept, use, at) VALUES (?, ?, ?, ?, ?, NULLIF(?, ''), ?)`, uuid.NewString(), item, what, hand, kept, use, stamp()); err != nil {
		return err
	}
	_, err := tx.ExecContext(ctx, `UPDATE shelf SET count = MAX(0, (SELECT SUM(hand) FROM shelf_lines WHERE item = shelf.id)) WHERE id = ?`, item)
	return err
}

// moveLine writes a line of a use that changes a thing's count under whoever edits it.
func moveLine(ctx context.Context, tx *sqlx.Tx, item, what string, hand int, use string) error {
	if err := writeLine(ctx, tx, item, what, hand, 0, use); err != nil {
		return err
	}
	_, err := tx.ExecContext(ctx, `UPDATE shelf SET revision = `+next+` WHERE id = ?`, item)
	return err
}

// lay puts a new thing on the shelf; use is what left it there.
func lay(ctx context.Context, tx *sqlx.Tx, i ShelfItem, what, use string) (string, error) {
	i.ID, i.Revision = uuid.NewString(), 1
	if _, err := tx.NamedExecContext(ctx, `INSERT INTO shelf (id, revision, kind, size, document, count) VALUES (:id, :revision, :kind, :size, :document, 0)`, i); err != nil {
		return "", err
	}
	return i.ID, writeLine(ctx, tx, i.ID, what, i.Count, 0, use)
}

// holding tells in a query whether a use u is a reservation that holds: nothing that was
// done since for the same job, and not undone, took its place. So it holds again
// when that is undone, in whatever order.
const holding = `u.state = 'reserved' AND NOT EXISTS (SELECT 1 FROM use_jobs c JOIN uses v ON v.id = c.use WHERE c.job = u.job AND v.rowid > u.rowid AND v.state <> 'undone')`

// settle writes the lines of reservations that hold now and did not, or held and do no more.
func settle(ctx context.Context, tx *sqlx.Tx) error {
	var changed []struct {
		Use  string `db:"use"`
		Item string `db:"item"`
		More int    `db:"more"`
	}
	if err := tx.SelectContext(ctx, &changed, `SELECT use, item, SUM(n) AS more FROM (
			SELECT l.use, l.item, l.count AS n FROM use_lines l JOIN uses u ON u.id = l.use WHERE `+holding+`
			UNION ALL SELECT use, item, -kept FROM shelf_lines WHERE kept <> 0)
		GROUP BY use, item HAVING SUM(n) <> 0 ORDER BY more`); err != nil {
		return err
	}
	for _, c := range changed {
		what := keptBack
		if c.More < 0 {
			what = freed
		}
		if err := writeLine(ctx, tx, c.Item, what, 0, c.More, c.Use); err != nil {
			return err
		}
	}
	return nil
}

// free ends what a job or a gang keeps back.
func free(ctx context.Context, tx *sqlx.Tx, of string) error {
	if _, err := tx.ExecContext(ctx, `UPDATE uses SET state = 'undone' WHERE job = ? AND state = 'reserved'`, of); err != nil {
		return err
	}
	return settle(ctx, tx)
}

// recount has lines say what counts say, where lines were lost.
const recount = `INSERT INTO shelf_lines (id, item, what, hand, kept, use, at)
	SELECT lower(hex(randomblob(16))), id, 'counted', count - COALESCE((SELECT SUM(hand) FROM shelf_lines WHERE item = shelf.id), 0), 0, NULL, strftime('%Y-%m-%dT%H:%M:%fZ', 'now') FROM shelf
	WHERE count <> MAX(0, COALESCE((SELECT SUM(hand) FROM shelf_lines WHERE item = shelf.id), 0))`

// tidy takes what was only ever left over from a use off the list when nothing of it
// is left, and puts it there again when there is.
func tidy(ctx context.Context, tx *sqlx.Tx, use string) error {
	_, err := tx.ExecContext(ctx, `UPDATE shelf SET removed = CASE WHEN (SELECT SUM(hand) FROM shelf_lines WHERE item = shelf.id) > 0 THEN NULL ELSE ? END
		WHERE id IN (SELECT item FROM use_lines WHERE use = ?) AND NOT EXISTS (SELECT 1 FROM shelf_lines WHERE item = shelf.id AND use IS NULL)`, stamp(), use)
	return err
}
