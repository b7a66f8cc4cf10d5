package folding_test

import (
	"math"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/folding"
	"yellow-parcel/core/measure"
)

// Every fold of a base comes to the finished card, as many sheets high as it has panels over one another, and no
// panel passes through another on the way.
func TestEveryBaseFolds(t *testing.T) {
	const c = 0.3
	finished := card.Size{Width: 5 * in, Height: 7 * in}
	n := 0
	for _, fold := range card.Folds() {
		for _, onTop := range []bool{false, true} {
			flat, err := fold.Flat(finished, card.Shape{Ruler: measure.DefaultRuler(measure.Inches), OnTop: onTop, Panels: 4, Widths: []measure.Length{5 * in, 5 * in, 4 * in}})
			if err != nil || len(flat.Scores) == 0 {
				continue
			}
			n++
			p := folding.OfBase(flat, c)
			if p.Steps() != len(flat.Scores) {
				t.Fatalf("%s: %d folds for %d scores", fold.ID, p.Steps(), len(flat.Scores))
			}
			for s := range p.Steps() {
				for k := range 9 {
					for _, m := range p.Meets(p.During(s, float64(k)/8), c/20) {
						t.Fatalf("%s, on top %v: fold %d at %d/8: panels %d and %d are %.3f mm in each other", fold.ID, onTop, s, k, m.A, m.B, m.Deep)
					}
				}
			}
			low, high := math.Inf(1), math.Inf(-1)
			lo, hi := p.Panels[0].Shape.Bounds()
			for i, at := range p.At(p.Closed()) {
				for _, q := range p.Panels[i].Shape {
					v := at.Put(q, 0)
					low, high = min(low, v.Z), max(high, v.Z)
					if v.X < lo.X-2*c || v.X > hi.X+2*c || v.Y < lo.Y-2*c || v.Y > hi.Y+2*c {
						t.Fatalf("%s, on top %v: panel %d comes to %v, outside the one that lies still", fold.ID, onTop, i, v)
					}
				}
			}
			if thick := math.Round((high-low)/c) + 1; int(thick) != flat.Panels {
				t.Errorf("%s, on top %v: %v sheets high, the fold says %d", fold.ID, onTop, thick, flat.Panels)
			}
		}
	}
	if n < 8 {
		t.Errorf("only %d folds", n)
	}
}
