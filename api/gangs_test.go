package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"strings"
	"testing"
)

func lanternWeek(t *testing.T) string {
	t.Helper()
	text, err := os.ReadFile("../core/gang/testdata/lantern_week.json")
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

func TestAGangIsKeptAndPlanned(t *testing.T) {
	server, _ := serve(t, Settings{})
	gangs := server.URL + "/api/v1/gangs"
	var p GangWorked
	if status, _, text := call(t, "POST", gangs+"/plan", lanternWeek(t), &p); status != http.StatusOK || p.CutPlan.SheetsUsed != 7 || len(p.Drawings.Sheets) != 2 {
		t.Fatalf("%d %s", status, text)
	}
	// The same edit sent twice is one gang.
	var made, again GangRecord
	call(t, "POST", gangs+"?edit=first", lanternWeek(t), &made)
	call(t, "POST", gangs+"?edit=first", lanternWeek(t), &again)
	if made.ID == "" || made.ID != again.ID || made.Revision != 1 || made.Gang.Title != "Lantern week, all of it" {
		t.Fatalf("%+v, %+v", made, again)
	}
	var all []GangSummary
	call(t, "GET", gangs, "", &all)
	if len(all) != 1 || strings.Join(all[0].Jobs, ", ") != "Lantern week card, Tide-table note, Ferry bookmark" {
		t.Errorf("%+v", all)
	}
	// A change over an old revision is not kept, and shows what is.
	renamed := strings.Replace(lanternWeek(t), "all of it", "the first half", 1)
	var kept GangRecord
	call(t, "PUT", gangs+"/"+made.ID+"?revision=1&edit=second", renamed, &kept)
	if kept.Revision != 2 || kept.Gang.Title != "Lantern week, the first half" {
		t.Errorf("%+v", kept)
	}
	var conflict GangConflict
	status, _, _ := call(t, "PUT", gangs+"/"+made.ID+"?revision=1&edit=third", lanternWeek(t), &conflict)
	if status != http.StatusConflict || conflict.Kept.Revision != 2 || conflict.Kept.Gang.Title != "Lantern week, the first half" {
		t.Errorf("%d %+v", status, conflict)
	}
	// The second again: its answer was lost.
	if status, _, _ := call(t, "PUT", gangs+"/"+made.ID+"?revision=1&edit=second", renamed, &kept); status != http.StatusOK || kept.Revision != 2 {
		t.Errorf("%d %+v", status, kept)
	}
	if status, head, file := call(t, "POST", gangs+"/export?as=csv", lanternWeek(t), nil); status != http.StatusOK || !strings.HasPrefix(file, "cut,set,") || !strings.Contains(head.Get("Content-Disposition"), "cuts.csv") {
		t.Errorf("%d %v %.40s", status, head, file)
	}
	call(t, "DELETE", gangs+"/"+made.ID, "", nil)
	if status, _, _ := call(t, "GET", gangs+"/"+made.ID, "", nil); status != http.StatusNotFound {
		t.Errorf("%d", status)
	}
	call(t, "POST", gangs+"/"+made.ID+"/restore", "", nil)
	if status, _, _ := call(t, "GET", gangs+"/"+made.ID, "", &kept); status != http.StatusOK || kept.Revision != 2 {
		t.Errorf("%d %+v", status, kept)
	}
	if status, _, text := call(t, "POST", gangs+"/plan", strings.Replace(lanternWeek(t), "5 1/2 in", "5 1/x", 1), nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "jobs[1].job.card.height") {
		t.Errorf("%d %s", status, text)
	}
}

// A job that was changed since it was taken into a gang is told, and one that was put aside.
func TestAGangKnowsWhichJobsChanged(t *testing.T) {
	server, _ := serve(t, Settings{})
	base := server.URL + "/api/v1"
	member := func(title string) string {
		var made Record
		one := fmt.Sprintf(`{"format":"yellow-parcel-job","version":1,"title":%q,"envelope":"us-a2"}`, title)
		call(t, "POST", base+"/jobs", one, &made)
		text, err := json.Marshal(map[string]any{"id": made.ID, "revision": made.Revision, "job": json.RawMessage(one)})
		if err != nil {
			t.Fatal(err)
		}
		return string(text)
	}
	kite, tide := member("Kite card"), member("Tide note")
	var g GangRecord
	call(t, "POST", base+"/gangs", `{"format":"yellow-parcel-gang","version":1,"jobs":[`+kite+`,`+tide+`]}`, &g)
	if len(g.Changed) != 0 {
		t.Fatalf("%v", g.Changed)
	}
	call(t, "PUT", base+"/jobs/"+g.Gang.Jobs[1].ID+"?revision=1", `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7"}`, nil)
	call(t, "DELETE", base+"/jobs/"+g.Gang.Jobs[0].ID, "", nil)
	call(t, "GET", base+"/gangs/"+g.ID, "", &g)
	if fmt.Sprint(g.Changed) != "[1 2]" {
		t.Errorf("%v", g.Changed)
	}
}

// What is cut together is kept back on the shelf, taken off it, and given back.
func TestAGangTakesItsSheetsFromTheShelf(t *testing.T) {
	server, _ := serve(t, Settings{})
	base := server.URL + "/api/v1"
	var added ShelfEntry
	call(t, "POST", base+"/shelf", `{"kind":"sheet","size":"us-letter","count":30,"price":"0.20"}`, &added)
	var g GangRecord
	call(t, "POST", base+"/gangs", strings.Replace(lanternWeek(t), `"sheet": "us-letter"`, fmt.Sprintf(`"item": %q, "sheet": "us-letter"`, added.ID), 1), &g)
	left := func() int {
		var b ShelfBody
		call(t, "GET", base+"/shelf", "", &b)
		for _, e := range b.Items {
			if e.ID == added.ID {
				return e.Item.Count
			}
		}
		return -1
	}
	var b ShelfBody
	if status, _, text := call(t, "POST", base+"/shelf/uses", fmt.Sprintf(`{"gang":%q,"state":"used","offcuts":true}`, g.ID), &b); status != http.StatusOK || left() != 23 || b.Uses[0].Title != "Lantern week, all of it" {
		t.Fatalf("%d, %d left, %.200s", status, left(), text)
	}
	if call(t, "POST", base+"/shelf/uses/"+b.Uses[0].ID+"/undo", "", nil); left() != 30 {
		t.Errorf("%d left", left())
	}
	if status, _, _ := call(t, "POST", base+"/shelf/uses", `{"gang":"nowhere","state":"used"}`, nil); status != http.StatusNotFound {
		t.Errorf("%d", status)
	}
}
