package store

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"testing"

	"github.com/jmoiron/sqlx"
)

// What is created under a name is made once, whatever became of it since; of many
// that come at once with one name, one makes it.
func TestANameMakesOneThing(t *testing.T) {
	ctx, s := context.Background(), open(t)
	item, err := s.Shelf.Put(ctx, ShelfItem{Kind: "sheet", Size: "us-letter", Document: "{}", Count: 90})
	if err != nil {
		t.Fatal(err)
	}
	row := LogEntry{Date: "2026-01-10", Document: "{}"}
	sheet := ShelfItem{Kind: "sheet", Size: "us-letter", Document: "{}", Count: 7}
	making := func(edit string) (string, error) {
		m, err := s.Makings.Create(ctx, Making{Title: "Kite card", Source: "{}", Edit: edit}, MakingPlan{1, "{}", "{}"})
		return m.ID, err
	}
	for _, c := range []struct {
		name, table string
		make        func(edit string) (string, error)
		change      func(id string) error
	}{
		{"a job", "jobs", func(edit string) (string, error) {
			j, err := s.Jobs.Create(ctx, Draft{Title: "Kite card", Document: "{}", Edit: edit})
			return j.ID, err
		}, func(id string) error {
			_, err := s.Jobs.Save(ctx, id, 1, Draft{Title: "Changed", Document: "{}", Edit: "another"})
			return errors.Join(err, s.Jobs.Remove(ctx, id, true))
		}},
		{"a gang", "gangs", func(edit string) (string, error) {
			g, err := s.Gangs.Create(ctx, "Two", "{}", edit)
			return g.ID, err
		}, func(id string) error {
			_, err := s.Gangs.Save(ctx, Gang{ID: id, Revision: 1, Document: "{}", Edit: "another"})
			return errors.Join(err, s.Gangs.Remove(ctx, id, true))
		}},
		{"a making", "makings", making, func(id string) error { return s.Makings.Remove(ctx, id, true) }},
		{"an entry", "log", func(edit string) (string, error) {
			row := row
			row.Edit = edit
			e, err := s.Log.Put(ctx, row)
			return e.ID, err
		}, func(id string) error {
			_, err := s.Log.Put(ctx, LogEntry{ID: id, Revision: 1, Date: "2026-01-11", Document: "{}", Edit: "another"})
			return errors.Join(err, s.Log.Remove(ctx, id, true))
		}},
		{"an item", "shelf", func(edit string) (string, error) {
			sheet := sheet
			sheet.Edit = edit
			i, err := s.Shelf.Put(ctx, sheet)
			return i.ID, err
		}, func(id string) error { return s.Shelf.Remove(ctx, id, true) }},
		{"a use", "uses", func(edit string) (string, error) {
			u, err := s.Shelf.Take(ctx, Taking{Job: "j", Title: "Kite", State: "used"}, []UseLine{{item.ID, 5}}, nil, edit)
			return u.ID, err
		}, func(id string) error { return s.Shelf.Undo(ctx, id) }},
		{"a file for the log", "log", func(edit string) (string, error) {
			n, err := s.Log.Bring(ctx, []LogEntry{row, row}, edit)
			return fmt.Sprint(n), err
		}, nil},
		{"a file for the shelf", "shelf", func(edit string) (string, error) {
			return "", s.Shelf.Bring(ctx, []ShelfItem{sheet}, edit)
		}, nil},
	} {
		count := func() (n int) {
			t.Helper()
			if err := s.db.Get(&n, `SELECT count(*) FROM `+c.table); err != nil {
				t.Fatal(err)
			}
			return n
		}
		before := count()
		var all sync.WaitGroup
		var ids [6]string
		var errs [6]error
		for i := range ids {
			all.Go(func() { ids[i], errs[i] = c.make("first " + c.name) })
		}
		all.Wait()
		if err := errors.Join(errs[:]...); err != nil {
			t.Fatalf("%s: %v", c.name, err)
		}
		made := count() - before
		if made == 0 || made > 2 {
			t.Errorf("%s: %d were made", c.name, made)
		}
		if c.change != nil {
			if err := c.change(ids[0]); err != nil {
				t.Fatalf("%s: %v", c.name, err)
			}
		}
		id, err := c.make("first " + c.name)
		if err != nil || count() != before+made {
			t.Errorf("%s: %v, %d were made", c.name, err, count()-before)
		}
		for _, one := range ids {
			if one != id {
				t.Errorf("%s: %s and %s", c.name, one, id)
			}
		}
		for range 2 { // without a name each is another
			if _, err := c.make(""); err != nil {
				t.Fatalf("%s: %v", c.name, err)
			}
		}
		if got := count(); got != before+3*made {
			t.Errorf("%s: %d were made", c.name, got-before)
		}
		if _, err := c.make("a name of something else"); c.name == "a job" && err != nil {
			t.Error(err)
		} else if c.name != "a job" && !errors.Is(err, ErrNamed) {
			t.Errorf("%s under a job's name: %v", c.name, err)
		}
	}
	if now, err := itemOf(ctx, s.db, item.ID); err != nil || now.Count != 90-2*5 {
		t.Errorf("%d are left, %v", now.Count, err)
	}
}

// Something that could not be made leaves its name free.
func TestANameThatMadeNothingIsFree(t *testing.T) {
	ctx, s := context.Background(), open(t)
	boom := errors.New("boom")
	none := func(*sqlx.Tx, string) error { return errors.New("it was found") }
	if err := s.db.once(ctx, MadeJob, "e", none, func(*sqlx.Tx) (string, error) { return "x", boom }); !errors.Is(err, boom) {
		t.Error(err)
	}
	if err := s.db.once(ctx, MadeGang, "e", none, func(*sqlx.Tx) (string, error) { return "x", nil }); err != nil {
		t.Error(err)
	}
	if id, err := made(ctx, s.db, MadeGang, "e"); id != "x" || err != nil {
		t.Errorf("%q %v", id, err)
	}
	if _, err := made(ctx, s.db, MadeJob, "e"); !errors.Is(err, ErrNamed) {
		t.Error(err)
	}
}

// A save that comes twice, as the first answer was lost, is the same save.
func TestASaveThatComesTwice(t *testing.T) {
	ctx, s := context.Background(), open(t)
	item, err := s.Shelf.Put(ctx, ShelfItem{Kind: "sheet", Size: "us-letter", Document: "{}", Count: 7})
	if err != nil {
		t.Fatal(err)
	}
	changed := item
	changed.Count, changed.Document = 9, `{"count":9}`
	for range 2 {
		if got, err := s.Shelf.Put(ctx, changed); err != nil || got.Revision != 2 || got.Count != 9 {
			t.Errorf("%+v %v", got, err)
		}
		if got, err := s.Settings.Save(ctx, 0, `{"unit":"mm"}`); err != nil || got.Revision != 1 {
			t.Errorf("%+v %v", got, err)
		}
		if got, err := s.Carriers.Save(ctx, "island", 0, "id: island"); err != nil || got.Revision != 1 {
			t.Errorf("%+v %v", got, err)
		}
	}
	changed.Count = 8
	if _, err := s.Shelf.Put(ctx, changed); !errors.Is(err, ErrConflict) {
		t.Error(err)
	}
	if _, err := s.Settings.Save(ctx, 0, `{"unit":"in"}`); !errors.Is(err, ErrConflict) {
		t.Error(err)
	}
	if _, err := s.Carriers.Save(ctx, "island", 0, "id: island "); !errors.Is(err, ErrConflict) {
		t.Error(err)
	}
}
