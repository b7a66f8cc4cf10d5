package catalog

import (
	"errors"
	"fmt"
	"strings"
	"testing"
	"time"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
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
	// Of each system one sheet is the usual one for each use: letter and A4 for bases, twelve inches square for blanks.
	for _, c := range []struct {
		unit measure.Unit
		use  Use
		id   string
	}{{measure.Inches, ForBase, "us-letter"}, {measure.Millimetres, ForBase, "iso-a4"}, {measure.Inches, ForBlank, "us-12x12"}, {measure.Millimetres, ForBlank, "mm-305x305"}} {
		n := 0
		for _, s := range Standard().Sheets {
			if s.Unit == c.unit && s.Usual == c.use {
				n++
			}
		}
		if got := Standard().UsualSheet(c.unit, c.use); got.ID != c.id || n != 1 {
			t.Errorf("%s for a %s: %s, one of %d", c.unit, c.use, got.ID, n)
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
				if last := steps[len(steps)-1]; measure.Mass(last.To) > measure.Mass(m) {
					t.Errorf("%s %s has a price for more than it takes", c.ID, class.ID)
				}
			}
		}
	}
}

// A wrong edit is refused, and the line is named.
func TestWrongCarriersAreRefusedWithTheLine(t *testing.T) {
	text, ok := CarrierText("us")
	if !ok {
		t.Fatal("no US rules")
	}
	line := func(of string) int { return 1 + strings.Count(text[:strings.Index(text, of)], "\n") }
	for name, c := range map[string]struct {
		was, is string
		line    int
		says    string
	}{
		"a length":        {"max: 11 1/2 in", "max: eleven in", line("max: 11 1/2 in"), "is not a length"},
		"a field":         {"counter: How far", "counterfoil: How far", line("counter: How far"), "is not a field here"},
		"a price":         {`price: "1.07"`, `price: "1.0.0"`, line(`price: "1.07"`), "is not a price"},
		"falling steps":   {`price: "1.07"`, `price: "0.50"`, line(`price: "1.07"`), "never costs less"},
		"steps of a size": {"{to: 2 oz, price: \"1.07\"}", "{to: 1 oz, price: \"1.07\"}", line("{to: 2 oz, price: \"1.07\"}"), "go up in weight"},
		"a turned range":  {"length: {min: 5 in", "length: {min: 50 in", line("length: {min: 5 in"), "the least is more than the most"},
		"an identifier":   {"id: flat", "id: letter", line("id: flat"), "identifier of its own"},
		"a unit":          {"unit: in", "unit: ell", line("unit: in"), "is not a unit"},
		"a day":           {`stated: "2025-07-13"`, `stated: "July"`, line(`stated: "2025-07-13"`), "is not a day"},
		"a ratio":         {"ratio: {min: 1.3", "ratio: {min: one", line("ratio: {min: 1.3"), "is not a ratio"},
		"no such day":     {`stated: "2025-07-13"`, `stated: "2025-02-31"`, line(`stated: "2025-07-13"`), "is not a day"},
		"no price":        {`price: "1.07"`, `price: ""`, line(`price: "1.07"`), "is not a price"},
		"a free step":     {`price: "0.78"`, `price: "0"`, line(`price: "0.78"`), "needs a price"},
		"past the weight": {`{to: 3.5 oz, price: "1.65"}`, "{to: 3.5 oz, price: \"1.65\"}\n        - {to: 5 oz, price: \"1.95\"}", line("{to: 3.5 oz") + 1, "past its weight"},
		"a loose doubt":   {"thickness: {min: 0.007 in, max: 1/4 in}", "thickness: {max: 1/4 in, check: min}", line("thickness: {min: 0.007"), "not given here"},
		"a minus":         {"measuring: {side: 1/32 in", "measuring: {side: -1/32 in", line("measuring: {"), "less than nothing"},
		"another carrier": {"listed: 1", "listed: 1\n---\nid: no", line("listed: 1") + 1, "a second document"},
		"an anchor":       {"lies: longest", "lies: &a longest", line("lies: longest"), "anchors"},
		"no yaml":         {"classes:", "classes: [", 0, "not readable"},
	} {
		_, err := post.ReadCarrier([]byte(strings.Replace(text, c.was, c.is, 1)))
		var at *post.CarrierError
		if !errors.As(err, &at) || !strings.Contains(at.Text, c.says) || c.line > 0 && at.Line != c.line {
			t.Errorf("%s: %v, want line %d and %q", name, err, c.line, c.says)
		}
	}
	for _, text := range []string{"", "- a", "id: us", strings.Repeat("#", post.MaxCarrier+1)} {
		if _, err := post.ReadCarrier([]byte(text)); err == nil {
			t.Errorf("%.20q was taken", text)
		}
	}
}

