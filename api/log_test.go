package api

import (
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"yellow-parcel/core/making"
)

// A finished making writes what came out, what was spoiled and how long it took;
// nine days later it is asked whether the cards arrived.
func TestAFinishedMakingIsInTheLog(t *testing.T) {
	now := time.Date(2026, 9, 23, 10, 0, 0, 0, time.UTC)
	server, _ := serve(t, Settings{Now: func() time.Time { return now }})
	base := server.URL + "/api/v1"
	r := begun(t, base, tideNote)
	// A step every twenty seconds, but for a lunch of two hours.
	at := now
	tell := func(e making.Event) {
		t.Helper()
		at = at.Add(20 * time.Second)
		if r.seq == 9 {
			at = at.Add(2 * time.Hour)
		}
		r.seq++
		var next MakingBody
		body := fmt.Sprintf(`{"events":[{"client":"phone","seq":%d,"at":%q,"kind":%q,"step":%q,"part":%q,"reason":%q,"what":"thickness","value":%q,"take":%v}]}`, r.seq, at.Format(time.RFC3339), e.Kind, e.Step, e.Part, e.Reason, e.Value, e.Take)
		if e.Kind != making.Measured {
			body = strings.Replace(body, `"what":"thickness",`, "", 1)
		}
		if status, _, text := call(t, "POST", base+"/makings/"+r.ID+"/events", body, &next); status != http.StatusOK {
			t.Fatalf("%d %s", status, text)
		}
		r.MakingBody = next
	}
	for r.At < len(r.Steps) {
		step := r.Steps[r.At]
		switch {
		case strings.HasPrefix(step.ID, "first.thick") && len(r.Measures) == 0:
			tell(making.Event{Kind: making.Measured, Step: step.ID, Value: "3/16"})
			tell(making.Event{Kind: making.Changed, Take: true})
		case strings.HasPrefix(step.ID, "rest.fold") && len(r.Spoils) == 0:
			tell(making.Event{Kind: making.Spoiled, Step: step.ID, Part: "1.base.0", Reason: "folded wrong"})
		}
		tell(making.Event{Kind: making.Done, Step: r.Steps[r.At].ID})
	}
	tell(making.Event{Kind: making.Finished})
	var log LogBody
	call(t, "GET", base+"/log", "", &log)
	if len(log.Entries) != 1 {
		t.Fatalf("%d entries", len(log.Entries))
	}
	one := log.Entries[0]
	e := one.Entry
	if e.Date != "2026-09-23" || e.Title != "Tide-table note" || e.Made != 12 || e.Thickness != "3/16" || e.Posted != "2026-09-23" || e.Making != r.ID || e.Job != r.job || e.Card.Width != "4 in" || e.Inside.Width != "4 7/16 in" ||
		e.Carrier != "us" || e.Foretold != "pass" || e.Price != "0.78" || one.Spoiled != "1 of 36" {
		t.Errorf("%+v %s", e, one.Spoiled)
	}
	for _, x := range e.Took {
		if x.Seconds > 60 {
			t.Errorf("lunch counts as %s: %d s", x.Step, x.Seconds)
		}
	}
	if len(e.Took) < 20 || one.Asks != "" {
		t.Errorf("%d steps took time; %q", len(e.Took), one.Asks)
	}
	now = now.AddDate(0, 0, 9)
	if call(t, "GET", base+"/log?asks=true", "", &log); len(log.Entries) != 1 || log.Entries[0].Asks != "Posted 9 days ago: did it arrive?" {
		t.Fatalf("%+v", log.Entries)
	}
	e.Outcome, e.Fit = "arrived well", "good"
	row, err := logRow(e)
	if err != nil {
		t.Fatal(err)
	}
	url := fmt.Sprintf("%s/log/%s?edit=a&revision=", base, one.ID)
	for range 2 { // the answer was lost
		if status, _, text := call(t, "PUT", url+"1", row.Document, &one); status != http.StatusOK || one.Revision != 2 || one.Asks != "" {
			t.Errorf("%d %s", status, text)
		}
	}
	if status, _, _ := call(t, "PUT", strings.Replace(url, "edit=a", "edit=b", 1)+"1", row.Document, nil); status != http.StatusConflict {
		t.Errorf("%d over an old revision", status)
	}
	// Taken up again the entry is away, and finished again it is there with what was said of it.
	tell(making.Event{Kind: making.Reopened})
	if call(t, "GET", base+"/log", "", &log); len(log.Entries) != 0 {
		t.Errorf("%d entries", len(log.Entries))
	}
	tell(making.Event{Kind: making.Finished})
	if call(t, "GET", base+"/log", "", &log); len(log.Entries) != 1 || log.Entries[0].Entry.Outcome != "arrived well" {
		t.Errorf("%+v", log.Entries)
	}
}

