package draw

import (
	"fmt"
	"math"
	"strings"
	"testing"
)

func boundsOf(pts []Point) (x, y, w, h float64) {
	lo, hi := bounds(pts)
	return lo[0], lo[1], hi[0] - lo[0], hi[1] - lo[1]
}

func TestSheetsShowEveryPieceAndCut(t *testing.T) {
	of := planOf(t, `"envelope":"us-a7","quantity":80,"stock":[{"sheet":"us-12x12","count":60,"colour":"#3c4f6b"},{"sheet":"us-letter","count":200}]`)
	p := of.Plan
	set := All(of)
	if len(set.Sheets) != len(p.CutPlan.Sheets) {
		t.Fatalf("%d drawings of %d ways", len(set.Sheets), len(p.CutPlan.Sheets))
	}
	for i, s := range p.CutPlan.Sheets {
		d := set.Sheets[i]
		pieces, cuts, numbers := 0, 0, map[string]bool{}
		for _, shape := range d.Shapes {
			switch shape.Kind {
			case "piece":
				q := s.Pieces[pieces]
				x, y, w, h := boundsOf(shape.Points)
				if math.Abs(x-q.X.MM)+math.Abs(y-q.Y.MM)+math.Abs(w-q.Width.MM)+math.Abs(h-q.Height.MM) > 1e-6 || shape.Fill != s.Colour {
					t.Errorf("sheet %s: %s is drawn at %v %v, %v x %v", s.Letter, q.Piece, x, y, w, h)
				}
				pieces++
			case "trim":
				c := s.Cuts[cuts]
				if shape.Points[0] != c.From || shape.Points[1] != c.To || shape.Key != fmt.Sprintf("cut%d", c.Step) {
					t.Errorf("sheet %s: cut %d is drawn %v", s.Letter, c.Step, shape)
				}
				cuts++
			}
		}
		for _, l := range d.Labels {
			if l.Kind == "number" {
				numbers[l.Text] = true
			}
		}
		if pieces != len(s.Pieces) || cuts != len(s.Cuts) || len(numbers) != len(s.Cuts) {
			t.Errorf("sheet %s shows %d pieces and %d cuts, %d numbered", s.Letter, pieces, cuts, len(numbers))
		}
	}
}

func TestLayersLieAboveTheirBottomBorder(t *testing.T) {
	of := planOf(t, `"envelope":"us-a7","layers":[{"border":"1/4","bottom":"1 in","colour":"#112233"},"1/8"]`)
	d := All(of).Layers
	var at [][4]float64
	for _, s := range d.Shapes {
		if strings.HasPrefix(s.Kind, "layer") {
			x, y, w, h := boundsOf(s.Points)
			at = append(at, [4]float64{x / 25.4, y / 25.4, w / 25.4, h / 25.4})
		}
	}
	// 4 1/2 x 5 3/4 from 1/4 in under the top; then 4 1/4 x 5 1/2, another 1/8 in.
	want := [][4]float64{{0.25, 0.25, 4.5, 5.75}, {0.375, 0.375, 4.25, 5.5}}
	for i := range want {
		for j := range want[i] {
			if math.Abs(at[i][j]-want[i][j]) > 1e-9 {
				t.Errorf("layer %d lies at %v, want %v", i+1, at[i], want[i])
				break
			}
		}
	}
	if d.Shapes[1].Fill != "#112233" {
		t.Errorf("%+v", d.Shapes[1])
	}
}

func TestPanelsAreNamedOnTheFlatPiece(t *testing.T) {
	for fold, want := range map[string]string{
		`"fold":"gate"`:                            "left door, back, right door",
		`"fold":"trifold"`:                         "front, back, inner",
		`"fold":"accordion","panels":4`:            "1, 2, 3, 4",
		`"fold":"tent"`:                            "back, front",
		`"fold":"flat"`:                            "card",
		`"fold":"z","hinge":"top"`:                 "1, 2, 3",
		`"fold":"custom","panel_widths":["5","2"]`: "back, front",
	} {
		of := planOf(t, `"envelope":"us-a7","card":{`+fold+`}`)
		p := of.Plan
		d := All(of).Base
		var names []string
		folds := 0
		for _, l := range d.Labels {
			if l.Kind == "big" {
				names = append(names, l.Text)
			} else if strings.HasPrefix(l.Text, "fold") {
				folds++
			}
		}
		if strings.Join(names, ", ") != want || folds != len(p.Base.Scores) {
			t.Errorf("%s: %v, %d folds", fold, names, folds)
		}
	}
}

func TestLadderAndInsidePanelAsParts(t *testing.T) {
	of := planOf(t, `"envelope":"us-a7","layers":["1/8"],"inside":"1/4"`)
	p := of.Plan
	ladder, err := TemplateOf(of.Result, "ladder")
	if err != nil || len(ladder.Cut) != len(p.Ladder) || len(ladder.Notes) != len(p.Ladder) {
		t.Fatalf("%v, %d samples of %d", err, len(ladder.Cut), len(p.Ladder))
	}
	for i, pts := range ladder.Cut {
		x, y, w, h := boundsOf(pts)
		if math.Abs(w-p.Ladder[i].Width.MM)+math.Abs(h-p.Ladder[i].Height.MM) > 1e-9 || x+w > ladder.Width+1e-9 || y+h > ladder.Height+1e-9 {
			t.Errorf("sample %d is %v x %v at %v, %v", i+1, w, h, x, y)
		}
		for _, other := range ladder.Cut[:i] {
			ox, oy, ow, oh := boundsOf(other)
			if x < ox+ow && ox < x+w && y < oy+oh && oy < y+h {
				t.Errorf("sample %d lies on another", i+1)
			}
		}
	}
	layers, err := TemplateOf(of.Result, "layers")
	if err != nil || len(layers.Cut) != 2 || layers.Notes[1].Text != "Inside panel 4 1/2 in x 6 1/2 in" {
		t.Errorf("%v, %+v", err, layers.Notes)
	}
}

func TestNoDrawingLeavesItsFrame(t *testing.T) {
	for _, job := range []string{
		`"envelope":"us-a7","quantity":80,"inside":"1/8"`, `"unit":"mm","sheet":"iso-a4","card":{"fold":"trifold"}`,
		`"card":{"width":"4","height":"2","fold":"accordion","panels":6,"hinge":"top"},"sheet":"us-12x18"`,
	} {
		of := planOf(t, job)
		set := All(of)
		for _, d := range append([]Drawing{set.Base, set.Layers, set.Ladder}, set.Sheets...) {
			for _, s := range d.Shapes {
				x, y, w, h := boundsOf(s.Points)
				if x < d.Lo[0]-1e-6 || y < d.Lo[1]-1e-6 || x+w > d.Hi[0]+1e-6 || y+h > d.Hi[1]+1e-6 {
					t.Errorf("%s, %s: a %s at %v %v, %v x %v, in %v to %v", job, d.Name, s.Kind, x, y, w, h, d.Lo, d.Hi)
				}
			}
		}
	}
}
