package store

import (
	"context"
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/jmoiron/sqlx"
)

// BenchmarkListOfMany lists and searches 100,000 jobs, as the Jobs page does.
func BenchmarkListOfMany(b *testing.B) {
	s, err := Open(b.TempDir())
	if err != nil {
		b.Fatal(err)
	}
	defer s.Close()
	ctx := context.Background()
	nouns := []string{"kite", "lantern", "harbour", "ferry", "tide-table", "lighthouse", "chart", "map", "note", "ticket"}
	r := rand.New(rand.NewPCG(1, 2))
	err = s.db.within(ctx, func(tx *sqlx.Tx) error {
		for i := range 100_000 {
			title := fmt.Sprintf("%s %s %d", nouns[r.IntN(10)], nouns[r.IntN(10)], i)
			j := Job{ID: fmt.Sprint(i), Revision: 1, Draft: Draft{Title: title, Document: fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"notes":"%0900d"}`, i), Words: "us-a7 corner fold " + nouns[r.IntN(10)]}, Updated: fmt.Sprintf("2026-01-01T%09d", r.IntN(1e9))}
			if i%997 == 0 {
				j.Due = fmt.Sprintf("2027-%02d-%02d", 1+r.IntN(12), 1+r.IntN(28))
			}
			if err := insert(ctx, tx, &j); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		b.Fatal(err)
	}
	for _, search := range []string{"", "k", "kite lantern", "99999", "us-a7 corner"} {
		b.Run("search="+search, func(b *testing.B) {
			for b.Loop() {
				page, err := s.Jobs.List(ctx, search, 0, 60)
				if err != nil || len(page.Jobs) == 0 {
					b.Fatal(len(page.Jobs), err)
				}
			}
		})
	}
}
