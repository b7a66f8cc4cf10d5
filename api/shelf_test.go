package api

import (
	"context"
	"fmt"
	"net/http"
	"strings"
	"testing"

	"yellow-parcel/store"
)

const dune = `{"kind":"sheet","size":"us-letter","paper":"Dune","weight":"80 lb cover","price":"0.28","count":5}`

func TestShelfOverHTTP(t *testing.T) {
	server, _ := serve(t, Settings{})
	at := server.URL + "/api/v1/shelf"
	var added ShelfEntry
	if status, _, text := call(t, "POST", at, dune, &added); status != 200 || added.Name != "Letter" || added.Weight != "216 g/m² (80 lb cover)" || added.Free != 5 {
		t.Fatalf("%d %s", status, text)
	}
	one := fmt.Sprintf("%s/%s?revision=", at, added.ID)
	if status, _, text := call(t, "PUT", one+"1", strings.Replace(dune, `"count":5`, `"count":7`, 1), nil); status != 200 || !strings.Contains(text, `"count":7`) {
		t.Errorf("%d %s", status, text)
	}
	if status, _, text := call(t, "PUT", one+"1", dune, nil); status != 409 || !strings.Contains(text, "changed elsewhere") {
		t.Errorf("a stale change: %d %s", status, text)
	}
	if status, _, text := call(t, "POST", at, strings.Replace(dune, "80 lb cover", "110 lb", 1), nil); status != 422 || !strings.Contains(text, `"location":"weight"`) {
		t.Errorf("%d %s", status, text)
	}
	asCSV := func(r *http.Request) { r.Header.Set("Content-Type", "text/csv") }
	if status, _, text := call(t, "POST", at+".csv", "kind,size,count\nsheet,iso-a4,12\nsheet,us-z9,1\n", nil, asCSV); status != 422 || !strings.Contains(text, "line 3, size") {
		t.Errorf("%d %s", status, text)
	}
	if status, _, text := call(t, "POST", at+".csv", "kind,size,count\nsheet,iso-a4,12\n", nil, asCSV); status != 200 || strings.Contains(text, "us-z9") {
		t.Errorf("%d %s", status, text)
	}
	if _, header, text := call(t, "GET", at+".csv", "", nil); !strings.HasPrefix(header.Get("Content-Type"), "text/csv") ||
		text != "kind,size,count,paper,colour,weight,grain,caliper,price\nsheet,us-letter,7,Dune,,80 lb cover,,,0.28\nsheet,iso-a4,12,,,,,,\n" {
		t.Errorf("%q", text)
	}
	if status, _, _ := call(t, "DELETE", at+"/"+added.ID, "", nil); status != 204 {
		t.Error(status)
	}
	if status, _, _ := call(t, "POST", at+"/"+added.ID+"/restore", "", nil); status != 204 {
		t.Error(status)
	}
	if status, _, _ := call(t, "DELETE", at+"/nowhere", "", nil); status != 404 {
		t.Error(status)
	}
}

