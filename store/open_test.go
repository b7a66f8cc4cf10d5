package store

import (
	"bytes"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"
)

// write makes a data folder whose file is as a change leaves it.
func write(t *testing.T, change func(t *testing.T, file string)) string {
	t.Helper()
	dir := t.TempDir()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	for i := range 20 {
		if _, err := s.Jobs.Create(context.Background(), Draft{Title: fmt.Sprint("Kite card ", i), Document: strings.Repeat("{}", 4000)}); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	change(t, filepath.Join(dir, FileName))
	return dir
}

func do(t *testing.T, file, statement string) {
	t.Helper()
	db, err := sql.Open("sqlite", file)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := db.Exec(statement); err != nil {
		t.Fatal(err)
	}
	if err := db.Close(); err != nil {
		t.Fatal(err)
	}
}

// A data file that cannot be used is named, with what is wrong and what to do, in
// one line; it stays as it is to the byte.
func TestFaultsOfTheDataFileAreSaid(t *testing.T) {
	put := func(text string) func(*testing.T, string) {
		return func(t *testing.T, file string) {
			if err := os.WriteFile(file, []byte(text), 0o600); err != nil {
				t.Fatal(err)
			}
		}
	}
	for _, c := range []struct {
		what   string
		change func(*testing.T, string)
		want   string
	}{
		{"newer", func(t *testing.T, file string) {
			do(t, file, `INSERT INTO goose_db_version (version_id, is_applied) VALUES (93, 1)`)
		}, "is version 93, and this program knows versions up to"},
		{"empty", put(""), "is empty; restore a copy"},
		{"a text", put("Tide tables of the harbour, by the month"), "is not a data file of Yellow Parcel; restore a copy"},
		{"short", put("SQL"), "is not a data file of Yellow Parcel; restore a copy"},
		{"its head alone", put(magic), "is not a data file of Yellow Parcel; restore a copy"},
		{"another's database", func(t *testing.T, file string) {
			put("")(t, file)
			do(t, file, `CREATE TABLE tides (day TEXT)`)
		}, "is a database, but none of Yellow Parcel's; give another folder"},
		{"torn", func(t *testing.T, file string) {
			info, err := os.Stat(file)
			if err == nil {
				err = os.Truncate(file, info.Size()/2)
			}
			if err != nil {
				t.Fatal(err)
			}
		}, "is damaged; restore a copy"},
	} {
		dir := write(t, c.change)
		file := filepath.Join(dir, FileName)
		before, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		s, err := Open(dir)
		if err == nil {
			t.Errorf("%s: it was opened", c.what)
			_ = s.Close()
			continue
		}
		if text := err.Error(); !strings.HasPrefix(text, file+" "+c.want) || strings.Contains(text, "\n") {
			t.Errorf("%s: %s", c.what, text)
		}
		if after, err := os.ReadFile(file); err != nil || !bytes.Equal(before, after) {
			t.Errorf("%s: the file was changed: %v", c.what, err)
		}
	}
}

// What SQLite finds while it writes is said in the same words.
func TestFaultsOfTheDiskAreSaid(t *testing.T) {
	dir := write(t, func(*testing.T, string) {})
	file := filepath.Join(dir, FileName)
	for statement, want := range map[string]string{
		`PRAGMA query_only = 1; DELETE FROM jobs`:                             "cannot be written or read here",
		`PRAGMA max_page_count = 1; CREATE TABLE t AS SELECT * FROM jobs`:     "the disk is full",
		`ATTACH '/nowhere/at/all.db' AS a; CREATE TABLE a.t (one TEXT)`:       "cannot be written or read here",
		`PRAGMA writable_schema = 1; SELECT * FROM jobs WHERE nothing = here`: "cannot be opened (",
	} {
		db, err := sql.Open("sqlite", file)
		if err != nil {
			t.Fatal(err)
		}
		db.SetMaxOpenConns(1)
		_, err = db.Exec(statement)
		if said := fault(file, err); err == nil || !strings.Contains(said.Error(), want) || !errors.Is(said, err) {
			t.Errorf("%s: %v", statement, said)
		}
		_ = db.Close()
	}
	below := filepath.Join(file, "folder")
	if _, err := Open(below); err == nil || !strings.HasPrefix(err.Error(), below+" cannot be made a folder; ") {
		t.Errorf("%v", err)
	}
	if _, err := Read(t.TempDir()); err == nil || !strings.Contains(err.Error(), "is not there; give the folder") {
		t.Errorf("%v", err)
	}
}

// Of servers that start side by side one has the data file, and it is whole.
func TestOneServerHasTheDataFile(t *testing.T) {
	dir := t.TempDir()
	var all sync.WaitGroup
	var had [4]*Store
	var said [4]error
	for i := range had {
		all.Go(func() { had[i], said[i] = Open(dir) })
	}
	all.Wait()
	open := 0
	for i, s := range had {
		if s == nil {
			if want := filepath.Join(dir, FileName) + " is open in another Yellow Parcel; stop that one, "; !strings.HasPrefix(said[i].Error(), want) {
				t.Errorf("%v", said[i])
			}
			continue
		}
		open++
		if _, err := s.Jobs.Create(context.Background(), Draft{Title: "Kite card", Document: "{}"}); err != nil {
			t.Error(err)
		}
		// It is read beside the server.
		r, err := Read(dir)
		if err != nil {
			t.Fatal(err)
		}
		if jobs, err := r.Jobs.List(context.Background(), "", 0, 9); err != nil || len(jobs.Jobs) != 1 {
			t.Errorf("%v %v", jobs, err)
		}
		if _, err := r.Jobs.Create(context.Background(), Draft{Title: "Kite card", Document: "{}"}); err == nil {
			t.Error("a reader wrote")
		}
		if err := r.Close(); err != nil {
			t.Error(err)
		}
	}
	if open != 1 {
		t.Errorf("%d have it open", open)
	}
	for _, s := range had {
		if s == nil {
			continue
		}
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	}
	again, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	if err := again.Close(); err != nil {
		t.Error(err)
	}
	if info, err := os.Stat(filepath.Join(dir, FileName)); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("%v %v", info.Mode(), err)
	}
}

