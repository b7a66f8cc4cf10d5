package pipeline

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/say"
	"yellow-parcel/core/work"
)

func read(t testing.TB, text string) job.Job {
	t.Helper()
	j, err := job.Read([]byte(text))
	if err != nil {
		t.Fatalf("%s: %v", text, err)
	}
	return j
}

// planned is a job's plan.
func planned(j job.Job, cat *catalog.Catalog, how Order) (*document.Plan, error) {
	all, err := WorkOut(j, cat, how)
	if err != nil {
		return nil, err
	}
	return all.Plan, nil
}

// whole is all of a job's plan.
func whole(j job.Job, cat *catalog.Catalog) (*document.Plan, error) {
	return planned(j, cat, Order{Whole: true})
}

func planOf(t testing.TB, fields string) *document.Plan {
	t.Helper()
	p, err := whole(read(t, `{"format":"yellow-parcel-job","version":1,`+fields+`}`), catalog.Standard())
	if err != nil {
		t.Fatalf("%s: %v", fields, err)
	}
	return p
}

func both(w, h document.Length) string { return w.Text + " x " + h.Text }

func TestA7FlatAndRaised(t *testing.T) {
	for _, c := range []struct {
		thickness, card, base string
		layers                []string
	}{
		{"0", "5 in x 7 in", "10 in x 7 in", []string{"4 3/4 in x 6 3/4 in", "4 1/2 in x 6 1/2 in"}},
		{"1/8 in", "4 7/8 in x 6 7/8 in", "9 3/4 in x 6 7/8 in", []string{"4 5/8 in x 6 5/8 in", "4 3/8 in x 6 3/8 in"}},
	} {
		p := planOf(t, fmt.Sprintf(`"envelope":"us-a7","card":{"thickness":%q},"layers":["1/8 in","1/8 in"]`, c.thickness))
		if both(p.Card.Width, p.Card.Height) != c.card || both(p.Base.Cut.Width, p.Base.Cut.Height) != c.base {
			t.Errorf("at %s: card %v, base %v", c.thickness, p.Card, p.Base.Cut)
		}
		for i, l := range p.Layers {
			if both(l.Width, l.Height) != c.layers[i] {
				t.Errorf("at %s: layer %d is %v", c.thickness, i, l)
			}
		}
		if p.Card.From != "envelope" || p.Base.PerSheet != 1 || p.Base.Scores[0].At.Text != p.Card.Width.Text {
			t.Errorf("at %s: %+v", c.thickness, p.Base)
		}
	}
}

func TestAssumptionsAreSaid(t *testing.T) {
	p := planOf(t, `"envelope":"us-a7"`)
	var fields []string
	for _, n := range p.Assumed {
		fields = append(fields, n.Field)
	}
	for _, want := range []string{"card.thickness", "card.fold", "layers", "sheet", "post.carriers", "card.weight"} {
		if !slices.Contains(fields, want) {
			t.Errorf("%s was assumed without saying so: %v", want, fields)
		}
	}
	if len(p.Layers) != 2 || len(planOf(t, `"envelope":"us-a7","layers":[]`).Layers) != 0 {
		t.Error("two layers are the usual; an empty list means none")
	}
}

func TestMetricTicket(t *testing.T) {
	p := planOf(t, `"unit":"mm","envelope":"iso-dl","card":{"fold":"flat","thickness":"0.5"},"layers":["3 mm"]`)
	// The card sold for a DL, and three of it come out of an A4.
	if both(p.Card.Width, p.Card.Height) != "99 mm x 210 mm" || both(p.Layers[0].Width, p.Layers[0].Height) != "93 mm x 204 mm" {
		t.Errorf("%v %v", p.Card, p.Layers)
	}
	if len(p.Base.Scores) != 0 || p.Base.Sheet.ID != "iso-a4" || p.Base.PerSheet != 3 {
		t.Errorf("%+v", p.Base)
	}
	// With the usual room: 110 - 0.5 - 6 = 103.5, down to 103; 220 - 6.5 = 213.5, down to 213. The card sold for it is offered beside it.
	p = planOf(t, `"unit":"mm","envelope":"iso-dl","card":{"fold":"flat","thickness":"0.5","ease":"6"},"layers":["3 mm"]`)
	if both(p.Card.Width, p.Card.Height) != "103 mm x 213 mm" || p.Base.PerSheet != 2 || p.Card.Customary == nil || !strings.HasPrefix(p.Card.Customary.Text, "99 × 210 mm") {
		t.Errorf("%+v %d a sheet", p.Card, p.Base.PerSheet)
	}
}

