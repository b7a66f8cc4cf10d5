package brief

import (
	"errors"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/calendar"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

func briefOf(t *testing.T, fields string) *Brief {
	t.Helper()
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,` + fields + `}`))
	if err != nil {
		t.Fatalf("%s: %v", fields, err)
	}
	b, err := Read(j, catalog.Standard())
	if err != nil {
		t.Fatalf("%s: %v", fields, err)
	}
	return b
}

// What a job leaves out is settled by its unit, and told.
func TestDefaultsFollowTheUnit(t *testing.T) {
	const in, mm = measure.Inch, measure.Millimetre
	for _, c := range []struct {
		fields           string
		ease, seam, step measure.Length
		sheet            string
	}{
		{`"envelope":"us-a7"`, in / 4, in / 2, in / 16, "us-letter"},
		{`"unit":"mm","envelope":"us-a7"`, 6 * mm, 12 * mm, mm, "iso-a4"},
		{`"unit":"mm","ruler":"1/8 in","envelope":"us-a7"`, 6 * mm, in / 2, in / 8, "iso-a4"},
	} {
		b := briefOf(t, c.fields)
		if b.Card.Ease != c.ease || b.Ruler.Step != c.step || b.Stock.Sheet.ID != c.sheet || b.Quantity != 1 {
			t.Errorf("%s: ease %v, marks %v, %s, %d cards", c.fields, b.Card.Ease, b.Ruler.Step, b.Stock.Sheet.ID, b.Quantity)
		}
		for _, want := range []Assumption{AssumedFlat, AssumedFold, AssumedLayers, AssumedSheet, AssumedCarriers} {
			if !slices.Contains(b.Assumed, want) {
				t.Errorf("%s: %s was assumed and is not told: %v", c.fields, want, b.Assumed)
			}
		}
	}
}

// What a job says is not assumed.
func TestWhatIsSaidIsNotAssumed(t *testing.T) {
	b := briefOf(t, `"sheet":"us-12x12","card":{"width":"5","height":"7","fold":"tent","thickness":"1/8","weight":"1","stock":"110 lb cover"},"layers":[],"post":{"carriers":["de"]}`)
	if len(b.Assumed) != 0 {
		t.Errorf("assumed %v", b.Assumed)
	}
	if b.Card.From != FromCard || !b.Card.Measured || b.Card.Thickness != measure.Inch/8 || b.Base.Fold.ID != "tent" || len(b.Post.Carriers) != 1 || b.Post.Carriers[0].ID != "de" {
		t.Errorf("%+v %s", b.Card, b.Base.Fold.ID)
	}
	// 110 lb cover: 110 x 2.704 = 297.44 g/m2.
	if gsm := b.Base.GSM(); gsm < 297.4 || gsm > 297.5 {
		t.Errorf("%v g/m2", gsm)
	}
}

// Every wrong figure is told at once, each at its field, and nothing is computed from them.
func TestEveryWrongFigureIsTold(t *testing.T) {
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,"envelope":"us-a99","card":{"thickness":"9 in","ease":"x","fold":"knot"},"quantity":-2,"post":{"carriers":["moon"]}}`))
	if err != nil {
		t.Fatal(err)
	}
	_, err = Read(j, catalog.Standard())
	var all job.Problems
	if !errors.As(err, &all) {
		t.Fatalf("%v", err)
	}
	var fields []string
	for _, p := range all {
		fields = append(fields, p.Field)
	}
	for _, want := range []string{"envelope", "card.thickness", "card.ease", "card.fold", "quantity", "post.carriers"} {
		if !slices.ContainsFunc(fields, func(f string) bool { return f == want || f == want+"[0]" }) {
			t.Errorf("%s is not told: %v", want, all)
		}
	}
}

