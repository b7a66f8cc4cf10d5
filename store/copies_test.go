package store

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"syscall"
	"testing"
	"time"
)

func daysOf(all []Copy) string {
	var out []string
	for _, c := range all {
		out = append(out, c.Day)
	}
	return strings.Join(out, " ")
}

// Which copies go, by hand: 2026-11-30 is a Monday.
func TestWhichCopiesGo(t *testing.T) {
	day := func(text string) time.Time {
		d, err := time.Parse(time.DateOnly, text)
		if err != nil {
			t.Fatal(err)
		}
		return d
	}
	// every are the copies of so many days up to one, so many days apart, the newest first.
	every := func(last string, n, apart int) (out []Copy) {
		for i := range n {
			out = append(out, Copy{Day: day(last).AddDate(0, 0, -i*apart).Format(time.DateOnly)})
		}
		return out
	}
	for _, c := range []struct {
		name, today string
		all         []Copy
		kept        string
	}{
		{"few", "2026-11-30", every("2026-11-30", 3, 1), "2026-11-30 2026-11-29 2026-11-28"},
		{"away for a year", "2027-11-30", every("2026-11-30", 3, 1), "2026-11-30 2026-11-29 2026-11-28"},
		{"the first of the week before", "2026-11-30", every("2026-11-30", 20, 1),
			"2026-11-30 2026-11-29 2026-11-28 2026-11-27 2026-11-26 2026-11-25 2026-11-24 2026-11-23 2026-11-22 2026-11-21 2026-11-20 2026-11-19 2026-11-18 2026-11-17 " +
				"2026-11-16 2026-11-11"},
		{"months", "2026-11-30", every("2026-11-30", 400, 1),
			"2026-11-30 2026-11-29 2026-11-28 2026-11-27 2026-11-26 2026-11-25 2026-11-24 2026-11-23 2026-11-22 2026-11-21 2026-11-20 2026-11-19 2026-11-18 2026-11-17 " +
				"2026-11-16 2026-11-09 2026-11-02 2026-10-26 2026-10-19 2026-10-12 2026-10-05 2026-09-28 " +
				"2026-09-01 2026-08-01 2026-07-01 2026-06-01 2026-05-01 2026-04-01 2026-03-01 2026-02-01 2026-01-01 2025-12-01 2025-11-01 2025-10-27"},
		{"of days to come", "2026-11-30", append(every("2031-01-01", 2, 1), every("2026-11-30", 16, 1)...),
			"2031-01-01 2030-12-31 2026-11-30 2026-11-29 2026-11-28 2026-11-27 2026-11-26 2026-11-25 2026-11-24 2026-11-23 2026-11-22 2026-11-21 2026-11-20 2026-11-19 2026-11-18 2026-11-17 2026-11-16 2026-11-15"},
		{"of no day there is", "2026-11-30", append(every("2026-11-30", 16, 1), Copy{Day: "2026-02-31"}, Copy{Day: "2025-01-01"}),
			"2026-11-30 2026-11-29 2026-11-28 2026-11-27 2026-11-26 2026-11-25 2026-11-24 2026-11-23 2026-11-22 2026-11-21 2026-11-20 2026-11-19 2026-11-18 2026-11-17 2026-11-16 2026-11-15 2026-02-31 2025-01-01"},
	} {
		more := tooMany(c.all, c.today)
		left := slices.DeleteFunc(slices.Clone(c.all), func(one Copy) bool { return slices.Contains(more, one) })
		if got := daysOf(left); got != c.kept {
			t.Errorf("%s:\n%s, want\n%s", c.name, got, c.kept)
		}
	}
	// Day by day for three years: never fewer than there can be, and old ones are there.
	var all []Copy
	for i := range 1100 {
		today := day("2026-01-01").AddDate(0, 0, i).Format(time.DateOnly)
		all = append([]Copy{{Day: today}}, all...)
		more := tooMany(all, today)
		all = slices.DeleteFunc(all, func(one Copy) bool { return slices.Contains(more, one) })
		if len(all) < min(i+1, CopyDays) || len(all) > CopyDays+CopyWeeks+CopyMonths {
			t.Fatalf("%d copies on %s", len(all), today)
		}
	}
	if len(all) != CopyDays+CopyWeeks+CopyMonths || all[len(all)-1].Day > "2027-12-01" {
		t.Errorf("%s", daysOf(all))
	}
}

