package pipeline

import (
	"fmt"
	"strings"
	"testing"
)

// Every fold from every start, worked by hand in both systems.
func TestFoldsAndStartsByHand(t *testing.T) {
	for _, c := range []struct{ name, job, card, cut, scores, yield string }{
		// A7 less 1/4: 5 x 7.
		{"book in A7", `"envelope":"us-a7","card":{"fold":"book"}`, "5 × 7 in", "10 in x 7 in", "left 5 in outside", "Letter 1"},
		{"tent in A2", `"envelope":"us-a2","card":{"fold":"tent"}`, "4 1/4 × 5 1/2 in", "4 1/4 in x 11 in", "top 5 1/2 in outside", "Letter 2"},
		{"flat in a slim envelope", `"envelope":"us-slim","card":{"fold":"flat"}`, "3 5/8 × 8 5/8 in", "3 5/8 in x 8 5/8 in", "", "Letter 2"},
		{"gate in A7", `"envelope":"us-a7","card":{"fold":"gate"}`, "5 × 7 in", "10 in x 7 in", "left 2 1/2 in outside, left 7 1/2 in outside", "Letter 1"},
		{"offset gate in A7", `"envelope":"us-a7","card":{"fold":"gate","door":"1 1/2"}`, "5 × 7 in", "10 in x 7 in", "left 1 1/2 in outside, left 6 1/2 in outside", "Letter 1"},
		// 3 x 3 5/8 less a sixteenth off the inner panel.
		{"trifold for #10", `"card":{"width":"3 5/8","height":"8 1/2","fold":"trifold"}`, "3 5/8 × 8 1/2 in", "10 13/16 in x 8 1/2 in", "left 3 5/8 in outside, left 7 1/4 in outside", "Letter 1"},
		{"Z upwards", `"card":{"width":"8 1/2","height":"3 1/2","fold":"z","hinge":"top"}`, "8 1/2 × 3 1/2 in", "8 1/2 in x 10 1/2 in", "top 3 1/2 in outside, top 7 in inside", "Letter 1"},
		{"accordion of five from 12 x 12", `"card":{"width":"2","height":"4","fold":"accordion","panels":5},"sheet":"us-12x12"`, "2 × 4 in", "10 in x 4 in",
			"left 2 in outside, left 4 in inside, left 6 in outside, left 8 in inside", "12 × 12 3"},
		{"own fold", `"card":{"width":"4","height":"6","fold":"custom","panel_widths":["4","3","1 1/2"]}`, "4 × 6 in", "8 1/2 in x 6 in", "left 4 in outside, left 7 in outside", "Letter 1"},
		{"book in C6", `"unit":"mm","envelope":"iso-c6"`, "105 × 148 mm", "210 mm x 148 mm", "left 105 mm outside", "A4 2"},
		{"A6 card", `"unit":"mm","card":{"width":"105","height":"148"}`, "105 × 148 mm", "210 mm x 148 mm", "left 105 mm outside", "A4 2"},
		{"tent of A5", `"unit":"mm","card":{"width":"210","height":"148","fold":"tent"}`, "210 × 148 mm", "210 mm x 296 mm", "top 148 mm outside", "A4 1"},
		{"gate in C5", `"unit":"mm","envelope":"iso-c5","card":{"fold":"gate"}`, "148 × 210 mm", "296 mm x 210 mm", "left 74 mm outside, left 222 mm outside", "A4 1"},
		// The inner panel, 97.5, is 97 on the ruler.
		{"trifold of A4", `"unit":"mm","card":{"width":"99","height":"210","fold":"trifold"}`, "99 × 210 mm", "295 mm x 210 mm", "left 99 mm outside, left 198 mm outside", "A4 1"},
		{"square from 305 x 305", `"unit":"mm","card":{"width":"150","height":"150"},"sheet":"mm-305x305"`, "150 × 150 mm", "300 mm x 150 mm", "left 150 mm outside", "305 × 305 2"},
		{"from letter", `"sheet":"us-letter"`, "5 1/2 × 8 1/2 in", "11 in x 8 1/2 in", "left 5 1/2 in outside", "Letter 1"},
		{"tent from letter", `"sheet":"us-letter","card":{"fold":"tent"}`, "8 1/2 × 5 1/2 in", "8 1/2 in x 11 in", "top 5 1/2 in outside", "Letter 1"},
		{"from 12 x 12", `"sheet":"us-12x12"`, "6 × 9 1/2 in", "12 in x 9 1/2 in", "left 6 in outside", "12 × 12 1"},
		{"from A4, turned", `"unit":"mm","sheet":"iso-a4","card":{"turn":true}`, "210 × 148 mm", "420 mm x 148 mm", "left 210 mm outside", "A4 0"},
		// Turned, an A7 is 7 1/4 x 5 1/4: less 1/4 and 1/2 poking out, 6 1/2 x 5.
		{"turned, with something poking out", `"envelope":"us-a7","card":{"turn":true,"overhang":{"right":"1/2"},"fold":"flat"},"layers":[]`, "6 1/2 × 5 in", "6 1/2 in x 5 in", "", "Letter 2"},
		// Folded, panels of 2 and 2 and 2 are 2 wide, whatever the card was to be.
		{"own fold of narrow panels", `"card":{"width":"5","height":"5","fold":"custom","panel_widths":["2","2","1 31/32"]},"layers":[]`, "2 × 5 in", "5 15/16 in x 5 in", "left 2 in outside, left 4 in outside", "Letter 2"},
		{"accordion from letter", `"sheet":"us-letter","card":{"fold":"accordion","panels":3},"layers":[]`, "3 5/8 × 8 1/2 in", "10 7/8 in x 8 1/2 in", "left 3 5/8 in outside, left 7 1/4 in inside", "Letter 1"},
		{"wide door from letter", `"sheet":"us-letter","card":{"fold":"gate","door":"3"},"layers":[]`, "5 1/2 × 8 1/2 in", "11 in x 8 1/2 in", "left 3 in outside, left 8 1/2 in outside", "Letter 1"},
		// Five lie in letter two ways at once: two of 4 7/8 across 9 3/4 and three of 3 1/2 across 10 1/2; six of 4 x 6 in tabloid.
		{"as many as come out of letter", `"card":{"width":"3 1/2","height":"4 7/8","fold":"flat"},"layers":[]`, "3 1/2 × 4 7/8 in", "3 1/2 in x 4 7/8 in", "", "Letter 5"},
		{"as many as come out of tabloid", `"card":{"width":"4","height":"6","fold":"flat"},"layers":[],"sheet":"us-tabloid"`, "4 × 6 in", "4 in x 6 in", "", "Tabloid 6"},
		{"within the trimmer's reach", `"card":{"width":"4","height":"6","fold":"flat"},"layers":[],"sheet":"us-tabloid","trimmer":{"longest":"11"}`, "4 × 6 in", "4 in x 6 in", "", "Tabloid 5"},
		{"from a measured envelope", `"envelope":{"width":"13 cm","height":"18 cm"},"unit":"mm","card":{"thickness":"2"}`, "122 × 172 mm", "244 mm x 172 mm", "left 122 mm outside", "A4 1"},
	} {
		p := planOf(t, c.job+`,"quantity":7`)
		var scores []string
		for _, s := range p.Base.Scores {
			scores = append(scores, strings.Join([]string{s.From, s.At.Text, s.Face}, " "))
		}
		yield := fmt.Sprintf("%s %d", p.Base.Sheet.Name, p.Base.PerSheet)
		if p.Card.Text != c.card || both(p.Base.Cut.Width, p.Base.Cut.Height) != c.cut || strings.Join(scores, ", ") != c.scores || yield != c.yield {
			t.Errorf("%s:\n got %s, %s, %s, %s\nwant %s, %s, %s, %s", c.name, p.Card.Text, both(p.Base.Cut.Width, p.Base.Cut.Height), strings.Join(scores, ", "), yield, c.card, c.cut, c.scores, c.yield)
		}
	}
}

