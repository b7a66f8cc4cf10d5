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

// taken takes everything out.
func taken(t *testing.T, base string) string {
	t.Helper()
	status, head, file := call(t, "GET", base+"/archive.zip", "", nil)
	if status != 200 || head.Get("Content-Disposition") != `attachment; filename="yellow-parcel-2026-09-23.zip"` {
		t.Fatalf("%d %v", status, head)
	}
	return file
}

// brought brings an archive in, and gives what is said of it.
func brought(t *testing.T, base, file, answer string) BroughtIn {
	t.Helper()
	var said BroughtIn
	if status, _, text := call(t, "POST", base+"/archive.zip"+answer, file, &said, zipType); status != 200 {
		t.Fatalf("%d %s", status, text)
	}
	return said
}

// answers are what a server says of everything that is kept, by what it was asked.
func answers(t *testing.T, base string) map[string]string {
	t.Helper()
	out := map[string]string{}
	get := func(path string) string {
		status, _, text := call(t, "GET", base+path, "", nil)
		out[path] = fmt.Sprint(status, " ", text)
		return text
	}
	each := func(path string, also ...string) {
		var all []struct{ ID string }
		text := get(path)
		if path == "/shelf" {
			text = text[strings.Index(text, `"items":`)+8 : strings.LastIndex(text, `,"uses":`)]
		}
		if err := json.Unmarshal([]byte(text), &all); err != nil {
			t.Fatalf("%s: %v", path, err)
		}
		for _, one := range all {
			for _, more := range also {
				get(path + "/" + one.ID + more)
			}
		}
	}
	until := time.Now().Add(20 * time.Second)
	for strings.Contains(get("/jobs?most=200"), `"stale":true`) && time.Now().Before(until) {
		time.Sleep(5 * time.Millisecond)
	}
	each("/jobs", "")
	for path, text := range out {
		var j Record
		if strings.HasPrefix(path, "/jobs/") && json.Unmarshal([]byte(strings.TrimPrefix(text, "200 ")), &j) == nil {
			status, _, plan := call(t, "POST", base+"/plan?of="+j.ID, written(t, j.Job), nil)
			out["plan of "+j.ID] = fmt.Sprint(status, " ", plan)
			get("/shelf/kept?job=" + j.ID)
		}
	}
	each("/gangs", "")
	each("/makings", "", "/drawings?plan=0")
	each("/shelf", "/lines")
	for _, path := range []string{"/log", "/log.csv", "/log/pictures", "/calendar", "/settings/job", "/carriers", "/catalog", "/shelf.csv"} {
		get(path)
	}
	return out
}

