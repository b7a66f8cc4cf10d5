package pipeline

import (
	"fmt"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/work"
)

const invitations = `"quantity":80,"envelope":"us-a7","layers":["1/8 in","1/8 in"],
	"stock":[{"sheet":"us-letter","count":100,"price":"0.30"},{"sheet":"us-12x12","count":60,"price":"0.80"}]`

func TestEightyInvitations(t *testing.T) {
	p := planOf(t, invitations+`,"cuts":"sheets"`)
	c := p.CutPlan
	// Base 10 x 7, layers 4 3/4 x 6 3/4 and 4 1/2 x 6 1/2. A letter sheet gives a base, or two layers; 12 × 12 gives
	// a base and, from the strip of 12 x 5 below it, a layer; or three layers. With x and y such sheets of 12 × 12, at
	// most 60 together: 80 sheets hold the bases, and 160 - x layers come by threes from y and by twos from letter, so
	// y + (160 - x - 3y) / 2 more, which is 50 whenever x + y = 60.
	if c.SheetsUsed != 130 || c.LowerBound != 130 || len(c.Missing) != 0 || c.Settings != 6 { // every side of the three pieces, once
		t.Errorf("%d sheets, at least %d, %d settings, missing %v", c.SheetsUsed, c.LowerBound, c.Settings, c.Missing)
	}
	holds(t, p, 60)
	// Money is another matter: what a letter sheet gives for 0.30 costs 0.53 from 12 × 12, which gives half as much
	// again for 0.80. So all 100 letters are cut, and the 60 more that would be needed come from 40 of 12 × 12:
	// 30.00 + 32.00.
	p = planOf(t, invitations)
	if c = p.CutPlan; c.SheetsUsed != 140 || c.Cost == nil || c.Cost.Batch != "62.00 USD" {
		t.Errorf("%d sheets for %+v", c.SheetsUsed, c.Cost)
	}
	holds(t, p, 40)
	fewest, least := c.Choices[0], c.Choices[len(c.Choices)-1]
	if fewest.Sheets != 130 || fewest.Paper != "69.00 USD" || least.Sheets != 140 || least.Paper != "62.00 USD" || !least.Chosen || !least.Usual {
		t.Errorf("%+v", c.Choices)
	}
}

// holds counts the pieces of eighty invitations, and what so many sheets of 12 × 12 and the letters cost.
func holds(t *testing.T, p *document.Plan, squares int) {
	t.Helper()
	c := p.CutPlan
	counts := map[string]int{}
	sheets := map[string]int{}
	for _, s := range c.Sheets {
		sheets[s.Name] += s.Count
		for _, q := range s.Pieces {
			counts[q.Piece] += s.Count
		}
	}
	if fmt.Sprint(counts) != "map[Layer 1:80 Layer 2:80 base:80]" || sheets["12 × 12"] != squares {
		t.Errorf("%v from %v", counts, sheets)
	}
	want := measure.Money(sheets["Letter"]*3000 + sheets["12 × 12"]*8000)
	if c.Cost == nil || c.Cost.Batch != want.Text("USD") || c.Cost.Card != (want/80).Text("USD") {
		t.Errorf("cost %+v, want %s", c.Cost, want.Text("USD"))
	}
	if p.Stations[1].Word != fmt.Sprint(c.SheetsUsed, " sheets") {
		t.Errorf("%+v", p.Stations[1])
	}
}

func TestMetricBatchFromA4(t *testing.T) {
	// 105 x 148 in C6, cut 210 x 148: two to an A4 (297 = 148 + 148 + 1). Layers of 99 x 142 and 93 x 136: four to an A4 each way round.
	p := planOf(t, `"unit":"mm","quantity":40,"card":{"width":"105","height":"148"},"layers":["3","3"]`)
	c := p.CutPlan
	if c.SheetsUsed != 40 || c.LowerBound != 40 {
		t.Errorf("%d sheets, at least %d", c.SheetsUsed, c.LowerBound)
	}
	first := c.Sheets[0]
	if first.Count != 20 || len(first.Pieces) != 2 && len(first.Pieces) != 4 {
		t.Errorf("%+v", first)
	}
}

