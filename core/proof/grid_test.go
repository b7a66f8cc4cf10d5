package proof

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// cards is a grid over what makers make: 2 to 9 in each way, flat to 1 in thick, in both systems.
func cards(visit func(r measure.Ruler, z card.Size, thickness measure.Length)) int {
	n := 0
	for _, unit := range []measure.Unit{measure.Inches, measure.Millimetres} {
		r := measure.DefaultRuler(unit)
		for w := 2 * in; w <= 9*in; w += in {
			for h := 2 * in; h <= 9*in; h += in {
				for _, t := range []measure.Length{0, in / 16, in / 4, in / 2, in} {
					visit(r, card.Size{Width: r.Nearest(w), Height: r.Nearest(h)}, t)
					n++
				}
			}
		}
	}
	return n
}

func asked(r measure.Ruler, z card.Size, t measure.Length, o blank.Options) blank.Request {
	ease, seam := in/4, in/2
	if r.Unit == measure.Millimetres {
		ease, seam = 6*measure.Millimetre, 12*measure.Millimetre
	}
	return blank.Request{
		Card: z, Thickness: t, Ease: ease, Seam: seam, Ruler: r, Options: o,
		Paper: blank.EnvelopePaper, Board: blank.CoverStock, Ratio: 1.3, Formats: catalog.Standard().Formats,
	}
}

// Whatever the card, a style says plainly why it does not suit, or gives a blank
// that folds without a panic; computed ones pass their proof.
func TestEveryCardProvesOrIsRefusedInWords(t *testing.T) {
	proved, refused, suits := 0, 0, map[string]int{}
	n := cards(func(r measure.Ruler, z card.Size, thick measure.Length) {
		for _, style := range blank.Styles() {
			for _, v := range style.Variants {
				b, err := style.Make(asked(r, z, thick, v.Options))
				if err != nil {
					refused++
					if text := err.Error(); len(text) < 20 || strings.Contains(text, "%!") || strings.Contains(text, "NaN") {
						t.Errorf("%s %s refuses %v at %d with %q", style.ID, v.ID, z, thick, text)
					}
					continue
				}
				p := Fold(b, thick)
				if !p.OK && v.ID != "thumb" {
					t.Errorf("%s %s of %v at %d: %+v", style.ID, v.ID, z, thick, p.Checks)
				}
				if p.OK {
					proved++
					suits[style.ID]++
				}
			}
		}
	})
	t.Logf("%d cards, %d blanks proved, %d refused", n, proved, refused)
	for _, style := range blank.Styles() {
		if suits[style.ID] < n/20 {
			t.Errorf("%s suits %d of %d cards", style.ID, suits[style.ID], n)
		}
	}
	if n < 400 {
		t.Errorf("only %d cards", n)
	}
}

// A thicker or larger card never gets a smaller blank, whatever the style.
func TestBlanksGrowWithTheCard(t *testing.T) {
	grew := 0
	cards(func(r measure.Ruler, z card.Size, thick measure.Length) {
		for _, style := range blank.Styles() {
			if style.ID == "cut-down" {
				continue // chosen among those sold, not computed
			}
			for _, v := range style.Variants {
				a, err := style.Make(asked(r, z, thick, v.Options))
				if err != nil {
					continue
				}
				for name, more := range map[string]struct {
					z card.Size
					t measure.Length
				}{
					"thicker": {z, thick + in/16}, "wider": {card.Size{Width: z.Width + r.Step, Height: z.Height}, thick},
					"higher": {card.Size{Width: z.Width, Height: z.Height + r.Step}, thick},
				} {
					b, err := style.Make(asked(r, more.z, more.t, v.Options))
					if err == nil && b.Main().Paper.Area() < a.Main().Paper.Area()-1e-6 {
						t.Errorf("%s %s of %v at %d: a %s card gets %v mm2, less than %v", style.ID, v.ID, z, thick, name, b.Main().Paper.Area(), a.Main().Paper.Area())
					}
					grew++
				}
			}
		}
	})
	if grew < 10_000 {
		t.Errorf("only %d pairs were compared", grew)
	}
}

// Rounding never breaks a proof: not to a ruler, nor to a board's grooves read
// with a corner in its jig. And the computed least square is the least: within
// a graduation of the exact one where the scores may lie anywhere, and one
// graduation less fails.
func TestRoundingNeverBreaksAProof(t *testing.T) {
	for _, unit := range []measure.Unit{measure.Inches, measure.Millimetres} {
		boards := []measure.Length{in / 4, in / 8, in / 16, in / 64}
		if unit == measure.Millimetres {
			boards = []measure.Length{5 * measure.Millimetre, 2 * measure.Millimetre, measure.Millimetre, measure.Millimetre / 2}
		}
		for _, groove := range boards {
			for _, jig := range []measure.Length{0, 3 * in / 8, 7 * measure.Millimetre} {
				for _, w := range []measure.Length{2 * in, 7 * in / 2, 5 * in, 9 * in} {
					for _, thick := range []measure.Length{0, in / 7, in} {
						req := asked(measure.DefaultRuler(unit), card.Size{Width: w, Height: 11 * in / 2}, thick, blank.Options{})
						req.Groove, req.Jig = groove, jig
						provesAsScored(t, req)
					}
				}
			}
		}
	}
}

