package check

import (
	"bytes"
	"math"
	"strings"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/document"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/draw"
	"yellow-parcel/e2e/fold"
)

// marks are how many millimetres lie between the marks of a job's ruler.
var marks = map[string]float64{"1/16 in": 25.4 / 16, "1/8 in": 25.4 / 8, "1 mm": 1, "0.5 mm": 0.5}

// What is cut or scored is cut and scored on a mark of the ruler.
func TestCutsAndScoresLieOnMarks(t *testing.T) {
	checked := 0
	each(t, howMany(500), func(t *testing.T, m made) {
		p := m.Plan
		step := marks[p.Ruler]
		on := func(what string, all ...document.Length) {
			for _, l := range all {
				checked++
				if n := l.MM / step; math.Abs(n-math.Round(n)) > 1e-3 {
					t.Errorf("%s: %s at %s on a ruler of %s", m.text, what, l.Text, p.Ruler)
				}
			}
		}
		on("the base", p.Base.Cut.Width, p.Base.Cut.Height)
		for _, s := range p.Base.Scores {
			on("a score of the base", s.At)
		}
		for _, l := range p.Layers {
			on(l.Name, l.Width, l.Height)
		}
		if p.Inside != nil {
			on("the inside panel", p.Inside.Width, p.Inside.Height)
		}
		for _, b := range p.Blanks {
			if b.Bought == "" && b.Style != "contour" {
				on(b.Name, b.Width, b.Height)
			}
		}
		for _, x := range p.Extras {
			if x.ID != "strips" {
				on(x.Name, x.Width, x.Height)
				on(x.Name, x.Scores...)
			}
		}
	})
	if checked < 5000 {
		t.Errorf("only %d figures were checked", checked)
	}
}

// The button beside a complaint makes it go away.
func TestEveryFixMendsItsComplaint(t *testing.T) {
	pressed := 0
	each(t, howMany(400), func(t *testing.T, m made) {
		c := m.Plan.Consequence
		if c.Fix == nil || c.Station == "post" {
			return
		}
		pressed++
		j, _ := typed(t, job.Merged(m.doc, c.Fix.Patch))
		after, err := wholePlan(j, catalog.Standard(), pipeline.Order{NoWays: true, Memory: known})
		if err != nil {
			t.Errorf("%s: %s: %v", m.text, c.Fix.Label, err)
			return
		}
		if after.Consequence.Station == c.Station && after.Consequence.Fix != nil && after.Consequence.State == c.State {
			t.Errorf("%s:\n %s\n %s leaves %s", m.text, c.Text, c.Fix.Label, after.Consequence.Text)
		}
	})
	if pressed < 25 {
		t.Errorf("only %d buttons were pressed", pressed)
	}
}

// The file of a blank, folded by someone who knows nothing but the file, closes
// without a hole, holds what the plan says it holds, and shows no edge.
func TestBlankFilesFold(t *testing.T) {
	folded, boxes := 0, 0
	each(t, howMany(400), func(t *testing.T, m made) {
		b := &m.Plan.Blanks[0]
		if len(m.Plan.Blanks) == 0 || !b.Proof.OK || b.Bought != "" || b.ByEye || b.Style == "contour" {
			return
		}
		var file bytes.Buffer
		if err := draw.Write(&file, m.Whole, "svg", "blank"); err != nil {
			if !strings.Contains(err.Error(), "does not suit") {
				t.Errorf("%s: %v", m.text, err)
			}
			return
		}
		f, err := fold.Read(file.Bytes())
		if err != nil {
			t.Fatalf("%s: %v", m.text, err)
		}
		r, err := f.Fold()
		if err != nil {
			t.Fatalf("%s: %v", m.text, err)
		}
		folded++
		wide, high := b.Cavity.Width.MM, b.Cavity.Height.MM
		if math.Abs(max(r.Wide, r.High)-max(wide, high)) > 0.02 || math.Abs(min(r.Wide, r.High)-min(wide, high)) > 0.02 {
			t.Errorf("%s: %s folds to %.2f x %.2f, said to hold %.2f x %.2f", m.text, b.Name, r.Wide, r.High, wide, high)
		}
		if r.Open > 0 || r.Out > 0.01 {
			t.Errorf("%s: %s leaves %.1f mm2 open and shows %.2f mm", m.text, b.Name, r.Open, r.Out)
		}
		if b.Depth != nil {
			boxes++
			tabs(t, m, f)
			stands(t, m, f)
		}
	})
	if folded < 100 || boxes < 10 {
		t.Errorf("only %d blanks were folded, %d boxes among them", folded, boxes)
	}
}

// tabs looks at a box's corners: at each, paper that is scored to one wall and
// cut from the next, the same way round at all four, and not out of the box when it is folded.
func tabs(t *testing.T, m made, f fold.File) {
	f = f.Turned()
	xs, ys := f.Creases()
	if len(f.Scores) != 12 {
		t.Errorf("%s: %d scores", m.text, len(f.Scores))
	}
	turns := map[bool]int{}
	for _, right := range []bool{false, true} {
		for _, low := range []bool{false, true} {
			// The corner of the panel, and outwards from it.
			x, dx, y, dy := xs[1], -1.0, ys[1], -1.0
			if right {
				x, dx = xs[2], 1
			}
			if low {
				y, dy = ys[2], 1
			}
			d := xs[1] - xs[0]
			upright := f.Scored(fold.Place{X: x, Y: y + dy*d/2}) // hinged on the wall above or below
			level := f.Scored(fold.Place{X: x + dx*d/2, Y: y})
			if upright == level {
				t.Errorf("%s: a corner hinged %v and %v", m.text, upright, level)
			}
			turns[upright == (right != low)]++
			if !f.Holds(fold.Place{X: x + dx*0.3, Y: y + dy*d/2}) && !f.Holds(fold.Place{X: x + dx*d/2, Y: y + dy*0.3}) {
				t.Errorf("%s: a corner without a tab", m.text)
			}
		}
	}
	if len(turns) != 1 {
		t.Errorf("%s: corners are cut either way round: %v", m.text, turns)
	}
}

// A way out taken comes to what it promised.
func TestWaysOutComeToWhatTheyPromise(t *testing.T) {
	taken := 0
	each(t, howMany(120), func(t *testing.T, m made) {
		j, err := job.Read([]byte(m.text))
		if err != nil {
			t.Fatal(err)
		}
		p, err := wholePlan(j, catalog.Standard(), pipeline.Order{Memory: known})
		if err != nil {
			t.Fatal(err)
		}
		for _, before := range p.Post {
			for _, w := range before.WaysOut {
				taken++
				changed, _ := typed(t, job.Merged(m.doc, w.Patch))
				after, err := wholePlan(changed, catalog.Standard(), pipeline.Order{NoWays: true, Memory: known})
				if err != nil {
					t.Errorf("%s: %s: %v", m.text, w.Label, err)
					continue
				}
				for _, got := range after.Post {
					if got.Carrier == before.Carrier && got.Piece == after.Post[0].Piece && (got.Class != w.Class || got.Verdict != w.Verdict || got.PriceText != w.PriceText) {
						t.Errorf("%s:\n %s promises %s %s %s, comes to %s %s %s", m.text, w.Label, w.Class, w.Verdict, w.PriceText, got.Class, got.Verdict, got.PriceText)
					}
					break
				}
			}
		}
	})
	if taken < 60 {
		t.Errorf("only %d ways out were taken", taken)
	}
}