func TestNamedBlankComesFirst(t *testing.T) {
	for _, c := range []struct{ blank, want string }{
		{`{"style":"straight-fold","variant":"thumb-gap"}`, "straight-fold/thumb-gap"},
		{`{"style":"corner-fold","rule":"thumb"}`, "corner-fold/thumb"},
		{`{"style":"corner-fold"}`, "corner-fold/computed"},
	} {
		p := planOf(t, `"envelope":"us-a7","blank":`+c.blank)
		if got := p.Blanks[0].Style + "/" + p.Blanks[0].Variant; got != c.want || len(p.Blanks) < 2 {
			t.Errorf("%s: first is %s of %d", c.blank, got, len(p.Blanks))
		}
	}
	p := planOf(t, `"envelope":"us-a7","blank":{"style":"corner-fold","size":"4 in"}`)
	if p.Unsuited[0].Style != "corner-fold" || len(p.Blanks) == 0 || !p.Blanks[0].Proof.OK || len(p.Warnings) == 0 {
		t.Errorf("a square too small: %+v %+v", p.Unsuited, p.Warnings)
	}
	short := planOf(t, `"envelope":"us-a7","blank":{"style":"corner-fold","size":"9 1/4 in"}`)
	if b := short.Blanks[0]; b.Proof.OK || b.Width.Text != "9 1/4 in" || short.Consequence.State != "stop" {
		t.Errorf("an eighth under the computed 9 3/8: %+v, %+v", b.Proof, short.Consequence)
	}
}

func TestFixesDoWhatTheySay(t *testing.T) {
	for _, c := range []struct{ name, job, text, label string }{
		{"too big", `"envelope":"us-a7","card":{"width":"5 1/4","height":"7 1/4","thickness":"1/8"}`, "does not close round", "Cut the card to 4 7/8 × 6 7/8 in"},
		{"loose", `"envelope":"us-a10","card":{"width":"5","height":"7"},"sheet":"us-12x12"`, "slides about", "Use A7"},
		{"no sheet", `"envelope":"us-a7","card":{"fold":"tent"}`, "does not come out of Letter", "Make it a book fold"},
		{"address", `"envelope":"us-a2","post":{"address":"short"}`, "Length 4 3/8 in is 5/8 in under", "Address it along the long side"},
		{"thin proof", `"envelope":"us-a7","blank":{"style":"corner-fold","size":"9 1/4 in"}`, "fails its proof: seam overlap", "Use corner fold, rule of thumb"},
	} {
		p := planOf(t, c.job)
		if !strings.Contains(p.Consequence.Text, c.text) || p.Consequence.Fix == nil || p.Consequence.Fix.Label != c.label {
			t.Errorf("%s: %+v, %+v", c.name, p.Consequence, p.Consequence.Fix)
			continue
		}
		after := planOf(t, mergePatch(t, c.job, p.Consequence.Fix.Patch))
		if after.Consequence.Text == p.Consequence.Text {
			t.Errorf("%s: the way out changed nothing", c.name)
		}
	}
}

// mergePatch applies a JSON merge patch to the fields of a job.
func mergePatch(t *testing.T, fields string, patch map[string]any) string {
	t.Helper()
	var doc map[string]any
	if err := json.Unmarshal([]byte("{"+fields+"}"), &doc); err != nil {
		t.Fatal(err)
	}
	var apply func(to, from map[string]any)
	apply = func(to, from map[string]any) {
		for k, v := range from {
			if sub, ok := v.(map[string]any); ok {
				inner, ok := to[k].(map[string]any)
				if !ok {
					inner = map[string]any{}
				}
				to[k] = inner
				apply(inner, sub)
			} else if v == nil {
				delete(to, k)
			} else {
				to[k] = v
			}
		}
	}
	apply(doc, patch)
	out, _ := json.Marshal(doc)
	return string(out[1 : len(out)-1])
}

// fieldsOf are the names of a part of a job, in order.
func fieldsOf[T any]() (names []string) {
	of := reflect.TypeFor[T]()
	for i := range of.NumField() {
		name, _, _ := strings.Cut(of.Field(i).Tag.Get("json"), ",")
		names = append(names, name)
	}
	return names
}

