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

const itemQuery = `SELECT s.*, COALESCE((SELECT SUM(kept) FROM shelf_lines WHERE item = s.id), 0) AS reserved FROM shelf s WHERE s.removed IS NULL`

// Shelf is what is on the shelf, and what jobs take of it.
type Shelf struct{ db guarded }

// All gives what is on the shelf, sheets before envelopes.
func (s Shelf) All(ctx context.Context) ([]ShelfItem, error) {
	all := []ShelfItem{}
	err := s.db.SelectContext(ctx, &all, itemQuery+` ORDER BY s.kind DESC, s.rowid`)
	return all, err
}

// Put keeps a new item when its revision is zero, else a changed one over
// the revision it edits; ErrConflict when that is not the kept one.
func (s Shelf) Put(ctx context.Context, i ShelfItem) (ShelfItem, error) {
	if i.Revision == 0 {
		return s.create(ctx, i)
	}
	var kept ShelfItem
	err := s.db.within(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.NamedExecContext(ctx, `UPDATE shelf SET revision = `+next+`, kind = :kind, size = :size, document = :document
			WHERE id = :id AND revision = :revision AND removed IS NULL`, i)
		if err != nil {
			return err
		}
		changed, err := result.RowsAffected()
		if err == nil && changed > 0 {
			err = count(ctx, tx, i)
		}
		if err != nil {
			return err
		}
		kept, err = itemOf(ctx, tx, i.ID)
		same := kept.Kind == i.Kind && kept.Size == i.Size && kept.Document == i.Document && kept.Count == i.Count
		if err == nil && changed == 0 && !same { // the same was kept: it came twice
			err = ErrConflict
		}
		return err
	})
	return kept, err
}

// count sets how many there are, as somebody counted them.
func count(ctx context.Context, tx *sqlx.Tx, i ShelfItem) error {
	var sum int
	if err := tx.GetContext(ctx, &sum, `SELECT COALESCE(SUM(hand), 0) FROM shelf_lines WHERE item = ?`, i.ID); err != nil || sum == i.Count {
		return err
	}
	return writeLine(ctx, tx, i.ID, counted, i.Count-sum, 0, "")
}

func (s Shelf) create(ctx context.Context, i ShelfItem) (ShelfItem, error) {
	var made ShelfItem
	find := func(tx *sqlx.Tx, id string) error {
		return anyOf(ctx, tx, &made, `SELECT * FROM shelf WHERE id = ?`, id)
	}
	err := s.db.once(ctx, MadeItem, i.Edit, find, func(tx *sqlx.Tx) (string, error) {
		id, err := lay(ctx, tx, i, bought, "")
		if err == nil {
			err = find(tx, id)
		}
		return id, err
	})
	return made, err
}

// Get gives one thing on the shelf; ErrNotFound when there is none, or it was put aside.
func (s Shelf) Get(ctx context.Context, id string) (ShelfItem, error) { return itemOf(ctx, s.db, id) }

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
			if _, err := lay(ctx, tx, i, broughtIn, ""); err != nil {
				return err
			}
		}
		return nil
	})
	return err
}

// Remove puts an item aside, or brings it back.
func (s Shelf) Remove(ctx context.Context, id string, removed bool) error {
	return s.db.within(ctx, func(tx *sqlx.Tx) error {
		if err := aside(ctx, tx, `UPDATE shelf SET removed = ? WHERE id = ?`, id, removed); err != nil || !removed {
			return err
		}
		return writeLine(ctx, tx, id, putAside, 0, 0, "")
	})
}

// useQuery are uses as they stand: a reservation that something took the place of gave back what it held.
const useQuery = `SELECT u.id, u.job, u.title, u.made, CASE WHEN u.state <> 'reserved' OR ` + holding + ` THEN u.state ELSE 'undone' END AS state,
	COALESCE((SELECT SUM(MAX(l.count, 0)) FROM use_lines l WHERE l.use = u.id), 0) AS total FROM uses u`

// Uses gives the newest uses first.
func (s Shelf) Uses(ctx context.Context) ([]Use, error) {
	all := []Use{}
	err := s.db.SelectContext(ctx, &all, useQuery+` ORDER BY u.made DESC, u.rowid DESC LIMIT 50`)
	return all, err
}

// Taking is what takes something off the shelf, or keeps it back: a job or a gang, with its title,
// and the jobs that it is for besides. State is "reserved" or "used".
type Taking struct {
	Job, Title, State string
	Also              []string
}

