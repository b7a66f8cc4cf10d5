package store

import (
	"context"
	"errors"
	"path/filepath"
	"testing"
)

// Whoever opened something before a copy was put in the place of the data file does not
// save over what came after, however many changes there were before and since.
func TestRevisionsAreNeverGivenAgain(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	job, err := s.Jobs.Create(ctx, Draft{Title: "Harbour map", Document: "1"})
	if err != nil {
		t.Fatal(err)
	}
	change := func(s *Store, document string) int {
		t.Helper()
		kept, err := s.Jobs.Get(ctx, job.ID)
		if err == nil {
			kept, err = s.Jobs.Save(ctx, job.ID, kept.Revision, Draft{Title: "Harbour map", Document: document})
		}
		if err != nil {
			t.Fatal(err)
		}
		return kept.Revision
	}
	copied := filepath.Join(t.TempDir(), "copy.db")
	if err := s.Copies.Backup(ctx, copied); err != nil {
		t.Fatal(err)
	}
	given := map[int]bool{1: true, change(s, "2"): true, change(s, "3"): true}
	for range 3 {
		if err := s.Close(); err != nil {
			t.Fatal(err)
		}
		if _, err := Restore(ctx, dir, copied); err != nil {
			t.Fatal(err)
		}
		if s, err = Open(dir); err != nil {
			t.Fatal(err)
		}
		if kept, err := s.Jobs.Get(ctx, job.ID); err != nil || kept.Revision != 1 || kept.Document != "1" {
			t.Errorf("put back as %+v, %v", kept, err)
		}
		for n := range 3 {
			if r := change(s, string(rune('4'+n))); given[r] {
				t.Errorf("revision %d is given again", r)
			} else {
				given[r] = true
			}
		}
		for old := range given {
			kept, err := s.Jobs.Get(ctx, job.ID)
			if err != nil {
				t.Fatal(err)
			}
			if old == kept.Revision {
				continue
			}
			if _, err := s.Jobs.Save(ctx, job.ID, old, Draft{Title: "an old window's", Document: "9"}); !errors.Is(err, ErrConflict) {
				t.Errorf("over revision %d of before: %v", old, err)
			}
		}
	}
	if err := s.Close(); err != nil {
		t.Error(err)
	}
}

// A carrier that was taken away comes back as it was, unless another was made in its place.
func TestACarrierComesBack(t *testing.T) {
	ctx, s := context.Background(), open(t)
	if _, err := s.Carriers.Save(ctx, "island", 0, "id: island"); err != nil {
		t.Fatal(err)
	}
	if err := errors.Join(s.Carriers.Remove(ctx, "island"), s.Carriers.Restore(ctx, "island")); err != nil {
		t.Fatal(err)
	}
	if all, err := s.Carriers.All(ctx); err != nil || len(all) != 1 || all[0].Document != "id: island" || all[0].Revision != 3 {
		t.Errorf("%+v %v", all, err)
	}
	if err := s.Carriers.Restore(ctx, "island"); !errors.Is(err, ErrNotFound) {
		t.Errorf("of one that is there: %v", err)
	}
	if err := s.Carriers.Remove(ctx, "island"); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Carriers.Save(ctx, "island", 0, "id: other"); err != nil {
		t.Fatal(err)
	}
	if err := s.Carriers.Restore(ctx, "island"); !errors.Is(err, ErrNotFound) {
		t.Errorf("over one made in its place: %v", err)
	}
}
