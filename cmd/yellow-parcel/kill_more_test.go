package main

import (
	"archive/zip"
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/pressly/goose/v3"

	"yellow-parcel/store"
)

// clerk keeps one thing after another at a server, and notes which were answered.
type clerk struct {
	path  string // where they are posted
	body  string // with a place for the number of each
	n     int
	heard []int
}

func (c *clerk) work(url string, stop <-chan struct{}) {
	for {
		select {
		case <-stop:
			return
		default:
		}
		c.n++
		if _, ok := send(url+c.path, fmt.Sprintf(c.body, c.n)); !ok {
			return
		}
		c.heard = append(c.heard, c.n)
	}
}

// settler changes the settings, over what is kept.
type settler struct{ n, heard int }

func (s *settler) work(url string, stop <-chan struct{}) {
	client := http.Client{Timeout: 10 * time.Second}
	for {
		select {
		case <-stop:
			return
		default:
		}
		var kept struct{ Revision int }
		answer, err := client.Get(url + "/settings")
		if err != nil {
			return
		}
		err = json.NewDecoder(answer.Body).Decode(&kept)
		_ = answer.Body.Close()
		if err != nil {
			return
		}
		s.n++
		r, err := http.NewRequest("PUT", fmt.Sprintf("%s/settings?revision=%d", url, kept.Revision), strings.NewReader(fmt.Sprintf(`{"minute":"%d"}`, s.n)))
		if err != nil {
			return
		}
		r.Header.Set("Content-Type", "application/json")
		answer, err = client.Do(r)
		if err != nil {
			return
		}
		_ = answer.Body.Close()
		if answer.StatusCode == http.StatusOK {
			s.heard = s.n
		}
	}
}

// Whatever was answered is there after any kill, and the data file is whole every time.
func TestKillsLoseNothingThatWasAnswered(t *testing.T) {
	dir, r := t.TempDir(), rand.New(rand.NewPCG(7, 7))
	clerks := map[string]*clerk{
		"job":   {path: "/jobs", body: `{"format":"yellow-parcel-job","version":1,"title":"j%d.","card":{"width":"5","height":"7"}}`},
		"shelf": {path: "/shelf", body: `{"kind":"sheet","size":"us-letter","count":1,"paper":"p%d."}`},
		"log":   {path: "/log", body: `{"date":"2026-01-10","made":1,"notes":"n%d."}`},
	}
	set := &settler{}
	// On a slow machine a server may be killed before it answers anybody: until it did, it is tried again.
	unheard := func() bool {
		n := 0
		for _, c := range clerks {
			n += min(1, len(c.heard))
		}
		return n < len(clerks)
	}
	for n := 0; n < kills() || unheard() && n < 20*kills(); n++ {
		v := serving(t, dir)
		stop := make(chan struct{})
		var all sync.WaitGroup
		for _, c := range clerks {
			all.Go(func() { c.work(v.url, stop) })
		}
		all.Go(func() { set.work(v.url, stop) })
		time.Sleep(time.Duration(20+r.IntN(150)) * time.Millisecond)
		v.end()
		close(stop)
		all.Wait()
		if err := store.Verify(context.Background(), filepath.Join(dir, store.FileName)); err != nil {
			t.Fatal(err)
		}
	}
	there := whatIsKept(t, dir)
	heard := 0
	for what, c := range clerks {
		heard += len(c.heard)
		if len(c.heard) == 0 {
			t.Errorf("no %s was answered", what)
		}
		for _, n := range c.heard {
			if mark := fmt.Sprintf("%c%d.", map[string]byte{"job": 'j', "shelf": 'p', "log": 'n'}[what], n); !strings.Contains(there, mark) {
				t.Errorf("%s %d was answered and is gone", what, n)
			}
		}
	}
	kept := 0
	_, after, _ := strings.Cut(there, `"minute":"`)
	if _, err := fmt.Sscan(strings.SplitN(after, `"`, 2)[0], &kept); err != nil || kept < set.heard || kept > set.n {
		t.Errorf("settings %d were answered of %d, %d are kept: %v", set.heard, set.n, kept, err)
	}
	t.Logf("%d kills, %d answered", kills(), heard+set.heard)
}

