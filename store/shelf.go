package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// Errors of the shelf a caller tells apart.
var (
	ErrShort  = errors.New("there is not so much on the shelf")
	ErrUndone = errors.New("it was undone before")
)

// ShelfItem is a kept thing on the shelf. Reserved is how many of Count jobs keep back.
type ShelfItem struct {
	ID       string         `db:"id"`
	Revision int            `db:"revision"`
	Kind     string         `db:"kind"`
	Size     string         `db:"size"`
	Document string         `db:"document"`
	Count    int            `db:"count"`
	Reserved int            `db:"reserved"`
	Removed  sql.NullString `db:"removed"`
	Edit     string         `db:"-"` // what whoever puts it there calls that
}

// Use is what a job took, or keeps back.
type Use struct {
	ID    string `db:"id"`
	Job   string `db:"job"`
	Title string `db:"title"`
	State string `db:"state"` // reserved, used or undone
	Made  string `db:"made"`
	Total int    `db:"total"`
}

// UseLine is how many of one thing; a negative count was put on the shelf.
type UseLine struct {
	Item  string `db:"item"`
	Count int    `db:"count"`
}

const itemQuery = `SELECT s.*, COALESCE((SELECT SUM(l.count) FROM use_lines l JOIN uses u ON u.id = l.use
	WHERE l.item = s.id AND u.state = 'reserved'), 0) AS reserved FROM shelf s WHERE s.removed IS NULL`

// Shelf is what is on the shelf, and what jobs take of it.
type Shelf struct{ db guarded }

// All gives what is on the shelf, sheets before envelopes.
func (s Shelf) All(ctx context.Context) ([]ShelfItem, error) {
	all := []ShelfItem{}
	err := s.db.SelectContext(ctx, &all, itemQuery+` ORDER BY s.kind DESC, s.rowid`)
	return all, err
}

const insertItem = `INSERT INTO shelf (id, revision, kind, size, document, count) VALUES (:id, :revision, :kind, :size, :document, :count)`

// Put keeps a new item when its revision is zero, else a changed one over
// the revision it edits; ErrConflict when that is not the kept one.
func (s Shelf) Put(ctx context.Context, i ShelfItem) (ShelfItem, error) {
	if i.Revision == 0 {
		return s.create(ctx, i)
	}
	result, err := s.db.NamedExecContext(ctx, `UPDATE shelf SET revision = revision + 1, kind = :kind, size = :size,
		document = :document, count = :count WHERE id = :id AND revision = :revision AND removed IS NULL`, i)
	if err != nil {
		return i, err
	}
	changed, err := result.RowsAffected()
	if err != nil {
		return i, err
	}
	kept, err := itemOf(ctx, s.db, i.ID)
	same := kept.Kind == i.Kind && kept.Size == i.Size && kept.Document == i.Document && kept.Count == i.Count
	if err == nil && changed == 0 && !same { // the same was kept: it came twice
		err = ErrConflict
	}
	return kept, err
}

func (s Shelf) create(ctx context.Context, i ShelfItem) (ShelfItem, error) {
	i.ID, i.Revision = uuid.NewString(), 1
	err := s.db.once(ctx, MadeItem, i.Edit, func(tx *sqlx.Tx, id string) error {
		i = ShelfItem{}
		return anyOf(ctx, tx, &i, `SELECT * FROM shelf WHERE id = ?`, id)
	}, func(tx *sqlx.Tx) (string, error) {
		_, err := tx.NamedExecContext(ctx, insertItem, i)
		return i.ID, err
	})
	return i, err
}

func itemOf(ctx context.Context, q sqlx.QueryerContext, id string) (ShelfItem, error) {
	var i ShelfItem
	err := sqlx.GetContext(ctx, q, &i, itemQuery+` AND s.id = ?`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return i, ErrNotFound
	}
	return i, err
}

// Bring keeps many new items, all or none, once under a name.
func (s Shelf) Bring(ctx context.Context, items []ShelfItem, edit string) error {
	_, err := s.db.bringOnce(ctx, MadeShelf, edit, len(items), func(tx *sqlx.Tx) error {
		for _, i := range items {
			i.ID, i.Revision = uuid.NewString(), 1
			if _, err := tx.NamedExecContext(ctx, insertItem, i); err != nil {
				return err
			}
		}
		return nil
	})
	return err
}

// Remove puts an item aside, or brings it back.
func (s Shelf) Remove(ctx context.Context, id string, removed bool) error {
	return s.db.aside(ctx, `UPDATE shelf SET removed = ? WHERE id = ?`, id, removed)
}

// Uses gives the newest uses first.
func (s Shelf) Uses(ctx context.Context) ([]Use, error) {
	all := []Use{}
	err := s.db.SelectContext(ctx, &all, `SELECT u.*, COALESCE(SUM(MAX(l.count, 0)), 0) AS total FROM uses u LEFT JOIN use_lines l ON l.use = u.id
		GROUP BY u.id ORDER BY u.made DESC, u.rowid DESC LIMIT 50`)
	return all, err
}

