package proof

import (
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Every check of a proof has a blank that fails it, and it alone: a straight fold
// for a 5 x 7 card an eighth thick, or a box or a cut down envelope, each with one thing wrong.
func TestEachCheckFailsAlone(t *testing.T) {
	straight := func(b *blank.Blank) {}
	flap := func(b *blank.Blank, name string) *blank.Flap {
		return &b.Main().Flaps[slices.IndexFunc(b.Main().Flaps, func(f blank.Flap) bool { return f.Name == name })]
	}
	for _, c := range []struct {
		code, style string
		spoil       func(b *blank.Blank)
	}{
		{"", "straight-fold", straight}, {"", "box", straight}, {"", "cut-down", straight},
		// The room is 1/4 in and the thickness more than the card: 1/16 in less leaves it none for its thickness, and the mouth is as wide.
		{"cavity-width mouth", "straight-fold", func(b *blank.Blank) { b.Card.Width += in / 4 }},
		{"cavity-height", "straight-fold", func(b *blank.Blank) { b.Card.Height += in / 4 }},
		// A front too narrow at the top leaves the mouth narrow, and what is missing open.
		{"mouth holes", "straight-fold", func(b *blank.Blank) {
			lo, hi := b.Body.Bounds()
			b.Body = shape.Polygon{{X: lo.X + 10, Y: lo.Y}, {X: hi.X, Y: lo.Y}, {X: hi.X, Y: hi.Y}, {X: lo.X, Y: hi.Y}, {X: lo.X, Y: lo.Y + 10}}
		}},
		{"depth", "box", func(b *blank.Blank) { b.Depth -= in / 8 }},
		{"holes", "straight-fold", func(b *blank.Blank) {
			lo, hi := b.Body.Bounds()
			b.Body = shape.Polygon{{X: lo.X, Y: lo.Y}, {X: hi.X, Y: lo.Y}, {X: hi.X, Y: hi.Y - 5}, {X: hi.X - 5, Y: hi.Y}, {X: lo.X, Y: hi.Y}}
		}},
		{"overhang", "straight-fold", func(b *blank.Blank) {
			top := flap(b, "top")
			top.Shape = slices.Clone(top.Shape)
			top.Shape[0].X -= 6 // its far left corner, 3 mm in from the crease's end
		}},
		{"seam", "straight-fold", func(b *blank.Blank) { b.Seams[0].Want = 2 * in }},
		{"closure", "straight-fold", func(b *blank.Blank) { b.Seams[2].Want = 2 * in }},
		{"collision", "straight-fold", func(b *blank.Blank) {
			left := flap(b, "left")
			left.Shape = slices.Clone(left.Shape)
			left.Shape[0].X -= 142
			left.Shape[3].X -= 142
		}},
		{"notches", "straight-fold", func(b *blank.Blank) {
			b.Main().Waste = append(b.Main().Waste, blank.Waste{Shape: b.Body.Intersect(shape.Rect(b.Body[0].X, b.Body[0].Y, b.Body[0].X+2, b.Body[0].Y+2))})
		}},
		{"layers", "straight-fold", func(b *blank.Blank) {
			for range 3 {
				again := *flap(b, "back")
				again.Name += "again"
				b.Main().Flaps = append(b.Main().Flaps, again)
			}
		}},
		{"seam", "cut-down", func(b *blank.Blank) { b.Main().Gum[0] = shape.Rect(0, 0, 5, 100) }},
	} {
		style, _ := blank.StyleByID(c.style)
		req := request(5*in, 7*in, in/8)
		req.Paper, req.Board, req.Formats = blank.EnvelopePaper, blank.CoverStock, catalog.Standard().FormatsBySize(measure.Inches)
		b, err := style.Make(req)
		if err != nil {
			t.Fatal(err)
		}
		c.spoil(&b)
		var failed []string
		for _, check := range Fold(b, req.Thickness).Checks {
			if !check.OK {
				failed = append(failed, check.Code)
			}
		}
		if got := strings.Join(failed, " "); got != c.code {
			t.Errorf("%s, spoiled for %q, fails %q", c.style, c.code, got)
		}
	}
}

// By hand: a flap that reaches past any one side of a rectangle of 10 by 6 sticks out of it; along it, it does not.
func TestWithinByHand(t *testing.T) {
	room := shape.Rect(0, 0, 10, 6)
	for name, c := range map[string]struct {
		flap shape.Polygon
		want bool
	}{
		"inside": {shape.Rect(1, 1, 9, 5), true}, "along every side": {shape.Rect(0, 0, 10, 6), true},
		"left": {shape.Rect(-1, 1, 9, 5), false}, "right": {shape.Rect(1, 1, 11, 5), false}, "above": {shape.Rect(1, -1, 9, 5), false}, "below": {shape.Rect(1, 1, 9, 7), false},
	} {
		p := Proof{Folded: []Folded{{Shape: shape.Rect(2, 2, 3, 3)}, {Shape: c.flap}}}
		if got := p.within(room); got != c.want {
			t.Errorf("%s: %v", name, got)
		}
	}
}