func TestTheLogIsWrittenSearchedAndCarriedAlong(t *testing.T) {
	server, _ := serve(t, Settings{})
	base := server.URL + "/api/v1"
	var one LogRecord
	if status, _, text := call(t, "POST", base+"/log", `{"date":"2026-01-14","title":"Kite card","fit":"snug"}`, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "fit") {
		t.Errorf("%d %s", status, text)
	}
	for i, title := range []string{"Kite card", "Harbour map", "Kite for the fair"} {
		if status, _, text := call(t, "POST", base+"/log?edit="+fmt.Sprint(i), fmt.Sprintf(`{"date":"2026-01-1%d","title":%q,"fit":"tight"}`, i, title), &one); status != http.StatusOK {
			t.Fatalf("%d %s", status, text)
		}
	}
	call(t, "POST", base+"/log?edit=2", `{"date":"2026-01-12","title":"Kite for the fair"}`, nil) // again
	var log LogBody
	if call(t, "GET", base+"/log?search=kite", "", &log); len(log.Entries) != 2 || log.Entries[0].Entry.Title != "Kite for the fair" {
		t.Errorf("%+v", log.Entries)
	}
	for query, want := range map[string]int{"fit=tight": 3, "fit=good": 0, "fit=tight&outcome=torn": 0, "fit=tight&carrier=us": 0, "search=kite&fit=tight": 2} {
		if call(t, "GET", base+"/log?"+query, "", &log); len(log.Entries) != want {
			t.Errorf("%s: %d entries", query, len(log.Entries))
		}
	}
	_, _, csv := call(t, "GET", base+"/log.csv", "", nil)
	_, _, doc := call(t, "GET", base+"/log.json", "", nil)
	call(t, "DELETE", base+"/log/"+one.ID, "", nil)
	for as, file := range map[string]string{"csv": csv, "json": doc} {
		if status, _, text := call(t, "POST", base+"/log."+as, file, nil, func(r *http.Request) { r.Header.Set("Content-Type", "text/plain") }); status != http.StatusOK || !strings.Contains(text, `"brought":3`) {
			t.Errorf("%s: %d %s", as, status, text)
		}
	}
	if call(t, "GET", base+"/log", "", &log); len(log.Entries) != 8 {
		t.Errorf("%d entries", len(log.Entries))
	}
	if status, _, text := call(t, "POST", base+"/log.csv", strings.Replace(csv, "2026-01-11", "yesterday", 1), nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "line 3, date") {
		t.Errorf("%d %s", status, text)
	}
	call(t, "POST", base+"/log/"+one.ID+"/restore", "", nil)
	if call(t, "GET", base+"/log", "", &log); len(log.Entries) != 9 {
		t.Errorf("%d entries", len(log.Entries))
	}
}

// The pictures lie where the figures say: of a card 1/8 thick with 3/8 of room a quarter across and half up.
func TestTheLogIsPictured(t *testing.T) {
	server, _ := serve(t, Settings{})
	base := server.URL + "/api/v1"
	var p LogPictures
	if call(t, "GET", base+"/log/pictures", "", &p); len(p.Fits.Dots) != 0 || len(p.Fits.Band) != 0 || p.Fits.Rule != 0.333 {
		t.Errorf("%+v", p)
	}
	call(t, "POST", base+"/log", `{"date":"2026-01-14","title":"Kite card","fit":"good","thickness":"1/8","card":{"width":"5","height":"7"},"inside":{"width":"5 1/2","height":"8"},"spoiled":[{"part":"base","of":20,"count":2}],"took":[{"step":"score","pieces":20,"seconds":600,"usual":300}],"carrier":"us","outcome":"marked"}`, nil)
	call(t, "GET", base+"/log/pictures", "", &p)
	d := p.Fits.Dots[0]
	if d.X != 0.25 || d.Y != 0.5 || d.Text != "Kite card, 2026-01-14: 1/8 in thick, 3/8 in of room, good" || len(p.Fits.Band) != 9 || p.Fits.Words != "How cards fitted, by thickness and room: 0 would not go in, 0 tight, 1 good, 0 loose" {
		t.Errorf("%+v %s", d, p.Fits.Words)
	}
	if p.Spoiled[0].Name != "base" || !strings.HasPrefix(p.Spoiled[0].Text, "2 of 20; ") || p.Steps[0].Name != "score" || p.Outcomes[0].Text != "1 marked" {
		t.Errorf("%+v", p)
	}
}
