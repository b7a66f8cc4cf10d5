package pipeline

import (
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
)

// Where a job is posted from sets what it does not say itself.
func TestHomeSetsUnitSheetsPostAndCurrency(t *testing.T) {
	const priced = `"stock":[{"sheet":{"width":"300 mm","height":"400 mm"},"count":9,"price":"2"}]`
	for _, c := range []struct{ fields, unit, base, paper, carrier, cost string }{
		{``, "in", "Letter", "Letter", "us", "USD"},
		{`"home":"us",`, "in", "Letter", "Letter", "us", "USD"},
		{`"home":"de",`, "mm", "A4", "A4", "de", "EUR"},
		{`"home":"uk",`, "mm", "A4", "A4", "uk", "GBP"},
		{`"home":"jp",`, "mm", "A4", "A4", "jp", "JPY"},
		// Millimetres, and sheets of the inch system.
		{`"home":"ca",`, "mm", "Letter", "8 × 8", "ca", "CAD"},
		// A unit of the job's own wins, and with a carrier of its own that one.
		{`"home":"de","unit":"in",`, "in", "A4", "A4", "de", "EUR"},
		{`"home":"de","post":{"carriers":["uk"]},`, "mm", "A4", "A4", "uk", "EUR"},
		{`"unit":"mm",`, "mm", "A4", "A4", "us", "EUR"},
	} {
		// The envelope for 105 x 148 mm, with 6 mm of ease, is 199 mm square: on inch marks 7 15/16.
		p := planOf(t, c.fields+`"card":{"width":"105 mm","height":"148 mm"},"layers":[]`)
		if string(p.Unit) != c.unit || p.Base.Sheet.Name != c.base || p.Blanks[0].Paper.Name != c.paper || p.Post[0].Carrier != c.carrier {
			t.Errorf("%s: %s, %s, %s, %s", c.fields, p.Unit, p.Base.Sheet.Name, p.Blanks[0].Paper.Name, p.Post[0].Carrier)
		}
		q := planOf(t, c.fields+`"card":{"width":"105 mm","height":"148 mm"},"layers":[],`+priced)
		if q.CutPlan.Cost == nil || q.CutPlan.Cost.Batch[len(q.CutPlan.Cost.Batch)-3:] != c.cost {
			t.Errorf("%s: %+v", c.fields, q.CutPlan.Cost)
		}
	}
	for _, home := range []string{"atlantis", "intl"} {
		j := job.Job{Format: job.Format, Version: job.Version, Home: home, Envelope: &job.Bought{ID: "us-a7"}}
		if _, err := whole(j, catalog.Standard()); err == nil || err.Error() != `home: "`+home+`" is not a carrier one posts from here; known are us, uk, ca, au, de, jp` {
			t.Errorf("%s: %v", home, err)
		}
	}
}
