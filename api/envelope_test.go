package api

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"net/http"
	"strings"
	"testing"

	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/draw"
)

func TestSettingsAreKeptAndUsed(t *testing.T) {
	server, kept := serve(t, Settings{})
	at := server.URL + "/api/v1/settings"
	var tools job.Tools
	if status, _, text := call(t, "GET", at, "", &tools); status != 200 || tools.Board != nil {
		t.Errorf("%d %s", status, text)
	}
	if status, _, text := call(t, "PUT", at, `{"unit":"in","board":{"groove":"1/8 in","jig":"3/8 in"}}`, nil); status != 200 {
		t.Errorf("%d %s", status, text)
	}
	if status, _, text := call(t, "PUT", at, `{"board":{"jig":"a bit"}}`, nil); status != 422 || !strings.Contains(text, `"board.jig"`) {
		t.Errorf("%d %s", status, text)
	}
	if text, err := kept.Settings.Get(context.Background()); err != nil || text.Revision != 1 || !strings.Contains(text.Document, "3/8 in") {
		t.Errorf("%v %v", text, err)
	}
	var p Worked
	body := `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7"},"blank":{"style":"corner-fold"}}`
	if status, _, text := call(t, "POST", server.URL+"/api/v1/plan", body, &p); status != 200 {
		t.Fatalf("%d %.300s", status, text)
	}
	if c := p.Blanks[0].Creases[0]; c.Reading.In-c.At.In != 0.375 {
		t.Errorf("the board reads %s at %s", c.Reading.Text, c.At.Text)
	}
	var found document.Length
	if status, _, text := call(t, "GET", at+"/jig?side=6&reading=8+7/8&unit=in", "", &found); status != 200 || found.Text != "25/64 in" {
		t.Errorf("%d %s", status, text)
	}
	if status, _, text := call(t, "GET", at+"/jig?side=&reading=8&unit=in", "", nil); status != 422 || !strings.Contains(text, `"side"`) {
		t.Errorf("%d %s", status, text)
	}
}

// A maker in Germany types 310 and 2 without a unit: millimetres, in every plan, and after the unit is switched.
func TestBareToolsAreInTheUnitOfHome(t *testing.T) {
	server, kept := serve(t, Settings{})
	at := server.URL + "/api/v1/settings"
	var tools KeptTools
	shows := func(want string) {
		t.Helper()
		if status, _, text := call(t, "GET", at, "", &tools); status != 200 || tools.Trimmer == nil || string(tools.Trimmer.Longest+", "+tools.Board.Jig) != want {
			t.Errorf("%d %s, not %s", status, text, want)
		}
	}
	// With a jig of 2 mm the board reads 2 mm more than the crease is off, in a job of either unit.
	plans := func(more float64) {
		t.Helper()
		for _, unit := range []string{"in", "mm"} {
			var p Worked
			body := `{"format":"yellow-parcel-job","version":1,"unit":"` + unit + `","card":{"width":"5 in","height":"7 in"},"blank":{"style":"corner-fold"}}`
			if status, _, text := call(t, "POST", server.URL+"/api/v1/plan", body, &p); status != 200 {
				t.Fatalf("%s: %d %.300s", unit, status, text)
			}
			if c := p.Blanks[0].Creases[0]; math.Abs(c.Reading.MM-c.At.MM-more) > 0.01 {
				t.Errorf("%s: the board reads %s at %s", unit, c.Reading.Text, c.At.Text)
			}
		}
	}
	for i, step := range []struct{ sent, shown string }{
		{`{"home":"de","trimmer":{"longest":"310"},"board":{"jig":"2"}}`, "310 mm, 2 mm"},
		{`{"home":"de","unit":"in","trimmer":{"longest":"310"},"board":{"jig":"2"}}`, "310 mm, 2 mm"},
		{`{"home":"us","trimmer":{"longest":"310 mm"},"board":{"jig":"2 mm"}}`, "310 mm, 2 mm"},
		{`{"home":"us","trimmer":{"longest":"310"},"board":{"jig":"2 mm"}}`, "310 mm, 2 mm"},
	} {
		if status, _, text := call(t, "PUT", fmt.Sprint(at, "?revision=", i), step.sent, nil); status != 200 {
			t.Fatalf("%s: %d %s", step.sent, status, text)
		}
		shows(step.shown)
		plans(2)
	}
	if status, _, text := call(t, "PUT", at+"?revision=4", `{"home":"us","trimmer":{"longest":"310 mm"},"board":{"jig":"3/8"}}`, nil); status != 200 {
		t.Fatalf("%d %s", status, text)
	}
	shows("310 mm, 3/8 in")
	plans(9.525)
	// Kept before units were written: read as checked, said until it is kept again.
	if _, err := kept.Settings.Save(context.Background(), 5, `{"home":"de","trimmer":{"longest":"310"},"board":{"jig":"2"}}`); err != nil {
		t.Fatal(err)
	}
	shows("310 mm, 2 mm")
	if len(tools.Differs) != 2 || !strings.HasPrefix(tools.Differs[1], "What the corner jig reads: 2 mm; ") {
		t.Errorf("%q", tools.Differs)
	}
	plans(2)
	tools.Differs, tools.Stamps = nil, []job.StampSpec{{Price: "0.95", Count: 3}}
	text, err := json.Marshal(tools.Tools)
	if err != nil {
		t.Fatal(err)
	}
	var now KeptTools
	if status, _, answer := call(t, "PUT", at+"?revision=6", string(text), &now); status != 200 || len(now.Differs) > 0 {
		t.Errorf("%d %s", status, answer)
	}
	shows("310 mm, 2 mm")
}

