package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"yellow-parcel/shelf"
	"yellow-parcel/store"
)

// ShelfLine is one change of what there is of a thing.
type ShelfLine struct {
	At   string `json:"at" doc:"RFC 3339, UTC"`
	Text string `json:"text"`
}

type linesOutput struct{ Body []ShelfLine }

// mostLines is how much of what happened to a thing is told.
const mostLines = 100

func (s *shelves) lines(ctx context.Context, in *IDInput) (*linesOutput, error) {
	all, err := s.kept.Lines(ctx, in.ID, mostLines)
	if err == nil && len(all) == 0 {
		err = store.ErrNotFound // whatever lies there came somehow
	}
	if err != nil {
		return nil, shelfError(err)
	}
	out := &linesOutput{}
	for _, l := range all {
		out.Body = append(out.Body, ShelfLine{l.At, lineText(l)})
	}
	return out, nil
}

// lineText says a line: "taken 4, Kite card".
func lineText(l store.ShelfLine) string {
	text := l.What
	switch n := l.Hand + l.Kept; {
	case l.What == "counted" || l.What == "undone":
		text += fmt.Sprintf(" %+d", n)
	case n != 0:
		text += fmt.Sprintf(" %d", max(n, -n))
	}
	if l.Title != "" {
		text += ", " + l.Title
	}
	return text
}

// keptFor says who keeps some of an item back, and how many are not there for that.
func keptFor(e *ShelfEntry, keepers []store.Keeper) []string {
	out := keptBy(e.ID, keepers)
	switch short := e.Reserved - e.Item.Count; {
	case short == 1:
		out = append(out, "1 of these is not there")
	case short > 1:
		out = append(out, fmt.Sprintf("%d of these are not there", short))
	}
	return out
}

func keptBy(id string, keepers []store.Keeper) (out []string) {
	for _, k := range keepers {
		if k.Item == id {
			out = append(out, fmt.Sprintf("%s keeps back %d", k.Title, k.Count))
		}
	}
	return out
}

// held refuses to make another thing of one that is kept back, or to put it aside: whoever
// keeps it back is to give it back first. What is not there is nobody's.
func (s *shelves) held(ctx context.Context, id string, is func(store.ShelfItem) bool) error {
	says, err := s.keepers(ctx, id, is)
	if err == nil && says != "" {
		err = huma.Error409Conflict(says + " of these. Give that back first, below.")
	}
	return err
}

// fewer asks whether a count is meant so that is below what is kept back, and below what it was.
func (s *shelves) fewer(ctx context.Context, row store.ShelfItem, sure bool) error {
	says, err := s.keepers(ctx, row.ID, func(is store.ShelfItem) bool { return !sure && row.Count < is.Reserved && row.Count < is.Count })
	if err == nil && says != "" {
		err = huma.NewError(http.StatusPreconditionRequired, fmt.Sprintf("%s of these, and you count %d.", says, row.Count))
	}
	return err
}

// keepers says who keeps some of a thing back, where that is so and it is asked; empty where
// nobody does, and of what is not there.
func (s *shelves) keepers(ctx context.Context, id string, asked func(store.ShelfItem) bool) (string, error) {
	item, err := s.kept.Get(ctx, id)
	if errors.Is(err, store.ErrNotFound) || err == nil && (item.Reserved == 0 || !asked(item)) {
		return "", nil
	}
	if err != nil {
		return "", err
	}
	all, err := s.kept.Keepers(ctx)
	return strings.Join(keptBy(id, all), ", "), err
}

// sameSize tells whether two things are as large, however that was typed.
func (s *shelves) sameSize(a, b store.ShelfItem) bool {
	var one, two shelf.Item
	if json.Unmarshal([]byte(a.Document), &one) != nil || json.Unmarshal([]byte(b.Document), &two) != nil {
		return false
	}
	return one.SameSize(two, s.library.standard)
}