func provesAsScored(t *testing.T, req blank.Request) {
	t.Helper()
	for _, style := range blank.Styles() {
		for _, v := range style.Variants {
			req.Options = v.Options
			b, err := style.Make(req)
			if err != nil || v.ID == "thumb" {
				continue
			}
			if p := Fold(b, req.Thickness); !p.OK {
				t.Errorf("%s %s of %v with grooves of %d and a jig of %d: %+v", style.ID, v.ID, req.Card, req.Groove, req.Jig, p.Checks)
			}
			for _, c := range b.Main().Creases {
				if b.Machine == nil && c.Reading%req.Groove != 0 {
					t.Errorf("%s %s: the board has no groove at %d", style.ID, v.ID, c.Reading)
				}
			}
		}
	}
}

func TestTheLeastSquareIsTheLeast(t *testing.T) {
	for _, id := range []string{"corner-fold", "box"} {
		style, _ := blank.StyleByID(id)
		n := cards(func(r measure.Ruler, z card.Size, thick measure.Length) {
			req := asked(r, z, thick, style.Variants[0].Options)
			req.Groove = measure.Micrometre // scores anywhere
			b, err := style.Make(req)
			if err != nil {
				return
			}
			if over := b.Main().Width - b.Minimum; over < 0 || over > r.Step {
				t.Errorf("%s of %v at %d: %d more than the least", id, z, thick, over)
			}
			if id == "box" {
				return // it takes no square of a given size
			}
			req.Options = blank.Options{Lengths: map[string]measure.Length{"size": b.Main().Width - r.Step}}
			if less, err := style.Make(req); err == nil && Fold(less, thick).OK {
				t.Errorf("%s of %v at %d: a graduation less proves as well", id, z, thick)
			}
		})
		if n < 400 {
			t.Errorf("only %d cards", n)
		}
	}
}

// keepsOff checks a liner against its blank: on ruler marks, off the sides and
// short of the flap's slanted edges, and as symmetric as the blank itself.
func keepsOff(t *testing.T, b blank.Blank, liner blank.Extra, r measure.Ruler) {
	t.Helper()
	for _, l := range append([]measure.Length{liner.Width, liner.Height}, liner.At...) {
		if r.Nearest(l) != l {
			t.Fatalf("a liner for %v is cut or scored at %v mm", b.Card, l.MM())
		}
	}
	inset, gum, top := 3.0, 12.0, b.Flap("top")
	lo, hi := b.Inside.Bounds()
	for _, q := range liner.Lies {
		if q.X < lo.X+inset-1e-6 || q.X > hi.X-inset+1e-6 || q.Y > hi.Y-inset+1e-6 {
			t.Fatalf("a liner for %v comes to %v in %v", b.Card, q, b.Inside)
		}
		for i, p := range top.Shape {
			edge := shape.Line{A: p, B: top.Shape[(i+1)%len(top.Shape)]}
			if slants := (edge.B.X-edge.A.X)/edge.Len() > math.Sqrt2/2-1e-9; slants && q.Y < lo.Y && edge.Distance(q) < gum-1e-6 {
				t.Fatalf("a liner for %v comes to %v, %v from the flap's edge", b.Card, q, edge.Distance(q))
			}
		}
	}
	// The outline of a blank with its panel in the middle is its own mirror image.
	upright := shape.Line{A: shape.Point{X: (lo.X + hi.X) / 2}, B: shape.Point{X: (lo.X + hi.X) / 2, Y: 1}}
	mirrored := b.Main().Outline.Mirror(upright)
	for _, q := range b.Main().Outline {
		if !slices.ContainsFunc(mirrored, func(p shape.Point) bool { return p.Dist(q) < 1e-6 }) {
			return
		}
	}
	for _, q := range liner.Lies.Mirror(upright) {
		if !slices.ContainsFunc(liner.Lies, func(p shape.Point) bool { return p.Dist(q) < 1e-6 }) {
			t.Fatalf("a liner for %v is lopsided: %v", b.Card, liner.Lies)
		}
	}
}

