package api

import (
	"bytes"
	"context"
	"encoding/json"
	"log/slog"
	"net/http"
	"runtime"
	"strings"
	"testing"
	"time"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/work"
	"yellow-parcel/demo"
	"yellow-parcel/draw"
	"yellow-parcel/store"
)

// What a list shows was kept with the job, and is worked out anew only where it
// hangs on something else that changed.
func TestListsShowWhatWasKept(t *testing.T) {
	server, kept := serve(t, Settings{})
	jobs := server.URL + "/api/v1/jobs"
	var made Record
	call(t, "POST", jobs, `{"format":"yellow-parcel-job","version":1,"title":"Kite card","card":{"width":"5","height":"7"},"blank":{"style":"corner-fold"}}`, &made)
	one, err := kept.Jobs.Get(context.Background(), made.ID)
	if err != nil || one.ShownBy == "" || !strings.Contains(one.Shown, "5 × 7 in") {
		t.Fatalf("kept with %q, %v", one.Shown, err)
	}
	list := func() Summary {
		t.Helper()
		var all []Summary
		call(t, "GET", jobs, "", &all)
		if len(all) != 1 {
			t.Fatalf("%d jobs", len(all))
		}
		return all[0]
	}
	mark := func(figure string) {
		t.Helper()
		j := one
		j.Shown = strings.Replace(one.Shown, "5 × 7 in", figure, 1)
		if err := kept.Jobs.Show(context.Background(), j); err != nil {
			t.Fatal(err)
		}
	}
	mark("as it was kept")
	if got := list(); got.Figure != "as it was kept" || got.Drawing == nil || got.Title != "Kite card" {
		t.Errorf("%+v", got)
	}
	// Other tools: what was kept no longer holds, which the list says until it is worked out anew, behind the answer.
	call(t, "PUT", server.URL+"/api/v1/settings", `{"ruler":"1/8 in"}`, nil)
	if got := list(); got.Figure != "as it was kept" && got.Figure != "5 × 7 in" || got.Stale != (got.Figure == "as it was kept") {
		t.Errorf("%+v", got)
	}
	deadline := time.Now().Add(10 * time.Second)
	for got := list(); got.Stale || got.Figure != "5 × 7 in"; got = list() {
		if time.Now().After(deadline) {
			t.Fatalf("%+v", got)
		}
		time.Sleep(5 * time.Millisecond)
	}
	after, _ := kept.Jobs.Get(context.Background(), made.ID)
	if after.ShownBy == one.ShownBy || after.Revision != 1 || after.Updated != one.Updated {
		t.Errorf("%+v", after)
	}
	// A job edited meanwhile keeps its own.
	stale := after
	stale.Revision, stale.Shown = 7, "{}"
	if err := kept.Jobs.Show(context.Background(), stale); err != nil {
		t.Fatal(err)
	}
	if got := list(); got.Figure != "5 × 7 in" {
		t.Errorf("%+v", got)
	}
	// One that cannot be read any more is still on the list.
	if _, err := kept.Jobs.Create(context.Background(), store.Draft{Title: "Harbour map", Document: "{"}); err != nil {
		t.Fatal(err)
	}
	var all []Summary
	if call(t, "GET", jobs, "", &all); len(all) != 2 || all[0].Word != "to fill in" {
		t.Errorf("%+v", all)
	}
}

// Keeping a job never hangs on planning it: one whose planning falls over is kept
// and found, the log says where, and it is worked out once that can be.
func TestAJobIsKeptWhateverItsPlanDoes(t *testing.T) {
	var log bytes.Buffer
	before := slog.Default()
	slog.SetDefault(slog.New(slog.NewTextHandler(&log, nil)))
	t.Cleanup(func() { slog.SetDefault(before) })
	s, kept, server := served(t, Settings{})
	url := server.URL
	whole := s.s.jobs.views.memory
	s.s.jobs.views.memory = &work.Memory{} // which falls over whatever it is asked
	var made Record
	status, _, text := call(t, "POST", url+"/api/v1/jobs", lantern, &made)
	if status != 200 || made.Revision != 1 {
		t.Fatalf("%d %s", status, text)
	}
	var list []Summary
	if call(t, "GET", url+"/api/v1/jobs?search=lantern", "", &list); len(list) != 1 || list[0].Word != "to fill in" || !strings.Contains(list[0].Text, "a fault of ours") {
		t.Errorf("%+v", list)
	}
	if !strings.Contains(log.String(), "what a list shows of a job fell over") || !strings.Contains(log.String(), "core/work") || strings.Contains(log.String(), "Lantern") {
		t.Errorf("%s", log.String())
	}
	s.s.jobs.views.memory = whole
	// Nor does it wait for others' plans.
	for range runtime.GOMAXPROCS(0) {
		_, leave, err := s.s.planner.gate.enter(context.Background(), "another", "")
		if err != nil {
			t.Fatal(err)
		}
		defer leave()
	}
	if status, _, text := call(t, "PUT", url+"/api/v1/jobs/"+made.ID+"?revision=1", lantern, &made); status != 200 || made.Revision != 2 {
		t.Fatalf("%d %s", status, text)
	}
	one, err := kept.Jobs.Get(context.Background(), made.ID)
	if err != nil || one.ShownBy != "" || one.Title == "" {
		t.Errorf("%+v %v", one, err)
	}
}

