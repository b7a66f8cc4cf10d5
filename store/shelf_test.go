package store

import (
	"context"
	"errors"
	"testing"
)

func TestTakeIsAllOrNothing(t *testing.T) {
	s, ctx := open(t), context.Background()
	put := func(size string, count int) ShelfItem {
		i, err := s.Shelf.Put(ctx, ShelfItem{Kind: "sheet", Size: size, Document: `{}`, Count: count})
		if err != nil {
			t.Fatal(err)
		}
		return i
	}
	letter, square := put("us-letter", 10), put("us-12x12", 2)
	if _, err := s.Shelf.Take(ctx, Taking{Job: "a", Title: "Kite", State: "used"}, []UseLine{{letter.ID, 4}, {square.ID, 3}}, nil, ""); !errors.Is(err, ErrShort) {
		t.Fatal(err)
	}
	if _, err := s.Shelf.Take(ctx, Taking{Job: "a", Title: "Kite", State: "reserved"}, []UseLine{{letter.ID, 8}}, nil, ""); err != nil {
		t.Fatal(err)
	}
	// Another job may have only what is free; the same job may take what it kept back.
	if _, err := s.Shelf.Take(ctx, Taking{Job: "b", Title: "Map", State: "used"}, []UseLine{{letter.ID, 3}}, nil, ""); !errors.Is(err, ErrShort) {
		t.Error(err)
	}
	use, err := s.Shelf.Take(ctx, Taking{Job: "a", Title: "Kite", State: "used"}, []UseLine{{letter.ID, 9}}, []ShelfItem{{Kind: "sheet", Size: "2 in x 3 in", Document: `{"count":5}`, Count: 5}}, "")
	if err != nil {
		t.Fatal(err)
	}
	counts := func() map[string]int {
		items, err := s.Shelf.All(ctx)
		if err != nil {
			t.Fatal(err)
		}
		out := map[string]int{}
		for _, i := range items {
			out[i.Size] = i.Count - i.Reserved
		}
		return out
	}
	if got := counts(); got["us-letter"] != 1 || got["us-12x12"] != 2 || got["2 in x 3 in"] != 5 {
		t.Errorf("%v", got)
	}
	if err := s.Shelf.Undo(ctx, use.ID); err != nil {
		t.Fatal(err)
	}
	// What the job had kept back, it keeps back again; of the offcuts there is no line left.
	if got := counts(); got["us-letter"] != 2 || len(got) != 2 {
		t.Errorf("%v", got)
	}
	if err := s.Shelf.Undo(ctx, use.ID); !errors.Is(err, ErrUndone) {
		t.Error(err)
	}
	if err := s.Shelf.Undo(ctx, "nowhere"); !errors.Is(err, ErrNotFound) {
		t.Error(err)
	}
}

// What is taken off the list is neither shown, changed nor cut into, and comes back as it was.
func TestWhatIsRemovedFromTheShelfComesBack(t *testing.T) {
	s, ctx := open(t), context.Background()
	item, err := s.Shelf.Put(ctx, ShelfItem{Kind: "sheet", Size: "us-letter", Document: `{"paper":"Dune"}`, Count: 9})
	if err != nil {
		t.Fatal(err)
	}
	other, err := s.Shelf.Put(ctx, ShelfItem{Kind: "envelope", Size: "us-a7", Document: `{}`, Count: 3})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.Shelf.Take(ctx, Taking{Job: "a", Title: "Kite", State: "reserved"}, []UseLine{{item.ID, 4}}, nil, ""); err != nil {
		t.Fatal(err)
	}
	if err := s.Shelf.Remove(ctx, item.ID, true); err != nil {
		t.Fatal(err)
	}
	if all, err := s.Shelf.All(ctx); err != nil || len(all) != 1 || all[0].ID != other.ID {
		t.Errorf("%v %v", all, err)
	}
	item.Count = 20
	if _, err := s.Shelf.Put(ctx, item); !errors.Is(err, ErrNotFound) {
		t.Errorf("changed while it is off the list: %v", err)
	}
	if _, err := s.Shelf.Take(ctx, Taking{Job: "b", Title: "Map", State: "used"}, []UseLine{{item.ID, 1}}, nil, ""); err == nil {
		t.Error("cut into while it is off the list")
	}
	if err := s.Shelf.Remove(ctx, item.ID, false); err != nil {
		t.Fatal(err)
	}
	all, err := s.Shelf.All(ctx)
	if err != nil || len(all) != 2 {
		t.Fatalf("%v %v", all, err)
	}
	for _, i := range all {
		if i.ID == item.ID && (i.Count != 9 || i.Reserved != 4 || i.Document != `{"paper":"Dune"}`) {
			t.Errorf("it came back as %+v", i)
		}
	}
	if err := s.Shelf.Remove(ctx, "nowhere", true); !errors.Is(err, ErrNotFound) {
		t.Errorf("%v", err)
	}
}
