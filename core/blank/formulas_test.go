package blank

import (
	"math"
	"slices"
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
	for _, f := range b.Main().Flaps {
		if f.Name == name {
			return f
		}
	}
	t.Fatalf("no %s flap in %+v", name, b.Main().Flaps)
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
					near(t, "side", b.Main().Width.MM(), side)
					// Tips deeper than the panel are trimmed an eighth of an inch short of it.
					deep := func(d, panel float64) float64 { return min(d, panel-25.4/8) }
					near(t, "left", flapOf(t, b, "left").Depth.MM(), deep(r-a/2, a))
					near(t, "bottom", flapOf(t, b, "bottom").Depth.MM(), deep(r-c/2-e, c))
					near(t, "top", flapOf(t, b, "top").Depth.MM(), deep(r-c/2+e, c))
					near(t, "first score", b.Main().Creases[0].At.MM(), r-a/2)
					near(t, "second score", b.Main().Creases[1].At.MM(), r+a/2)
					near(t, "third score", b.Main().Creases[2].At.MM(), r-c/2+e)
					near(t, "mark along the edge", b.Main().Creases[0].Mark.MM(), math.Sqrt2*(r-a/2))
					for _, waste := range b.Main().Waste {
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
		// Inside a box the walls take the thickness; two walls and two tabs take a caliper of 0.3 each.
		a, c, d := (4*in+in/4).MM()+1.2, (6*in+in/4).MM()+1.2, b.Depth.MM()
		// The card, a sixteenth to spare, and four sheets where the side flap, the foot's and the top one meet.
		near(t, "walls", d, thick.MM()+25.4/16+4*0.3)
		near(t, "across", b.Cavity.Width.MM(), a)
		near(t, "along", b.Cavity.Height.MM(), c)
		near(t, "side", b.Main().Width.MM(), (a+c+2*d)/math.Sqrt2+12.7)
		if len(b.Main().Creases) != 12 || !b.Board {
			t.Fatalf("%d creases, of board %v", len(b.Main().Creases), b.Board)
		}
		// On either side of the front a crease, and the foot of the wall with the tab in line with it.
		for i := 0; i < 12; i += 3 {
			near(t, "creases of a wall", (b.Main().Creases[i+2].At - b.Main().Creases[i].At).MM(), d)
		}
		for _, f := range b.Main().Flaps {
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
			near(t, "across", b.Main().Width.MM(), (flapOf(t, b, "left").Depth + across + flapOf(t, b, "right").Depth).MM())
			near(t, "along", b.Main().Height.MM(), (flapOf(t, b, "top").Depth + along + flapOf(t, b, "back").Depth).MM())
			if gap := along - flapOf(t, b, "back").Depth; v.ID == "thumb-gap" && gap != in/4 || v.ID == "full-back" && gap != 0 {
				t.Errorf("%s: the back is %v short", v.ID, gap.In())
			}
		}
	}
}