// Every file the server gives is the one made of the whole plan.
func TestFilesHaveAllThatPlansHave(t *testing.T) {
	server, _ := serve(t, Settings{})
	const text = `{"format":"yellow-parcel-job","version":1,"title":"Ferry ticket","quantity":30,"envelope":"us-a7","layers":["1/8 in"],"blank":{"style":"corner-fold"},"stock":[{"sheet":"us-letter"}]}`
	one, err := job.Read([]byte(text))
	if err != nil {
		t.Fatal(err)
	}
	all, err := pipeline.WorkOut(one, catalog.Standard(), pipeline.Order{Whole: true, Trials: work.UsualTrials, Today: harvest.Format(time.DateOnly)})
	if err != nil {
		t.Fatal(err)
	}
	made := 0
	for _, format := range draw.FormatNames() {
		for _, part := range draw.Parts() {
			var want bytes.Buffer
			if err := draw.Write(&want, all, format, part); err != nil {
				continue
			}
			status, _, got := call(t, "POST", server.URL+"/api/v1/export?as="+format+"&part="+part, text, nil)
			if status != 200 || len(got) != want.Len() {
				t.Errorf("%s as %s: %d, %d bytes, the whole plan's has %d", part, format, status, len(got), want.Len())
			}
			made++
		}
	}
	if made < 20 {
		t.Errorf("only %d files", made)
	}
}

// What fails inside is written in the log, without what a maker typed; a client reads nothing of it.
func TestFailuresInsideStayInside(t *testing.T) {
	var log bytes.Buffer
	before := slog.Default()
	slog.SetDefault(slog.New(slog.NewTextHandler(&log, nil)))
	t.Cleanup(func() { slog.SetDefault(before) })
	server, kept := serve(t, Settings{})
	if err := kept.Close(); err != nil {
		t.Fatal(err)
	}
	status, _, text := call(t, "GET", server.URL+"/api/v1/jobs?search=lighthouse", "", nil)
	if status != 500 || !strings.Contains(text, "Something went wrong here.") || strings.Contains(text, "sql") || strings.Contains(text, "closed") {
		t.Errorf("%d %s", status, text)
	}
	for _, want := range []string{"operation=listJobs", "database is closed", "route=/api/v1/jobs", "status=500"} {
		if !strings.Contains(log.String(), want) {
			t.Errorf("the log lacks %q: %s", want, log.String())
		}
	}
	if strings.Contains(log.String(), "lighthouse") {
		t.Errorf("the log tells what was looked for: %s", log.String())
	}
}

// A page of another site can neither change anything nor read; a link from there may be followed.
func TestOtherSitesAreKeptOut(t *testing.T) {
	server, _ := serve(t, Settings{})
	for _, c := range []struct {
		method, site, mode, origin string
		want                       int
	}{
		{"POST", "", "", "", 200},
		{"POST", "same-origin", "cors", server.URL, 200},
		{"POST", "none", "navigate", "", 200},
		{"POST", "cross-site", "cors", "", 403},
		{"POST", "cross-site", "navigate", "", 403},
		{"POST", "cross-site", "cors", server.URL, 403},
		{"POST", "same-site", "cors", "", 403},
		{"POST", "none", "", "http://gullhaven.example", 403},
		{"POST", "", "", "null", 403},
		{"GET", "", "", "", 200},
		{"GET", "same-origin", "no-cors", "", 200},
		{"GET", "none", "navigate", "", 200},
		{"GET", "cross-site", "navigate", "", 200},
		{"GET", "cross-site", "no-cors", "", 403},
		{"GET", "same-site", "cors", "", 403},
		{"GET", "", "", "http://gullhaven.example", 403},
	} {
		path, body := "/api/v1/catalog", ""
		if c.method == "POST" {
			path, body = "/api/v1/plan", lantern
		}
		status, _, _ := call(t, c.method, server.URL+path, body, nil, func(r *http.Request) {
			for name, v := range map[string]string{"Sec-Fetch-Site": c.site, "Sec-Fetch-Mode": c.mode, "Origin": c.origin} {
				if v != "" {
					r.Header.Set(name, v)
				}
			}
		})
		if status != c.want {
			t.Errorf("%+v: %d", c, status)
		}
	}
}

// What one keystroke brings back is small enough for a slow line in the workshop;
// 20 kB was its measure, and a tenth is left for what is added.
func TestAnswersAreSmall(t *testing.T) {
	server, _ := serve(t, Settings{})
	jobs, err := demo.Jobs()
	if err != nil {
		t.Fatal(err)
	}
	for _, one := range jobs {
		text, err := json.Marshal(one)
		if err != nil {
			t.Fatal(err)
		}
		status, header, body := call(t, "POST", server.URL+"/api/v1/plan", string(text), nil, func(r *http.Request) { r.Header.Set("Accept-Encoding", "gzip") })
		t.Logf("%s: %d bytes", one.Title, len(body))
		if status != 200 || header.Get("Content-Encoding") != "gzip" || len(body) > 22_000 {
			t.Errorf("%s: %d, %d bytes, %s", one.Title, status, len(body), header.Get("Content-Encoding"))
		}
	}
}