func TestBadInputNamesItsField(t *testing.T) {
	var folds, styles []string
	for _, f := range card.Folds() {
		folds = append(folds, f.ID)
	}
	for _, s := range blank.Styles() {
		styles = append(styles, s.ID)
	}
	for fields, want := range map[string]string{
		`"card":{"width":"5 1/x","height":"7"}`:                           `card.width: "5 1/x" is not a length; try 5 1/2 in`,
		`"card":{"width":"-5","height":"7"}`:                              `card.width: "-5" is not between 1/2 in and 48 in; try 5 1/2 in`,
		`"card":{"width":"5","height":"700 in"}`:                          `card.height: "700 in" is not between 1/2 in and 48 in; try 5 1/2 in`,
		`"card":{"width":"5"}`:                                            `card.height: "" is not a length; try 5 1/2 in`,
		`"envelope":"us-z9"`:                                              `envelope: "us-z9" is not an envelope format; try "us-a7", "iso-c6" or a width and height`,
		`"envelope":{"width":"5"}`:                                        `envelope.height: "" is not a length; try 5 1/2 in`,
		`"title":"empty"`:                                                 `envelope: nothing to start from; give an envelope, like "us-a7", a sheet, or a card's width and height`,
		`"envelope":"us-a7","sheet":"napkin"`:                             `sheet: "napkin" is not a sheet; try "us-letter", "iso-a4" or a width and height`,
		`"envelope":"us-a2","layers":["1/8 in","2 1/2 in"]`:               `layers[1]: Layer 2 vanishes: a border of 2 1/2 in on both sides of 4 × 5 1/4 in leaves less than 1/2 in; try 1/8 in`,
		`"envelope":"us-a2","layers":[{"name":"Mat","border":"3 in"}]`:    `layers[0].border: Mat vanishes: a border of 3 in on both sides of 4 1/4 × 5 1/2 in leaves less than 1/2 in; try 1/8 in`,
		`"envelope":"us-a7","card":{"fold":"roll"}`:                       `card.fold: "roll" is not a fold; try ` + strings.Join(folds, ", "),
		`"envelope":"us-a7","card":{"thickness":"5 in"}`:                  `card.thickness: a card 5 in thick leaves no room in 5 1/4 × 7 1/4 in; try 1/8 in`,
		`"envelope":"us-a7","card":{"weight":"heavy"}`:                    `card.weight: "heavy" is not a weight; try 1.2 oz`,
		`"envelope":"us-a7","ruler":"1/10 in"`:                            `ruler: "1/10 in" is not a ruler graduation; try 1/16 in, 1/8 in, 1 mm or 0.5 mm`,
		`"envelope":"us-a7","unit":"ell"`:                                 `unit: "ell" is not a unit; try "in" or "mm"`,
		`"envelope":"us-a7","blank":{"style":"origami"}`:                  `blank.style: "origami" is not an envelope style; try ` + strings.Join(styles, ", "),
		`"envelope":"us-a7","blank":{"style":"straight-fold","rule":"x"}`: `blank.rule: not an option of straight-fold`,
		`"envelope":"us-a7","blank":{"style":"corner-fold","rule":"x"}`:   `blank.rule: "x" is not known; try computed or thumb`,
		`"envelope":"us-a7","blank":{"mouth":"long"}`:                     `blank.mouth: belongs to one style; name it in blank.style`,
		`"envelope":"us-a7","post":{"carriers":["moon"]}`:                 `post.carriers[0]: "moon" is not a carrier here; known are us, uk, ca, au, de, intl, jp`,
		`"envelope":"us-a7","post":{"address":"up"}`:                      `post.address: "up" is not a side; try "long" or "short"`,
		`"envelope":"us-a7","card":{"widht":"5"}`:                         `card.widht: not a field here; known are ` + strings.Join(fieldsOf[job.CardSpec](), ", "),
		`"envelope":"us-a7","quantity":"many"`:                            `quantity: should be a whole number, like 80`,
		`"envelope":"us-a7","quantity":-2`:                                `quantity: -2 is not a number of cards; try 80`,
		`"envelope":["us-a7"]`:                                            `envelope: should be a group of fields: width, height`,
		`"envelope":"us-a7","layers":"1/8"`:                               `layers: should be a list in square brackets`,
		`"envelope":"us-a7","blank":{"style":"corner-fold","cavity":"5"}`: `blank.cavity: should be a group of fields: width, height`,
		`"envelope":"us-a7","blank":{"seam":"9 in"}`:                      `blank.seam: "9 in" is not between 0 in and 3 in; try 1/8 in`,
		`"envelope":"us-a7","layers":[{"border":"1/8","hue":"kelp"}]`:     `layers[0].hue: not a field here; known are name, border, bottom, paper, colour, material, joint, cover`,
		`"envelope":"us-a7","layers":[{"border":"1/8","colour":"kelp"}]`:  `layers[0].colour: "kelp" is not a colour; try #e8c15a`,
		`"envelope":"us-a7","card":{"fold":"gate","door":"5 in"}`:         `card.door: a door as wide as the card leaves none for the other; less than 5 in`,
		`"envelope":"us-a7","card":{"fold":"accordion","panels":40}`:      `card.panels: 40 is not between 2 and 16 panels; try 4`,
		`"envelope":"us-a7","card":{"fold":"custom"}`:                     `card.panel_widths: a fold of your own needs the widths of two panels or more; try 5 1/2 in and 5 1/2 in`,
		`"envelope":"us-a7","card":{"hinge":"left"}`:                      `card.hinge: "left" is not a side to open on; try "side" or "top"`,
		`"envelope":"us-a7","card":{"stock":"110 lb"}`:                    `card.stock: 110 lb may be index (199 g/m²) or cover (297 g/m²): say which, like 110 lb cover`,
		`"envelope":"us-a7","card":{"turn":"yes"}`:                        `card.turn: should be true or false`,
		`"envelope":"us-a7","inside":"3 in"`:                              `inside: the inside panel vanishes: a border of 3 in on both sides of 5 × 7 in leaves less than 1/2 in; try 1/8 in`,
		`"envelope":"us-a7","stock":[{"count":3}]`:                        `stock[0].sheet: "" is not a sheet; try "us-letter", "iso-a4" or a width and height`,
		`"envelope":"us-a7","stock":[{"sheet":"us-letter","count":-3}]`:   `stock[0].count: -3 is not a number of sheets; try 25`,
		`"envelope":"us-a7","stock":[{"sheet":"us-letter","price":"x"}]`:  `stock[0].price: "x" is not a price; try 0.35`,
		`"envelope":"us-a7","spoilage":"some"`:                            `spoilage: "some" is not a number of cards or a share of them; try 4 or 5 %`,
		`"envelope":"us-a7","trimmer":{"longest":"1/2 in"}`:               `trimmer.longest: "1/2 in" is not between 1 in and 120 in; try 12 in`,
		`"sheet":{"width":"2","height":"3"}`:                              `sheet: no card of a sensible size with this fold comes out of measured sheet; give the card a width and height`,
		`"envelope":"us-a7","card":{"thickness":{"in":1}}`:                `card.thickness: should be text in quotes, like "5 1/2 in"`,
	} {
		text := `{"format":"yellow-parcel-job","version":1,` + fields + `}`
		j, err := job.Read([]byte(text))
		if err == nil {
			_, err = whole(j, catalog.Standard())
		}
		if err == nil || strings.Split(err.Error(), "\n")[0] != want {
			t.Errorf("%s\n got %v\nwant %s", fields, err, want)
		}
	}
}

