package job

import (
	"testing"

	"yellow-parcel/core/measure"
)

// What a sheet costs is in the currency it was in, whatever the unit.
func TestSwitchKeepsThePrices(t *testing.T) {
	priced := []StockSpec{{Sheet: &Bought{ID: "us-letter"}, Count: 3, Price: "0.12"}}
	for _, c := range []struct {
		from     measure.Unit
		to       measure.Unit
		currency string
		stock    []StockSpec
		want     string
	}{
		{"", measure.Millimetres, "", priced, "USD"},
		{measure.Inches, measure.Millimetres, "", priced, "USD"},
		{measure.Millimetres, measure.Inches, "", priced, "EUR"},
		{measure.Inches, measure.Millimetres, "GBP", priced, "GBP"},
		{measure.Inches, measure.Millimetres, "", nil, ""}, // nothing is priced yet
	} {
		if got := Switch(Job{Unit: c.from, Currency: c.currency, Stock: c.stock}, c.to, nil).Currency; got != c.want {
			t.Errorf("%+v: in %q", c, got)
		}
	}
}

// The ruler of the other system is the nearest, the usual one for the usual one; there and back it is the job's own again, whatever it was,
// unless another was chosen meanwhile.
func TestSwitchKeepsTheRuler(t *testing.T) {
	for _, c := range []struct {
		unit         measure.Unit
		ruler, there string
	}{
		{"in", "1/8 in", "1 mm"}, {"in", "1/16 in", "1 mm"}, {"in", "", "1 mm"}, {"in", "1/32 in", "1 mm"}, {"in", "1/64 in", "0.5 mm"}, {"in", "0.5 mm", "0.5 mm"}, {"in", "1 mm", "1 mm"},
		{"mm", "1 mm", "1/16 in"}, {"mm", "0.5 mm", "1/64 in"}, {"mm", "", "1/16 in"}, {"mm", "1/8 in", "1/8 in"}, {"mm", "1/32 in", "1/32 in"},
	} {
		other := map[measure.Unit]measure.Unit{"in": "mm", "mm": "in"}[c.unit]
		want := c.ruler
		if want == "" {
			want = measure.DefaultRuler(c.unit).String()
		}
		j := Job{Unit: c.unit, Ruler: c.ruler}
		for range 3 {
			there := Switch(j, other, nil)
			if there.Ruler != c.there || there.RulerBefore != want {
				t.Errorf("%+v: there %q, before %q", c, there.Ruler, there.RulerBefore)
			}
			if j = Switch(there, c.unit, nil); j.Ruler != want || j.RulerBefore != "" {
				t.Errorf("%+v: back %q, before %q", c, j.Ruler, j.RulerBefore)
			}
		}
	}
	there := Switch(Job{Unit: "in", Ruler: "1/32 in"}, "mm", nil)
	there.Ruler = "0.5 mm"
	if back := Switch(there, "in", nil); back.Ruler != "1/64 in" || back.RulerBefore != "0.5 mm" {
		t.Errorf("chosen meanwhile: %q, before %q", back.Ruler, back.RulerBefore)
	}
	if same := Switch(Job{Unit: "in", Ruler: "1/32 in"}, "in", nil); same.Ruler != "1/32 in" {
		t.Errorf("not switched: %q", same.Ruler)
	}
}