func written(t *testing.T, of any) string {
	t.Helper()
	text, err := json.Marshal(of)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

// differences are what two servers say otherwise.
func differences(a, b map[string]string) (out []string) {
	for path, text := range a {
		if b[path] != text {
			at := 0
			for at < min(len(text), len(b[path])) && text[at] == b[path][at] {
				at++
			}
			from := max(0, at-60)
			out = append(out, fmt.Sprintf("%s:\n %.160s\n %.160s", path, text[min(from, len(text)):], b[path][min(from, len(b[path])):]))
		}
	}
	for path := range b {
		if _, ok := a[path]; !ok {
			out = append(out, path+" is new")
		}
	}
	slices.Sort(out)
	return out
}

// furnished is a server where something of everything is kept: what the demonstration has, a carrier of one's own, a
// thing on the shelf that two jobs keep back and that a finished making took of, one that was undone, and things put aside.
func furnished(t *testing.T) (base string, kept *store.Store) {
	t.Helper()
	c := stocked(t, `{"name":"lantern","price":"0.78","currency":"USD","count":60}`)
	if status, _, text := call(t, "POST", c.base+"/demo", "", nil); status != 200 {
		t.Fatal(text)
	}
	var carriers []CarrierEntry
	call(t, "GET", c.base+"/carriers", "", &carriers)
	us := carriers[slices.IndexFunc(carriers, func(c CarrierEntry) bool { return c.ID == "us" })]
	island := strings.Replace(strings.Replace(us.Text, "id: us", "id: island", 1), "name: ", "name: Isle and ", 1)
	for id, text := range map[string]string{"us": us.Text, "island": island} {
		if status, _, text := call(t, "PUT", c.base+"/carriers/"+id+"?revision=0", text, nil, yaml); status != 200 {
			t.Fatal(text)
		}
	}
	a, b, d := c.begins("a"), c.begins("b"), c.begins("d")
	a.send(f)
	b.send(f, o)
	for _, job := range []string{b.job, d.job} {
		if status, _, text := call(t, "POST", c.base+"/shelf/uses", fmt.Sprintf(`{"job":%q,"state":"reserved"}`, job), nil); status != 200 {
			t.Fatal(text)
		}
	}
	var jobs []Summary
	call(t, "GET", c.base+"/jobs?search=kite", "", &jobs)
	for _, path := range []string{"/jobs/" + jobs[0].ID, "/makings/" + d.ID, "/carriers/island"} {
		if status, _, text := call(t, "DELETE", c.base+path, "", nil); status >= 300 {
			t.Fatalf("%s: %s", path, text)
		}
	}
	return c.base, c.kept
}

// Everything goes out, comes in elsewhere as it was, and a second time changes nothing.
func TestEverythingIsTakenAlong(t *testing.T) {
	home, _ := furnished(t)
	file := taken(t, home)
	var names []string
	for name := range inside(t, file) {
		names = append(names, strings.TrimRight(strings.TrimSuffix(name, ".json"), "0123456789"))
	}
	slices.Sort(names)
	if got := strings.Join(slices.Compact(names), " "); got != "archive carriers/island.yaml carriers/us.yaml gangs/ jobs/ logbook makings/ settings shelf" {
		t.Errorf("%s", got)
	}
	server, _ := serve(t, Settings{})
	away := server.URL + "/api/v1"
	said := brought(t, away, file, "")
	if said.Jobs != 9 || len(said.Changed)+len(said.Aside) != 0 || said.Text != "9 jobs came in; 1 gang came in; 5 makings came in; 11 shelf lines came in; 43 logbook lines came in; 2 carrier's rules files came in; settings came in." {
		t.Errorf("%+v", said)
	}
	for range 2 {
		for _, one := range differences(answers(t, home), answers(t, away)) {
			t.Error(one)
		}
		before := inside(t, file)
		for name, text := range inside(t, taken(t, away)) {
			if text != before[name] && name != "settings.json" && name != "archive.json" {
				t.Errorf("%s came back otherwise:\n%.400s\n%.400s", name, before[name], text)
			}
		}
		said = brought(t, away, file, "")
		if said.Jobs != 0 || len(said.Changed)+len(said.Aside) != 0 || said.Text != "9 jobs here already; 1 gang here already; 5 makings here already; 11 shelf lines here already; 43 logbook lines here already; 2 carrier's rules files here already; settings here already." {
			t.Errorf("again: %+v", said)
		}
	}
}

// What was changed here since is asked for once; what was put aside stays so, and is said.
func TestAnArchiveAsksOnce(t *testing.T) {
	home, _ := furnished(t)
	file, before := taken(t, home), answers(t, home)
	var jobs []Summary
	call(t, "GET", home+"/jobs?search=harbour+map", "", &jobs)
	var one Record
	call(t, "GET", home+"/jobs/"+jobs[0].ID, "", &one)
	change := func(quantity int) {
		t.Helper()
		one.Job.Quantity = quantity
		if status, _, text := call(t, "PUT", fmt.Sprint(home, "/jobs/", one.ID, "?revision=", one.Revision), written(t, one.Job), &one); status != 200 {
			t.Fatal(text)
		}
	}
	was := one.Job.Quantity
	change(41)
	var ferry []Summary
	call(t, "GET", home+"/jobs?search=ferry+ticket", "", &ferry)
	call(t, "DELETE", home+"/jobs/"+ferry[0].ID, "", nil)
	call(t, "PUT", home+"/settings?revision=99", `{"home":"uk"}`, nil)
	var kept KeptTools
	call(t, "GET", home+"/settings", "", &kept)
	if status, _, text := call(t, "PUT", fmt.Sprint(home, "/settings?revision=", kept.Revision), `{"home":"uk","unit":"mm"}`, nil); status != 200 {
		t.Fatal(text)
	}
	said := brought(t, home, file, "")
	asked := func() string {
		var out []string
		for _, c := range said.Changed {
			out = append(out, fmt.Sprint(c.Kind, " ", c.Title))
		}
		return strings.Join(out, ", ")
	}
	if asked() != "job "+jobs[0].Title+", settings Settings" || len(said.Aside) != 1 || said.Aside[0].Title != ferry[0].Title || said.Aside[0].Kind != "job" || said.Jobs != 0 {
		t.Errorf("%+v", said)
	}
	// The job stays as it is here; then nobody asks for it again, for the settings until they are answered.
	said = brought(t, home, file, "?answer=stay&only=job/"+one.ID)
	if asked() != "settings Settings" {
		t.Errorf("%+v", said)
	}
	said = brought(t, home, file, "?answer=take")
	if asked() != "" || !strings.Contains(said.Text, "1 job changed here, as answered") || !strings.Contains(said.Text, "settings came in") {
		t.Errorf("%+v", said)
	}
	if call(t, "GET", home+"/jobs/"+one.ID, "", &one); one.Job.Quantity != 41 {
		t.Errorf("%d cards", one.Job.Quantity)
	}
	// Of another day it is asked for again: what it was there comes in beside it, once.
	change(42)
	file = strings.Clone(taken(t, home))
	change(43)
	for i := range 2 {
		said = brought(t, home, file, "?answer=both")
		if said.Jobs != 1-i || asked() != "" {
			t.Errorf("%d: %+v", i, said)
		}
	}
	if call(t, "GET", home+"/jobs?search=harbour+map", "", &jobs); len(jobs) != 2 {
		t.Errorf("%d jobs of that name", len(jobs))
	}
	// One click brings back what was put aside; taken, everything is as it was.
	for _, j := range jobs {
		if j.ID != one.ID {
			call(t, "DELETE", home+"/jobs/"+j.ID, "", nil)
		}
	}
	call(t, "POST", home+"/jobs/"+ferry[0].ID+"/restore", "", nil)
	change(was)
	for _, d := range differences(before, answers(t, home)) {
		if !strings.HasPrefix(d, "/jobs") && !strings.HasPrefix(d, "/gangs/") && !strings.HasPrefix(d, "/settings") { // revisions, and by them the order
			t.Error(d)
		}
	}
}

// Where somebody else's settings, jobs and paper are, what comes in is as it was once the settings are taken too; what was there stays.
func TestAnArchiveComesToAnotherHouse(t *testing.T) {
	home, _ := furnished(t)
	file, before := taken(t, home), answers(t, home)
	there := stocked(t, `{"price":"1.10","currency":"EUR","count":9}`)
	there.begins("a")
	var kept KeptTools
	call(t, "GET", there.base+"/settings", "", &kept)
	if status, _, text := call(t, "PUT", fmt.Sprint(there.base, "/settings?revision=", kept.Revision), `{"home":"de","unit":"mm","board":{"jig":"2"},"stamps":[{"price":"1.10","currency":"EUR","count":9}]}`, nil); status != 200 {
		t.Fatal(text)
	}
	own := answers(t, there.base)
	if said := brought(t, there.base, file, ""); len(said.Changed) != 1 || said.Changed[0] != (BroughtThing{"settings", "", "Settings"}) {
		t.Errorf("%+v", said)
	}
	if said := brought(t, there.base, file, "?answer=take"); len(said.Changed) != 0 {
		t.Errorf("%+v", said)
	}
	after := answers(t, there.base)
	for path, text := range before {
		one := strings.Count(path, "/") > 1 || strings.HasPrefix(path, "plan") || strings.HasPrefix(path, "/settings") || path == "/catalog" || path == "/carriers"
		if one && path != "/log/pictures" && after[path] != text {
			t.Errorf("%s:\n%.300s\n%.300s", path, text, after[path])
		}
	}
	for path, text := range own {
		if strings.HasPrefix(path, "/makings/") && after[path] != text {
			t.Errorf("%s of before:\n%.300s\n%.300s", path, text, after[path])
		}
	}
}

// What goes on elsewhere comes back: a making to where it was there, and the shelf by what it took.
func TestWhatWentOnElsewhereComesBack(t *testing.T) {
	home := stocked(t, `{"price":"0.78","currency":"USD","count":60}`)
	a, b := home.begins("a"), home.begins("b")
	server, _ := serve(t, Settings{})
	away := server.URL + "/api/v1"
	brought(t, away, taken(t, home.base), "")
	there := *a
	there.base, there.client = away, "laptop"
	there.send(f)
	b.send(f) // at home, meanwhile
	said := brought(t, home.base, taken(t, away), "")
	if !strings.Contains(said.Text, "1 making went on to where it was there; 17 in × 5 1/2 in: 80, not 90;") {
		t.Errorf("%s", said.Text)
	}
	var m MakingBody
	if call(t, "GET", home.base+"/makings/"+a.ID, "", &m); m.Finished == "" || !m.Booked || home.has() != "80 50 2 entries" {
		t.Errorf("finished %q, %v; %s", m.Finished, m.Booked, home.has())
	}
	// Once it has gone on here too, it stays as it is here.
	there.send(o)
	a.client, a.seq = "phone", 0
	a.send(o, f)
	said = brought(t, home.base, taken(t, away), "")
	if !strings.Contains(said.Text, "1 making went on here and there, and stays as it is here") || home.has() != "80 50 2 entries" {
		t.Errorf("%s; %s", said.Text, home.has())
	}
}

// A home that was given up, and rules that cannot be used any more, are no fault of an archive.
func TestAHomeThatWasGivenUpIsNoFault(t *testing.T) {
	home, kept := furnished(t)
	var before KeptTools
	call(t, "GET", home+"/settings", "", &before)
	if status, _, text := call(t, "POST", home+"/carriers/island/restore", "", nil); status != 204 {
		t.Fatal(text)
	}
	if status, _, text := call(t, "PUT", fmt.Sprint(home, "/settings?revision=", before.Revision), `{"home":"island"}`, nil); status != 200 {
		t.Fatal(text)
	}
	call(t, "POST", home+"/jobs", `{"format":"yellow-parcel-job","version":1,"title":"Note for the island","post":{"carriers":["us","island"]}}`, nil)
	status, _, text := call(t, "DELETE", home+"/carriers/island", "", nil)
	if status != 409 || !strings.Contains(text, "It is the carrier at home. 1 job posted with it: Note for the island.") {
		t.Errorf("%d %s", status, text)
	}
	if status, _, _ := call(t, "DELETE", home+"/carriers/us", "", nil); status != 204 { // it goes back to what ships
		t.Errorf("us: %d", status)
	}
	if status, _, _ := call(t, "DELETE", home+"/carriers/island?sure=true", "", nil); status != 204 {
		t.Errorf("%d", status)
	}
	if _, err := kept.Carriers.Save(context.Background(), "reef", 0, "id: reef\nmood: 1\n"); err != nil {
		t.Fatal(err)
	}
	away, _ := serve(t, Settings{})
	said := brought(t, away.URL+"/api/v1", taken(t, home), "")
	if !strings.HasSuffix(said.Text, `carriers/reef.yaml cannot be used: line 2: not readable: "mood" is not a field here; home is "island", which is no carrier here.`) {
		t.Errorf("%s", said.Text)
	}
	for _, d := range differences(answers(t, home), answers(t, away.URL+"/api/v1")) {
		t.Error(d)
	}
}

// An archive of before things had names comes in as it did: what is alike is known, however its size was typed.
func TestTheFormerArchiveIsRead(t *testing.T) {
	server, _ := serve(t, Settings{})
	base := server.URL + "/api/v1"
	call(t, "POST", base+"/shelf", `{"kind":"sheet","size":{"width":"5","height":"216 mm"},"count":4}`, nil)
	call(t, "POST", base+"/shelf", `{"kind":"sheet","size":{"width":"8 1/2 in","height":"11 in"},"paper":"Dune","count":4}`, nil)
	file := zipped(map[string]string{
		"archive.json":     `{"format":"yellow-parcel-archive","version":1,"made":"2026-09-01","jobs":[{"file":"jobs/000001.json","id":"a"}]}`,
		"jobs/000001.json": `{"format":"yellow-parcel-job","version":1,"title":"Kite card"}`,
		"shelf.csv":        "kind,size,count,paper\nsheet,127 mm x 21.6 cm,4,\nsheet,us-letter,4,Dune\nsheet,us-letter,5,Dune\nsheet,us-letter,4,Dune\n",
		"logbook.json":     `{"format":"yellow-parcel-log","version":1,"entries":[{"date":"2026-01-10"},{"date":"2026-01-10"}]}`,
	})
	for _, want := range []string{
		"1 job came in; 2 shelf lines came in; 2 shelf lines here already; 2 logbook lines came in.",
		"1 job here already; 4 shelf lines here already; 2 logbook lines here already.",
	} {
		if said := brought(t, base, file, ""); said.Text != want {
			t.Errorf("%s, not %s", said.Text, want)
		}
	}
}

// The demonstration beside what a maker has: things of its own on the shelf, none of the maker's stamps, no line in the logbook.
func TestTheDemonstrationLeavesAMakersThingsAlone(t *testing.T) {
	c := stocked(t, `{"name":"lantern","price":"0.78","currency":"USD","count":60}`)
	for _, format := range []string{"us-a7", "us-a2", "iso-dl"} {
		call(t, "POST", c.base+"/shelf", fmt.Sprintf(`{"kind":"envelope","size":%q,"count":200}`, format), nil)
	}
	call(t, "POST", c.base+"/log", `{"date":"2026-01-10","title":"My own"}`, nil)
	for range 2 {
		if status, _, text := call(t, "POST", c.base+"/demo?edit=demo", "", nil); status != 200 {
			t.Fatal(text)
		}
		var b ShelfBody
		call(t, "GET", c.base+"/shelf", "", &b)
		if len(b.Items) != 14 {
			t.Errorf("%d things on the shelf", len(b.Items))
		}
		for _, i := range b.Items {
			if i.Item.Price == "" && i.Item.Kind == "envelope" && i.Item.Count != 200 {
				t.Errorf("%s: %d", i.Name, i.Item.Count)
			}
		}
		var log LogBody
		if call(t, "GET", c.base+"/log", "", &log); len(log.Entries) != 1 || log.Entries[0].Entry.Title != "My own" {
			t.Errorf("%+v", log.Entries)
		}
		var makings []MakingSummary
		call(t, "GET", c.base+"/makings", "", &makings)
		if len(makings) != 2 {
			t.Fatalf("%d makings", len(makings))
		}
		// The one under way is finished.
		r := &run{T: t, base: c.base, client: "maker", MakingBody: MakingBody{ID: makings[0].ID}}
		r.send(f)
		var kept KeptTools
		if call(t, "GET", c.base+"/settings", "", &kept); kept.Stamps[0].Count != 60 || len(kept.Stamps) != 1 {
			t.Errorf("%+v", kept.Stamps)
		}
		r.send(o)
	}
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
		{zipped(map[string]string{"archive.json": strings.Replace(list(), `"version":1`, `"version":7`, 1)}), "archive.json", "is version 7; this program reads version 2"},
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
