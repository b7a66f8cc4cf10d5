package catalog

import (
	"testing"

	"yellow-parcel/core/measure"
)

func TestEmbeddedCatalogueIsWhole(t *testing.T) {
	c, err := read(data)
	if err != nil {
		t.Fatal(err)
	}
	if len(c.Formats) != 47 || len(c.Sheets) != 12 || len(c.Carriers) != 7 {
		t.Fatalf("read %d formats, %d sheets, %d carriers", len(c.Formats), len(c.Sheets), len(c.Carriers))
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
	if letter.Limits.Thickness.Max != Length(measure.Inch/4) || letter.Surcharge.Price.Text("USD") != "0.49 USD" || letter.Prices.Steps[0].Price != 78 {
		t.Errorf("the US letter is %+v", letter)
	}
}
