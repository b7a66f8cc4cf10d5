package making

import (
	"fmt"
	"slices"
	"testing"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/say"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/trim"
)

func workedOut(t *testing.T, fields string, shelf supply.Shelf) (*pipeline.Whole, Docket) {
	t.Helper()
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,` + fields + `}`))
	if err != nil {
		t.Fatal(err)
	}
	how := pipeline.Order{NoWays: true, Shelf: shelf}
	all, err := pipeline.WorkOut(j, catalog.Standard(), how)
	if err != nil {
		t.Fatal(err)
	}
	b := all.AtTheBench(how)
	return all, DocketOf(&b)
}

// Eight flat cards of 4 1/4 x 5 1/2 with two to spare lie four to a letter: three of the shelf's nine sheets, each
// with 8 1/2 x 11 used up. Ten A2 envelopes are needed, seven are there.
func TestWhatAMakingKeepsOfItsPlan(t *testing.T) {
	a2 := supply.Held{Bought: brief.Bought{ID: "us-a2", Name: "A2", Size: card.Size{Width: 35 * measure.Inch / 8, Height: 23 * measure.Inch / 4}}, Item: "kraft", Count: 7}
	_, p := workedOut(t, `"quantity":8,"spoilage":"2","card":{"width":"4 1/4","height":"5 1/2","fold":"flat"},"layers":[],"stock":[{"item":"letters","sheet":"us-letter","count":9,"paper":"Dune"}],"envelope":"us-a2",
		"post":{"carriers":["us"]},"stamps":[{"name":"lantern","price":"0.78","currency":"USD","count":5}]`, supply.Shelf{a2})
	if got := fmt.Sprint(p.Uses); got != "[{letters 3 } {kraft 7 1.envelope.0}]" {
		t.Errorf("uses %s", got)
	}
	if len(p.Spare) != 1 || p.Spare[0].Count != 6 || p.Spare[0].Item != "letters" || p.Spare[0].Paper != "Dune" {
		t.Errorf("spare %+v", p.Spare)
	}
	if fmt.Sprint(p.Stamps) != "[{lantern 7800 USD 5}]" {
		t.Errorf("stamps %v", p.Stamps)
	}
	base, envelope := p.Parts[0], p.Parts[1]
	if base.Key != "1.base.0" || base.Count != 10 || base.Need != 8 || base.W != 17*measure.Inch/4 || envelope.Key != "1.envelope.0" || envelope.Count != 10 || envelope.Need != 8 {
		t.Errorf("%+v", p.Parts)
	}
	if e := p.Expects[0]; e.Differs(e.Thickness+100*measure.Micrometre) || !e.Differs(e.Thickness+101*measure.Micrometre) || !e.Differs(e.Thickness-101*measure.Micrometre) || e.Weighs(e.Weight+measure.FromGrams(0.4)) || !e.Weighs(e.Weight-measure.FromGrams(0.6)) {
		t.Errorf("%+v", e)
	}
}

// What is cut anew comes out of its own paper, and never out of another lot's.
func TestWaysKeepToTheirPaper(t *testing.T) {
	in := say.Say{Unit: measure.Inches, Ruler: measure.DefaultRuler(measure.Inches)}
	p := Docket{Parts: []Run{{Key: "a", Name: "base", W: 4 * measure.Inch, H: 4 * measure.Inch, Paper: "Dune", Of: supply.Cards}}}
	sheet := func(paper string, of supply.LotKind, count int) Remnant {
		return Remnant{W: 5 * measure.Inch, H: 5 * measure.Inch, Paper: paper, Of: of, Count: count}
	}
	for _, c := range []struct {
		what string
		from Remnant
		ways int
	}{{"its own", sheet("Dune", supply.Cards, 1), 1}, {"another paper", sheet("Gull", supply.Cards, 1), 0}, {"the envelopes'", sheet("Dune", supply.Blank, 1), 0}, {"nobody's", sheet("Dune", "", 1), 1}, {"none left", sheet("Dune", supply.Cards, 0), 0}} {
		p.Offcuts = []Remnant{c.from}
		if got := WaysFor(in, &p, "a", 1, trim.Limits{}); len(got) != c.ways {
			t.Errorf("%s: %+v", c.what, got)
		}
	}
	p.Offcuts = []Remnant{sheet("Dune", supply.Cards, 9), sheet("Dune", supply.Cards, 8), sheet("Dune", supply.Cards, 7), sheet("Dune", supply.Cards, 6)}
	if got := WaysFor(in, &p, "a", 1, trim.Limits{}); len(got) != mostWays {
		t.Errorf("%d ways", len(got))
	}
	if WaysFor(in, &p, "b", 1, trim.Limits{}) != nil {
		t.Error("a part nobody knows is cut")
	}
}

// What another plan makes of the envelope and the postage is said, and nothing else.
func TestChangesAreSaid(t *testing.T) {
	const note = `"quantity":4,"card":{"width":"4","height":"5 3/8","fold":"book","thickness":"%s"%s},"layers":[],"blank":{"style":"corner-fold"},"post":{"carriers":["us"]}`
	at := func(thick, more string) *pipeline.Whole {
		all, _ := workedOut(t, fmt.Sprintf(note, thick, more), nil)
		return all
	}
	if got := Changes(at("1/8", ""), at("1/8", "")); len(got) != 0 {
		t.Errorf("%q", got)
	}
	// Over 3 1/2 oz it is no letter, and a flat needs no room along: 4 7/16 and 5 13/16 inside.
	got := Changes(at("1/8", ""), at("3/16", `,"weight":"6 oz"`))
	if !slices.Contains(got, "Blank: 7 13/16 in, was 7 3/4 in") || !slices.Contains(got, "Post: 3.25 USD, goes as a flat, was 0.78 USD, goes as a letter") {
		t.Errorf("%q", got)
	}
}
