package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// held is an open data file with so many jobs answered for.
func held(t *testing.T, jobs int) (s *Store, dir string) {
	t.Helper()
	dir = t.TempDir()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	for i := range jobs {
		if _, err := s.Jobs.Create(context.Background(), Draft{Title: fmt.Sprint("Lantern ", i), Document: "{}"}); err != nil {
			t.Fatal(err)
		}
	}
	return s, dir
}

// jobsIn counts the jobs of a file as a server that starts on it alone reads it.
func jobsIn(t *testing.T, file string) int {
	t.Helper()
	alone := filepath.Join(t.TempDir(), FileName)
	text, err := os.ReadFile(file)
	if err == nil {
		err = os.WriteFile(alone, text, 0o600)
	}
	if err != nil {
		t.Fatal(err)
	}
	return len(rowsOf(t, alone)["jobs"])
}

// Whatever is taken away from under a running server, that is noticed at the next
// look or change, nothing more is taken for kept, and all that was answered before
// is where it is said to be.
func TestWhatIsTakenAwayIsNoticed(t *testing.T) {
	ctx := context.Background()
	old, other := filepath.Join(t.TempDir(), "old"), filepath.Join(write(t, func(*testing.T, string) {}), FileName)
	copyOver := func(from, to string) error {
		in, err := os.Open(from)
		if err != nil {
			return err
		}
		defer in.Close()
		out, err := os.Create(to + ".sync")
		if err != nil {
			return err
		}
		_, err = io.Copy(out, in)
		return errors.Join(err, out.Close(), os.Rename(to+".sync", to))
	}
	for name, take := range map[string]func(file string) error{
		"the log is cleaned away": func(file string) error { return os.Remove(file + "-wal") },
		"both are":                func(file string) error { return errors.Join(os.Remove(file+"-wal"), os.Remove(file+"-shm")) },
		"the index is":            func(file string) error { return os.Remove(file + "-shm") },
		"an older log comes back": func(file string) error { return copyOver(old, file+"-wal") },
		"another file comes":      func(file string) error { return copyOver(other, file) },
		"the data file goes":      func(file string) error { return os.Remove(file) },
		"the whole folder is moved": func(file string) error {
			return errors.Join(os.Remove(file), os.Remove(file+"-wal"), os.Remove(file+"-shm"))
		},
	} {
		for _, first := range []string{"a look", "a change", "a change and a kill"} {
			s, dir := held(t, 20)
			file := filepath.Join(dir, FileName)
			if err := copyOver(file+"-wal", old); err != nil {
				t.Fatal(err)
			}
			for i := range 5 {
				if _, err := s.Jobs.Create(ctx, Draft{Title: fmt.Sprint("Later ", i), Document: "{}"}); err != nil {
					t.Fatal(err)
				}
			}
			if err := take(file); err != nil {
				t.Fatal(err)
			}
			var err error
			if first == "a look" {
				err = s.Health.Same()
			} else {
				_, err = s.Jobs.Create(ctx, Draft{Title: "After", Document: "{}"})
			}
			var f *Fault
			if !errors.As(err, &f) || f.File != file || Trouble(err) == "" {
				t.Fatalf("%s, %s: %v", name, first, err)
			}
			if err := s.Health.Ready(ctx); err == nil || err.Error() != f.Error() {
				t.Errorf("%s, %s: ready says %v", name, first, err)
			}
			if _, err := s.Settings.Save(ctx, 0, "{}"); err == nil {
				t.Errorf("%s, %s: a change after it was kept", name, first)
			}
			if page, err := s.Jobs.List(ctx, "", 0, 99); err != nil || len(page.Jobs) < 25 {
				t.Errorf("%s, %s: %d jobs can still be read, %v", name, first, len(page.Jobs), err)
			}
			where := file
			if _, after, ok := strings.Cut(f.What, "all that was kept until then is in "); ok {
				where = after
			} else if !strings.HasSuffix(f.What, "; all that was kept is in the data file") {
				t.Errorf("%s, %s: %s", name, first, f.What)
			}
			if first == "a change and a kill" {
				// A server that starts on what lies there, this one not having come to its end.
				if n := jobsIn(t, where); n < 25 {
					t.Errorf("%s, %s: %d jobs are in %s", name, first, n, where)
				}
				if _, err := os.Stat(where + "-wal"); where == file && name != "the index is" && !os.IsNotExist(err) {
					t.Errorf("%s: something is beside it: %v", name, err)
				}
			}
			if err := s.Close(); err != nil && where == file {
				t.Errorf("%s, %s: %v", name, first, err)
			}
			if n := jobsIn(t, where); n < 25 || n > 26 {
				t.Errorf("%s, %s: %d jobs are in %s", name, first, n, where)
			}
			if where != file {
				continue
			}
			again, err := Open(dir)
			if err != nil {
				t.Fatal(err)
			}
			if err := errors.Join(again.Health.Ready(ctx), again.Close()); err != nil {
				t.Errorf("%s, %s: started anew: %v", name, first, err)
			}
		}
	}
}

// No connection is opened to other files once they were taken away.
func TestNoConnectionMixesTwoFiles(t *testing.T) {
	s, dir := held(t, 3)
	defer s.Close()
	if err := os.Remove(filepath.Join(dir, FileName+"-wal")); err != nil {
		t.Fatal(err)
	}
	ctx := context.Background()
	for range 20 {
		c, err := s.db.Conn(ctx)
		if err != nil {
			return
		}
		defer c.Close()
	}
	t.Error("connections were opened")
}
