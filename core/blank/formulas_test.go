package blank

import (
	"math"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// anywhere is a request whose scores may lie at any place, so that the formulas hold without rounding.
func anywhere(w, h, t measure.Length) Request {
	req := request(w, h, t)
	req.Groove, req.Ruler = measure.Micrometre/8, measure.Ruler{Step: measure.Micrometre / 8, Unit: measure.Inches}
	req.Paper, req.Board, req.Ratio = EnvelopePaper, CoverStock, 1.3
	req.Formats = catalog.Standard().FormatsBySize(measure.Inches)
	return req
}

func near(t *testing.T, what string, got, want float64) {
	t.Helper()
	if math.Abs(got-want) > 0.002 {
		t.Errorf("%s: %.4f mm, want %.4f", what, got, want)
	}
}

func flapOf(t *testing.T, b Blank, name string) Flap {
	t.Helper()
	for _, f := range b.Flaps {
		if f.Name == name {
			return f
		}
	}
	t.Fatalf("no %s flap in %+v", name, b.Flaps)
	return Flap{}
}

// The corner fold's formulas, over cards and offsets: S = (a + b + 2e)/sqrt 2 + o, flap depths R - a/2, R - b/2 -+ e,
// scores at R -+ half the cavity from the corner, marks along the edge sqrt 2 times as far, notches of R - a/2 - b/2 +- e.
func TestCornerFoldFormulas(t *testing.T) {
	style, _ := StyleByID("corner-fold")
	for _, w := range []measure.Length{4 * in, 5 * in, 7 * in} {
		for _, h := range []measure.Length{4 * in, 6 * in} {
			for _, thick := range []measure.Length{0, in / 8, in / 2} {
				for _, below := range []measure.Length{0, in / 8, in / 4} {
					req := anywhere(w, h, thick)
					req.Options.Lengths = map[string]measure.Length{"offset": below}
					b, err := style.Make(req)
					if err != nil {
						t.Fatal(err)
					}
					a, c, e, o := (w + thick + in/4).MM(), (h + thick + in/4).MM(), below.MM(), 12.7
					side := (a+c+2*e)/math.Sqrt2 + o
					r := side / math.Sqrt2
					near(t, "side", b.Width.MM(), side)
					// Tips deeper than the panel are trimmed an eighth of an inch short of it.
					deep := func(d, panel float64) float64 { return min(d, panel-25.4/8) }
					near(t, "left", flapOf(t, b, "left").Depth.MM(), deep(r-a/2, a))
					near(t, "bottom", flapOf(t, b, "bottom").Depth.MM(), deep(r-c/2-e, c))
					near(t, "top", flapOf(t, b, "top").Depth.MM(), deep(r-c/2+e, c))
					near(t, "first score", b.Creases[0].At.MM(), r-a/2)
					near(t, "second score", b.Creases[1].At.MM(), r+a/2)
					near(t, "third score", b.Creases[2].At.MM(), r-c/2+e)
					near(t, "mark along the edge", b.Creases[0].Mark.MM(), math.Sqrt2*(r-a/2))
					for _, waste := range b.Waste {
						if waste.Place == "top left notch" {
							near(t, "notch", waste.Width.MM(), r-a/2-c/2+e)
							near(t, "notch", waste.Height.MM(), waste.Width.MM())
						}
					}
				}
			}
		}
	}
}

// The box's: S = (a + b + 2d + 2e)/sqrt 2 + o, walls d high between two creases on every side.
func TestBoxFormulas(t *testing.T) {
	style, _ := StyleByID("box")
	for _, thick := range []measure.Length{in / 4, in / 2, in} {
		b, err := style.Make(anywhere(4*in, 6*in, thick))
		if err != nil {
			t.Fatal(err)
		}
		// Inside a box the walls take the thickness; its own stock takes two calipers.
		a, c, d := (4*in+in/4).MM()+0.6, (6*in+in/4).MM()+0.6, b.Depth.MM()
		if b.Depth < thick {
			t.Errorf("walls of %v for a card %v thick", d, thick.MM())
		}
		near(t, "across", b.Cavity.Width.MM(), a)
		near(t, "along", b.Cavity.Height.MM(), c)
		near(t, "side", b.Width.MM(), (a+c+2*d)/math.Sqrt2+12.7)
		if len(b.Creases) != 8 || !b.Board {
			t.Fatalf("%d creases, of board %v", len(b.Creases), b.Board)
		}
		for i := 0; i < 8; i += 2 {
			near(t, "creases of a wall", (b.Creases[i+1].At - b.Creases[i].At).MM(), d)
		}
		for _, f := range b.Flaps {
			if len(f.Wall) == 0 || len(f.Tab) == 0 {
				t.Errorf("the %s side has no wall or no tab", f.Name)
			}
			near(t, "wall", f.Wall.Width(), d)
		}
	}
}

// A straight fold: side flaps on both sides of the front, back and top flap above and below it.
func TestStraightFoldAddsUp(t *testing.T) {
	style, _ := StyleByID("straight-fold")
	for _, v := range style.Variants {
		for _, mouth := range []string{"long", "short"} {
			req := anywhere(5*in, 7*in, in/8)
			req.Options = Options{Words: map[string]string{"mouth": mouth}}
			for k, w := range v.Options.Words {
				req.Options.Words[k] = w
			}
			b, err := style.Make(req)
			if err != nil {
				t.Fatal(err)
			}
			across, along := b.Cavity.Width, b.Cavity.Height
			if (across > along) != (mouth == "long") {
				t.Errorf("the mouth on the %s side: inside %v x %v", mouth, across.In(), along.In())
			}
			near(t, "across", b.Width.MM(), (flapOf(t, b, "left").Depth + across + flapOf(t, b, "right").Depth).MM())
			near(t, "along", b.Height.MM(), (flapOf(t, b, "top").Depth + along + flapOf(t, b, "back").Depth).MM())
			if gap := along - flapOf(t, b, "back").Depth; v.ID == "thumb-gap" && gap != in/4 || v.ID == "full-back" && gap != 0 {
				t.Errorf("%s: the back is %v short", v.ID, gap.In())
			}
		}
	}
}

// What is cut off a bought envelope comes off both ends equally, and what is kept takes the card and two strips of glue.
func TestCutDownKeepsTheMiddle(t *testing.T) {
	style, _ := StyleByID("cut-down")
	req := request(5*in, 7*in/2, in/16)
	req.Formats = catalog.Standard().FormatsBySize(measure.Inches)
	b, err := style.Make(req)
	if err != nil {
		t.Fatal(err)
	}
	kept := b.Width - 2*b.Waste[0].Width
	if b.Waste[0].Width != b.Waste[1].Width || kept < 5*in+in/16+in/4+in || b.Bought == "" {
		t.Errorf("%s: %v kept, %v and %v off", b.Bought, kept.In(), b.Waste[0].Width.In(), b.Waste[1].Width.In())
	}
	req.Card.Height = 11 * in
	req.Card.Width = 20 * in
	if _, err := style.Make(req); err == nil {
		t.Error("a card larger than every envelope was wrapped")
	}
}

// A rectangle for a square card passes the ratio asked for, both sides measured a 32nd of an inch wrong, whatever the card.
func TestSquareRescuePassesTheRatio(t *testing.T) {
	style, _ := StyleByID("square-rescue")
	for _, ratio := range []float64{1.3, 1.4, 1.414} {
		for side := 3 * in; side <= 8*in; side += in / 2 {
			req := request(side, side, in/8)
			req.Ratio = ratio
			b, err := style.Make(req)
			if err != nil {
				t.Fatal(err)
			}
			long, high := max(b.Cavity.Width, b.Cavity.Height), min(b.Cavity.Width, b.Cavity.Height)
			if got := long.In() / high.In(); got < ratio || (long-in/32).In()/(high+in/32).In() < ratio {
				t.Errorf("%v in square for %v: %.3f", side.In(), ratio, got)
			}
		}
	}
	req := request(5*in, 7*in, 0)
	req.Ratio = 1.3
	if _, err := style.Make(req); err == nil {
		t.Error("a card that is no square was rescued")
	}
}

// A machine's dashes stop short of the edge, are as long as asked and as far apart, and lie on the crease.
func TestDashesOfAMachine(t *testing.T) {
	m := Machine{Dash: measure.FromMM(4), Gap: measure.FromMM(2), Margin: measure.FromMM(3)}
	line := shape.Line{A: shape.Point{X: 0, Y: 5}, B: shape.Point{X: 100, Y: 5}}
	dashes := m.Dashes(line)
	if len(dashes) == 0 {
		t.Fatal("no dashes")
	}
	last := 0.0
	for i, d := range dashes {
		if d.A.Y != 5 || d.B.Y != 5 || d.A.X < 3-1e-9 || d.B.X > 97+1e-9 || d.Len() > 4+1e-9 {
			t.Errorf("dash %d runs from %v to %v", i, d.A, d.B)
		}
		if i > 0 && math.Abs(d.A.X-last-2) > 1e-6 {
			t.Errorf("dash %d starts %.3f mm after the one before", i, d.A.X-last)
		}
		last = d.B.X
	}
	if solid := (Machine{}).Dashes(line); len(solid) != 1 || solid[0] != line {
		t.Errorf("a solid score comes as %v", solid)
	}
}

// Every style's outline is one closed cut without a crossing, and every crease lies within it.
func TestOutlinesAreSimple(t *testing.T) {
	seen := 0
	for _, style := range Styles() {
		for _, v := range style.Variants {
			for _, z := range []card.Size{{Width: 5 * in, Height: 7 * in}, {Width: 5 * in, Height: 5 * in}, {Width: 7 * in / 2, Height: 17 * in / 2}} {
				req := request(z.Width, z.Height, in/4)
				req.Paper, req.Board, req.Ratio, req.Formats, req.Options = EnvelopePaper, CoverStock, 1.3, catalog.Standard().FormatsBySize(measure.Inches), v.Options
				b, err := style.Make(req)
				if err != nil {
					continue
				}
				seen++
				for i := range b.Outline {
					for j := i + 2; j < len(b.Outline); j++ {
						if i == 0 && j == len(b.Outline)-1 {
							continue
						}
						if cross(b.Outline[i], b.Outline[(i+1)%len(b.Outline)], b.Outline[j], b.Outline[(j+1)%len(b.Outline)]) {
							t.Fatalf("%s %s of %v: the cut crosses itself at its sides %d and %d", style.ID, v.ID, z, i, j)
						}
					}
				}
				lo, hi := b.Outline.Bounds()
				for _, c := range b.Creases {
					for _, p := range []shape.Point{c.Line.A, c.Line.B} {
						if p.X < lo.X-1e-6 || p.X > hi.X+1e-6 || p.Y < lo.Y-1e-6 || p.Y > hi.Y+1e-6 {
							t.Errorf("%s %s: a crease leaves the outline", style.ID, v.ID)
						}
					}
				}
			}
		}
	}
	if seen < 20 {
		t.Errorf("only %d blanks", seen)
	}
}

// cross tells whether two sides cross, not merely touch.
func cross(a, b, c, d shape.Point) bool {
	turn := func(p, q, r shape.Point) float64 { return (q.X-p.X)*(r.Y-p.Y) - (q.Y-p.Y)*(r.X-p.X) }
	const slack = 1e-6
	s, u, v, w := turn(a, b, c), turn(a, b, d), turn(c, d, a), turn(c, d, b)
	return (s > slack && u < -slack || s < -slack && u > slack) && (v > slack && w < -slack || v < -slack && w > slack)
}
