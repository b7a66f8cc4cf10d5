package store

import (
	"context"
	"errors"
	"path/filepath"
	"strings"
	"sync"
	"testing"
)

func open(t *testing.T) *Store {
	t.Helper()
	s, err := Open(filepath.Join(t.TempDir(), "a folder, with 100% odd # letters?"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	})
	return s
}

func TestStaleSaveIsRefusedAndChangesNothing(t *testing.T) {
	s, ctx := open(t), context.Background()
	j, err := s.Jobs.Create(ctx, Draft{Title: "Kite card", Quantity: 12, Document: `{"a":1}`})
	if err != nil {
		t.Fatal(err)
	}
	mine, err := s.Jobs.Save(ctx, j.ID, 1, Draft{Title: "Kite card, blue", Quantity: 12, Document: `{"a":2}`})
	if err != nil || mine.Revision != 2 || mine.Title != "Kite card, blue" {
		t.Fatalf("%+v %v", mine, err)
	}
	kept, err := s.Jobs.Save(ctx, j.ID, 1, Draft{Title: "Kite card, red", Quantity: 12, Document: `{"a":3}`})
	if !errors.Is(err, ErrConflict) || kept.Document != `{"a":2}` || kept.Revision != 2 {
		t.Errorf("%+v %v", kept, err)
	}
	if _, err := s.Jobs.Save(ctx, "nowhere", 1, Draft{Title: "", Quantity: 0, Document: ""}); !errors.Is(err, ErrNotFound) {
		t.Errorf("%v", err)
	}
}

// An answer may be lost on its way: what comes again by the same edit is the same.
func TestAnEditThatComesTwiceIsOne(t *testing.T) {
	s, ctx := open(t), context.Background()
	first := Draft{Title: "Kite card", Document: `{"a":1}`, Edit: "one"}
	j, err := s.Jobs.Create(ctx, first)
	again, twice := s.Jobs.Create(ctx, first)
	if err != nil || twice != nil || again.ID != j.ID {
		t.Errorf("a job made twice: %v and %v, %v, %v", j.ID, again.ID, err, twice)
	}
	second := Draft{Title: "Kite card", Document: `{"a":2}`, Edit: "two"}
	for range 2 {
		kept, err := s.Jobs.Save(ctx, j.ID, 1, second)
		if err != nil || kept.Revision != 2 || kept.Document != `{"a":2}` {
			t.Errorf("%+v %v", kept, err)
		}
	}
	second.Edit = "three"
	if _, err := s.Jobs.Save(ctx, j.ID, 1, second); !errors.Is(err, ErrConflict) {
		t.Errorf("another's edit over the same revision: %v", err)
	}
	if list, err := s.Jobs.List(ctx, "", 0, 9); err != nil || len(list.Jobs) != 1 {
		t.Errorf("%d jobs, %v", len(list.Jobs), err)
	}
}

func TestSettingsHaveRevisions(t *testing.T) {
	s, ctx := open(t), context.Background()
	if kept, err := s.Settings.Get(ctx); err != nil || kept != (Settings{}) {
		t.Errorf("before any: %+v %v", kept, err)
	}
	if kept, err := s.Settings.Save(ctx, 0, "a"); err != nil || kept != (Settings{1, "a"}) {
		t.Errorf("the first: %+v %v", kept, err)
	}
	if kept, err := s.Settings.Save(ctx, 1, "b"); err != nil || kept != (Settings{2, "b"}) {
		t.Errorf("over it: %+v %v", kept, err)
	}
	for _, stale := range []int{0, 1, 3} {
		if kept, err := s.Settings.Save(ctx, stale, "c"); !errors.Is(err, ErrConflict) || kept != (Settings{2, "b"}) {
			t.Errorf("over revision %d: %+v %v", stale, kept, err)
		}
	}
}

func TestOfManySavesOfOneRevisionOneWins(t *testing.T) {
	s, ctx := open(t), context.Background()
	j, _ := s.Jobs.Create(ctx, Draft{Title: "Ferry ticket", Quantity: 1, Document: "{}"})
	var wins sync.Map
	var wait sync.WaitGroup
	for i := range 8 {
		wait.Go(func() {
			if _, err := s.Jobs.Save(ctx, j.ID, 1, Draft{Title: "t", Quantity: 1, Document: "{}"}); err == nil {
				wins.Store(i, true)
			} else if !errors.Is(err, ErrConflict) {
				t.Error(err)
			}
		})
	}
	wait.Wait()
	n := 0
	wins.Range(func(any, any) bool { n++; return true })
	if n != 1 {
		t.Errorf("%d of 8 saves went through", n)
	}
}

