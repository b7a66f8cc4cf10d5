package api

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"yellow-parcel/store"
)

func zipped(r map[string]string) string {
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	for name, text := range r {
		f, _ := w.Create(name) // a buffer takes all
		_, _ = f.Write([]byte(text))
	}
	_ = w.Close()
	return out.String()
}

// inside are the files of a zip file.
func inside(t *testing.T, text string) map[string]string {
	t.Helper()
	in, err := zip.NewReader(strings.NewReader(text), int64(len(text)))
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]string{}
	for _, f := range in.File {
		r, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		var b bytes.Buffer
		if _, err := b.ReadFrom(r); err != nil {
			t.Fatal(err)
		}
		out[f.Name] = b.String()
	}
	return out
}

// Everything goes out, comes in elsewhere as it was, and a second time changes nothing.
func TestEverythingIsTakenAlong(t *testing.T) {
	home, _ := serve(t, Settings{})
	if status, _, text := call(t, "POST", home.URL+"/api/v1/demo", "", nil); status != 200 {
		t.Fatal(text)
	}
	var carriers []CarrierEntry
	call(t, "GET", home.URL+"/api/v1/carriers", "", &carriers)
	us := carriers[slices.IndexFunc(carriers, func(c CarrierEntry) bool { return c.ID == "us" })]
	if status, _, text := call(t, "PUT", home.URL+"/api/v1/carriers/us?revision=0", us.Text, nil, yaml); status != 200 {
		t.Fatal(text)
	}
	_, head, file := call(t, "GET", home.URL+"/api/v1/archive.zip", "", nil)
	if head.Get("Content-Disposition") != `attachment; filename="yellow-parcel-2026-09-23.zip"` {
		t.Errorf("%v", head)
	}
	files := inside(t, file)
	names := make([]string, 0, len(files))
	for name := range files {
		names = append(names, name)
	}
	slices.Sort(names)
	if got := strings.Join(names, " "); got != "archive.json carriers/us.yaml jobs/000001.json jobs/000002.json jobs/000003.json jobs/000004.json jobs/000005.json jobs/000006.json logbook.json settings.json shelf.csv" {
		t.Errorf("%s", got)
	}
	away, kept := serve(t, Settings{})
	bring := func() (int, string) {
		var said BroughtIn
		status, _, text := call(t, "POST", away.URL+"/api/v1/archive.zip", file, &said, zipType)
		if status != 200 {
			return status, text
		}
		return said.Jobs, said.Text
	}
	if n, says := bring(); n != 6 || says != "6 jobs came in; 10 shelf lines came in; 41 logbook lines came in; 1 rules file of a carrier came in; settings came in." {
		t.Errorf("%d: %s", n, says)
	}
	_, _, again := call(t, "GET", away.URL+"/api/v1/archive.zip", "", nil)
	for name, text := range inside(t, again) {
		if name == "logbook.json" { // lines of one day may come in another order
			text, files[name] = sorted(text), sorted(files[name])
		}
		if text != files[name] {
			t.Errorf("%s came back otherwise:\n%.400s\n%.400s", name, files[name], text)
		}
	}
	if n, says := bring(); n != 0 || says != "6 jobs here already; 10 shelf lines here already; 41 logbook lines here already; 1 rules file of a carrier that has its own here; settings stay as they are here." {
		t.Errorf("twice: %d: %s", n, says)
	}
	// One changed since stays, and what it was comes in beside it.
	page, err := kept.Jobs.List(context.Background(), "kite", 0, 9)
	if err != nil || len(page.Jobs) != 1 {
		t.Fatal(len(page.Jobs), err)
	}
	one := page.Jobs[0]
	one.Document = strings.Replace(one.Document, `"quantity":24`, `"quantity":25`, 1)
	if _, err := kept.Jobs.Save(context.Background(), one.ID, one.Revision, one.Draft); err != nil {
		t.Fatal(err)
	}
	if n, says := bring(); n != 1 || !strings.HasPrefix(says, "1 job came in beside one changed here since; 5 jobs here already;") {
		t.Errorf("changed: %d: %s", n, says)
	}
}

func sorted(text string) string {
	lines := strings.Split(text, "\n")
	slices.Sort(lines)
	return strings.Join(lines, "\n")
}

