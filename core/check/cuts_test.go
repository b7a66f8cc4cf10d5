package check

import (
	"math"
	"testing"

	"yellow-parcel/core/document"
)

// box is a part of a sheet, in hundredths of a micrometre so that sums are exact enough.
type box struct{ x, y, w, h float64 }

func same(a, b float64) bool { return math.Abs(a-b) < 0.002 }

func (b box) is(o box) bool {
	return same(b.x, o.x) && same(b.y, o.y) && same(b.w, o.w) && same(b.h, o.h)
}

// A trimmer cuts whole parts from edge to edge: every cut list, acted out on its
// sheets, gives the pieces it promises, where it says, and what is left over.
func TestCutListsGiveWhatTheyPromise(t *testing.T) {
	each(t, howMany(500), func(t *testing.T, m made) {
		cuts := m.Plan.CutPlan
		if cuts.Problem != nil {
			return
		}
		got := map[string]int{}
		used := 0
		for _, s := range cuts.Sheets {
			used += s.Count
			act(t, m, s)
			for _, p := range s.Pieces {
				got[p.Piece] += s.Count
				fits(t, m, cuts, p)
			}
		}
		for _, want := range cuts.Pieces {
			if got[want.Name] < want.Count {
				t.Errorf("%s: %d of %s, want %d", m.text, got[want.Name], want.Name, want.Count)
			}
		}
		if used != cuts.SheetsUsed || used < cuts.LowerBound {
			t.Errorf("%s: %d sheets, said %d, at least %d", m.text, used, cuts.SheetsUsed, cuts.LowerBound)
		}
	})
}

// fits holds a piece against what was wanted by its name.
func fits(t *testing.T, m made, cuts *document.CutPlan, p document.CutPiece) {
	for _, w := range cuts.Pieces {
		upright := same(p.Width.MM, w.Width.MM) && same(p.Height.MM, w.Height.MM)
		turned := same(p.Width.MM, w.Height.MM) && same(p.Height.MM, w.Width.MM)
		if w.Name == p.Piece && (upright && !p.Turned || turned && (p.Turned || upright)) {
			return
		}
	}
	t.Errorf("%s: a piece of %s x %s called %s", m.text, p.Width.Text, p.Height.Text, p.Piece)
}

// act cuts a sheet cut by cut.
func act(t *testing.T, m made, s document.CutSheet) {
	parts := []box{{0, 0, s.Width.MM, s.Height.MM}}
	for _, c := range s.Cuts {
		done := false
		for i, p := range parts {
			across := same(c.From[1], c.To[1])
			var one, two box
			set := 0.0
			switch {
			case across && same(c.From[0], p.x) && same(c.To[0], p.x+p.w) && c.From[1] > p.y && c.From[1] < p.y+p.h:
				at := c.From[1] - p.y
				one, two, set = box{p.x, p.y, p.w, at}, box{p.x, p.y + at, p.w, p.h - at}, at
			case !across && same(c.From[1], p.y) && same(c.To[1], p.y+p.h) && c.From[0] > p.x && c.From[0] < p.x+p.w:
				at := c.From[0] - p.x
				one, two, set = box{p.x, p.y, at, p.h}, box{p.x + at, p.y, p.w - at, p.h}, at
			default:
				continue
			}
			whole := p.w
			if across {
				whole = p.h
			}
			if !same(c.Set.MM, set) && !same(c.Set.MM, whole-set) {
				t.Errorf("%s: sheet %s, cut %d is set at %s, and falls at %v of %v", m.text, s.Letter, c.Step, c.Set.Text, set, whole)
			}
			parts[i] = one
			parts = append(parts, two)
			done = true
			break
		}
		if !done {
			t.Errorf("%s: sheet %s, cut %d does not go from edge to edge of anything", m.text, s.Letter, c.Step)
			return
		}
	}
	left := len(parts)
	take := func(what string, b box) {
		for i, p := range parts {
			if p.is(b) {
				parts[i] = box{}
				left--
				return
			}
		}
		t.Errorf("%s: sheet %s is never cut to %s at %v", m.text, s.Letter, what, b)
	}
	for _, p := range s.Pieces {
		take(p.Piece, box{p.X.MM, p.Y.MM, p.Width.MM, p.Height.MM})
	}
	for _, o := range s.Offcuts {
		take("an offcut", box{o.X.MM, o.Y.MM, o.Width.MM, o.Height.MM})
	}
	if left != 0 {
		t.Errorf("%s: sheet %s is left in %d more parts", m.text, s.Letter, left)
	}
}
