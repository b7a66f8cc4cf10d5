package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"testing"
	"time"

	"yellow-parcel/store"
)

// whole follows a list from part to part.
func whole(t *testing.T, base, path string) (titles []string, parts int) {
	t.Helper()
	for path != "" {
		var part []Summary
		status, head, text := call(t, "GET", base+path, "", &part)
		if status != http.StatusOK {
			t.Fatalf("%d %s", status, text)
		}
		for _, j := range part {
			titles = append(titles, j.Title)
		}
		parts++
		path, _, _ = strings.Cut(strings.TrimPrefix(head.Get("Link"), "<"), ">")
	}
	return titles, parts
}

// A list is read part by part: every job once, the newest change first, and those due before all.
func TestListsComeInParts(t *testing.T) {
	server, kept := serve(t, Settings{})
	var want []string
	for i := range 25 {
		title := fmt.Sprintf("Kite card %02d", i)
		keepJob(t, server, fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":%q}`, title))
		want = append([]string{title}, want...)
	}
	due := keepJob(t, server, `{"format":"yellow-parcel-job","version":1,"title":"Lantern week","due":"2026-10-20","envelope":"us-a7"}`)
	want = append([]string{"Lantern week"}, want...)
	for most, parts := range map[int]int{1: 25, 7: 4, 25: 1, 60: 1} {
		got, n := whole(t, server.URL, fmt.Sprintf("/api/v1/jobs?most=%d", most))
		if strings.Join(got, ",") != strings.Join(want, ",") || n != parts {
			t.Errorf("%d at once, %d parts: %v", most, n, got)
		}
	}
	if got, n := whole(t, server.URL, "/api/v1/jobs?most=3&search=ca+kit"); len(got) != 25 || n != 9 {
		t.Errorf("%d parts: %v", n, got)
	}
	// One changed between two parts is not lost, and the rest are not moved.
	var first []Summary
	_, head, _ := call(t, "GET", server.URL+"/api/v1/jobs?most=5", "", &first)
	next, _, _ := strings.Cut(strings.TrimPrefix(head.Get("Link"), "<"), ">")
	one, err := kept.Jobs.Get(context.Background(), first[3].ID)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := kept.Jobs.Save(context.Background(), one.ID, one.Revision, one.Draft); err != nil {
		t.Fatal(err)
	}
	if got, _ := whole(t, server.URL, next); strings.Join(got, ",") != strings.Join(want[6:], ",") {
		t.Errorf("the rest is %v", got)
	}
	for _, after := range []string{"harbour", "-1", "%22"} {
		if status, _, text := call(t, "GET", server.URL+"/api/v1/jobs?after="+after, "", nil); status != 422 || !strings.Contains(text, `"location":"query.after"`) {
			t.Errorf("%s: %d %s", after, status, text)
		}
	}
	_ = due
}

// A job is found by what is in it and by what it chose, however it is spelt; not by how it is written down.
func TestJobsAreFoundByTheirWords(t *testing.T) {
	server, _ := serve(t, Settings{})
	keepJob(t, server, `{"format":"yellow-parcel-job","version":1,"title":"Île, ÉCLAIR","notes":"for Maren's stall","envelope":"us-a7","layers":[{"name":"Chart panel","border":"1/8","paper":"sea grey"}],"post":{"carriers":["us"]}}`)
	keepJob(t, server, `{"format":"yellow-parcel-job","version":1,"title":"Harbour map","card":{"width":"5","height":"7"},"blank":{"style":"corner-fold"}}`)
	for search, want := range map[string]string{
		"eclair": "Île, ÉCLAIR", "éclair ile": "Île, ÉCLAIR", "maren": "Île, ÉCLAIR", "chart": "Île, ÉCLAIR", "sea gr": "Île, ÉCLAIR", "us-a7": "Île, ÉCLAIR", "A7": "Île, ÉCLAIR",
		"corner": "Harbour map", "map": "Harbour map", "fold": "Harbour map",
		"format": "", "yellow": "", "version": "", "notes": "", "clair": "", "map eclair": "", "*": "", `"`: "", "title:map": "", "NOT map": "",
	} {
		got, _ := whole(t, server.URL, "/api/v1/jobs?search="+strings.NewReplacer(" ", "+", `"`, "%22").Replace(search))
		if strings.Join(got, ";") != want {
			t.Errorf("%q finds %v, want %s", search, got, want)
		}
	}
}

// What an older program kept is found and shown once it was worked out behind the list.
func TestWhatWasKeptBeforeIsWorkedOut(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	text, _ := json.Marshal(map[string]any{"format": "yellow-parcel-job", "version": 1, "envelope": "us-a7", "notes": "kelp"})
	for i := range 50 {
		if _, err := kept.Jobs.Create(ctx, store.Draft{Title: fmt.Sprint("Kite card ", i), Document: string(text)}); err != nil {
			t.Fatal(err)
		}
	}
	app := New(kept, nil, Settings{})
	<-app.s.remaker.remade()
	page, err := kept.Jobs.List(ctx, "kelp", 0, 99)
	if err != nil || len(page.Jobs) != 50 || !strings.Contains(page.Jobs[49].Shown, "5 × 7 in") {
		t.Errorf("%d found, %v", len(page.Jobs), err)
	}
	app.Close()
}

// Where a list is promised there is one, however short: a screen that goes through it finds no null.
func TestListsAreNeverNull(t *testing.T) {
	server, _ := serve(t, Settings{})
	api := server.URL + "/api/v1"
	var walk func(where string, v any)
	walk = func(where string, v any) {
		switch v := v.(type) {
		case nil:
			t.Errorf("%s is null", where)
		case []any:
			for _, one := range v {
				walk(where, one)
			}
		case map[string]any:
			for name, one := range v {
				if name != "patch" { // in which a null takes a field away
					walk(where+"."+name, one)
				}
			}
		}
	}
	looks := func(what, text string) {
		t.Helper()
		var v any
		if err := json.Unmarshal([]byte(text), &v); err != nil {
			t.Errorf("%s: %v in %.200s", what, err, text)
		}
		walk(what, v)
	}
	gets := []string{"/catalog", "/jobs", "/shelf", "/settings", "/carriers", "/gangs", "/makings", "/log", "/log/pictures", "/calendar", "/copies", "/standing", "/settings/job"}
	for range 2 { // of nothing, then of the demonstration
		for _, path := range gets {
			status, _, text := call(t, "GET", api+path, "", nil)
			if status != 200 {
				t.Errorf("%s: %d %s", path, status, text)
			}
			looks(path, text)
		}
		for _, path := range []string{"/plan", "/steps", "/plan?editor=here"} {
			for _, one := range []string{lantern, `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7"},"layers":[],"post":{"carriers":["us"]}}`} {
				_, _, text := call(t, "POST", api+path, one, nil)
				looks(path, text)
			}
		}
		call(t, "POST", api+"/demo", "", nil)
	}
}

// What changes what jobs are found by is worked out at once, though nobody looks at the list: a carrier's name, and its being taken away.
func TestAJobIsFoundByItsCarriersNewName(t *testing.T) {
	server, kept := serve(t, Settings{})
	base := server.URL + "/api/v1"
	keepJob(t, server, tideCards("Tides", ""))
	var carriers []CarrierEntry
	call(t, "GET", base+"/carriers", "", &carriers)
	us := carriers[slices.IndexFunc(carriers, func(c CarrierEntry) bool { return c.ID == "us" })]
	found := func(want int) {
		t.Helper()
		n := -1
		for until := time.Now().Add(5 * time.Second); n != want && time.Now().Before(until); time.Sleep(5 * time.Millisecond) {
			page, err := kept.Jobs.List(context.Background(), "packet", 0, 9)
			if err != nil {
				t.Fatal(err)
			}
			n = len(page.Jobs)
		}
		if n != want {
			t.Errorf("%d found, not %d", n, want)
		}
	}
	found(0)
	text := strings.Replace(us.Text, "name: ", "name: Packet boat ", 1)
	for _, ask := range [][3]string{{"PUT", "/carriers/us?revision=0", text}, {"DELETE", "/carriers/us", ""}, {"POST", "/carriers/us/restore", ""}} {
		if status, _, answer := call(t, ask[0], base+ask[1], ask[2], nil, yaml); status >= 300 {
			t.Fatal(answer)
		}
		found(map[string]int{"PUT": 1, "DELETE": 0, "POST": 1}[ask[0]])
	}
}