// A liner lies inside the front and the flap of every blank that proves.
func TestLinersStayInside(t *testing.T) {
	lined := 0
	cards(func(r measure.Ruler, z card.Size, thick measure.Length) {
		for _, style := range blank.Styles() {
			for _, v := range style.Variants {
				b, err := style.Make(asked(r, z, thick, v.Options))
				if err != nil || !Fold(b, thick).OK {
					continue
				}
				liner, ok := blank.Liner(b, r)
				if !ok {
					continue
				}
				lined++
				keepsOff(t, b, liner, r)
				left := []shape.Polygon{liner.Lies}
				for _, p := range b.Panels() {
					left = shape.Subtract(left, p)
				}
				for _, rest := range left {
					if rest.Area() > 0.01 {
						t.Fatalf("%s %s of %v at %d: the liner sticks out by %v mm2", style.ID, v.ID, z, thick, rest.Area())
					}
				}
			}
		}
	})
	if lined < 4000 {
		t.Errorf("only %d liners", lined)
	}
}

// What is cut, and what the panels and the waste come to, is the same paper.
func TestUnfoldedAreasAddUp(t *testing.T) {
	cards(func(r measure.Ruler, z card.Size, thick measure.Length) {
		for _, style := range blank.Styles() {
			for _, v := range style.Variants {
				b, err := style.Make(asked(r, z, thick, v.Options))
				if err != nil {
					continue
				}
				sum := 0.0
				for _, p := range b.Panels() {
					if p.Area() <= 0 {
						t.Fatalf("%s of %v: a panel runs the wrong way round", style.ID, z)
					}
					sum += p.Area()
				}
				if diff := sum - b.Main().Outline.Area(); diff > 1e-3 || diff < -1e-3 {
					t.Errorf("%s of %v at %d: panels %v, outline %v", style.ID, z, thick, sum, b.Main().Outline.Area())
				}
				if b.Machine != nil {
					continue // it cuts the outline alone
				}
				for _, w := range b.Main().Waste {
					sum += w.Shape.Area()
				}
				// Flaps lose slivers to their taper besides, and straight side and top flaps the ends of theirs.
				slivers := 400.0
				for _, f := range b.Main().Flaps {
					slivers += b.Taper.MM() * f.Depth.MM()
				}
				if left := b.Main().Paper.Area() - sum; left < -1e-2 || left > slivers {
					t.Errorf("%s %s of %v: %v mm2 of the paper is not accounted for", style.ID, v.ID, z, left)
				}
			}
		}
	})
}

// covers tells whether a point lies within a convex clockwise polygon.
func covers(p shape.Polygon, q shape.Point) bool {
	for i, a := range p {
		b := p[(i+1)%len(p)]
		if (b.X-a.X)*(q.Y-a.Y)-(b.Y-a.Y)*(q.X-a.X) < -1e-9 {
			return false
		}
	}
	return true
}

// What a proof calls open is what is open, seen through point by point: cards of
// any size, on the marks of a ruler or off them.
func TestHolesAreWhereNothingLies(t *testing.T) {
	rng := rand.New(rand.NewPCG(6, 9))
	const n = 80
	shut, open := 0, 0
	for range 400 {
		z := card.Size{Width: measure.Length(rng.Int64N(int64(8*in))) + in, Height: measure.Length(rng.Int64N(int64(8*in))) + in}
		thick := measure.Length(rng.Int64N(int64(in / 2)))
		r := measure.DefaultRuler([]measure.Unit{measure.Inches, measure.Millimetres}[rng.IntN(2)])
		for _, style := range blank.Styles() {
			for _, v := range style.Variants {
				b, err := style.Make(asked(r, z, thick, v.Options))
				if err != nil || len(b.Main().Flaps) == 0 {
					continue
				}
				lo, hi := b.Inside.Bounds()
				x, y, through := (hi.X-lo.X)/n, (hi.Y-lo.Y)/n, 0
				p := Fold(b, thick)
				for i := range n * n {
					at := shape.Point{X: lo.X + (float64(i%n)+0.5)*x, Y: lo.Y + (float64(i/n)+0.5)*y}
					if !slices.ContainsFunc(p.Folded, func(f Folded) bool { return covers(f.Shape, at) }) {
						through++
					}
				}
				area := 0.0
				for _, h := range p.Holes {
					area += h.Area()
				}
				// What the points see is right to the cells along a hole's edges.
				if seen := float64(through) * x * y; math.Abs(seen-area) > 0.02*b.Inside.Area() || seen > 4*x*y && area == 0 {
					t.Errorf("%s %s of %v at %d: %.0f mm² open, the proof says %.0f", style.ID, v.ID, z, thick, seen, area)
				}
				if through > 0 {
					open++
				} else {
					shut++
				}
			}
		}
	}
	if open < 20 || shut < 400 {
		t.Errorf("%d blanks with holes, %d without", open, shut)
	}
}
