package catalog

import (
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

func TestEmbeddedCatalogueIsWhole(t *testing.T) {
	c, err := read(data)
	if err != nil {
		t.Fatal(err)
	}
	rows := func(name string) int {
		text, err := data.ReadFile("data/" + name)
		if err != nil {
			t.Fatal(err)
		}
		return strings.Count(strings.TrimSpace(string(text)), "\n") // the first names the columns
	}
	files, err := data.ReadDir("data/carriers")
	if err != nil || len(c.Formats) != rows("envelopes.csv") || len(c.Sheets) != rows("sheets.csv") || len(c.Carriers) != len(files) || len(c.Formats) == 0 || len(c.Sheets) == 0 || len(files) == 0 {
		t.Fatalf("read %d formats, %d sheets, %d carriers, %v", len(c.Formats), len(c.Sheets), len(c.Carriers), err)
	}
	seen := map[string]bool{}
	for _, f := range c.Formats {
		if seen[f.ID] || f.Width <= 0 || f.Height < f.Width || f.CardWidth >= f.Width || f.CardHigh >= f.Height {
			t.Errorf("format %+v repeats, is empty, lies on its side or is smaller than its card", f)
		}
		seen[f.ID] = true
	}
	for _, s := range c.Sheets {
		if seen[s.ID] || s.Width <= 0 || s.Height < s.Width {
			t.Errorf("sheet %+v repeats, is empty or lies on its side", s)
		}
		seen[s.ID] = true
	}
}

func TestKnownEntries(t *testing.T) {
	a7, ok := Standard().Format("us-a7")
	if !ok || a7.Width.Text(measure.Inches) != "5 1/4 in" || a7.Height.Text(measure.Inches) != "7 1/4 in" || a7.CardWidth != 5*measure.Inch {
		t.Errorf("A7 is %+v", a7)
	}
	dl, _ := Standard().Format("iso-dl")
	if dl.Height != 220*measure.Millimetre || dl.CardHigh != 210*measure.Millimetre {
		t.Errorf("DL is %+v", dl)
	}
	if _, ok := Standard().Sheet("us-napkin"); ok {
		t.Error("an unknown sheet was found")
	}
	us, _ := Standard().Carrier("us")
	letter := us.Classes[0]
	if letter.Limits.Thickness.Max != post.Length(measure.Inch/4) || letter.Surcharge.Price.Text("USD") != "0.49 USD" || letter.Prices.Steps[0].Price != 7800 {
		t.Errorf("the US letter is %+v", letter)
	}
}

// What makes a letter cost more, as a maker reads it in the list of a carrier's rules.
func TestRulesReadAsConditions(t *testing.T) {
	us, _ := Standard().Carrier("us")
	_, more := us.Classes[0].List(us)
	want := []string{
		"nonmachinable, 0.49 USD more, when",
		"length to height is outside 1.3 to 2.5",
		"the address does not run along the long side",
		"it is closed with a clasp, string, button, ribbon, wax",
		"its outside is plastic, cloth, foil",
		"it holds a pen, pencil, key, coin, button, bead, charm, bulky",
		"it does not bend easily round an 11 in turn under 40 lb of belt tension",
		"it is under 0.009 in and large",
	}
	if !slices.Equal(more, want) {
		t.Errorf("%q", more)
	}
	de, _ := Standard().Carrier("de")
	held, none := de.Classes[0].List(de)
	if len(none) > 0 || len(held) != 6 || held[4].Name != "Length to height" || held[4].Text != "at least 1.4" {
		t.Errorf("%+v %q", held, none)
	}
}