// A data file that is damaged on some day, whatever page of it, while clocks jump and
// nobody is there for weeks: a good copy of before always stands, and what is said
// names the data file.
func TestAGoodCopyAlwaysStands(t *testing.T) {
	source := filepath.Join(workshop(t), FileName)
	text, err := os.ReadFile(source)
	if err != nil {
		t.Fatal(err)
	}
	r, times, lost, noticed := rand.New(rand.NewPCG(6, 6)), asked("YELLOW_PARCEL_COPIES", 6), 0, 0
	for range times {
		dir := t.TempDir()
		file := filepath.Join(dir, FileName)
		if err := os.WriteFile(file, text, 0o600); err != nil {
			t.Fatal(err)
		}
		today, breaks, broken := time.Date(2026, 11, 1, 9, 0, 0, 0, time.UTC), 3+r.IntN(20), false
		for n := range 30 {
			switch r.IntN(8) {
			case 0:
				today = today.AddDate(0, 0, 40) // away
			case 1:
				today = today.AddDate(r.IntN(5)-2, 0, 0) // a clock that is wrong
			default:
				today = today.AddDate(0, 0, 1)
			}
			if n == breaks {
				bad := append([]byte{}, text...)
				page := 2 + r.IntN(len(bad)/4096-2)
				spoil(bad[(page-1)*4096:page*4096], r)
				if err := os.WriteFile(file, bad, 0o600); err != nil {
					t.Fatal(err)
				}
			}
			s, err := Open(dir)
			if err != nil {
				broken = n >= breaks && broken || n >= breaks
				continue
			}
			if n < 2 || n >= breaks || r.IntN(4) == 0 {
				err := s.Copies.Make(context.Background(), today)
				var f *Fault
				if err != nil && (!errors.As(err, &f) || f.File != file || !strings.HasPrefix(f.What, "is damaged")) {
					t.Errorf("%v", err)
				}
				if got := s.Copies.Failed(); (got == nil) != (err == nil) {
					t.Errorf("%v is said of %v", got, err)
				}
				broken = broken || err != nil
			}
			if err := s.Close(); err != nil && !broken {
				t.Error(err)
			}
		}
		if broken {
			noticed++
		}
		s := storeOf(guarded{}, file)
		if good, err := s.Copies.NewestGood(context.Background()); err != nil || good.File == "" {
			lost++
			t.Errorf("no good copy stands: %v", err)
		}
		all, err := s.Copies.All()
		if err != nil {
			t.Fatal(err)
		}
		before := 0
		for _, c := range all {
			if info, err := os.Stat(c.File); err == nil && Verify(context.Background(), c.File) == nil && info.Size() > int64(len(text))/2 {
				before++
			}
		}
		if before == 0 {
			lost++
			t.Error("none of the copies has what was kept")
		}
		if err := os.RemoveAll(dir); err != nil {
			t.Fatal(err)
		}
	}
	t.Logf("%d data files over 30 days each, %d of them seen to be damaged: %d without a good copy", times, noticed, lost)
}

// A disk that has no hard links, as memory cards have none, takes copies all the same.
func TestCopiesWithoutHardLinks(t *testing.T) {
	before := link
	t.Cleanup(func() { link = before })
	link = func(string, string) error { return &os.LinkError{Op: "link", Err: syscall.EPERM} }
	ctx, dir := context.Background(), write(t, func(*testing.T, string) {})
	file := filepath.Join(t.TempDir(), "copy.db")
	if err := BackupOf(ctx, dir, file); err != nil {
		t.Fatal(err)
	}
	if err := BackupOf(ctx, dir, file); err == nil || err.Error() != file+" is there already; give another name" {
		t.Errorf("%v", err)
	}
	if err := giveNew(file, filepath.Join(dir, FileName)); !os.IsExist(err) {
		t.Errorf("over a file: %v", err)
	}
	kept, err := Restore(ctx, dir, file)
	if err != nil {
		t.Fatal(err)
	}
	for _, name := range []string{kept, file, filepath.Join(dir, FileName)} {
		if err := Verify(ctx, name); err != nil {
			t.Error(err)
		}
		if info, err := os.Stat(name); err != nil || info.Mode().Perm() != 0o600 {
			t.Errorf("%s: %v", name, err)
		}
	}
	if got := names(t, filepath.Dir(file)); len(got) != 1 {
		t.Errorf("%v", got)
	}
}

