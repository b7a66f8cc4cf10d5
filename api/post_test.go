package api

import (
	"net/http"
	"strings"
	"testing"
	"time"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/post"
)

func yaml(r *http.Request) { r.Header.Set("Content-Type", "text/yaml") }

func TestOwnCarriersAreKeptUsedAndGivenUp(t *testing.T) {
	server, _ := serve(t, Settings{})
	at := server.URL + "/api/v1/carriers"
	var all []CarrierEntry
	if status, _, text := call(t, "GET", at, "", &all); status != 200 || len(all) != 7 || all[0].ID != "us" || all[0].Own || !all[0].Ships || len(all[0].Classes) != 3 {
		t.Fatalf("%d %.300s", status, text)
	}
	us, _ := catalog.CarrierText("us")
	dearer := strings.Replace(us, `{to: 1 oz, price: "0.78"}`, `{to: 1 oz, price: "0.81"}`, 1)
	if status, _, text := call(t, "PUT", at+"/us?revision=0", strings.Replace(us, "11 1/2 in", "long", 1), nil, yaml); status != 422 || !strings.Contains(text, `"line 2`) || !strings.Contains(text, "is not a length") {
		t.Errorf("a wrong length: %d %s", status, text)
	}
	if status, _, text := call(t, "PUT", at+"/uk?revision=0", dearer, nil, yaml); status != 422 || !strings.Contains(text, `those of \"us\"`) {
		t.Errorf("another's rules: %d %s", status, text)
	}
	var one CarrierEntry
	if status, _, text := call(t, "PUT", at+"/us?revision=0", dearer, &one, yaml); status != 200 || !one.Own || one.Revision != 1 {
		t.Errorf("%d %.300s", status, text)
	}
	if status, _, text := call(t, "PUT", at+"/us?revision=0", us, nil, yaml); status != 409 || !strings.Contains(text, "changed elsewhere") {
		t.Errorf("a stale save: %d %s", status, text)
	}
	var p Worked
	if call(t, "POST", server.URL+"/api/v1/plan", lantern, &p); p.Post[0].PriceText != "0.81 USD" || !p.Post[0].Own {
		t.Errorf("%s, own %v", p.Post[0].PriceText, p.Post[0].Own)
	}
	if status, _, _ := call(t, "DELETE", at+"/us", "", nil); status != 204 {
		t.Errorf("taken away: %d", status)
	}
	if status, _, _ := call(t, "DELETE", at+"/us", "", nil); status != 404 {
		t.Errorf("taken away twice: %d", status)
	}
	if call(t, "POST", server.URL+"/api/v1/plan", lantern, &p); p.Post[0].PriceText != "0.78 USD" {
		t.Errorf("%s", p.Post[0].PriceText)
	}
	if status, _, text := call(t, "PUT", at+"/us?revision=0", strings.Repeat("#", post.MaxCarrier+2), nil, yaml); status != 413 {
		t.Errorf("a huge file: %d %.100s", status, text)
	}
}

func TestInstrumentsStreamUntilTheyRest(t *testing.T) {
	server, _ := serve(t, Settings{})
	at := server.URL + "/api/v1/devices/"
	if status, _, text := call(t, "PUT", at+"scale/load?unit=in&load=a+feather", "", nil); status != 422 || !strings.Contains(text, `"load"`) {
		t.Errorf("%d %s", status, text)
	}
	if status, _, text := call(t, "PUT", at+"anvil/load?unit=in&load=1", "", nil); status != 422 {
		t.Errorf("an unknown instrument: %d %s", status, text)
	}
	for _, c := range []struct{ path, ends string }{{"scale/load?unit=mm&load=34", `"text":"34 g","stable":true`}, {"caliper/load?unit=in&load=5.6+mm", `"text":"5.6 mm","stable":true`}} {
		if status, _, text := call(t, "PUT", at+c.path, "", nil); status != 204 {
			t.Errorf("%d %s", status, text)
		}
		id, _, _ := strings.Cut(c.path, "/")
		began := time.Now()
		_, _, text := call(t, "GET", at+id+"/readings?unit=mm", "", nil)
		events := strings.Split(strings.TrimSpace(text), "\n\n")
		if last := events[len(events)-1]; !strings.Contains(last, c.ends) || len(events) < 6 || time.Since(began) > longestStream {
			t.Errorf("%d readings, the last %s", len(events), last)
		}
	}
}

