package store

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
)

// standing is what lies on the shelf and is kept back of it, things of the same size as one, in words. It
// checks that every count is the sum of its lines.
func standing(t *testing.T, s *Store) string {
	t.Helper()
	ctx := context.Background()
	all, err := s.Shelf.All(ctx)
	if err != nil {
		t.Fatal(err)
	}
	var out []string
	for _, i := range all {
		lines, err := s.Shelf.Lines(ctx, i.ID, 1000)
		if err != nil {
			t.Fatal(err)
		}
		hand, kept := 0, 0
		for _, l := range lines {
			hand, kept = hand+l.Hand, kept+l.Kept
		}
		if i.Count != max(0, hand) || i.Reserved != kept || kept < 0 {
			t.Fatalf("%s: %d and %d kept back, by its lines %d and %d: %+v", i.Size, i.Count, i.Reserved, hand, kept, lines)
		}
		out = append(out, fmt.Sprintf("%s: %d, %d kept", i.Size, i.Count, i.Reserved))
	}
	slices.Sort(out)
	return strings.Join(out, "; ")
}

// taker does things to a shelf of 60 letter sheets and 40 squares.
type taker struct {
	*testing.T
	*Store
	items []string
}

func newTaker(t *testing.T) *taker {
	t.Helper()
	k := &taker{T: t, Store: open(t)}
	for i, size := range []string{"us-letter", "us-12x12"} {
		item, err := k.Shelf.Put(context.Background(), ShelfItem{Kind: "sheet", Size: size, Document: `{}`, Count: 60 - 20*i})
		if err != nil {
			t.Fatal(err)
		}
		k.items = append(k.items, item.ID)
	}
	return k
}

// deed is something a job or a gang does to the shelf.
type deed struct {
	by      Taking
	lines   []int // of each thing
	offcuts int
}

func (k *taker) does(d deed) (string, error) {
	var lines []UseLine
	for i, n := range d.lines {
		if n > 0 {
			lines = append(lines, UseLine{k.items[i], n})
		}
	}
	var offcuts []ShelfItem
	if d.offcuts > 0 && d.by.State == "used" {
		offcuts = append(offcuts, ShelfItem{Kind: "sheet", Size: "2 in x 3 in", Document: `{"paper":"Dune"}`, Count: d.offcuts})
	}
	u, err := k.Shelf.Take(context.Background(), d.by, lines, offcuts, "")
	return u.ID, err
}

func anyDeed(r *rand.Rand) deed {
	d := deed{by: Taking{Job: []string{"kite", "map", "ticket"}[r.IntN(3)], State: []string{"reserved", "used"}[r.IntN(2)]}, lines: []int{r.IntN(7), r.IntN(5)}, offcuts: r.IntN(3)}
	if r.IntN(4) == 0 {
		d.by.Job, d.by.Also = "gang", []string{"kite", "map"}
	}
	return d
}

// Uses that are undone, in whatever order, are as if they had never been done: the rest done by itself comes to the same.
func TestUndoneIsNeverDone(t *testing.T) {
	r := rand.New(rand.NewPCG(24, 2))
	for range asked("YELLOW_PARCEL_UNDO", 40) {
		k, only := newTaker(t), newTaker(t)
		var deeds []deed
		var ids []string
		for range 3 + r.IntN(6) {
			d := anyDeed(r)
			id, err := k.does(d)
			if errors.Is(err, ErrShort) {
				continue
			}
			if err != nil {
				t.Fatal(err)
			}
			deeds, ids = append(deeds, d), append(ids, id)
		}
		done := make([]bool, len(ids))
		for i := range done {
			done[i] = r.IntN(2) == 0
		}
		for _, i := range r.Perm(len(ids)) {
			if done[i] {
				continue
			}
			if err := k.Shelf.Undo(context.Background(), ids[i]); err != nil {
				t.Fatal(err)
			}
			standing(t, k.Store)
		}
		for i, d := range deeds {
			if done[i] {
				if _, err := only.does(d); err != nil {
					t.Fatal(err)
				}
			}
		}
		if got, want := standing(t, k.Store), standing(t, only.Store); got != want {
			t.Fatalf("%+v, of which %v stay: %s, and by themselves %s", deeds, done, got, want)
		}
	}
}

