package catalog

import (
	"strings"
	"testing"

	"yellow-parcel/core/measure"
)

func TestFormatsAreSane(t *testing.T) {
	seen := map[string]bool{}
	for _, f := range Standard().Formats {
		if seen[f.ID] || f.ID == "" || strings.ContainsAny(f.ID, " _/") || f.Name == "" || f.Family == "" {
			t.Errorf("%+v has no name of its own", f)
		}
		seen[f.ID] = true
		if f.Width < 2*measure.Inch || f.Height > 16*measure.Inch || f.Width > f.Height {
			t.Errorf("%s is %s x %s; formats stand upright", f.ID, f.Width.Text(measure.Inches), f.Height.Text(measure.Inches))
		}
		if !f.Customary() {
			continue
		}
		// A card sold for an envelope leaves between an eighth of an inch and nineteen millimetres.
		for _, room := range []measure.Length{f.Width - f.CardWidth, f.Height - f.CardHigh} {
			if room < measure.Inch/8 || room > 19*measure.Millimetre {
				t.Errorf("%s leaves its card %s", f.ID, room.Text(measure.Millimetres))
			}
		}
	}
	for _, id := range []string{"us-a2", "us-a7", "us-10", "us-square-6", "iso-c6", "iso-dl"} {
		if !seen[id] {
			t.Errorf("%s is missing", id)
		}
	}
}

func TestSheetsAreSane(t *testing.T) {
	seen := map[string]bool{}
	for _, s := range Standard().Sheets {
		if seen[s.ID] || s.Name == "" || s.Unit != measure.Inches && s.Unit != measure.Millimetres {
			t.Errorf("%+v", s)
		}
		seen[s.ID] = true
		if s.Width > s.Height || s.Width < 5*measure.Inch || s.Height > 20*measure.Inch {
			t.Errorf("%s is %s x %s; sheets stand upright", s.ID, s.Width.Text(s.Unit), s.Height.Text(s.Unit))
		}
	}
	// The ISO series: each sheet is the one before it folded in half, but for what rounding takes.
	a3, _ := Standard().Sheet("iso-a3")
	a4, _ := Standard().Sheet("iso-a4")
	a5, _ := Standard().Sheet("iso-a5")
	for _, pair := range [][2]Sheet{{a3, a4}, {a4, a5}} {
		if half := pair[0].Height / 2; pair[0].Width != pair[1].Height || half-pair[1].Width < 0 || half-pair[1].Width > measure.Millimetre {
			t.Errorf("half of %s is not %s", pair[0].Name, pair[1].Name)
		}
	}
}

func TestCarriersAreSane(t *testing.T) {
	for _, c := range Standard().Carriers {
		if c.ID == "" || c.Name == "" || len(c.Currency) != 3 || len(c.Stated) != len("2025-07-13") || c.Measuring.Side <= 0 {
			t.Errorf("%+v", c)
		}
		for i, class := range c.Classes {
			if class.Note == "" || class.ID == "" || class.Name == "" {
				t.Errorf("%s: class %d says too little of itself", c.ID, i)
			}
			if class.Prices != nil && len(class.Prices.Effective) != len("2025-07-13") {
				t.Errorf("%s %s: prices without a date", c.ID, class.ID)
			}
			if m := class.Limits.Weight.Max; class.Prices != nil && m > 0 {
				steps := class.Prices.Steps
				if last := steps[len(steps)-1]; measure.Mass(last.To) < measure.Mass(m) {
					t.Errorf("%s %s takes more than its dearest price covers", c.ID, class.ID)
				}
			}
		}
	}
}