func TestMaterialsAndStampsAreKept(t *testing.T) {
	server, _ := serve(t, Settings{})
	at := server.URL + "/api/v1/settings"
	if status, _, text := call(t, "PUT", at, `{"materials":[{"id":"kelp","name":"Kelp paper","kind":"board","thickness":"thick","weight":"1 kg/m2"}],"stamps":[{"price":"dear","count":1}]}`, nil); status != 422 ||
		!strings.Contains(text, `"materials[0].thickness"`) || !strings.Contains(text, `"materials[0].weight"`) || !strings.Contains(text, `"stamps[0].price"`) {
		t.Errorf("%d %s", status, text)
	}
	own := `{"materials":[{"id":"kelp","name":"Kelp paper","kind":"board","thickness":"0.5 mm","weight":"300 g/m2","stiff_low":"1","stiff_high":"2"}],"stamps":[{"price":"0.78","count":3}]}`
	if status, _, text := call(t, "PUT", at, own, nil); status != 200 {
		t.Fatalf("%d %s", status, text)
	}
	var c CatalogBody
	if call(t, "GET", server.URL+"/api/v1/catalog", "", &c); c.Materials[len(c.Materials)-1].ID != "kelp" {
		t.Errorf("%+v", c.Materials)
	}
	var p Worked
	body := `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7","build":[{"material":"kelp"}]},"layers":[]}`
	// Two sheets of 0.3 mm and one of 0.5.
	if call(t, "POST", server.URL+"/api/v1/plan", body, &p); p.Build == nil || p.Build.Thickest.MM != 1.1 || p.Postage == nil || p.Postage.Each != "1 × 0.78 USD" {
		t.Errorf("%+v %+v", p.Build, p.Postage)
	}
}

func TestPricesAreChangedAlone(t *testing.T) {
	server, _ := serve(t, Settings{})
	at := server.URL + "/api/v1/carriers/de/prices?revision="
	var one CarrierEntry
	if status, _, text := call(t, "PUT", at+"0", `{"class":"standard","effective":"2026-01-01","prices":["1.05"]}`, &one); status != 200 || !one.Own || one.Classes[0].Prices[0].Text != "1.05 EUR" || one.Classes[0].Dated != "2026-01-01" {
		t.Errorf("%d %.300s", status, text)
	}
	if status, _, text := call(t, "PUT", at+"1", `{"class":"gross","effective":"2026-01-01","prices":["2.00"]}`, &one); status != 200 || one.Revision != 2 || one.Classes[0].Prices[0].Text != "1.05 EUR" || one.Classes[2].Prices[0].Text != "2.00 EUR" {
		t.Errorf("%d %.300s", status, text)
	}
	for _, c := range []struct {
		query, body, says string
		status            int
	}{
		{"1", `{"class":"gross","effective":"2026-01-01","prices":["2.10"]}`, "changed elsewhere", 409},
		{"2", `{"class":"gross","effective":"soon","prices":["2.10"]}`, "is not a day", 422},
		{"2", `{"class":"gross","effective":"2026-01-01","prices":["2.10","3"]}`, "2 prices for 1 steps", 422},
		{"2", `{"class":"tiny","effective":"2026-01-01","prices":[]}`, "no prices", 422},
	} {
		if status, _, text := call(t, "PUT", at+c.query, c.body, nil); status != c.status || !strings.Contains(text, c.says) {
			t.Errorf("%s: %d %s", c.body, status, text)
		}
	}
	if status, _, _ := call(t, "PUT", server.URL+"/api/v1/carriers/moon/prices?revision=0", `{"class":"a","effective":"2026-01-01","prices":[]}`, nil); status != 404 {
		t.Errorf("an unknown carrier: %d", status)
	}
}

// A copy of a carrier's rules that is deleted and made again is another: an old window does not save over it.
func TestACopyMadeAgainIsAnother(t *testing.T) {
	server, _ := serve(t, Settings{})
	at := server.URL + "/api/v1/carriers/de"
	text, _ := catalog.CarrierText("de")
	var one, again CarrierEntry
	if status, _, answer := call(t, "PUT", at+"?revision=0", text, &one); status != 200 || one.Revision != 1 || !one.Own {
		t.Fatalf("%d %s", status, answer)
	}
	if status, _, answer := call(t, "DELETE", at, "", nil); status != 204 && status != 200 {
		t.Fatalf("%d %s", status, answer)
	}
	if status, _, _ := call(t, "DELETE", at, "", nil); status != 404 {
		t.Errorf("deleted twice: %d", status)
	}
	if status, _, answer := call(t, "PUT", at+"?revision=1", text+"# mine\n", nil); status != 409 || !strings.Contains(answer, `"own":false`) {
		t.Errorf("over one that is gone: %d %.300s", status, answer)
	}
	if status, _, answer := call(t, "PUT", at+"?revision=0", text, &again); status != 200 || again.Revision != 3 {
		t.Fatalf("%d %.200s, revision %d", status, answer, again.Revision)
	}
	if status, _, _ := call(t, "PUT", at+"?revision=1", text+"# mine\n", nil); status != 409 {
		t.Errorf("an old window saves over the new one: %d", status)
	}
	var all []CarrierEntry
	if call(t, "GET", server.URL+"/api/v1/carriers", "", &all); len(all) < 7 {
		t.Errorf("%d carriers", len(all))
	}
}