// whatIsKept is every document in a folder.
func whatIsKept(t *testing.T, dir string) string {
	t.Helper()
	s, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	ctx, out := context.Background(), &strings.Builder{}
	if err := s.Whole(ctx, func(w store.Whole) error {
		return w.Jobs(func(j store.Job) error { _, err := out.WriteString(j.Document); return err })
	}); err != nil {
		t.Fatal(err)
	}
	shelf, err := s.Shelf.All(ctx)
	if err != nil {
		t.Fatal(err)
	}
	for _, i := range shelf {
		out.WriteString(i.Document)
	}
	log, err := s.Log.Newest(ctx, 0)
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range log {
		out.WriteString(e.Document)
	}
	set, err := s.Settings.Get(ctx)
	if err != nil {
		t.Fatal(err)
	}
	out.WriteString(set.Document)
	return out.String()
}

// killed starts a command and kills it after a while, unless it ends before.
func killed(t *testing.T, after time.Duration, args ...string) {
	t.Helper()
	line, err := json.Marshal(args)
	if err != nil {
		t.Fatal(err)
	}
	c := exec.Command(os.Args[0])
	c.Env = append(os.Environ(), commanded+"="+string(line))
	if err := c.Start(); err != nil {
		t.Fatal(err)
	}
	end := time.AfterFunc(after, func() { _ = c.Process.Kill() })
	_ = c.Wait()
	end.Stop()
}

// filled is a folder with so many jobs in it, all of a title.
func filled(t *testing.T, title string, jobs int) string {
	t.Helper()
	dir := t.TempDir()
	s, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	all := store.Everything{}
	for i := range jobs {
		all.Jobs = append(all.Jobs, store.Job{ID: fmt.Sprint(title, i), Draft: store.Draft{Title: title, Document: fmt.Sprintf(`{"notes":"%02000d"}`, i)}})
	}
	if _, err := s.BringIn(context.Background(), all); err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	return dir
}

// titles are the titles in a folder, each once, with how many there are.
func titles(t *testing.T, dir string) string {
	t.Helper()
	s, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	counts := map[string]int{}
	if err := s.Whole(context.Background(), func(w store.Whole) error {
		return w.Jobs(func(j store.Job) error { counts[j.Title]++; return nil })
	}); err != nil {
		t.Fatal(err)
	}
	var out []string
	for title, n := range counts {
		out = append(out, fmt.Sprintf("%d %s", n, title))
	}
	slices.Sort(out)
	return strings.Join(out, ", ")
}

// A first start, a copy and a restoring that are killed leave what was there, or
// what was to be, and nothing that looks whole and is not.
func TestKilledInTheMiddle(t *testing.T) {
	ctx, r := context.Background(), rand.New(rand.NewPCG(3, 3))
	some := func(most int) time.Duration { return time.Duration(r.IntN(most*1000)) * time.Microsecond }
	dir, other := filled(t, "old", 300), filled(t, "new", 300)
	copied, away := filepath.Join(other, store.FileName), t.TempDir()
	copies, restored := 0, 0
	for i := range kills() {
		fresh := t.TempDir()
		killed(t, 15*time.Millisecond+some(120), "serve", "--listen", "127.0.0.1:0", "--data", fresh)
		if got := titles(t, fresh); got != "" {
			t.Errorf("a first start left %s", got)
		}

		file := filepath.Join(away, fmt.Sprintf("copy%d.db", i))
		killed(t, 15*time.Millisecond+some(120), "backup", "--data", dir, file)
		if _, err := os.Stat(file); err == nil {
			copies++
			if err := store.Verify(ctx, file); err != nil {
				t.Error(err)
			}
		}

		killed(t, 15*time.Millisecond+some(120), "restore", "--data", dir, copied)
		switch got := titles(t, dir); got {
		case "300 old":
		case "300 new":
			restored++
			kept, err := filepath.Glob(filepath.Join(dir, store.FileName+".before-*"))
			if err != nil || len(kept) == 0 {
				t.Errorf("what was there is gone: %v", err)
			}
			dir = filled(t, "old", 300)
		default:
			t.Fatalf("%s", got)
		}
	}
	t.Logf("%d copies and %d restorings of %d came through", copies, restored, kills())
}