// Paper is cut on ruler marks whatever the board's grooves, every score lies on a
// groove, and none is read further off than the board's scale goes while either side is nearer.
func TestBoardsAndRulersOfTheirOwn(t *testing.T) {
	far := 0
	for _, c := range []struct {
		unit         measure.Unit
		groove, step measure.Length
		reach        measure.Length
	}{
		{measure.Millimetres, measure.Millimetre / 2, measure.Millimetre, 300 * measure.Millimetre},
		{measure.Inches, in / 8, in / 16, 12 * in}, {measure.Inches, in / 16, in / 8, 8 * in}, {measure.Millimetres, in / 8, measure.Millimetre, 200 * measure.Millimetre},
	} {
		for _, style := range Styles() {
			for w := 4 * in; w <= 9*in; w += in {
				req := request(w, 11*in/2, in/7)
				req.Ruler = measure.Ruler{Step: c.step, Unit: c.unit}
				req.Groove, req.Jig, req.Reach, req.Paper, req.Board, req.Ratio = c.groove, in/4, c.reach, EnvelopePaper, CoverStock, 1.3
				b, err := style.Make(req)
				if err != nil || b.Machine != nil || b.ByEye {
					continue
				}
				if b.Main().Width%c.step != 0 || b.Main().Height%c.step != 0 {
					t.Errorf("%s: cut %v x %v mm", style.ID, b.Main().Width.MM(), b.Main().Height.MM())
				}
				if room := w.MM() + 25.4/4; b.Depth == 0 && max(b.Cavity.Width, b.Cavity.Height).MM() < room {
					t.Errorf("%s: inside %v", style.ID, b.Cavity)
				}
				diagonal := measure.FromMM(b.Main().Width.MM() * math.Sqrt2)
				for _, cr := range b.Main().Creases {
					whole := map[bool]map[bool]measure.Length{false: {false: b.Main().Width, true: b.Main().Height}, true: {false: diagonal, true: diagonal}}[b.Main().Diagonal][cr.Level]
					if off := cr.Reading % c.groove; min(off, c.groove-off) > 1 {
						t.Errorf("%s: a score reads %v mm on a board of %v", style.ID, cr.Reading.MM(), c.groove.MM())
					}
					if cr.Reading > c.reach && whole-cr.At < cr.At-c.groove {
						t.Errorf("%s: a score reads %v mm from the %s", style.ID, cr.Reading.MM(), cr.From)
					}
					if cr.From == "right corner" || cr.From == "bottom corner" || cr.From == "right edge" || cr.From == "top edge" {
						far++
					}
				}
			}
		}
	}
	if far < 20 {
		t.Errorf("only %d scores are set from the opposite side", far)
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
	if b.Layers() != 2 {
		t.Errorf("front and back are %d layers", b.Layers())
	}
	kept := b.Main().Width - 2*b.Main().Waste[0].Width
	if b.Main().Waste[0].Width != b.Main().Waste[1].Width || kept < 5*in+in/16+in/4+in || b.Bought == "" {
		t.Errorf("%s: %v kept, %v and %v off", b.Bought, kept.In(), b.Main().Waste[0].Width.In(), b.Main().Waste[1].Width.In())
	}
	// 7 + 1/4 + 2 x 1/2 on an eighth's ruler is 8 1/4, more than an envelope of 8.02 has.
	short := request(7*in, 5*in, 0)
	short.Ruler.Step = in / 8
	short.Options = Options{Sizes: map[string]card.Size{"envelope": {Width: measure.FromMM(8.02 * 25.4), Height: 5*in + in/4}}}
	if b, err := style.Make(short); err == nil {
		t.Errorf("an envelope too short is cut by %v", b.Main().Waste)
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

// Every style's outline is one closed cut without a crossing, and what parts two
// panels is either cut or scored: a cut alongside a score would free a panel.
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
				for i := range b.Main().Outline {
					for j := i + 2; j < len(b.Main().Outline); j++ {
						if i == 0 && j == len(b.Main().Outline)-1 {
							continue
						}
						if cross(b.Main().Outline[i], b.Main().Outline[(i+1)%len(b.Main().Outline)], b.Main().Outline[j], b.Main().Outline[(j+1)%len(b.Main().Outline)]) {
							t.Fatalf("%s %s of %v: the cut crosses itself at its sides %d and %d", style.ID, v.ID, z, i, j)
						}
					}
				}
				b.Machine, b.ByEye = nil, false // a solid score where it makes dashes, or marks
				cut := sides(b.Main().Outline)
				for _, panel := range b.Panels() {
					for _, side := range sides(panel) {
						for _, share := range []float64{0.1, 0.3, 0.5, 0.7, 0.9} {
							at := side.At(share * side.Len())
							if isCut, isScored := on(cut, at), on(b.ScoreLines(b.Main()), at); isCut == isScored {
								t.Fatalf("%s %s of %v: at %v, cut %v and scored %v", style.ID, v.ID, z, at, isCut, isScored)
							}
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

// sides are the sides of a polygon that have a length.
func sides(p shape.Polygon) []shape.Line {
	var out []shape.Line
	for i, q := range p {
		if l := (shape.Line{A: q, B: p[(i+1)%len(p)]}); l.Len() > 1e-6 {
			out = append(out, l)
		}
	}
	return out
}

// on tells whether a place lies on one of the lines.
func on(lines []shape.Line, at shape.Point) bool {
	return slices.ContainsFunc(lines, func(l shape.Line) bool { return l.A.Dist(at)+at.Dist(l.B) < l.Len()+1e-6 })
}

// cross tells whether two sides cross, not merely touch.
func cross(a, b, c, d shape.Point) bool {
	turn := func(p, q, r shape.Point) float64 { return (q.X-p.X)*(r.Y-p.Y) - (q.Y-p.Y)*(r.X-p.X) }
	const slack = 1e-6
	s, u, v, w := turn(a, b, c), turn(a, b, d), turn(c, d, a), turn(c, d, b)
	return (s > slack && u < -slack || s < -slack && u > slack) && (v > slack && w < -slack || v < -slack && w > slack)
}
