package api

import (
	"fmt"
	"net/http"
	"strings"
	"testing"
)

// Everything that is created is created once under a name: what comes again is
// answered with what it made, though it was changed, used up or put aside since.
func TestWhatComesTwiceIsMadeOnce(t *testing.T) {
	server, _ := serve(t, Settings{})
	api := server.URL + "/api/v1"
	post := func(path, body string, change ...func(*http.Request)) string {
		t.Helper()
		status, _, text := call(t, "POST", api+path, body, nil, change...)
		if status != 200 {
			t.Fatalf("%s: %d %s", path, status, text)
		}
		return text
	}
	var job Record
	const card = `{"format":"yellow-parcel-job","version":1,"title":"Kite card","quantity":4,"card":{"width":"5","height":"7"},"layers":[],"stock":[{"sheet":"us-letter","count":50,"item":"%s"}]}`
	var sheets, entry struct {
		ID string `json:"id"`
	}
	call(t, "POST", api+"/shelf?edit=s1", `{"kind":"sheet","size":"us-letter","count":50}`, &sheets)
	call(t, "POST", api+"/jobs?edit=j1", fmt.Sprintf(card, sheets.ID), &job)
	call(t, "POST", api+"/log?edit=l1", `{"date":"2026-01-10","made":1}`, &entry)
	csv := func(r *http.Request) { r.Header.Set("Content-Type", "text/csv") }
	again := map[string]func() string{
		"item":  func() string { return post("/shelf?edit=s1", `{"kind":"sheet","size":"us-letter","count":50}`) },
		"job":   func() string { return post("/jobs?edit=j1", fmt.Sprintf(card, sheets.ID)) },
		"entry": func() string { return post("/log?edit=l1", `{"date":"2026-01-10","made":1}`) },
		"gang": func() string {
			return post("/gangs?edit=g1", fmt.Sprintf(`{"format":"yellow-parcel-gang","version":1,"jobs":[{"job":%s}]}`, fmt.Sprintf(card, sheets.ID)))
		},
		"making": func() string { return post("/makings?edit=m1", fmt.Sprintf(`{"job":%q}`, job.ID)) },
		"use":    func() string { return post("/shelf/uses?edit=u1", fmt.Sprintf(`{"job":%q,"state":"used"}`, job.ID)) },
		"sheets": func() string { return post("/shelf.csv?edit=f1", "kind,size,count\nsheet,iso-a4,3\n", csv) },
		"log": func() string {
			return post("/log.csv?edit=f2", "date,made\n2026-01-11,1\n2026-01-12,1\n", func(r *http.Request) { r.Header.Set("Content-Type", "text/plain") })
		},
	}
	first := map[string]string{}
	for _, what := range []string{"item", "job", "entry", "gang", "making", "use", "sheets", "log"} {
		first[what] = again[what]()
	}
	id := func(text string) string {
		_, after, _ := strings.Cut(text, `"id":"`)
		out, _, _ := strings.Cut(after, `"`)
		return out
	}
	// Everything is put aside, or given back.
	for _, path := range []string{"/jobs/" + job.ID, "/log/" + entry.ID, "/gangs/" + id(first["gang"]), "/makings/" + id(first["making"])} {
		if status, _, text := call(t, "DELETE", api+path, "", nil); status >= 300 {
			t.Fatalf("%s: %d %s", path, status, text)
		}
	}
	for what, do := range again {
		text := do()
		if what == "use" || what == "sheets" || what == "log" {
			continue // they answer with how things are
		}
		if id(text) == "" || id(text) != id(first[what]) {
			t.Errorf("%s: %.200s\nfirst %.200s", what, text, first[what])
		}
	}
	var shelf ShelfBody
	call(t, "GET", api+"/shelf", "", &shelf)
	if len(shelf.Items) != 2 || len(shelf.Uses) != 1 {
		t.Errorf("%d items, %d uses", len(shelf.Items), len(shelf.Uses))
	}
	var log struct{ Entries []struct{ ID string } }
	call(t, "GET", api+"/log", "", &log)
	if len(log.Entries) != 2 {
		t.Errorf("%d entries", len(log.Entries))
	}
	if status, _, text := call(t, "POST", api+"/log?edit=j1", `{"date":"2026-01-10"}`, nil); status != http.StatusConflict || !strings.Contains(text, "under this name") {
		t.Errorf("another's name: %d %s", status, text)
	}
}

// Half a length is no failure where an editor types it; a program is told as ever.
func TestHalfTypedIsNoFailure(t *testing.T) {
	server, _ := serve(t, Settings{})
	half := strings.Replace(lantern, `"card":{`, `"unit":"5 1/","card":{`, 1)
	if half == lantern {
		half = `{"format":"yellow-parcel-job","version":1,"card":{"width":"5 1/","height":"7"}}`
	}
	status, _, text := call(t, "POST", server.URL+"/api/v1/plan", half, nil)
	if status != http.StatusUnprocessableEntity {
		t.Errorf("%d %s", status, text)
	}
	var got Worked
	if status, _, text = call(t, "POST", server.URL+"/api/v1/plan?editor=here", half, &got); status != 200 || len(got.Problems) == 0 || got.Problems[0].Field == "" || got.Problems[0].Text == "" {
		t.Errorf("%d %s", status, text)
	}
	got = Worked{}
	if call(t, "POST", server.URL+"/api/v1/plan?editor=here", lantern, &got); len(got.Problems) > 0 || got.Format == "" {
		t.Errorf("%+v", got.Problems)
	}
}