func TestFoldingAndWraps(t *testing.T) {
	server, _ := serve(t, Settings{})
	var f Folding
	if status, _, text := call(t, "POST", server.URL+"/api/v1/folding", lantern, &f); status != 200 || len(f.Frames) != 17 || len(f.Trials) != 6 {
		t.Errorf("%d, %d moments, %.200s", status, len(f.Frames), text)
	}
	for i := 1; i < len(f.Trials); i++ {
		if f.Trials[i].Error.MM <= f.Trials[i-1].Error.MM {
			t.Errorf("trials are not in the order of the hand: %+v", f.Trials)
		}
	}
	var wraps []document.Wrap
	if status, _, text := call(t, "POST", server.URL+"/api/v1/wraps", lantern, &wraps); status != 200 || len(wraps) < 8 {
		t.Errorf("%d %.200s", status, text)
	}
	for _, path := range []string{"/api/v1/wraps", "/api/v1/folding"} {
		if status, _, text := call(t, "POST", server.URL+path, `{"format":"yellow-parcel-job","version":1}`, nil); status != 422 || !strings.Contains(text, `"envelope"`) {
			t.Errorf("%s: %d %s", path, status, text)
		}
	}
}

func TestOutlinesAreReadOrRefused(t *testing.T) {
	server, _ := serve(t, Settings{})
	svg := func(r *http.Request) { r.Header.Set("Content-Type", "image/svg+xml") }
	at := server.URL + "/api/v1/outline?unit=mm"
	var s Silhouette
	if status, _, text := call(t, "POST", at, `<svg width="100mm" height="100mm" viewBox="0 0 100 100"><rect width="60.2" height="40"/></svg>`, &s, svg); status != 200 || s.Width.Text != "61 mm" || s.Height.Text != "40 mm" {
		t.Errorf("%d %s", status, text)
	}
	if status, _, text := call(t, "POST", at, `<svg><path d="L0"/></svg>`, nil, svg); status != 422 || !strings.Contains(text, "should start with M") {
		t.Errorf("%d %s", status, text)
	}
	if status, _, _ := call(t, "POST", at, strings.Repeat("<svg>", draw.MaxOutline), nil, svg); status != 413 {
		t.Errorf("a huge file: %d", status)
	}
}