// A hostile file costs next to nothing, and is refused with a line like any other.
func TestHostileCarriersCostNothing(t *testing.T) {
	for name, text := range map[string]string{
		"deep lists":   strings.Repeat("[", post.MaxCarrier),
		"deep groups":  strings.Repeat("{a: ", post.MaxCarrier/4),
		"one field":    strings.Repeat("a: b\n", post.MaxCarrier/5),
		"many fields":  manyFields(),
		"many classes": "id: a\nname: b\nunit: mm\ncurrency: EUR\nstated: \"2026-01-01\"\nclasses:\n" + strings.Repeat("  - {}\n", post.MaxCarrier/10),
		"tags":         strings.Repeat("!!str ", post.MaxCarrier/6),
		"quotes":       "a: " + strings.Repeat("\"x\" ", post.MaxCarrier/5),
	} {
		done := make(chan error, 1)
		go func() {
			_, err := post.ReadCarrier([]byte(text))
			done <- err
		}()
		select {
		case err := <-done:
			var at *post.CarrierError
			if !errors.As(err, &at) || at.Line < 1 {
				t.Errorf("%s: %v", name, err)
			}
		case <-time.After(20 * time.Second):
			t.Fatalf("%s is still being read", name)
		}
	}
}

func manyFields() string {
	var b strings.Builder
	for i := 0; b.Len() < post.MaxCarrier-20; i++ {
		fmt.Fprintf(&b, "f%d: 1\n", i)
	}
	return b.String()
}

func TestOwnCarriersAndMaterialsTakeTheirPlace(t *testing.T) {
	own := post.Carrier{ID: "us", Name: "Mine"}
	c := Standard().With([]post.Carrier{own, {ID: "island", Name: "Island post"}})
	if us, _ := c.Carrier("us"); us.Name != "Mine" || !us.Own || len(c.Carriers) != 8 || c.Carriers[0].Name != "Mine" {
		t.Errorf("%+v", c.Carriers)
	}
	if us, _ := Standard().Carrier("us"); us.Name != "United States" {
		t.Error("the shipped rules were changed")
	}
	m, wrong := MaterialRow{ID: "foam-2", Name: "My foam", Kind: "foam", Thickness: "1.9", Weight: "250 g/m2", StiffLow: "0.1", StiffHigh: "0.4"}.Material(measure.Millimetres)
	if len(wrong) > 0 {
		t.Fatal(wrong)
	}
	if got, _ := Standard().WithMaterials([]Material{m}).Material("foam-2"); got.Name != "My foam" {
		t.Errorf("%+v", got)
	}
	_, wrong = MaterialRow{ID: "a b", Kind: "jelly", Thickness: "thick", Weight: "heavy", StiffLow: "5", StiffHigh: "4"}.Material(measure.Millimetres)
	if len(wrong) != 6 {
		t.Errorf("%v", wrong)
	}
	// What is written is read again as it was.
	for _, m := range Standard().Materials {
		if again, wrong := m.Row(measure.Millimetres).Material(measure.Millimetres); len(wrong) > 0 || again != m {
			t.Errorf("%+v came back as %+v, %v", m, again, wrong)
		}
	}
}

func FuzzReadCarrier(f *testing.F) {
	for _, c := range Standard().Carriers {
		text, _ := CarrierText(c.ID)
		f.Add([]byte(text))
	}
	f.Add([]byte("id: a\nname: b\nunit: mm\ncurrency: EUR\nstated: \"2025-01-01\"\nclasses: [{id: c, name: d}]"))
	f.Fuzz(func(t *testing.T, text []byte) {
		c, err := post.ReadCarrier(text)
		var at *post.CarrierError
		if err != nil && (!errors.As(err, &at) || at.Line < 1) {
			t.Errorf("%v names no line", err)
		}
		if err == nil && len(c.Classes) == 0 {
			t.Error("a carrier without classes was taken")
		}
		for _, class := range c.Classes {
			if err == nil && class.Prices != nil {
				// Whatever way it is written, changing a price gives a file that reads, or says why not.
				prices := make([]string, len(class.Prices.Steps))
				for i := range prices {
					prices[i] = "7.77"
				}
				if out, err := post.Reprice(text, class.ID, "2026-01-01", prices); err != nil && !errors.As(err, &at) {
					t.Errorf("%v names no line", err)
				} else if _, again := post.ReadCarrier(out); err == nil && again != nil {
					t.Errorf("%v", again)
				}
			}
		}
	})
}

// A bare number in a carrier's file is in the file's own unit.
func TestBareNumbersAreInTheFilesUnit(t *testing.T) {
	for unit, want := range map[string]struct {
		length measure.Length
		weight measure.Mass
	}{"mm": {240 * measure.Millimetre, 100 * measure.Gram}, "in": {240 * measure.Inch, 100 * measure.Ounce}} {
		c, err := post.ReadCarrier([]byte("id: island\nname: Island\nunit: " + unit + "\ncurrency: EUR\nstated: \"2026-01-01\"\nclasses:\n  - {id: letter, name: Letter, limits: {length: {max: 240}, weight: {max: 100}}}\n"))
		if err != nil {
			t.Fatal(err)
		}
		if l := c.Classes[0].Limits; measure.Length(l.Length.Max) != want.length || measure.Mass(l.Weight.Max) != want.weight {
			t.Errorf("in %s: %v and %v", unit, l.Length.Max, l.Weight.Max)
		}
	}
}
