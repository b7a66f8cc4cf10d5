package draw

import (
	"bytes"
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/bench"
	"yellow-parcel/core/blank"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/nest"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/supply"
)

// inTwo is a job posted in an envelope of two pieces: a straight fold, and a back of
// 100 by 60 mm with a lip of 10 mm to fold.
func inTwo(t *testing.T) *pipeline.Whole {
	t.Helper()
	j, err := job.Read([]byte(`{"format":"yellow-parcel-job","version":1,"unit":"mm","quantity":10,"card":{"width":"105","height":"148"},"layers":[],"blank":{"style":"straight-fold","paper":"iso-a4"}}`))
	if err != nil {
		t.Fatal(err)
	}
	all, err := pipeline.WorkOut(j, catalog.Standard(), pipeline.Order{NoWays: true})
	if err != nil {
		t.Fatal(err)
	}
	m := all.Result.Blanks[0]
	whole := shape.Rect(0, 0, 100, 60)
	crease := shape.Line{A: shape.Point{X: 100, Y: 50}, B: shape.Point{Y: 50}}
	m.Pieces = append(slices.Clone(m.Pieces), blank.Piece{
		Name: "Back", Width: 100 * measure.Millimetre, Height: 60 * measure.Millimetre, Outline: whole, Paper: whole, Stock: m.Main().Stock,
		Flaps:   []blank.Flap{{Name: "lip", Depth: 10 * measure.Millimetre, Shape: shape.Rect(0, 50, 100, 60), Crease: crease, Base: crease}},
		Creases: []blank.Crease{{Flap: "lip", From: "bottom edge", Level: true, At: 10 * measure.Millimetre, Reading: 10 * measure.Millimetre, Length: 100 * measure.Millimetre, Line: crease}},
	})
	r := all.Result
	m.Proof = proof.Fold(m.Blank, r.Card.Thickness)
	r.Nest.Places = nest.Places(&m.Blank, r.Nest.Sheet.Size, r.Brief.Tools.Mat)
	all.Plan = plan.Write(r, nil, plan.Telling{Whole: true})
	return all
}

// Whatever reads a blank reads all of its pieces.
func TestABlankOfTwoPieces(t *testing.T) {
	all := inTwo(t)
	m := all.Result.Blanks[0]
	first := m.Main()
	// Paper and scores add up, four sides are cut of each, and the one corner at each end of the first.
	said := &all.Plan.Blanks[0]
	if area := first.Outline.Area() + 6000; math.Abs(said.Compare.Area-area) > 1e-6 || said.Compare.Scores != len(first.Creases)+1 || said.Compare.Cuts != 8+2*len(first.Waste) {
		t.Errorf("%+v, the first has %d scores and %d wastes", said.Compare, len(first.Creases), len(first.Waste))
	}
	if n := len(said.Creases); n != len(first.Creases)+1 || said.Creases[n-1].Reading.Text != "10 mm" || len(said.Flaps) != len(first.Flaps)+1 || len(said.Geometry.Others) != 1 || said.Geometry.Others[0].Name != "Back" {
		t.Errorf("%+v", said.Creases)
	}
	var lines []string
	for _, a := range said.Answers {
		if a.Label == "Cut the back" || a.Key == fmt.Sprintf("crease%d", len(first.Creases)) {
			lines = append(lines, a.Key+": "+a.Copy)
		}
	}
	if want := []string{"blank.1: Cut the back 100 mm × 60 mm from A4", fmt.Sprintf("crease%d: Score 10 mm from the bottom edge, for the lip flap", len(first.Creases))}; !slices.Equal(lines, want) {
		t.Errorf("%q", lines)
	}
	if len(m.Proof.Folded) != len(first.Flaps)+1 {
		t.Errorf("%d flaps are folded", len(m.Proof.Folded))
	}
	piecesOnPaper(t, all)
	piecesAtTheBench(t, all)
}

func piecesOnPaper(t *testing.T, all *pipeline.Whole) {
	t.Helper()
	r, m := all.Result, all.Result.Blanks[0]
	first := m.Main()
	d := All(all).Blanks[0]
	cuts := 0
	_, end := bounds(outline(first.Paper))
	for _, s := range d.Shapes {
		if lo, hi := bounds(s.Points); s.Kind == "cut" {
			if cuts++; cuts == 2 && (math.Abs(lo[0]-end[0]-gap) > 1e-6 || math.Abs(hi[0]-lo[0]-100) > 1e-6) {
				t.Errorf("the back lies from %v to %v, beside %v", lo, hi, end)
			}
		}
	}
	if cuts != 2 || math.Abs(d.Hi[0]-end[0]-gap-100) > 1e-6 {
		t.Errorf("%d cut, up to %v", cuts, d.Hi)
	}
	part, err := TemplateOf(r, "blank")
	if err != nil || len(part.Cut) != 2 || math.Abs(part.Width-first.Width.MM()-gap-100) > 1e-6 || !slices.ContainsFunc(part.Notes, func(n Label) bool { return strings.HasSuffix(n.Text, ", back, 100 mm x 60 mm") }) {
		t.Errorf("%v: %d cut, %v wide, %v", err, len(part.Cut), part.Width, part.Notes)
	}
	// 210 x 297 gives two by four of 100 x 60; the first alone as many as before.
	if part, err = TemplateOf(r, "nest"); err != nil || len(part.Cut) != len(r.Nest.Places[0])+8 || math.Abs(part.Width-2*210-gap) > 1e-6 {
		t.Errorf("%v: %d cut, %v wide", err, len(part.Cut), part.Width)
	}
	one := *m
	one.Pieces = m.Pieces[:1]
	alone, both := nest.Try(&one.Blank, r.Nest.Sheet.Size, 0, false), nest.Try(&m.Blank, r.Nest.Sheet.Size, 0, false)
	if want := int(1/(1/float64(alone.PerSheet)+1.0/8) + 1e-9); !both.Fits || both.PerSheet != want {
		t.Errorf("%+v, alone %+v, want %d", both, alone, want)
	}
	var file bytes.Buffer
	if err := scoresCSV(&file, all); err != nil || !strings.Contains(file.String(), fmt.Sprintf("\n%d,lip,bottom edge,10 mm,10,", len(first.Creases)+1)) {
		t.Errorf("%v: %s", err, file.String())
	}
	if frames := Folding(r); len(frames) != 1+between*(len(first.Flaps)+1) {
		t.Errorf("%d moments", len(frames))
	}
}

func piecesAtTheBench(t *testing.T, all *pipeline.Whole) {
	t.Helper()
	b := all.AtTheBench(pipeline.Order{})
	var cut []string
	for _, l := range b.Lots {
		for i, p := range l.Problem.Pieces {
			if l.Parts[i].Key == supply.TheBlank {
				cut = append(cut, fmt.Sprintf("%d %s %s", p.Count, p.Name, p.Size.Text(measure.Millimetres)))
			}
		}
	}
	if len(cut) != 2 || cut[1] != "10 envelope blank, back 100 × 60 mm" {
		t.Errorf("%q", cut)
	}
	scored, folded := 0, 0
	for _, s := range b.All {
		for _, h := range s.Handled {
			if h.Part.Key == supply.TheBlank && h.Part.At == 1 {
				switch s.Kind {
				case bench.Score:
					scored++
				case bench.Fold:
					folded++
				}
			}
		}
	}
	if scored == 0 || folded == 0 {
		t.Errorf("the back is scored %d times and folded %d times", scored, folded)
	}
}