func TestTakingFromTheShelf(t *testing.T) {
	server, _ := serve(t, Settings{})
	api := server.URL + "/api/v1"
	var added ShelfEntry
	call(t, "POST", api+"/shelf", dune, &added)
	var job Record
	call(t, "POST", api+"/jobs", strings.Replace(lantern, `"layers":["1/8 in"]`,
		fmt.Sprintf(`"quantity":4,"layers":[],"stock":[{"item":%q,"sheet":"us-letter","count":5}]`, added.ID), 1), &job)
	take := func(state string) (ShelfBody, int, string) {
		var b ShelfBody
		status, _, text := call(t, "POST", api+"/shelf/uses", fmt.Sprintf(`{"job":%q,"state":%q,"offcuts":true}`, job.ID, state), &b)
		return b, status, text
	}
	// Four bases of 10 x 7, one to a letter sheet; each leaves 1 1/2 x 11 and 7 x 1.
	if b, status, text := take("reserved"); status != 200 || b.Items[0].Reserved != 4 || b.Items[0].Item.Count != 5 {
		t.Fatalf("%d %s", status, text)
	}
	// What is kept back stays what it is, and on the list; its count may be what was counted.
	item := api + "/shelf/" + added.ID
	for _, refused := range [][2]string{{"PUT", strings.Replace(dune, "us-letter", "iso-a4", 1)}, {"PUT", strings.Replace(strings.Replace(dune, `"sheet"`, `"envelope"`, 1), `"us-letter"`, `{"width":"8 1/2 in","height":"11 in"}`, 1)}, {"DELETE", ""}} {
		path := item
		if refused[0] == "PUT" {
			path += "?revision=1"
		}
		if status, _, text := call(t, refused[0], path, refused[1], nil); status != 409 || !strings.Contains(text, "Lantern week keeps back 4 of these. Give that back first, below.") {
			t.Errorf("%s %s: %d %s", refused[0], refused[1], status, text)
		}
	}
	var counted ShelfBody
	three := strings.Replace(dune, `"count":5`, `"count":3`, 1)
	if status, _, text := call(t, "PUT", item+"?revision=1", three, nil); status != 428 || !strings.Contains(text, "Lantern week keeps back 4 of these, and you count 3.") {
		t.Errorf("%d %s", status, text)
	}
	call(t, "PUT", item+"?revision=1&sure=true", three, nil)
	if call(t, "GET", api+"/shelf", "", &counted); counted.Items[0].Free != 0 || strings.Join(counted.Items[0].Keepers, "; ") != "Lantern week keeps back 4; 1 of these is not there" {
		t.Errorf("%+v", counted.Items[0])
	}
	call(t, "PUT", item+"?revision=2", dune, nil)
	if b, _, text := take("reserved"); b.Items[0].Reserved != 4 {
		t.Errorf("kept back twice: %s", text)
	}
	// Two cards more, and it says so until it keeps back what it needs.
	var kept KeptBack
	says := func(want string) {
		t.Helper()
		if status, _, text := call(t, "GET", api+"/shelf/kept?job="+job.ID, "", &kept); status != 200 || kept.Text != want {
			t.Errorf("%d %s, not %s", status, text, want)
		}
	}
	says("")
	more := strings.Replace(lantern, `"layers":["1/8 in"]`, fmt.Sprintf(`"quantity":5,"layers":[],"stock":[{"item":%q,"sheet":"us-letter","count":5}]`, added.ID), 1)
	call(t, "PUT", api+"/jobs/"+job.ID+"?revision=1", more, nil)
	says("It keeps back 4 of Letter Dune, and needs 5.")
	call(t, "PUT", api+"/jobs/"+job.ID+"?revision=2", strings.Replace(more, `"quantity":5`, `"quantity":4`, 1), nil)
	says("")
	// A line that is as large as one of the offcuts, otherwise typed, is the same.
	call(t, "POST", api+"/shelf", `{"kind":"sheet","size":{"width":"38.1 mm","height":"11"},"paper":"Dune","weight":"80 lb cover","count":2}`, nil)
	b, status, text := take("used")
	if status != 200 || b.Items[0].Item.Count != 1 || b.Items[0].Reserved != 0 || len(b.Items) != 3 || b.Items[1].Item.Count+b.Items[2].Item.Count != 4+2+4 {
		t.Fatalf("%d %s", status, text)
	}
	if _, status, text := take("used"); status != 409 || !strings.Contains(text, "not so much on the shelf") {
		t.Errorf("%d %s", status, text)
	}
	// The letter sheets are Dune of 80 lb cover, and so is what is left of them.
	if o := b.Items[1].Item; o.Paper != "Dune" || o.Weight != "80 lb cover" {
		t.Errorf("%+v", o)
	}
	var told []ShelfLine
	call(t, "GET", api+"/shelf/"+added.ID+"/lines", "", &told)
	said := []string{}
	for _, l := range told {
		said = append(said, l.Text)
	}
	if got := strings.Join(said, "; "); got != "taken 4, Lantern week; freed 4, Lantern week; kept back 4, Lantern week; freed 4, Lantern week; counted +2; counted -2; kept back 4, Lantern week; bought 5" {
		t.Errorf("%s", got)
	}
	if status, _, _ := call(t, "GET", api+"/shelf/nothing/lines", "", nil); status != 404 {
		t.Errorf("%d", status)
	}
	var back ShelfBody
	if status, _, text := call(t, "POST", api+"/shelf/uses/"+b.Uses[0].ID+"/undo", "", &back); status != 200 || back.Items[0].Item.Count != 5 || back.Items[0].Reserved != 4 || len(back.Items) != 2 || back.Items[1].Item.Count != 2 {
		t.Errorf("%d %s", status, text)
	}
	if status, _, _ := call(t, "POST", api+"/shelf/uses/"+b.Uses[0].ID+"/undo", "", nil); status != 409 {
		t.Errorf("undone twice: %d", status)
	}
}

func TestLookingLongerTellsHowItGoes(t *testing.T) {
	server, _ := serve(t, Settings{})
	// Twelve pieces of awkward sizes, so that the quick plan is not proved.
	layers := make([]string, 12)
	for i := range layers {
		layers[i] = `"1/8 in"`
	}
	job := strings.Replace(lantern, `["1/8 in"]`, "["+strings.Join(layers, ",")+`],"quantity":9`, 1)
	status, header, text := call(t, "POST", server.URL+"/api/v1/cuts", job, nil)
	if status != 200 || !strings.HasPrefix(header.Get("Content-Type"), "text/event-stream") || !strings.Contains(text, "event: done") {
		t.Fatalf("%d %s %.300s", status, header, text)
	}
	var quick Worked
	call(t, "POST", server.URL+"/api/v1/plan", job, &quick)
	if want := fmt.Sprintf(`"sheets":%d,`, quick.CutPlan.SheetsUsed); !strings.Contains(text[strings.Index(text, "event: done"):], want) {
		t.Errorf("the plan has %s after a search that ended with %.200s", want, text[strings.Index(text, "event: done"):])
	}
}

// A finished card is posted in an envelope of the shelf, while there is one that no job keeps back.
func TestTheShelfsEnvelopesAreChosen(t *testing.T) {
	server, kept := serve(t, Settings{})
	api := server.URL + "/api/v1"
	const card = `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7","made":true}}`
	chosen := func() string {
		var p struct{ Chosen struct{ Name string } }
		if status, _, text := call(t, "POST", api+"/plan", card, &p); status != 200 {
			t.Fatalf("%d %s", status, text)
		}
		return p.Chosen.Name
	}
	if got := chosen(); got != "bought A7 envelope" {
		t.Errorf("with an empty shelf %s", got)
	}
	var added ShelfEntry
	call(t, "POST", api+"/shelf", `{"kind":"envelope","size":"us-a7","count":2}`, &added)
	if got := chosen(); got != "A7 envelope from the shelf" {
		t.Errorf("with two on the shelf %s", got)
	}
	if _, err := kept.Shelf.Take(context.Background(), store.Taking{Title: "Kite", State: "reserved"}, []store.UseLine{{Item: added.ID, Count: 2}}, nil, ""); err != nil {
		t.Fatal(err)
	}
	if got := chosen(); got != "bought A7 envelope" {
		t.Errorf("with both kept back %s", got)
	}
}