func TestListSearchesAndRemovedComesBack(t *testing.T) {
	s, ctx := open(t), context.Background()
	kite, _ := s.Jobs.Create(ctx, Draft{Title: "Kite card", Quantity: 1, Words: "us-square-6 Düne, ÉCLAIR", Document: `{"format":"x"}`})
	if _, err := s.Jobs.Create(ctx, Draft{Title: "100% cotton note", Quantity: 1, Document: `{}`}); err != nil {
		t.Fatal(err)
	}
	count := func(search string) int {
		all, err := s.Jobs.List(ctx, search, 0, 9)
		if err != nil {
			t.Fatal(err)
		}
		return len(all.Jobs)
	}
	for search, want := range map[string]int{"": 2, "kite": 1, "card kite": 1, "square-6": 1, "100%": 1, "%": 0, "ferry": 0, "_": 0, "'": 0,
		"ki": 1, "ite": 0, "éclair": 1, "eclair dune": 1, "DÜNE": 1, "cotton kite": 0, "format": 0, "note AND": 0, `"kite`: 1, "kite*": 1, "words:kite": 0} {
		if got := count(search); got != want {
			t.Errorf("%q finds %d, want %d", search, got, want)
		}
	}
	if err := s.Jobs.Remove(ctx, kite.ID, true); err != nil || count("") != 1 {
		t.Errorf("removed: %v, %d left", err, count(""))
	}
	if _, err := s.Jobs.Get(ctx, kite.ID); !errors.Is(err, ErrNotFound) {
		t.Errorf("a removed job is given: %v", err)
	}
	if err := s.Jobs.Remove(ctx, kite.ID, false); err != nil || count("") != 2 {
		t.Errorf("brought back: %v, %d", err, count(""))
	}
	if err := s.Jobs.Remove(ctx, "nowhere", true); !errors.Is(err, ErrNotFound) {
		t.Errorf("%v", err)
	}
}

func TestBackupOpensAsAStore(t *testing.T) {
	s, ctx := open(t), context.Background()
	if _, err := s.Jobs.Create(ctx, Draft{Title: "Harbour map", Quantity: 1, Document: "{}"}); err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	file := filepath.Join(dir, FileName)
	if err := s.Copies.Backup(ctx, file); err != nil {
		t.Fatal(err)
	}
	if err := s.Copies.Backup(ctx, file); err == nil {
		t.Error("a backup wrote over a file")
	}
	copied, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer copied.Close()
	if all, err := copied.Jobs.List(ctx, "harbour", 0, 9); err != nil || len(all.Jobs) != 1 {
		t.Errorf("%v %v", all, err)
	}
}

func TestCarriersHaveRevisions(t *testing.T) {
	ctx := context.Background()
	s, err := Open(t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if k, err := s.Carriers.Save(ctx, "us", 0, "a"); err != nil || k.Revision != 1 {
		t.Errorf("%+v %v", k, err)
	}
	if k, err := s.Carriers.Save(ctx, "us", 1, "b"); err != nil || k.Revision != 2 || k.Document != "b" {
		t.Errorf("%+v %v", k, err)
	}
	if k, err := s.Carriers.Save(ctx, "us", 1, "c"); !errors.Is(err, ErrConflict) || k.Document != "b" {
		t.Errorf("a stale save: %+v %v", k, err)
	}
	if all, err := s.Carriers.All(ctx); err != nil || len(all) != 1 {
		t.Errorf("%v %v", all, err)
	}
	if err := s.Carriers.Remove(ctx, "us"); err != nil {
		t.Error(err)
	}
	if err := s.Carriers.Remove(ctx, "us"); !errors.Is(err, ErrNotFound) {
		t.Error(err)
	}
}

// Any search is answered; what a maker types is text, not a pattern.
func FuzzSearch(f *testing.F) {
	s, err := Open(f.TempDir())
	if err != nil {
		f.Fatal(err)
	}
	f.Cleanup(func() { _ = s.Close() })
	ctx := context.Background()
	for _, title := range []string{`100 % lantern_week`, `Kite \ "card"`, "Éclair d'été"} {
		if _, err := s.Jobs.Create(ctx, Draft{Title: title, Quantity: 1, Document: "{}"}); err != nil {
			f.Fatal(err)
		}
	}
	for _, text := range []string{"", "%", "_", `\`, `"`, "lantern", "' OR 1=1 --", "\x00", "\xff", strings.Repeat("a ", 40_000), strings.Repeat("a", 100_000)} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		page, err := s.Jobs.List(ctx, text, 0, 9)
		found := page.Jobs
		if err != nil {
			t.Fatalf("%.80q: %v", text, err)
		}
		if strings.TrimSpace(text) == "" && len(found) != 3 {
			t.Errorf("%q finds %d of 3", text, len(found))
		}
		// What the index is told is words alone, whatever was typed.
		if strings.ContainsAny(match(text), `\()^:-+`) || strings.Count(match(text), `"`)%2 != 0 {
			t.Errorf("%q is asked for as %s", text, match(text))
		}
	})
}

// Two entries without a name that are alike are two, here and in what comes in.
func TestWhatIsAlikeComesInAsOften(t *testing.T) {
	s, ctx := open(t), context.Background()
	line := LogEntry{Date: "2026-01-10", Document: `{"date":"2026-01-10"}`}
	for i, c := range []struct{ come, new int }{{2, 2}, {2, 0}, {3, 1}, {1, 0}} {
		all := Everything{}
		for range c.come {
			all.Log = append(all.Log, line)
		}
		got, err := s.BringIn(ctx, all)
		if err != nil || got.Came[OneEntry] != c.new || got.Here[OneEntry] != c.come-c.new {
			t.Errorf("%d: %+v %v", i, got, err)
		}
	}
}