// A file half made by a server that was killed is made again.
func TestAFileHalfMadeIsMadeAgain(t *testing.T) {
	dir := t.TempDir()
	for _, name := range []string{newName, newName + "-journal"} {
		if err := os.WriteFile(filepath.Join(dir, name), []byte("half"), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Error(err)
	}
	names, err := os.ReadDir(dir)
	if err != nil || len(names) != 2 {
		t.Errorf("%v %v", names, err)
	}
}

func names(t *testing.T, dir string) (out []string) {
	t.Helper()
	all, err := os.ReadDir(dir)
	if err != nil {
		t.Fatal(err)
	}
	for _, one := range all {
		out = append(out, one.Name())
	}
	return out
}

// A copy is its owner's alone and leaves nothing beside it; none is made of nothing or of what is damaged.
func TestCopiesAreWhole(t *testing.T) {
	ctx, away := context.Background(), t.TempDir()
	dir := write(t, func(*testing.T, string) {})
	file := filepath.Join(away, "copy.db")
	if err := BackupOf(ctx, dir, file); err != nil {
		t.Fatal(err)
	}
	if info, err := os.Stat(file); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("%v", err)
	}
	if err := BackupOf(ctx, dir, file); err == nil || err.Error() != file+" is there already; give another name" {
		t.Errorf("%v", err)
	}
	nothing := t.TempDir()
	if err := BackupOf(ctx, nothing, filepath.Join(away, "two.db")); err == nil || !strings.Contains(err.Error(), "is not there") || len(names(t, nothing)) != 0 {
		t.Errorf("%v %v", err, names(t, nothing))
	}
	damaged := write(t, func(t *testing.T, file string) {
		text, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		copy(text[len(text)/2:], bytes.Repeat([]byte{7}, 9000))
		if err := os.WriteFile(file, text, 0o600); err != nil {
			t.Fatal(err)
		}
	})
	if err := BackupOf(ctx, damaged, filepath.Join(away, "three.db")); err == nil || !strings.Contains(err.Error(), "is damaged") {
		t.Errorf("%v", err)
	}
	if got := strings.Join(names(t, away), " "); got != "copy.db" {
		t.Errorf("%s", got)
	}
}