// Take keeps back what a job needs (state "reserved"), or takes it off the shelf
// and puts its offcuts on (state "used"). Either takes the place of what the job, and
// those it is for besides, had reserved. When the shelf does not hold enough it is ErrShort and nothing changes.
// Under a name it does so once.
func (s Shelf) Take(ctx context.Context, by Taking, lines []UseLine, offcuts []ShelfItem, edit string) (Use, error) {
	var u Use
	err := s.db.once(ctx, MadeUse, edit, func(tx *sqlx.Tx, id string) error {
		return anyOf(ctx, tx, &u, useQuery+` WHERE u.id = ?`, id)
	}, func(tx *sqlx.Tx) (id string, err error) {
		u, err = takeAll(ctx, tx, by, lines, offcuts)
		return u.ID, err
	})
	return u, err
}

const (
	insertUse     = `INSERT INTO uses (id, job, title, state, made) VALUES (:id, :job, :title, :state, :made)`
	insertUseJob  = `INSERT OR IGNORE INTO use_jobs (use, job) VALUES (?, ?)`
	insertUseLine = `INSERT INTO use_lines (use, item, count) VALUES (?, ?, ?)`
)

func takeAll(ctx context.Context, tx *sqlx.Tx, by Taking, lines []UseLine, offcuts []ShelfItem) (Use, error) {
	u := Use{ID: uuid.NewString(), Job: by.Job, Title: by.Title, State: by.State, Made: stamp()}
	if _, err := tx.NamedExecContext(ctx, insertUse, u); err != nil {
		return u, err
	}
	for _, job := range append([]string{by.Job}, by.Also...) {
		if _, err := tx.ExecContext(ctx, insertUseJob, u.ID, job); err != nil {
			return u, err
		}
	}
	if err := settle(ctx, tx); err != nil {
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
		return fmt.Errorf("%w: %d free of %d", ErrShort, max(0, item.Count-item.Reserved), item.Count)
	}
	if _, err := tx.ExecContext(ctx, insertUseLine, u.ID, l.Item, l.Count); err != nil {
		return err
	}
	if u.State == "used" {
		return moveLine(ctx, tx, l.Item, taken, -l.Count, u.ID)
	}
	return writeLine(ctx, tx, l.Item, keptBack, 0, l.Count, u.ID)
}

// addOffcut adds to the item on the shelf that is named, or that is the same; else it makes one.
func addOffcut(ctx context.Context, tx *sqlx.Tx, u Use, o ShelfItem) error {
	err := sqlx.GetContext(ctx, tx, &o.ID, `SELECT id FROM shelf WHERE removed IS NULL AND (id = ? OR kind = ? AND size = ? AND json_remove(document, '$.count') = json_remove(?, '$.count')) ORDER BY id = ? DESC LIMIT 1`,
		o.ID, o.Kind, o.Size, o.Document, o.ID)
	switch {
	case errors.Is(err, sql.ErrNoRows):
		o.ID, err = lay(ctx, tx, o, offcut, u.ID)
	case err == nil:
		err = moveLine(ctx, tx, o.ID, offcut, o.Count, u.ID)
	}
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, insertUseLine, u.ID, o.ID, -o.Count)
	return err
}

// Used is the use that a name has made; empty where it has made none yet.
func (s Shelf) Used(ctx context.Context, edit string) (string, error) {
	return made(ctx, s.db, MadeUse, edit)
}

// Undo gives back what a use took, and takes back the offcuts it put on the shelf: as
// if it had never been done, in whatever order uses are undone.
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
	if _, err := tx.ExecContext(ctx, `UPDATE uses SET state = 'undone' WHERE id = ?`, id); err != nil {
		return err
	}
	if state == "used" {
		if err := giveBack(ctx, tx, id); err != nil {
			return err
		}
	}
	return settle(ctx, tx)
}

// giveBack turns every line of a use round.
func giveBack(ctx context.Context, tx *sqlx.Tx, use string) error {
	var lines []UseLine
	if err := tx.SelectContext(ctx, &lines, `SELECT item, count FROM use_lines WHERE use = ?`, use); err != nil {
		return err
	}
	for _, l := range lines {
		if err := moveLine(ctx, tx, l.Item, undone, l.Count, use); err != nil {
			return err
		}
	}
	return tidy(ctx, tx, use)
}