// The sums behind the figures are in the maker's own numbers.
func TestWorkingsOfTheNewFigures(t *testing.T) {
	p := planOf(t, `"card":{"width":"4","height":"6","fold":"custom","panel_widths":["4","3","1 1/2"],"stock":"110 lb cover"},"layers":[{"border":"1/4","bottom":"3/4"}],"inside":"1/8",
		"stamp":{"width":"3","height":"5"},"quantity":9,"sheet":"us-letter"`)
	for key, want := range map[string]string{
		"base":        "Width: 4 + 3 + 1 1/2 = 8 1/2 in",
		"score1":      "4 + 3 = 7 in. The groove is the outside of the fold.",
		"layer0":      "6 − 1/4 − 3/4 = 5 in high",
		"inside":      "4 − 2 × 1/8 = 3 3/4 in wide",
		"cuts.sheets": "9 base, 8 1/2 × 6 in",
	} {
		found := false
		for _, a := range p.Answers {
			found = found || a.Key == key && strings.Contains(strings.Join(a.Working, "\n"), want)
		}
		if !found {
			t.Errorf("%s does not say %q", key, want)
		}
	}
	if p.Base.Advice != "297 g/m² (110 lb cover) must be scored before it is folded." || !strings.Contains(p.Stamping.Text, "3 1/2 × 5 in is left to stamp on; 3 × 5 in is needed") || !p.Stamping.OK {
		t.Errorf("%s, %+v", p.Base.Advice, p.Stamping)
	}
	light := planOf(t, `"envelope":"us-a7","card":{"stock":"160 g"}`)
	if !strings.Contains(light.Base.Advice, "160 g/m² folds without a score") {
		t.Error(light.Base.Advice)
	}
}