// A jig reads the square's diagonal and its offset: 6 in x 1.41421 = 8.485 in.
func TestJigByHand(t *testing.T) {
	offset, diagonal, err := ReadJig("6", "8 7/8", measure.Inches)
	if err != nil || diagonal.In() < 8.4852 || diagonal.In() > 8.4854 || offset.In() < 0.3896 || offset.In() > 0.3907 {
		t.Errorf("%v beyond %v: %v", offset.In(), diagonal.In(), err)
	}
	for field, c := range map[string][2]string{"side": {"six", "9"}, "reading": {"6", ""}} {
		_, _, err := ReadJig(c[0], c[1], measure.Inches)
		var all job.Problems
		if !errors.As(err, &all) || all[0].Field != field {
			t.Errorf("%v: %v", c, err)
		}
	}
}

// When it is due, and when one sits down to it: what is wrong is named with a good example.
func TestWhatIsDueIsRead(t *testing.T) {
	for _, c := range []struct{ more, want string }{
		{`"due":"2026-02-29"`, `due: "2026-02-29" is not a day; try 2027-01-14`},
		{`"due":"0002-01-14"`, `due: "0002-01-14" is not a day; try 2027-01-14`},
		{`"due":"soon","by":"lunch"`, `by: "lunch" is nothing a day is for; try "posted" or "in-hands"` + "\n" + `due: "soon" is not a day; try 2027-01-14`},
		{`"sittings":{"minutes":5}`, `sittings.minutes: 5 is not how long one sits; try 60, between 10 and 720`},
		{`"sittings":{"at":"7 pm"}`, `sittings.at: "7 pm" is not a time of day; try 19:00`},
		{`"sittings":{"at":"23:30"}`, `sittings.at: 60 minutes from 23:30 go past midnight; try 19:00`},
		{`"sittings":{"days":["mon","Tuesday"]}`, `sittings.days: "Tuesday" is not a day of the week; try "sat"`},
		{`"due":"2027-01-14","by":"in-hands","sittings":{"minutes":45,"at":"09:30","days":["sat"]}`, ""},
	} {
		j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,"envelope":"us-a7",` + c.more + `}`))
		if err != nil {
			t.Fatal(err)
		}
		b, err := Read(j, catalog.Standard())
		switch {
		case c.want != "":
			if err == nil || err.Error() != c.want {
				t.Errorf("%s: %v", c.more, err)
			}
		case err != nil || !b.Due.InHands || calendar.Date(b.Due.Day) != "2027-01-14" || b.Week != (calendar.Week{Minutes: 45, At: 570, Days: calendar.Weekdays{5: true}}):
			t.Errorf("%s: %v %+v", c.more, err, b)
		}
	}
}

// A base is of the sheets it may be cut from where these are one paper; a weight that is given stands.
func TestABaseIsOfItsSheets(t *testing.T) {
	const heavy, light = `{"sheet":"us-letter","count":9,"paper":"Dune","weight":"300 g","caliper":"0.4 mm"}`, `{"sheet":"us-12x12","count":4,"paper":"Kelp","weight":"160 g"}`
	for _, c := range []struct {
		fields  string
		gsm     float64
		caliper measure.Length
	}{
		{`"stock":[` + heavy + `]`, 300, 400 * measure.Micrometre},
		{`"stock":[` + heavy + `,` + light + `]`, 216, 300 * measure.Micrometre},
		{`"card":{"paper":"Dune"},"stock":[` + heavy + `,` + light + `]`, 300, 400 * measure.Micrometre},
		{`"card":{"paper":"Kelp"},"stock":[` + heavy + `,` + light + `]`, 160, card.Paper{GSM: 160}.Caliper()},
		{`"card":{"paper":"Dune","stock":"216 g"},"stock":[` + heavy + `]`, 216, card.Paper{GSM: 216}.Caliper()},
		{`"stock":[{"sheet":"us-letter","count":9}]`, 216, 300 * measure.Micrometre},
		{`"stock":[` + strings.Replace(heavy, `"count":9`, `"count":0`, 1) + `]`, 216, 300 * measure.Micrometre},
	} {
		if b := briefOf(t, `"envelope":"us-a7",`+c.fields).Base; b.GSM() != c.gsm || b.Caliper() != c.caliper {
			t.Errorf("%s: %v g/m2, %s", c.fields, b.GSM(), b.Caliper().Text(measure.Millimetres))
		}
	}
}