// Offcuts that another use has used are short while the one they came from is undone, and square once both are.
func TestOffcutsOfAnUndoneUse(t *testing.T) {
	k, ctx := newTaker(t), context.Background()
	first, err := k.does(deed{Taking{Job: "kite", State: "used"}, []int{4, 0}, 3})
	if err != nil {
		t.Fatal(err)
	}
	before := standing(t, k.Store)
	all, err := k.Shelf.All(ctx)
	if err != nil {
		t.Fatal(err)
	}
	of := all[slices.IndexFunc(all, func(i ShelfItem) bool { return i.Size == "2 in x 3 in" })].ID
	second, err := k.Shelf.Take(ctx, Taking{Job: "map", State: "used"}, []UseLine{{of, 2}}, nil, "")
	if err != nil {
		t.Fatal(err)
	}
	if err := k.Shelf.Undo(ctx, first); err != nil {
		t.Fatal(err)
	}
	if got := standing(t, k.Store); got != "us-12x12: 40, 0 kept; us-letter: 60, 0 kept" {
		t.Errorf("%s", got)
	}
	if err := k.Shelf.Undo(ctx, second.ID); err != nil {
		t.Fatal(err)
	}
	if got := standing(t, k.Store); got != "us-12x12: 40, 0 kept; us-letter: 60, 0 kept" || !strings.Contains(before, "2 in x 3 in: 3") {
		t.Errorf("%s, after %s", got, before)
	}
	lines, err := k.Shelf.Lines(ctx, k.items[0], 9)
	if err != nil || len(lines) != 3 || lines[0].What != "undone" || lines[0].Hand != 4 || lines[1].What != "taken" || lines[1].Hand != -4 || lines[2].What != "bought" || lines[2].Hand != 60 {
		t.Errorf("%+v %v", lines, err)
	}
}

// What a gang takes is for its jobs as well: what they kept back is free for it, and theirs again when it is undone.
// A reservation ends with its job.
func TestReservationsFollowTheirJobs(t *testing.T) {
	k, ctx := newTaker(t), context.Background()
	j, err := k.Jobs.Create(ctx, Draft{Title: "Kite", Quantity: 1, Document: `{}`})
	if err != nil {
		t.Fatal(err)
	}
	stands := func(want string) {
		t.Helper()
		if got := standing(t, k.Store); got != want {
			t.Errorf("%s, not %s", got, want)
		}
	}
	if _, err := k.does(deed{Taking{Job: j.ID, State: "reserved"}, []int{20, 0}, 0}); err != nil {
		t.Fatal(err)
	}
	if _, err := k.does(deed{Taking{Job: "map", State: "used"}, []int{45, 0}, 0}); !errors.Is(err, ErrShort) {
		t.Errorf("%v", err)
	}
	gang, err := k.does(deed{Taking{Job: "gang", State: "used", Also: []string{j.ID}}, []int{45, 0}, 0})
	if err != nil {
		t.Fatal(err)
	}
	stands("us-12x12: 40, 0 kept; us-letter: 15, 0 kept")
	if own, err := k.Makings.ReservedBy(ctx, j.ID); err != nil || len(own) != 0 && own[k.items[0]] != 0 {
		t.Errorf("%v %v", own, err)
	}
	if err := k.Shelf.Undo(ctx, gang); err != nil {
		t.Fatal(err)
	}
	stands("us-12x12: 40, 0 kept; us-letter: 60, 20 kept")
	if err := k.Jobs.Remove(ctx, j.ID, true); err != nil {
		t.Fatal(err)
	}
	stands("us-12x12: 40, 0 kept; us-letter: 60, 0 kept")
	if err := k.Jobs.Remove(ctx, j.ID, false); err != nil {
		t.Fatal(err)
	}
	stands("us-12x12: 40, 0 kept; us-letter: 60, 0 kept")
}

// Counting is a line of its own, and what was used before is given back to it.
func TestACountIsALine(t *testing.T) {
	k, ctx := newTaker(t), context.Background()
	use, err := k.does(deed{Taking{Job: "kite", State: "used"}, []int{10, 0}, 0})
	if err != nil {
		t.Fatal(err)
	}
	all, err := k.Shelf.All(ctx)
	if err != nil {
		t.Fatal(err)
	}
	letter := all[0]
	letter.Count = 48
	saved, err := k.Shelf.Put(ctx, letter)
	if err != nil || saved.Count != 48 || saved.Revision != letter.Revision+1 {
		t.Fatalf("%+v %v", saved, err)
	}
	if err := k.Shelf.Undo(ctx, use); err != nil {
		t.Fatal(err)
	}
	if got := standing(t, k.Store); got != "us-12x12: 40, 0 kept; us-letter: 58, 0 kept" {
		t.Error(got)
	}
}