// A heavier stock makes the bare card thicker and heavier, and nothing else changes its size.
func TestStockWeighsOnTheCard(t *testing.T) {
	thin, thick := planOf(t, `"envelope":"us-a7","card":{"stock":"200 g"}`), planOf(t, `"envelope":"us-a7","card":{"stock":"260 g"}`)
	if thin.Card.Text != thick.Card.Text || thin.Post[0].Thickness.MM >= thick.Post[0].Thickness.MM {
		t.Errorf("%s at %s, %s at %s", thin.Card.Text, thin.Post[0].Thickness.Text, thick.Card.Text, thick.Post[0].Thickness.Text)
	}
	// Base 10 x 7 and layers 4 3/4 x 6 3/4 and 4 1/2 x 6 1/2: 131.3125 sq in, 0.0847172 m2, at 260 g/m2 22.0 g or 0.78 oz.
	if thick.Card.Weight != "0.78 oz" {
		t.Error(thick.Card.Weight)
	}
}

// Whatever the card is made of, every flat envelope has the room its real
// thickness takes and a sixteenth to spare, and is posted at that thickness.
func TestEnvelopesHoldTheRealThickness(t *testing.T) {
	thick := 0
	for _, fold := range []string{`"fold":"book"`, `"fold":"accordion","panels":4`, `"fold":"accordion","panels":16`, `"fold":"trifold"`, `"fold":"gate"`} {
		for _, stock := range []string{"120 g", "216 g", "300 g", "350 g"} {
			for _, layers := range []string{`[]`, `["1/8"]`, `["1/8","1/8","1/8","1/8"]`, `[{"border":"1/4","joint":"foam-1"}]`} {
				for _, start := range []string{`"card":{"width":"4","height":"6",`, `"envelope":"us-a9","card":{`} {
					fields := start + fold + `,"stock":"` + stock + `"},"layers":` + layers
					p := planOf(t, fields)
					real := p.Build.Thickest.MM
					if real > 25.4/16 {
						thick++
					}
					for _, b := range p.Blanks {
						wide, high := max(b.Cavity.Width.MM, b.Cavity.Height.MM), min(b.Cavity.Width.MM, b.Cavity.Height.MM)
						if w, h := max(p.Card.Width.MM, p.Card.Height.MM), min(p.Card.Width.MM, p.Card.Height.MM); b.Depth == nil && (wide < w+real+25.4/16-0.01 || high < h+real+25.4/16-0.01) {
							t.Errorf("%s: %s is %v x %v inside for a card of %v x %v, %v thick", fields, b.Name, wide, high, w, h, real)
						}
					}
					if e := p.Envelope; e != nil && (e.Width.MM < p.Card.Width.MM+real+25.4/16-0.01 || e.Height.MM < p.Card.Height.MM+real+25.4/16-0.01) {
						t.Errorf("%s: a card of %s, %v thick", fields, p.Card.Text, real)
					}
					if len(p.Post) > 0 && p.Post[0].Thickness.MM < real {
						t.Errorf("%s: posted at %s", fields, p.Post[0].Thickness.Text)
					}
				}
			}
		}
	}
	if thick < 30 {
		t.Errorf("only %d cards are thick", thick)
	}
}