func TestPaperGrainAndReach(t *testing.T) {
	p := planOf(t, `"envelope":"us-a2","quantity":10,"card":{"paper":"Dune","grain":"fold"},"layers":[{"border":"1/8","paper":"Kelp"}],
		"stock":[{"sheet":"us-letter","count":3,"paper":"Dune","grain":"long"},{"sheet":"us-letter","count":9,"paper":"Kelp"}]`)
	c := p.CutPlan
	for _, s := range c.Sheets {
		for _, q := range s.Pieces {
			if want := map[string]string{"base": "Dune", "Layer 1": "Kelp"}[q.Piece]; s.Paper != want {
				t.Errorf("%s cut from %s", q.Piece, s.Paper)
			}
			// The base is 8 1/4 x 5 1/2 (an A2 less its ease is 4 1/8 wide), folded along its 5 1/2 side; upright it lies
			// with that side along the 11 in side, as the grain runs, and two come out of a sheet.
			if q.Piece == "base" && q.Turned {
				t.Errorf("the base lies across the grain: %+v", q)
			}
		}
	}
	if len(c.Missing) != 1 || c.Missing[0].Paper != "Dune" || c.Missing[0].Count != 2 || !strings.Contains(p.Consequence.Text, "do not suffice: 2 sheets of Letter Dune more") {
		t.Errorf("%+v, %s", c.Missing, p.Consequence.Text)
	}
	far := planOf(t, `"envelope":"us-a7","trimmer":{"longest":"6 in"}`)
	if far.CutPlan.Problem == nil || far.CutPlan.Problem.Field != "trimmer" || !strings.Contains(far.CutPlan.Problem.Text, "the trimmer cuts 6 in at most") {
		t.Errorf("%+v", far.CutPlan.Problem)
	}
}

// A layer of a paper of its own does not colour the base, which asks for none.
func TestALayersPaperIsItsOwn(t *testing.T) {
	for _, c := range []struct{ what, stock, base string }{
		{"nothing on hand", "", ""},
		{"both on hand", `,"stock":[{"sheet":"us-letter","count":40,"paper":"Kelp"},{"sheet":"us-letter","count":40,"paper":"Dune"}]`, "Dune"},
		{"not enough of it", `,"stock":[{"sheet":"us-letter","count":40,"paper":"Kelp"},{"sheet":"us-letter","count":4}]`, ""},
		{"nothing else on hand", `,"stock":[{"sheet":"us-letter","count":40,"paper":"Kelp"}]`, "Kelp"},
	} {
		p := planOf(t, `"envelope":"us-a2","quantity":10,"layers":[{"border":"1/8","paper":"Kelp","colour":"#225577"}]`+c.stock)
		if p.CutPlan.Problem != nil {
			t.Errorf("%s: %s", c.what, p.CutPlan.Problem.Text)
		}
		for _, s := range p.CutPlan.Sheets {
			for _, q := range s.Pieces {
				if want := map[string]string{"base": c.base, "Layer 1": "Kelp"}[q.Piece]; s.Paper != want {
					t.Errorf("%s: %s cut from %q, want %q", c.what, q.Piece, s.Paper, want)
				}
			}
		}
	}
}

func TestStartFromASheet(t *testing.T) {
	p := planOf(t, `"unit":"mm","sheet":"iso-a4"`)
	if p.Card.From != "sheet" || p.Card.Text != "148 × 210 mm" || p.Base.PerSheet != 1 {
		t.Errorf("%+v", p.Card)
	}
	found := false
	for _, m := range p.Sells {
		for _, y := range m.Folds {
			found = found || m.Text == "105 × 148 mm" && m.Envelope == "C6" && y.Text == "book: 2"
		}
	}
	if !found || len(p.Makes) == 0 {
		t.Errorf("two A6 cards for C6 are not among %+v", p.Sells)
	}
}

func TestLayersBottomWeightedInsideAndStamp(t *testing.T) {
	p := planOf(t, `"envelope":"us-a7","layers":[{"border":"1/4","bottom":"1 in"}],"inside":"1/8","stamp":{"width":"4 3/4","height":"5 in"}`)
	// 5 - 1/2 = 4 1/2 wide, 7 - 1/4 - 1 = 5 3/4 high; inside 4 3/4 x 6 3/4.
	if both(p.Layers[0].Width, p.Layers[0].Height) != "4 1/2 in x 5 3/4 in" || both(p.Inside.Width, p.Inside.Height) != "4 3/4 in x 6 3/4 in" {
		t.Errorf("%+v %+v", p.Layers, p.Inside)
	}
	// 4 3/4 x 5 does not lie on 4 1/2 x 5 3/4 upright, but does turned.
	if p.Stamping == nil || p.Stamping.OK {
		t.Errorf("%+v", p.Stamping)
	}
	turned := planOf(t, `"envelope":"us-a7","card":{"turn":true}`)
	if turned.Card.Text != "7 × 5 in" || turned.Base.Cut.Width.Text != "14 in" {
		t.Errorf("%+v", turned.Card)
	}
}

func TestSpareCardsAreCutToo(t *testing.T) {
	for text, want := range map[string]int{"": 80, "5 %": 84, "3": 83, "1%": 81} {
		p := planOf(t, fmt.Sprintf(`"envelope":"us-a7","quantity":80,"layers":[],"spoilage":%q`, text))
		if got := p.CutPlan.Pieces[0].Count; got != want || p.CutPlan.SheetsUsed != want {
			t.Errorf("%q: %d bases from %d sheets, want %d", text, got, p.CutPlan.SheetsUsed, want)
		}
	}
}

