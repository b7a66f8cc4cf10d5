package main

import (
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"

	"yellow-parcel/api"
	"yellow-parcel/core/document"
	"yellow-parcel/store"
)

// planned is what of a plan must be the same wherever it is asked for.
type planned struct {
	Searched *document.Searched `json:"searched"`
	Steps    []document.Step    `json:"steps"`
	Time     document.Minutes   `json:"time"`
	Supplies document.Supplies  `json:"supplies"`
	CutPlan  *struct {
		Searched *document.Searched  `json:"searched"`
		Sheets   []document.CutSheet `json:"sheets"`
		Steps    []document.CutStep  `json:"steps"`
		Cost     *document.Cost      `json:"cost"`
	} `json:"cut_plan"`
}

// bare is a plan without what the command has besides: lengths in the other unit, and where pieces lie.
func (p planned) bare(t *testing.T) string {
	t.Helper()
	for i := range p.CutPlan.Sheets {
		s := &p.CutPlan.Sheets[i]
		s.Pieces, s.Cuts, s.Offcuts = nil, nil, nil
		s.Width.Alt, s.Height.Alt = "", ""
	}
	for i := range p.CutPlan.Steps {
		p.CutPlan.Steps[i].Set.Alt = ""
	}
	text, err := json.Marshal(p)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

const searches = `{"format":"yellow-parcel-job","version":1,"envelope":"us-a2","quantity":%d,"spoilage":"10 %%","card":{"fold":"book"},"layers":["1/4","1/8"],"inside":"1/4","sheet":"us-12x18","stock":[{"sheet":"us-12x18","count":30,"price":"0.80"},{"sheet":"us-letter","count":9,"price":"0.20"}],"trimmer":{"longest":"12 in"},"extras":["band","gauge"],"blank":{"style":"straight-fold","liner":true}%s}`

// The command and the server cut and make a job alike when they look for its cuts alike: shortly, and at length; the server goes
// on doing so after it was begun anew.
func TestTheCommandAndTheServerPlanAlike(t *testing.T) {
	for i, job := range []string{fmt.Sprintf(searches, 29, `,"cuts":"moves"`), fmt.Sprintf(searches, 17, ""), a7} {
		dir := t.TempDir()
		server, stop := serveFrom(t, dir)
		long, short := printed(t, job, "long"), printed(t, job, "short")
		if got := answered(t, server, job); got != short {
			t.Errorf("job %d: the server says\n%s\nthe command, searching shortly,\n%s", i, got, short)
		}
		if answer := posted(t, server+"/api/v1/cuts", job); !strings.Contains(answer, "event: done") {
			t.Fatalf("job %d: %s", i, answer)
		}
		for _, after := range []string{"at once", "begun anew"} {
			if got := answered(t, server, job); got != long || !strings.Contains(got, `"length":"long"`) {
				t.Errorf("job %d, %s: the server says\n%s\nthe command\n%s", i, after, got, long)
			}
			if after == "at once" {
				stop()
				server, stop = serveFrom(t, dir)
			}
		}
		listed(t, server, job)
		stop()
	}
}

// listed holds a kept job's line in the list against its plan.
func listed(t *testing.T, server, job string) {
	t.Helper()
	answer, err := http.Post(server+"/api/v1/jobs", "application/json", strings.NewReader(job))
	if err != nil {
		t.Fatal(err)
	}
	answer.Body.Close()
	if answer, err = http.Get(server + "/api/v1/jobs"); err != nil {
		t.Fatal(err)
	}
	defer answer.Body.Close()
	var list []struct{ Figure, State, Text string }
	if err := json.NewDecoder(answer.Body).Decode(&list); err != nil || len(list) != 1 {
		t.Fatalf("%d jobs, %v", len(list), err)
	}
	var p struct {
		Card        struct{ Text string }
		Consequence struct{ State, Text string }
	}
	if err := json.Unmarshal([]byte(posted(t, server+"/api/v1/plan", job)), &p); err != nil {
		t.Fatal(err)
	}
	if got := list[0]; got.Figure != p.Card.Text || got.State != p.Consequence.State || got.Text != p.Consequence.Text {
		t.Errorf("the list says %+v, the plan %+v", got, p)
	}
}

func printed(t *testing.T, job, search string) string {
	t.Helper()
	code, out, problems := command(t, job, "plan", "--today", "2026-09-23", "--search", search, "-")
	var p planned
	if err := json.Unmarshal([]byte(out), &p); err != nil || code != 0 {
		t.Fatalf("%d %v %s", code, err, problems)
	}
	return p.bare(t)
}

// answered is a job's plan and its steps.
func answered(t *testing.T, server, job string) string {
	t.Helper()
	var p planned
	for _, what := range []string{"plan", "steps"} {
		if err := json.Unmarshal([]byte(posted(t, server+"/api/v1/"+what, job)), &p); err != nil {
			t.Fatal(err)
		}
	}
	return p.bare(t)
}

func serveFrom(t *testing.T, dir string) (address string, stop func()) {
	t.Helper()
	kept, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	app := api.New(kept, fstest.MapFS{"index.html": {Data: []byte("<!doctype html>")}}, api.Settings{})
	server := httptest.NewServer(app)
	return server.URL, func() {
		server.Close()
		app.Close()
		if err := kept.Close(); err != nil {
			t.Error(err)
		}
	}
}

func posted(t *testing.T, url, body string) string {
	t.Helper()
	answer, err := http.Post(url, "application/json", strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	if err != nil || answer.StatusCode != http.StatusOK {
		t.Fatalf("%d %v %s", answer.StatusCode, err, text)
	}
	return string(text)
}