// A card on the table is wrapped and posted, and nothing of it is cut, however
// few sheets there are; what lies on it still counts.
func TestAMadeCardIsNotCut(t *testing.T) {
	// 7 x 5 folds out of 14 x 5, which no letter sheet gives.
	const card = `"card":{"width":"7","height":"5","made":true%s},"quantity":20%s`
	p := planOf(t, fmt.Sprintf(card, "", ""))
	if p.Consequence.State == "stop" || len(p.CutPlan.Pieces)+len(p.CutPlan.Sheets) != 0 || p.CutPlan.Problem != nil || len(p.Layers) != 0 || p.Base.PerSheet != 0 {
		t.Errorf("%+v %+v", p.Consequence, p.CutPlan)
	}
	for _, s := range p.Stations[1:3] {
		if s.Word != "made" || s.State != "good" {
			t.Errorf("%+v", s)
		}
	}
	// 20 cards, 2 x 0.3 mm thick and of 14 x 5 in at 216 g/m2: 70 in2 are 452 cm2, 9.75 g.
	if p.Build.Thickest.MM != 0.6 || !strings.HasPrefix(p.Card.Weight, "0.34 oz") || p.Card.Width.Text != "7 in" {
		t.Errorf("%v thick, %s", p.Build.Thickest.MM, p.Card.Weight)
	}
	still := planOf(t, strings.Replace(fmt.Sprintf(card, "", ""), `,"made":true`, "", 1))
	if still.Consequence.State != "stop" || len(still.CutPlan.Pieces) == 0 {
		t.Errorf("still to make: %+v", still.Consequence)
	}
	// Layers, stock and what lies on it do not bring back a cut.
	for _, more := range [][2]string{
		{`,"build":[{"material":"button"}]`, `,"layers":["1/8"]`}, {"", `,"stock":[{"sheet":"us-letter","count":1}]`}, {`,"paper":"Dune","grain":"fold"`, `,"inside":"1/4"`},
	} {
		q := planOf(t, fmt.Sprintf(card, more[0], more[1]))
		if len(q.CutPlan.Pieces) != 0 || len(q.CutPlan.Missing) != 0 || q.CutPlan.Cost != nil {
			t.Errorf("%v: %+v", more, q.CutPlan)
		}
		for _, of := range q.Post {
			for _, w := range of.WaysOut {
				if strings.Contains(w.Label, "the card") || strings.Contains(w.Label, "Make the base") || strings.Contains(w.Label, "Leave") {
					t.Errorf("a way out cuts a card that is made: %s", w.Label)
				}
			}
		}
	}
}