func TestSwitchingUnitsChangesNoMeasure(t *testing.T) {
	fields := `"envelope":{"width":"5 3/8","height":"7 5/8"},"card":{"thickness":"3/16","weight":"1","ease":"¼"},"layers":["1/8",{"name":"Mat","border":"3 mm"}],` +
		`"sheet":"us-letter","blank":{"style":"straight-fold","side_flap":"1","mouth":"short","seam":"1/2"}`
	j := read(t, `{"format":"yellow-parcel-job","version":1,`+fields+`}`)
	p, err := whole(job.Switch(j, "mm", nil), catalog.Standard())
	if err != nil {
		t.Fatal(err)
	}
	// 136.525 - 4.7625 - 6.35 = 125.4125, down to 125; 193.675 - 11.1125 = 182.5625, down to 182.
	if both(p.Card.Width, p.Card.Height) != "125 mm x 182 mm" || p.Envelope.Width.Text != "136.53 mm" || p.Layers[0].Border.Text != "3.18 mm" || p.Ruler != "1 mm" {
		t.Errorf("%+v %+v %s", p.Card, p.Layers, p.Ruler)
	}
	if j.Card.Thickness != "3/16" || j.Envelope.Width != "5 3/8" {
		t.Error("the job that was given was changed")
	}
}

func TestNudgingALengthMovesByRulerMarks(t *testing.T) {
	sixteenth := measure.DefaultRuler(measure.Inches)
	for _, c := range []struct {
		text  string
		marks int
		typed string
	}{
		{"5 3/8", 1, "5 7/16 in"}, {"5 3/8 in", -1, "5 5/16 in"}, {"5 3/8", 0, "5 3/8"}, {"2 mm", 1, "1/8 in"}, {"2 mm", -1, "1/16 in"}, {"0", -1, "0 in"},
	} {
		got := ReadLength(c.text, measure.Inches, sixteenth, c.marks)
		if got.Wrong != "" || got.Typed != c.typed {
			t.Errorf("%q by %d is %q, %v; want %q", c.text, c.marks, got.Typed, got.Wrong, c.typed)
		}
	}
	if got := ReadLength("5 1/", measure.Inches, sixteenth, 1); got.Typed != "5 1/" || got.Wrong != `"5 1/" is not a length; try 5 1/2 in` {
		t.Errorf("half typed: %+v", got)
	}
}