// What is no archive, or is not whole, is refused by the file's name and changes nothing.
func TestArchivesThatAreWrongAreRefused(t *testing.T) {
	server, kept := serve(t, Settings{})
	const job = `{"format":"yellow-parcel-job","version":1,"title":"Kite card"}`
	list := func(files ...string) string {
		var jobs []map[string]string
		for i, f := range files {
			jobs = append(jobs, map[string]string{"file": f, "id": fmt.Sprint("id", i)})
		}
		text, _ := json.Marshal(map[string]any{"format": "yellow-parcel-archive", "version": 1, "jobs": jobs})
		return string(text)
	}
	for _, c := range []struct{ file, where, says string }{
		{"no zip at all", "archive", "not a zip file"},
		{zipped(nil), "archive.json", "is missing"},
		{zipped(map[string]string{"archive.json": "{"}), "archive.json", "is missing, or not the list"},
		{zipped(map[string]string{"archive.json": strings.Replace(list(), `"version":1`, `"version":7`, 1)}), "archive.json", "is version 7; this program reads version 1"},
		{zipped(map[string]string{"archive.json": list("jobs/000001.json")}), "jobs/000001.json", "is on the list and not there"},
		{zipped(map[string]string{"archive.json": list("../../etc/passwd")}), "archive.json", "is no job's file"},
		{zipped(map[string]string{"archive.json": list("jobs/000001.json"), "jobs/000001.json": job, "jobs/000002.json": job}), "jobs/000002.json", "is nothing an archive has"},
		{zipped(map[string]string{"archive.json": list("jobs/000001.json"), "jobs/000001.json": strings.Replace(job, "title", "tide", 1)}), "jobs/000001.json, tide", "not a field here"},
		{zipped(map[string]string{"archive.json": list("jobs/000001.json"), "jobs/000001.json": job, "shelf.csv": "kind,size,count\nboat,us-letter,3\n"}), "shelf.csv, line 2, kind", "is not kept on a shelf"},
		{zipped(map[string]string{"archive.json": list(), "settings.json": `{"mood":1}`}), "settings.json", "cannot be read"},
		{zipped(map[string]string{"archive.json": list(), "settings.json": `{"ruler":"a yard"}`}), "settings.json, ruler", ""},
		{zipped(map[string]string{"archive.json": list(), "carriers/us.yaml": "id: uk"}), "carriers/us.yaml", ""},
		{zipped(map[string]string{"archive.json": list(), "logbook.json": "[]"}), "logbook.json", ""},
		{zipped(map[string]string{"archive.json": list("jobs/000001.json"), "jobs/000001.json": strings.Repeat(" ", 9<<20)}), "jobs/000001.json", "larger than it can be (256 kB)"},
	} {
		status, _, text := call(t, "POST", server.URL+"/api/v1/archive.zip", c.file, nil, zipType)
		var said struct {
			Errors []struct{ Location, Message string }
		}
		if err := json.Unmarshal([]byte(text), &said); err != nil || status != 422 || len(said.Errors) == 0 {
			t.Errorf("%s %s: %d %s", c.where, c.says, status, text)
			continue
		}
		if e := said.Errors[0]; !strings.HasPrefix(e.Location, c.where) || !strings.Contains(e.Message, c.says) {
			t.Errorf("%s: %s, want %s: %s", e.Location, e.Message, c.where, c.says)
		}
	}
	page, err := kept.Jobs.List(context.Background(), "", 0, 9)
	if err != nil || len(page.Jobs) != 0 {
		t.Errorf("%d jobs came in, %v", len(page.Jobs), err)
	}
}

// A copy is made every day unless that is switched off, is whole, and those of 14 days are kept.
func TestACopyIsMadeEveryDay(t *testing.T) {
	ctx, dir, day := context.Background(), t.TempDir(), harvest
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	s := newService(kept, Settings{Now: func() time.Time { return day }}, nil)
	daily := func() string {
		t.Helper()
		if err := s.copies.daily(ctx); err != nil {
			t.Fatal(err)
		}
		all, err := s.copies.list(ctx, nil)
		if err != nil {
			t.Fatal(err)
		}
		var days []string
		for _, c := range all.Body.Copies {
			days = append(days, c.Day[5:])
		}
		return strings.Join(days, " ")
	}
	if got := daily(); got != "" {
		t.Errorf("of nothing: %s", got)
	}
	if _, err := kept.Jobs.Create(ctx, store.Draft{Title: "Kite card", Document: "{}"}); err != nil {
		t.Fatal(err)
	}
	for range 20 {
		daily()
		day = day.AddDate(0, 0, 1)
	}
	// A copy cut short, and a file of somebody's own.
	for _, name := range []string{"yellow-parcel-2026-09-01.db.123.part", "my own.db"} {
		if err := os.WriteFile(filepath.Join(dir, "copies", name), nil, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	// Of the days before the last 14, from Wed 23 Sep to Tue 29 Sep, the first of each week.
	want := "10-13 10-12 10-11 10-10 10-09 10-08 10-07 10-06 10-05 10-04 10-03 10-02 10-01 09-30 09-28 09-23"
	if got := daily(); got != want || daily() != want {
		t.Errorf("%s", got)
	}
	names, err := os.ReadDir(filepath.Join(dir, "copies"))
	if err != nil || len(names) != 17 || names[0].Name() != "my own.db" {
		t.Errorf("%v %v", names, err)
	}
	if err := store.Verify(ctx, filepath.Join(dir, "copies", "yellow-parcel-2026-10-13.db")); err != nil {
		t.Error(err)
	}
	if _, err := kept.Settings.Save(ctx, 0, `{"no_copies":true}`); err != nil {
		t.Fatal(err)
	}
	day = day.AddDate(0, 0, 1)
	if got := daily(); got != want {
		t.Errorf("switched off: %s", got)
	}
	out, err := s.copies.make(ctx, nil)
	if err != nil || out.Body.Daily || out.Body.Copies[0].Day != "2026-10-14" || !strings.HasPrefix(out.Body.Says, "The last good copy: Wed 14 Oct, ") || !strings.HasPrefix(out.Body.How, "yellow-parcel restore --data "+dir+" ") {
		t.Errorf("%+v %v", out.Body, err)
	}
}

func TestNamesAreQuotedForTheCommandLine(t *testing.T) {
	for name, want := range map[string]string{"/a/b-1.db": "/a/b-1.db", "": "''", "a b": "'a b'", "$(rm x)": "'$(rm x)'", "it's": `'it'\''s'`, "é": "'é'"} {
		if got := quoted(name); got != want {
			t.Errorf("%q is %s", name, got)
		}
	}
}

func zipType(r *http.Request) { r.Header.Set("Content-Type", "application/zip") }