// What a killed server had yet to take over is in the file that is set aside, before
// anything takes its place.
func TestRestoringTakesOverFirst(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	for i := range 5 {
		if _, err := s.Jobs.Create(ctx, Draft{Title: fmt.Sprint("Tide table ", i), Document: "{}"}); err != nil {
			t.Fatal(err)
		}
	}
	killed := t.TempDir()
	for _, end := range []string{"", "-wal"} {
		text, err := os.ReadFile(filepath.Join(dir, FileName+end))
		if err == nil {
			err = os.WriteFile(filepath.Join(killed, FileName+end), text, 0o600)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	copied := filepath.Join(t.TempDir(), "copy.db")
	if err := errors.Join(s.Copies.Backup(ctx, copied), s.Close()); err != nil {
		t.Fatal(err)
	}
	kept, err := Restore(ctx, killed, copied)
	if err != nil {
		t.Fatal(err)
	}
	for _, end := range besideEnds {
		for _, name := range []string{kept, filepath.Join(killed, FileName)} {
			if _, err := os.Stat(name + end); !os.IsNotExist(err) {
				t.Errorf("%s is there: %v", name+end, err)
			}
		}
	}
	alone := filepath.Join(t.TempDir(), "alone.db")
	text, err := os.ReadFile(kept)
	if err == nil {
		err = os.WriteFile(alone, text, 0o600)
	}
	if err != nil {
		t.Fatal(err)
	}
	if jobs := rowsOf(t, alone)["jobs"]; len(jobs) != 5 {
		t.Errorf("%d jobs are in the file that was set aside", len(jobs))
	}
}

// A copy knows whether anything was kept since.
func TestACopyIsOldOnceSomethingWasKept(t *testing.T) {
	ctx, s := context.Background(), open(t)
	day := time.Date(2026, 11, 30, 0, 0, 0, 0, time.UTC)
	changed := func() bool {
		t.Helper()
		all, err := s.Copies.All()
		if err != nil || len(all) != 1 {
			t.Fatalf("%v %v", all, err)
		}
		out, err := s.Copies.ChangedSince(ctx, all[0])
		if err != nil {
			t.Fatal(err)
		}
		return out
	}
	job, err := s.Jobs.Create(ctx, Draft{Title: "Harbour map", Document: "{}"})
	if err != nil {
		t.Fatal(err)
	}
	item, err := s.Shelf.Put(ctx, ShelfItem{Kind: "sheet", Size: "us-letter", Document: "{}", Count: 7})
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct {
		name   string
		change func() error
	}{
		{"a job", func() error {
			_, err := s.Jobs.Save(ctx, job.ID, 1, Draft{Title: "Harbour map", Document: "[]"})
			return err
		}},
		{"put aside", func() error { return s.Jobs.Remove(ctx, job.ID, true) }},
		{"settings", func() error { _, err := s.Settings.Save(ctx, 0, "{}"); return err }},
		{"a carrier", func() error { _, err := s.Carriers.Save(ctx, "island", 0, "id: island"); return err }},
		{"the log", func() error { _, err := s.Log.Put(ctx, LogEntry{Date: "2026-01-10", Document: "{}"}); return err }},
		{"the shelf", func() error { return s.Shelf.Remove(ctx, item.ID, true) }},
		{"a gang", func() error { _, err := s.Gangs.Create(ctx, "Two", "{}", ""); return err }},
		{"a making", func() error { _, err := s.Makings.Create(ctx, Making{}, MakingPlan{}); return err }},
		{"a use", func() error {
			_, err := s.Shelf.Take(ctx, Taking{Job: job.ID, State: "reserved"}, nil, nil, "")
			return err
		}},
		{"nothing", nil},
	} {
		name, change := c.name, c.change
		if err := s.Copies.Make(ctx, day); err != nil {
			t.Fatal(err)
		}
		if changed() {
			t.Errorf("%s: changed before it was", name)
		}
		if change == nil {
			continue
		}
		if err := change(); err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		if !changed() {
			t.Errorf("%s: not changed", name)
		}
	}
}