// Beneath a length stands the other system than it was typed in, whichever the job's is.
func TestATypedLengthIsToldInTheOtherSystem(t *testing.T) {
	for _, c := range []struct {
		text  string
		unit  measure.Unit
		marks int
		alt   string
	}{
		{"5 1/2", measure.Inches, 0, "139.7 mm"}, {"5 1/2 in", measure.Inches, 0, "139.7 mm"}, {"3 mm", measure.Inches, 0, "0.118 in"}, {"1,27 cm", measure.Inches, 0, "1/2 in"},
		{"140", measure.Millimetres, 0, "5.512 in"}, {"140 mm", measure.Millimetres, 0, "5.512 in"}, {"5 1/2 in", measure.Millimetres, 0, "139.7 mm"}, {"5.5\"", measure.Millimetres, 0, "139.7 mm"},
		{"3 mm", measure.Inches, 1, "3.18 mm"}, {"0", measure.Inches, 0, "0 mm"},
	} {
		if got := ReadLength(c.text, c.unit, measure.DefaultRuler(c.unit), c.marks); got.Alt != c.alt {
			t.Errorf("%q in a job in %s: %s, want %s", c.text, c.unit, got.Alt, c.alt)
		}
	}
}

func TestLengthsAreToldByTheMarksOfTheRuler(t *testing.T) {
	inches := say.Say{Unit: measure.Inches, Ruler: measure.DefaultRuler(measure.Inches)}
	metric := say.Say{Unit: measure.Millimetres, Ruler: measure.DefaultRuler(measure.Millimetres)}
	for _, c := range []struct {
		say  say.Say
		mm   float64
		want string
	}{
		{inches, 13.6144, "a little over 1/2 in"}, {inches, 127.2286, "a little over 5 in"}, {inches, 12.7, "1/2 in"}, {inches, 12.5, "a little over 7/16 in"}, {inches, 0.5, "under 1/16 in"}, {inches, 0, "0 in"},
		{metric, 133.83, "a little over 133 mm"}, {metric, 12.4, "a little over 12 mm"}, {metric, 12, "12 mm"}, {say.Say{Unit: measure.Millimetres, Ruler: measure.DefaultRuler(measure.Inches)}, 13.61, "13.61 mm"},
	} {
		if got := c.say.Near(measure.FromMM(c.mm)); got != c.want {
			t.Errorf("%v mm is told as %q, want %q", c.mm, got, c.want)
		}
	}
}

func FuzzRead(f *testing.F) {
	f.Add([]byte(`{"format":"yellow-parcel-job","version":1,"envelope":"us-a7","layers":["1/8"],"blank":{"style":"corner-fold","size":"9"}}`))
	f.Add([]byte(`{"format":"yellow-parcel-job","version":1,"unit":"mm","card":{"width":"5e9","height":[]},"blank":{"cavity":{"width":"0.001"}}}`))
	f.Fuzz(func(t *testing.T, text []byte) {
		j, err := job.Read(text)
		if err != nil {
			return
		}
		if _, err := whole(j, catalog.Standard()); err != nil && len(err.(job.Problems)) == 0 {
			t.Fatal("an error without a problem")
		}
		again, err := json.Marshal(j)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := job.Read(again); err != nil {
			t.Fatalf("%s written as %s is refused: %v", text, again, err)
		}
	})
}

const raisedA7 = `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7","card":{"thickness":"1/8 in"},"layers":["1/8 in","1/8 in"]}`

func benchmark(b *testing.B, text string, how Order) {
	j := read(b, text)
	b.ReportAllocs()
	for b.Loop() {
		if _, err := planned(j, catalog.Standard(), how); err != nil {
			b.Fatal(err)
		}
	}
}

// BenchmarkPlan is what a keystroke takes where nothing is remembered, BenchmarkPlanWarm where the blanks and the
// cuts are, BenchmarkWholePlan the document for files and other programs.
func BenchmarkPlan(b *testing.B)      { benchmark(b, raisedA7, Order{}) }
func BenchmarkPlanWarm(b *testing.B)  { benchmark(b, raisedA7, Order{Memory: work.NewMemory()}) }
func BenchmarkWholePlan(b *testing.B) { benchmark(b, raisedA7, Order{Whole: true}) }
