package api

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"yellow-parcel/store"
)

const lantern = `{"format":"yellow-parcel-job","version":1,"title":"Lantern week","envelope":"us-a7","layers":["1/8 in"]}`

// harvest is the day it is in these tests.
var harvest = time.Date(2026, 9, 23, 12, 0, 0, 0, time.UTC)

func serve(t *testing.T, set Settings) (*httptest.Server, *store.Store) {
	t.Helper()
	_, kept, server := served(t, set)
	return server, kept
}

// served is serve with the server's inside.
func served(t *testing.T, set Settings) (*Server, *store.Store, *httptest.Server) {
	t.Helper()
	kept, err := store.Open(t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	if set.Now == nil {
		set.Now = func() time.Time { return harvest }
	}
	pages := fstest.MapFS{"index.html": {Data: []byte("<!doctype html>the page")}, "assets/a.js": {Data: []byte("1")}}
	app := New(kept, pages, set)
	server := httptest.NewServer(app)
	t.Cleanup(func() {
		server.Close()
		app.Close()
		if err := kept.Close(); err != nil {
			t.Error(err)
		}
	})
	return app, kept, server
}

func call(t *testing.T, method, url, body string, into any, change ...func(*http.Request)) (int, http.Header, string) {
	t.Helper()
	r, err := http.NewRequest(method, url, strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	for _, c := range change {
		c(r)
	}
	answer, err := http.DefaultClient.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	if err != nil {
		t.Fatal(err)
	}
	if into != nil {
		if err := json.Unmarshal(text, into); err != nil {
			t.Fatalf("%s %s: %v in %s", method, url, err, text)
		}
	}
	return answer.StatusCode, answer.Header, string(text)
}

func TestPlanCarriesDrawings(t *testing.T) {
	server, _ := serve(t, Settings{})
	var got Worked
	status, _, text := call(t, "POST", server.URL+"/api/v1/plan", lantern, &got)
	if status != 200 || got.Card.Width.Text != "5 in" || len(got.Drawings.Blanks) != len(got.Blanks) || len(got.Drawings.Post) != 1 || len(got.Drawings.Maps) != 1 || got.Post[0].Map != nil {
		t.Errorf("%d %.300s", status, text)
	}
}

func TestBadInputIsAProblemAtItsField(t *testing.T) {
	server, _ := serve(t, Settings{})
	for body, want := range map[string]string{
		strings.Replace(lantern, "1/8 in", "1/x", 1):      "layers[0]",
		strings.Replace(lantern, "us-a7", "us-z9", 1):     "envelope",
		strings.Replace(lantern, `"title"`, `"titel"`, 1): "titel",
		`{"format":`: "job",
		strings.Replace(lantern, "1/8 in", "2 1/2 in", 1): "layers[0]",
	} {
		var got struct {
			Errors []struct{ Location, Message string }
		}
		status, header, text := call(t, "POST", server.URL+"/api/v1/plan", body, &got)
		if status != 422 || header.Get("Content-Type") != "application/problem+json" || len(got.Errors) == 0 || got.Errors[0].Location != want {
			t.Errorf("%s: %d %s", body, status, text)
		}
	}
	if status, _, _ := call(t, "POST", server.URL+"/api/v1/plan", `{"x":"`+strings.Repeat("y", 400<<10)+`"}`, nil); status != 413 && status != 422 {
		t.Errorf("a job of 400 kB: %d", status)
	}
}

func TestJobsAreKeptWithRevisions(t *testing.T) {
	server, _ := serve(t, Settings{})
	jobs := server.URL + "/api/v1/jobs"
	var made, saved Record
	if status, _, text := call(t, "POST", jobs, lantern, &made); status != 200 || made.Revision != 1 {
		t.Fatalf("%d %s", status, text)
	}
	// A length still being typed is kept as it is.
	half := strings.Replace(lantern, "1/8 in", "1/", 1)
	if status, _, text := call(t, "PUT", jobs+"/"+made.ID+"?revision=1", half, &saved); status != 200 || saved.Revision != 2 || saved.Job.Layers[0].Border != "1/" {
		t.Fatalf("%d %s", status, text)
	}
	var clash Conflict
	status, header, text := call(t, "PUT", jobs+"/"+made.ID+"?revision=1", lantern, &clash)
	if status != 409 || header.Get("Content-Type") != "application/problem+json" || clash.Kept.Revision != 2 || clash.Kept.Job.Layers[0].Border != "1/" {
		t.Errorf("%d %s", status, text)
	}
	var list []Summary
	call(t, "GET", jobs+"?search=lantern", "", &list)
	if len(list) != 1 || list[0].Word != "to fill in" || !strings.Contains(list[0].Text, `"1/" is not a length`) {
		t.Errorf("%+v", list)
	}
	if status, _, _ := call(t, "DELETE", jobs+"/"+made.ID, "", nil); status != 204 {
		t.Errorf("delete %d", status)
	}
	if status, _, _ := call(t, "GET", jobs+"/"+made.ID, "", nil); status != 404 {
		t.Errorf("a removed job is given: %d", status)
	}
	if status, _, _ := call(t, "POST", jobs+"/"+made.ID+"/restore", "", nil); status != 204 {
		t.Errorf("restore %d", status)
	}
	if status, _, _ := call(t, "GET", jobs+"/"+made.ID, "", nil); status != 200 {
		t.Errorf("a job brought back is not given: %d", status)
	}
}

func TestDemoAndExport(t *testing.T) {
	server, kept := serve(t, Settings{})
	var list []Summary
	if status, _, text := call(t, "POST", server.URL+"/api/v1/demo", "", &list); status != 200 || len(list) != 6 || list[0].Drawing == nil {
		t.Errorf("%d %.200s", status, text)
	}
	if all, _ := kept.Jobs.List(context.Background(), "", 0, 9); len(all.Jobs) != 6 {
		t.Errorf("%d jobs kept", len(all.Jobs))
	}
	status, header, text := call(t, "POST", server.URL+"/api/v1/export?as=svg&part=blank", lantern, nil)
	if status != 200 || header.Get("Content-Type") != "image/svg+xml" || !strings.Contains(header.Get("Content-Disposition"), "blank.svg") || !strings.Contains(text, `id="cut"`) {
		t.Errorf("%d %v %.200s", status, header, text)
	}
	if status, _, _ := call(t, "POST", server.URL+"/api/v1/export?as=svg&part=lid", lantern, nil); status != 422 {
		t.Errorf("an unknown part: %d", status)
	}
}

func TestDoorsAreGuarded(t *testing.T) {
	server, _ := serve(t, Settings{})
	host := func(h string) func(*http.Request) { return func(r *http.Request) { r.Host = h } }
	origin := func(o string) func(*http.Request) { return func(r *http.Request) { r.Header.Set("Origin", o) } }
	if status, _, _ := call(t, "GET", server.URL+"/healthz", "", nil, host("gullhaven.example")); status != 421 {
		t.Errorf("another name: %d", status)
	}
	if status, _, _ := call(t, "POST", server.URL+"/api/v1/demo", "", nil, origin("http://gullhaven.example")); status != 403 {
		t.Errorf("another site: %d", status)
	}
	if status, header, _ := call(t, "GET", server.URL+"/healthz", "", nil); status != 200 || !strings.Contains(header.Get("Content-Security-Policy"), "default-src 'self'") {
		t.Errorf("%d %v", status, header)
	}
	locked, _ := serve(t, Settings{Passcode: "lantern-week"})
	pass := func(word string) func(*http.Request) {
		return func(r *http.Request) { r.Header.Set("Authorization", "Bearer "+word) }
	}
	for word, want := range map[string]int{"lantern-week": 200, "tide-table": 401} {
		if status, _, _ := call(t, "GET", locked.URL+"/healthz", "", nil, host("paper-room"), pass(word)); status != want {
			t.Errorf("passcode %s: %d", word, status)
		}
	}
}

func TestPagesAndWrongAddresses(t *testing.T) {
	server, _ := serve(t, Settings{})
	for path, want := range map[string]struct {
		status int
		text   string
	}{
		"/": {200, "the page"}, "/jobs/12/base": {200, "the page"}, "/assets/a.js": {200, "1"}, "/assets/old.js": {404, ""}, "/api/v1/nothing": {404, "nothing at this address"},
	} {
		if status, _, text := call(t, "GET", server.URL+path, "", nil); status != want.status || !strings.Contains(text, want.text) {
			t.Errorf("%s: %d %.80s", path, status, text)
		}
	}
}

// Servers are made beside each other without getting into each other's way.
func TestServersAreMadeAtOnce(t *testing.T) {
	var wait sync.WaitGroup
	for range 8 {
		wait.Go(func() {
			for range 4 {
				if _, err := OpenAPI(); err != nil {
					t.Error(err)
				}
			}
		})
	}
	wait.Wait()
}

func TestCommittedDescriptionIsCurrent(t *testing.T) {
	now, err := OpenAPI()
	if err != nil {
		t.Fatal(err)
	}
	kept, err := os.ReadFile("openapi.json")
	if err != nil || !bytes.Equal(now, kept) {
		t.Errorf("api/openapi.json is stale (%v): run make client", err)
	}
}