// older is a folder whose data file an older program wrote, with so many jobs in it.
func older(t *testing.T, jobs int) string {
	t.Helper()
	dir := t.TempDir()
	db, err := sql.Open("sqlite", filepath.Join(dir, store.FileName))
	if err != nil {
		t.Fatal(err)
	}
	steps, err := goose.NewProvider(goose.DialectSQLite3, db, os.DirFS("../../store/migrations"))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := steps.UpTo(context.Background(), 4); err != nil {
		t.Fatal(err)
	}
	for i := range jobs {
		if _, err := db.Exec(`INSERT INTO jobs (id, revision, title, quantity, document, created, updated) VALUES (?, 1, 'Kelp', 1, ?, '', ?)`,
			fmt.Sprint(i), fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":"Kelp","notes":"%0999d"}`, i), fmt.Sprintf("2026-01-01T00:%02d:%02dZ", i/60, i%60)); err != nil {
			t.Fatal(err)
		}
	}
	if err := db.Close(); err != nil {
		t.Fatal(err)
	}
	return dir
}

// An older data file whose bringing up to date is killed is brought up to date the
// next time, with every job in it, in order and found.
func TestKilledWhileBroughtUpToDate(t *testing.T) {
	r := rand.New(rand.NewPCG(9, 9))
	const jobs = 150
	for range max(1, kills()/3) {
		dir := older(t, jobs)
		for range 3 {
			killed(t, time.Duration(10+r.IntN(60))*time.Millisecond, "serve", "--listen", "127.0.0.1:0", "--data", dir)
		}
		s, err := store.Open(dir)
		if err != nil {
			t.Fatal(err)
		}
		page, err := s.Jobs.List(context.Background(), "kelp", 0, 2*jobs)
		if err != nil || len(page.Jobs) != jobs || page.Jobs[0].ID != fmt.Sprint(jobs-1) || page.Jobs[jobs-1].ID != "0" {
			t.Errorf("%d jobs are found, %v", len(page.Jobs), err)
		}
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	}
}

