package store

import (
	"context"
	"errors"
	"testing"
)

func TestTakeIsAllOrNothing(t *testing.T) {
	s, ctx := open(t), context.Background()
	put := func(size string, count int) ShelfItem {
		i, err := s.PutItem(ctx, ShelfItem{Kind: "sheet", Size: size, Document: `{}`, Count: count})
		if err != nil {
			t.Fatal(err)
		}
		return i
	}
	letter, square := put("us-letter", 10), put("us-12x12", 2)
	if _, err := s.Take(ctx, "a", "Kite", "used", []UseLine{{letter.ID, 4}, {square.ID, 3}}, nil); !errors.Is(err, ErrShort) {
		t.Fatal(err)
	}
	if _, err := s.Take(ctx, "a", "Kite", "reserved", []UseLine{{letter.ID, 8}}, nil); err != nil {
		t.Fatal(err)
	}
	// Another job may have only what is free; the same job may take what it kept back.
	if _, err := s.Take(ctx, "b", "Map", "used", []UseLine{{letter.ID, 3}}, nil); !errors.Is(err, ErrShort) {
		t.Error(err)
	}
	use, err := s.Take(ctx, "a", "Kite", "used", []UseLine{{letter.ID, 9}}, []ShelfItem{{Kind: "sheet", Size: "2 in x 3 in", Document: `{"count":5}`, Count: 5}})
	if err != nil {
		t.Fatal(err)
	}
	counts := func() map[string]int {
		items, err := s.Shelf(ctx)
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
	if err := s.Undo(ctx, use.ID); err != nil {
		t.Fatal(err)
	}
	if got := counts(); got["us-letter"] != 10 || got["2 in x 3 in"] != 0 {
		t.Errorf("%v", got)
	}
	if err := s.Undo(ctx, use.ID); !errors.Is(err, ErrUndone) {
		t.Error(err)
	}
	if err := s.Undo(ctx, "nowhere"); !errors.Is(err, ErrNotFound) {
		t.Error(err)
	}
}