// What a restored copy takes the place of is kept, with what it had not taken over yet.
func TestRestoringKeepsWhatWasThere(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(t.TempDir(), "copy.db")
	title := func(dir, name string) string {
		t.Helper()
		s, err := reading(filepath.Join(dir, name))
		if err != nil {
			t.Fatal(err)
		}
		defer s.Close()
		all, err := s.Jobs.List(ctx, "", 0, 9)
		if err != nil {
			t.Fatal(err)
		}
		var out []string
		for _, j := range all.Jobs {
			out = append(out, j.Title)
		}
		return strings.Join(out, ", ")
	}
	if _, err := s.Jobs.Create(ctx, Draft{Title: "Harbour map", Document: "{}"}); err != nil {
		t.Fatal(err)
	}
	if err := s.Copies.Backup(ctx, file); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Jobs.Create(ctx, Draft{Title: "Kite card", Document: "{}"}); err != nil {
		t.Fatal(err)
	}
	if _, err := Restore(ctx, dir, file); err == nil || !strings.Contains(err.Error(), "is open in another Yellow Parcel") {
		t.Errorf("over an open one: %v", err)
	}
	// As a server that was killed leaves it: what it kept last is beside the file.
	killed := t.TempDir()
	for _, end := range []string{"", "-wal"} {
		text, err := os.ReadFile(filepath.Join(dir, FileName+end))
		if err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(filepath.Join(killed, FileName+end), text, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	for range 2 {
		kept, err := Restore(ctx, killed, file)
		if err != nil {
			t.Fatal(err)
		}
		if got := title(killed, FileName); got != "Harbour map" {
			t.Errorf("restored: %s", got)
		}
		if got := title(killed, filepath.Base(kept)); !strings.HasSuffix(got, "Harbour map") {
			t.Errorf("kept: %s", got)
		}
	}
	if got := names(t, killed); len(got) < 4 {
		t.Errorf("%v", got)
	}
	fresh := filepath.Join(t.TempDir(), "new")
	if kept, err := Restore(ctx, fresh, file); err != nil || kept != "" || title(fresh, FileName) != "Harbour map" {
		t.Errorf("%q %v", kept, err)
	}
	do(t, file, `INSERT INTO goose_db_version (version_id, is_applied) VALUES (93, 1)`)
	if _, err := Restore(ctx, fresh, file); err == nil || !strings.Contains(err.Error(), "is version 93") || title(fresh, FileName) != "Harbour map" {
		t.Errorf("a newer copy: %v", err)
	}
}

func TestSessionsEnd(t *testing.T) {
	s, ctx := open(t), context.Background()
	now := time.Now()
	for mark, until := range map[string]time.Time{"past": now.Add(-time.Minute), "to come": now.Add(time.Hour)} {
		if err := s.Sessions.Keep(ctx, mark, until); err != nil {
			t.Fatal(err)
		}
	}
	has := func(mark string, at time.Time) bool {
		t.Helper()
		ok, err := s.Sessions.Has(ctx, mark, at)
		if err != nil {
			t.Fatal(err)
		}
		return ok
	}
	if has("past", now) || !has("to come", now) || has("to come", now.Add(2*time.Hour)) || has("", now) {
		t.Error("a session is not as long as it was to be")
	}
	if err := errors.Join(s.Sessions.End(ctx, "to come"), s.Sessions.End(ctx, "to come")); err != nil || has("to come", now) {
		t.Errorf("ended: %v", err)
	}
}

// A data file that can be used is ready; one with a page gone bad says so.
func TestReadinessIsLookedAt(t *testing.T) {
	ctx := context.Background()
	whole, err := Open(write(t, func(*testing.T, string) {}))
	if err != nil {
		t.Fatal(err)
	}
	for range 2 {
		if err := whole.Health.Ready(ctx); err != nil {
			t.Error(err)
		}
	}
	if err := whole.Close(); err != nil {
		t.Fatal(err)
	}
	if err := whole.Health.Ready(ctx); err == nil {
		t.Error("a closed one is ready")
	}
	bad, err := Open(write(t, func(t *testing.T, file string) {
		text, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		copy(text[len(text)-9*4096:], bytes.Repeat([]byte{7}, 8192))
		if err := os.WriteFile(file, text, 0o600); err != nil {
			t.Fatal(err)
		}
	}))
	if err != nil {
		t.Fatal(err)
	}
	defer bad.Close()
	if err := bad.Health.Ready(ctx); err == nil || !strings.Contains(err.Error(), "is damaged") {
		t.Errorf("%v", err)
	}
}

// A disk that is full while a server runs: what was answered stays, what is refused
// says why, and once there is room it goes on.
func TestAFullDiskIsSaid(t *testing.T) {
	s, ctx := open(t), context.Background()
	s.db.SetMaxOpenConns(2) // one is held, so all else is the other's
	var pages int
	if err := s.db.Get(&pages, `PRAGMA page_count`); err != nil {
		t.Fatal(err)
	}
	limit := func(pages int) {
		t.Helper()
		if _, err := s.db.Exec(fmt.Sprint("PRAGMA max_page_count = ", pages)); err != nil {
			t.Fatal(err)
		}
	}
	limit(pages + 20)
	kept, says := 0, ""
	for says == "" && kept < 1000 {
		if _, err := s.Jobs.Create(ctx, Draft{Title: "Kite card", Document: strings.Repeat("x", 3000)}); err != nil {
			says = Trouble(err)
			break
		}
		kept++
	}
	if says != "The disk is full: nothing more can be kept until there is room. What was kept is whole." || kept == 0 {
		t.Fatalf("%d kept: %q", kept, says)
	}
	if err := s.Health.Ready(ctx); err != nil && !strings.Contains(err.Error(), "the disk is full") {
		t.Errorf("%v", err)
	}
	there, err := s.Jobs.List(ctx, "kite", 0, 1000)
	if err != nil || len(there.Jobs) != kept {
		t.Errorf("%d of %d are there, %v", len(there.Jobs), kept, err)
	}
	limit(1 << 30)
	if _, err := s.Jobs.Create(ctx, Draft{Title: "Kite card", Document: "{}"}); err != nil {
		t.Error(err)
	}
}

// A data file whose program died in the middle of a write has a journal beside it that
// puts it right: the next start goes by it, whichever way the file was written.
func TestAJournalLeftBehindIsGoneBy(t *testing.T) {
	for _, mode := range []string{"DELETE", "WAL"} {
		dir, after := write(t, func(*testing.T, string) {}), t.TempDir()
		file := filepath.Join(dir, FileName)
		db, err := sql.Open("sqlite", file)
		if err != nil {
			t.Fatal(err)
		}
		db.SetMaxOpenConns(1)
		// A cache of a few pages has SQLite write to the file before the end.
		for _, statement := range []string{
			"PRAGMA journal_mode = " + mode, "PRAGMA cache_size = 4", "BEGIN",
			`CREATE TABLE half AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 400) SELECT i, hex(zeroblob(1000)) FROM n`,
		} {
			if _, err := db.Exec(statement); err != nil {
				t.Fatal(mode, err)
			}
		}
		left, err := filepath.Glob(file + "*")
		if err != nil || len(left) < 2 {
			t.Fatal(mode, left, err)
		}
		for _, one := range left {
			if strings.HasSuffix(one, "-shm") {
				continue // a power cut leaves none
			}
			text, err := os.ReadFile(one)
			if err != nil {
				t.Fatal(err)
			}
			if err := os.WriteFile(filepath.Join(after, filepath.Base(one)), text, 0o600); err != nil {
				t.Fatal(err)
			}
		}
		if err := db.Close(); err != nil {
			t.Fatal(err)
		}
		s, err := Open(after)
		if err != nil {
			t.Errorf("%s: %v", mode, err)
			continue
		}
		var half int
		if err := s.db.Get(&half, `SELECT count(*) FROM sqlite_schema WHERE name = 'half'`); err != nil || half != 0 {
			t.Errorf("%s: %d tables of a write that came to no end, %v", mode, half, err)
		}
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	}
}