// Bringing in an archive is killed: all of it is there, or none.
func TestAKilledArchiveIsThereOrNot(t *testing.T) {
	dir, r := t.TempDir(), rand.New(rand.NewPCG(5, 5))
	const jobs = 200
	var listed []map[string]string
	for i := range jobs {
		listed = append(listed, map[string]string{"file": fmt.Sprintf("jobs/%06d.json", i+1), "id": fmt.Sprint("id", i)})
	}
	list, err := json.Marshal(map[string]any{"format": "yellow-parcel-archive", "version": 1, "jobs": listed})
	if err != nil {
		t.Fatal(err)
	}
	var file bytes.Buffer
	w := zip.NewWriter(&file)
	put := func(name, text string) {
		f, err := w.Create(name)
		if err == nil {
			_, err = f.Write([]byte(text))
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	put("archive.json", string(list))
	for i := range jobs {
		put(listed[i]["file"], fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":"moved","notes":"%d"}`, i))
	}
	if err := w.Close(); err != nil {
		t.Fatal(err)
	}
	came := 0
	for range kills() {
		v := serving(t, dir)
		end := time.AfterFunc(time.Duration(r.IntN(120))*time.Millisecond, func() { _ = v.Process.Kill() })
		answer, err := http.Post(v.url+"/archive.zip", "application/zip", bytes.NewReader(file.Bytes()))
		answered := err == nil && answer.StatusCode == http.StatusOK
		if err == nil {
			_ = answer.Body.Close()
		}
		end.Stop()
		v.end()
		got := titles(t, dir)
		if got != "" && got != fmt.Sprintf("%d moved", jobs) || answered && got == "" {
			t.Fatalf("answered %v: %s", answered, got)
		}
		if got != "" {
			came++
			dir = t.TempDir()
		}
	}
	t.Logf("%d of %d came in", came, kills())
}

// Copies made anew and thinned out, a damaged file that is mended, and a restoring
// over a file that has something to take over yet, each killed at any moment: there
// is always a good copy, a mended file is whole or not there, and what was kept is in
// the data file or in what is set aside.
func TestKilledWhileCopiesAreMade(t *testing.T) {
	ctx, r := context.Background(), rand.New(rand.NewPCG(11, 11))
	some := func(most int) time.Duration { return time.Duration(15000+r.IntN(most*1000)) * time.Microsecond }
	dir, other := filled(t, "old", 300), filled(t, "new", 300)
	copies := filepath.Join(dir, "copies")
	if err := os.MkdirAll(copies, 0o700); err != nil {
		t.Fatal(err)
	}
	good := filepath.Join(copies, "yellow-parcel-2020-01-01.db")
	if err := store.BackupOf(ctx, dir, good); err != nil {
		t.Fatal(err)
	}
	text, err := os.ReadFile(good)
	if err != nil {
		t.Fatal(err)
	}
	for day := range 40 { // more than are kept: every copy thins them out
		if err := os.WriteFile(filepath.Join(copies, fmt.Sprintf("yellow-parcel-2020-%02d-%02d.db", 2+day/28, 1+day%28)), text, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	broken := t.TempDir()
	bad := bytes.Clone(text)
	clear(bad[20*4096 : 21*4096])
	if err := os.WriteFile(filepath.Join(broken, store.FileName), bad, 0o600); err != nil {
		t.Fatal(err)
	}
	mends := 0
	for i := range kills() {
		v := serving(t, dir)
		end := time.AfterFunc(some(120), func() { _ = v.Process.Kill() })
		for range 3 {
			if _, ok := send(v.url+"/copies", ""); !ok {
				break
			}
		}
		end.Stop()
		v.end()
		s, err := store.Open(dir)
		if err != nil {
			t.Fatal(err)
		}
		if one, err := s.Copies.NewestGood(ctx); err != nil || one.File == "" {
			t.Fatalf("no good copy: %v", err)
		}
		if all, err := s.Copies.All(); err != nil || len(all) < store.CopyDays {
			t.Fatalf("%d copies, %v", len(all), err)
		}
		if err := s.Close(); err != nil {
			t.Fatal(err)
		}

		mended := filepath.Join(broken, fmt.Sprintf("mended%d.db", i))
		killed(t, some(250), "mend", "--data", broken, mended)
		if _, err := os.Stat(mended); err == nil {
			mends++
			if err := store.Verify(ctx, mended); err != nil {
				t.Error(err)
			}
		}

		// As a server that was killed leaves it: the last job is beside the data file.
		v = serving(t, dir)
		if _, ok := send(v.url+"/jobs", fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":"last %d","card":{"width":"5","height":"7"}}`, i)); !ok {
			t.Fatal("a job was not kept")
		}
		v.end()
		killed(t, some(120), "restore", "--data", dir, filepath.Join(other, store.FileName))
		all, err := filepath.Glob(filepath.Join(dir, store.FileName+".before-*"))
		if err != nil {
			t.Fatal(err)
		}
		found := false
		for _, name := range append([]string{filepath.Join(dir, store.FileName)}, all...) {
			if strings.HasSuffix(name, "-wal") || strings.HasSuffix(name, "-shm") {
				continue
			}
			if text, err := os.ReadFile(name); err == nil && bytes.Contains(text, fmt.Appendf(nil, "last %d\"", i)) {
				found = true
			} else if err != nil {
				t.Error(err)
			}
			if text, err := os.ReadFile(name + "-wal"); err == nil && bytes.Contains(text, fmt.Appendf(nil, "last %d\"", i)) {
				found = true
			}
		}
		if !found {
			t.Fatalf("job %d was answered and is nowhere", i)
		}
		if got := titles(t, dir); strings.Contains(got, "300 new") {
			for _, name := range all {
				if err := os.Remove(name); err != nil {
					t.Fatal(err)
				}
			}
			if _, err := store.Restore(ctx, dir, good); err != nil {
				t.Fatal(err)
			}
		} else if !strings.Contains(got, "300 old") {
			t.Fatalf("%s", got)
		}
	}
	t.Logf("%d kills each: %d mended files came through", kills(), mends)
}
