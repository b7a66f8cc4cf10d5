package api

import (
	"context"
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