// Take keeps back what a job needs (state "reserved"), or takes it off the shelf
// and puts its offcuts on (state "used"). Either takes the place of what the job
// had reserved. When the shelf does not hold enough it is ErrShort and nothing changes.
// Under a name it does so once.
func (s Shelf) Take(ctx context.Context, job, title, state string, lines []UseLine, offcuts []ShelfItem, edit string) (Use, error) {
	var u Use
	err := s.db.once(ctx, MadeUse, edit, func(tx *sqlx.Tx, id string) error {
		return anyOf(ctx, tx, &u, `SELECT u.*, COALESCE(SUM(MAX(l.count, 0)), 0) AS total FROM uses u LEFT JOIN use_lines l ON l.use = u.id WHERE u.id = ? GROUP BY u.id`, id)
	}, func(tx *sqlx.Tx) (id string, err error) {
		u, err = takeAll(ctx, tx, job, title, state, lines, offcuts)
		return u.ID, err
	})
	return u, err
}

func takeAll(ctx context.Context, tx *sqlx.Tx, job, title, state string, lines []UseLine, offcuts []ShelfItem) (Use, error) {
	u := Use{ID: uuid.NewString(), Job: job, Title: title, State: state, Made: stamp()}
	if _, err := tx.ExecContext(ctx, `UPDATE uses SET state = 'undone' WHERE job = ? AND state = 'reserved'`, job); err != nil {
		return u, err
	}
	if _, err := tx.NamedExecContext(ctx, `INSERT INTO uses (id, job, title, state, made) VALUES (:id, :job, :title, :state, :made)`, u); err != nil {
		return u, err
	}
	for _, l := range lines {
		if err := takeLine(ctx, tx, u, l); err != nil {
			return u, err
		}
		u.Total += l.Count
	}
	for _, o := range offcuts {
		if err := addOffcut(ctx, tx, u, o); err != nil {
			return u, err
		}
	}
	return u, nil
}

func takeLine(ctx context.Context, tx *sqlx.Tx, u Use, l UseLine) error {
	item, err := itemOf(ctx, tx, l.Item)
	if err != nil {
		return err
	}
	if l.Count < 1 || item.Count-item.Reserved < l.Count {
		return fmt.Errorf("%w: %d free of %d", ErrShort, item.Count-item.Reserved, item.Count)
	}
	if _, err := tx.ExecContext(ctx, `INSERT INTO use_lines (use, item, count) VALUES (?, ?, ?)`, u.ID, l.Item, l.Count); err != nil {
		return err
	}
	if u.State == "used" {
		_, err = tx.ExecContext(ctx, `UPDATE shelf SET count = count - ?, revision = revision + 1 WHERE id = ?`, l.Count, l.Item)
	}
	return err
}

// addOffcut adds to an equal item on the shelf, or makes one.
func addOffcut(ctx context.Context, tx *sqlx.Tx, u Use, o ShelfItem) error {
	err := sqlx.GetContext(ctx, tx, &o.ID, `SELECT id FROM shelf WHERE removed IS NULL AND kind = ? AND size = ? AND json_remove(document, '$.count') = json_remove(?, '$.count')`,
		o.Kind, o.Size, o.Document)
	if errors.Is(err, sql.ErrNoRows) {
		o.ID = uuid.NewString()
		_, err = tx.ExecContext(ctx, `INSERT INTO shelf (id, revision, kind, size, document, count) VALUES (?, 1, ?, ?, ?, 0)`, o.ID, o.Kind, o.Size, o.Document)
	}
	if err != nil {
		return err
	}
	if _, err := tx.ExecContext(ctx, `UPDATE shelf SET count = count + ?, revision = revision + 1 WHERE id = ?`, o.Count, o.ID); err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, `INSERT INTO use_lines (use, item, count) VALUES (?, ?, ?)`, u.ID, o.ID, -o.Count)
	return err
}

// Used is the use that a name has made; empty where it has made none yet.
func (s Shelf) Used(ctx context.Context, edit string) (string, error) {
	return made(ctx, s.db, MadeUse, edit)
}

// Undo gives back what a use took, and takes back the offcuts it put on the
// shelf, as far as they are still there.
func (s Shelf) Undo(ctx context.Context, id string) error {
	return s.db.within(ctx, func(tx *sqlx.Tx) error { return undo(ctx, tx, id) })
}

func undo(ctx context.Context, tx *sqlx.Tx, id string) error {
	var state string
	if err := tx.GetContext(ctx, &state, `SELECT state FROM uses WHERE id = ?`, id); err != nil {
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		}
		return err
	}
	if state == "undone" {
		return ErrUndone
	}
	if state == "used" {
		if _, err := tx.ExecContext(ctx, `UPDATE shelf SET revision = revision + 1, count = MAX(0, count +
			(SELECT SUM(count) FROM use_lines WHERE use = ? AND item = shelf.id)) WHERE id IN (SELECT item FROM use_lines WHERE use = ?)`, id, id); err != nil {
			return err
		}
	}
	_, err := tx.ExecContext(ctx, `UPDATE uses SET state = 'undone' WHERE id = ?`, id)
	return err
}