func TestTrialsOfTheBlanks(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"envelope":"us-a7"}`)
	p, err := planned(j, catalog.Standard(), Order{Trials: 100})
	if err != nil {
		t.Fatal(err)
	}
	for i, b := range p.Blanks {
		want := 100
		if i > 0 {
			want = 10
		}
		text := fmt.Sprintf("Made %d times with every cut and score up to 1/32 in off: %d close and take the card", want, want)
		if tr := b.Proof.Trials; tr != nil && tr.Sure.MM > 0.79 {
			text = "Every cut and score may be up to " + tr.Sure.Text + " off, and it still closes and takes the card"
		}
		if tr := b.Proof.Trials; tr == nil || tr.Runs != want || tr.OK != want || tr.Error.Text != "1/32 in" || tr.Text != text {
			t.Errorf("%s: %+v", b.Name, tr)
		}
	}
	if bare := planOf(t, `"envelope":"us-a7"`); bare.Blanks[0].Proof.Trials != nil {
		t.Error("trials were made without being asked for")
	}
}

func BenchmarkPlanWithTrials(b *testing.B) { benchmark(b, raisedA7, Order{Trials: work.UsualTrials}) }

func BenchmarkBatchPlan(b *testing.B) {
	benchmark(b, `{"format":"yellow-parcel-job","version":1,`+invitations+`}`, Order{})
}

// What stands in the way of a batch is said in full, and any sheet listed can be bought.
func TestShortagesInWords(t *testing.T) {
	for _, c := range []struct{ fields, text string }{
		{`"quantity":20,"card":{"width":"6","height":"8"},"layers":[],"stock":[{"sheet":"us-letter","count":30},{"sheet":"us-12x18","count":5}]`,
			"The sheets on hand do not suffice: 5 sheets of 12 × 18 more."},
		{`"quantity":6,"card":{"width":"4 1/4","height":"5 1/2","fold":"flat","paper":"Kraft"},"layers":[{"border":"1/8","paper":"Slate"}],"stock":[{"sheet":"us-letter","count":1,"paper":"KRAFT"},{"sheet":"us-letter","count":1,"paper":"slate"}]`,
			"The sheets on hand do not suffice: 1 sheet of Letter Kraft and 1 sheet of Letter Slate more."},
		{`"quantity":2,"card":{"width":"5 1/2","height":"8 1/2","grain":"fold"},"layers":[],"stock":[{"sheet":"us-letter","count":9,"grain":"long"}]`,
			"Base, 11 × 8 1/2 in, comes out of the sheets only across the grain, and its fold would crack; let it lie either way, or take sheets of the other grain."},
	} {
		if p := planOf(t, c.fields); p.Consequence.Text != c.text {
			t.Errorf("%s: %s", c.fields, p.Consequence.Text)
		}
	}
	j := read(t, `{"format":"yellow-parcel-job","version":1,"card":{"width":"5","height":"7"},"layers":[{"border":"1/8","bottom":"7"}]}`)
	if _, err := whole(j, catalog.Standard()); err == nil || !strings.Contains(err.Error(), "layers[0].bottom: Layer 1 vanishes: 1/8 in above and 7 in below") {
		t.Error(err)
	}
	if p := planOf(t, `"envelope":"us-a7","card":{"thickness":"1/2"},"layers":[]`); p.Card.Customary != nil {
		t.Errorf("half an inch thick, and still %s", p.Card.Customary.Text)
	}
}

// 29 cards, the tenth of them more, of two layers and an inside panel, as few moves as may be: looked for longer they take no more.
func TestLookingLongerTakesNoMoreMoves(t *testing.T) {
	j := read(t, `{"format":"yellow-parcel-job","version":1,"envelope":"us-a2","quantity":29,"spoilage":"10 %","card":{"fold":"book"},"layers":["1/4","1/8"],"inside":"1/4","sheet":"us-12x18","trimmer":{"longest":"12 in","stack":"3 mm"},"cuts":"moves"}`)
	of := func(steps int) *document.CutPlan {
		memory := work.NewMemory()
		all, err := WorkOut(j, catalog.Standard(), Order{Memory: memory, NoWays: true, Solve: func(p trim.Problem) (*trim.Choices, error) {
			p.Steps = steps
			return memory.Choose(p)
		}})
		if err != nil {
			t.Fatal(err)
		}
		return all.Plan.CutPlan
	}
	short, long := of(0), of(trim.ThoroughWork)
	if long.Moves+len(long.Sheets) > short.Moves+len(short.Sheets) || short.Searched.Length != "short" || long.Searched.Length != "long" || long.Longer ||
		short.Searched.Text != "The cuts were looked for briefly, in at most 80 000 steps." || long.Searched.Text != "The cuts were looked for at length, in at most 14 000 000 steps." {
		t.Errorf("%d sheets, %d moves, %d layouts, %+v; longer %d sheets, %d moves, %d layouts, %+v", short.SheetsUsed, short.Moves, len(short.Sheets), short.Searched, long.SheetsUsed, long.Moves, len(long.Sheets), long.Searched)
	}
	t.Logf("%d sheets, %d moves, %d layouts; longer %d sheets, %d moves, %d layouts", short.SheetsUsed, short.Moves, len(short.Sheets), long.SheetsUsed, long.Moves, len(long.Sheets))
}
