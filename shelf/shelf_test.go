package shelf

import (
	"bytes"
	"encoding/json"
	"reflect"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
)

func TestItemsGoOutAndComeBack(t *testing.T) {
	items := []Item{
		{Kind: Sheets, Size: job.Bought{ID: "us-letter"}, Paper: "Dune cover", Colour: "#d8c28a", Weight: "80 lb cover", Grain: "long", Caliper: "0.3 mm", Price: "0.35", Count: 60},
		{Kind: Sheets, Size: job.Bought{Width: "9 in", Height: "305 mm"}, Count: 4},
		{Kind: Envelopes, Size: job.Bought{ID: "us-a7"}, Paper: "Kraft, \"harbour\"", Count: 0},
		{Kind: Sheets, Size: job.Bought{ID: "us-letter"}, Paper: "=cmd|' /C calc'!A0", Count: 1},
		{Kind: Sheets, Size: job.Bought{ID: "us-letter"}, Paper: "'@sea", Count: 1},
	}
	var b bytes.Buffer
	if err := Write(&b, items); err != nil {
		t.Fatal(err)
	}
	back, err := Read(b.Bytes(), catalog.Standard())
	if err != nil || !reflect.DeepEqual(items, back) {
		t.Errorf("%v\n%+v\n%+v", err, items, back)
	}
	bare, err := Read([]byte("\ufeffcount, size, kind\n12,9 x 12,sheet\n"), catalog.Standard())
	if err != nil || len(bare) != 1 || bare[0].Count != 12 || bare[0].SizeText() != "9 in x 12 in" {
		t.Errorf("%+v, %v", bare, err)
	}
}

func TestBadLinesAreNamed(t *testing.T) {
	for text, want := range map[string]string{
		"":                           "line 1: there is no heading",
		"kind,size\nsheet,us-letter": "line 1: the column count is missing",
		"kind,size,count,mood\n":     `line 1: "mood" is not a column`,
		"kind,size,count\nsheet,us-letter,many\n":      `line 2, count: "many" is not a whole number; try 25`,
		"kind,size,count\nsheet,us-a7,3\n":             `line 2, size: "us-a7" is not a sheet`,
		"kind,size,count\nenvelope,us-letter,3\n":      `line 2, size: "us-letter" is not an envelope format`,
		"kind,size,count\nboat,us-letter,3\n":          `line 2, kind: "boat" is not kept on a shelf`,
		"kind,size,count\n\nsheet,9 x wide,3\n":        `line 3, size.height: "wide" is not a length`,
		"kind,size,count,weight\nsheet,iso-a4,1,110lb": "line 2, weight: 110 lb may be index",
		"kind,size,count,grain\nsheet,iso-a4,1,up":     "line 2, grain",
		"kind,size,count,price\nsheet,iso-a4,1,dear":   "line 2, price",
		"kind,size,count,caliper\nsheet,iso-a4,1,2 in": "line 2, caliper",
		"kind,size,count,colour\nsheet,iso-a4,1,sea":   "line 2, colour",
		"kind,size,count\nsheet,us-letter,-4\n":        "line 2, count: -4 is not a number",
		"kind,size,count\n\"sheet,us-letter,4\n":       "line 2: not readable as CSV",
	} {
		if _, err := Read([]byte(text), catalog.Standard()); err == nil || !strings.HasPrefix(err.Error(), want) {
			t.Errorf("%q: %v", text, err)
		}
	}
}

func FuzzRead(f *testing.F) {
	f.Add([]byte("kind,size,count,weight\nsheet,9 x 12,4,300 g\n"))
	f.Fuzz(func(t *testing.T, text []byte) {
		items, err := Read(text, catalog.Standard())
		if err != nil {
			return
		}
		var b bytes.Buffer
		if err := Write(&b, items); err != nil {
			t.Fatal(err)
		}
		if _, err := Read(b.Bytes(), catalog.Standard()); err != nil {
			t.Fatalf("%q written as %q is refused: %v", text, b.String(), err)
		}
	})
}

// A sheet goes into a job with its paper, and with the units its lengths are kept in.
func TestASheetGoesIntoAJobWithItsUnits(t *testing.T) {
	text, err := json.Marshal(Item{Kind: Sheets, Size: job.Bought{Width: "9", Height: "12 1/2"}, Paper: "Dune", Weight: "216 g", Caliper: "0.3", Grain: "long", Price: "0.40", Count: 9}.ForJob("s1", 7))
	if want := `{"item":"s1","sheet":{"width":"9 in","height":"12 1/2 in"},"count":7,"paper":"Dune","grain":"long","price":"0.40","weight":"216 g","caliper":"0.3 mm"}`; err != nil || string(text) != want {
		t.Errorf("%s, %v", text, err)
	}
}
