package proof

import (
	"math"
	"math/rand/v2"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Trials is what came of making a blank many times over with a shaky hand.
type Trials struct {
	Runs, OK int
	Error    measure.Length // how far every cut and score may stray, either way
	Weakest  string         // code of the check that failed most; empty when none did
}

// What must be left of a seam for it to hold, and of the top flap for it to
// seal, when a cut has strayed: an eighth of an inch, and half of what was wanted.
const leastHold = 3.175

// Try makes a blank so many times, moving every cut and every score by a chance
// amount up to stray either way, and counts how often it still closes and takes
// the card. The same seed gives the same trials.
func Try(b blank.Blank, thickness, stray measure.Length, runs int, seed uint64) Trials {
	t := trier{b: b, stray: stray.MM(), rng: rand.New(rand.NewPCG(seed, 7)), failed: map[string]int{}}
	t.width, t.height = needs(b, thickness.MM())
	t.deep = thickness.MM()
	t.prepare()
	out := Trials{Runs: runs, Error: stray}
	for range runs {
		code := t.once()
		if code == "" {
			out.OK++
			continue
		}
		if t.failed[code]++; t.failed[code] > t.failed[out.Weakest] {
			out.Weakest = code
		}
	}
	return out
}

// trier folds shaky copies of one blank. Its lines and points are used over and
// over, since a thousand trials are to take no longer than a blink.
type trier struct {
	b             blank.Blank
	stray         float64
	rng           *rand.Rand
	width, height float64 // the cavity must have
	deep          float64 // a box's walls must have
	failed        map[string]int
	flaps         []shaky
	under, over   []int // by seam
}

// shaky is a flap whose first edge is its crease.
type shaky struct {
	points shape.Polygon // from the crease's end on
	edges  []shape.Line
	base   shape.Line // as scored, where the wall meets the body
	wall   float64    // its height as scored; zero for a flat envelope
	walled bool
	crease shape.Line // where the flap, or its wall, leaves the body
	folded shape.Polygon
}

func (t *trier) prepare() {
	index := map[string]int{}
	for i, f := range t.b.Flaps {
		index[f.Name] = i
		t.flaps = append(t.flaps, shaky{
			points: fromCrease(f), edges: make([]shape.Line, len(f.Shape)), folded: make(shape.Polygon, len(f.Shape)),
			base: f.Base, walled: len(f.Wall) > 0,
		})
	}
	for _, s := range t.b.Seams {
		t.under, t.over = append(t.under, index[s.Under]), append(t.over, index[s.Over])
	}
}

// fromCrease turns a flap's points round so that the first two lie on its crease.
func fromCrease(f blank.Flap) shape.Polygon {
	n := len(f.Shape)
	best, at := -1.0, 0
	for i := range f.Shape {
		a, c := f.Shape[i], f.Shape[(i+1)%n]
		d := f.Crease.Distance(a) + f.Crease.Distance(c)
		if best < 0 || d < best {
			best, at = d, i
		}
	}
	out := make(shape.Polygon, 0, n)
	for i := range f.Shape {
		out = append(out, f.Shape[(at+i)%n])
	}
	return out
}

func (t *trier) shake() float64 { return (2*t.rng.Float64() - 1) * t.stray }

// once makes the blank and gives the code of the first check that fails.
func (t *trier) once() string {
	for i := range t.flaps {
		t.flaps[i].make(t)
	}
	w, h := t.cavity()
	switch {
	case w < t.width-slack:
		return "cavity-width"
	case h < t.height-slack:
		return "cavity-height"
	}
	for _, f := range t.flaps {
		if f.walled && f.wall < t.deep-slack {
			return "depth"
		}
	}
	for i, s := range t.b.Seams {
		common := t.flaps[t.under[i]].folded.Intersect(t.flaps[t.over[i]].folded)
		switch {
		case s.Apart:
		case s.Closing && common.Width() < s.Want.MM()/2:
			return "closure"
		case !s.Closing && common.Width() < min(leastHold, s.Want.MM()):
			return "seam"
		}
	}
	return ""
}

// cavity is the room between opposite creases, where they are nearest.
func (t *trier) cavity() (w, h float64) {
	if len(t.flaps) == 0 {
		return t.gummed()
	}
	lo, hi := shape.Point{X: -1e9, Y: -1e9}, shape.Point{X: 1e9, Y: 1e9}
	body, end := t.b.Body.Bounds()
	mid := shape.Mid(body, end)
	for i := range t.flaps {
		c := t.flaps[i].crease
		upright := math.Abs(c.B.X-c.A.X) < math.Abs(c.B.Y-c.A.Y)
		switch at := shape.Mid(c.A, c.B); {
		case upright && at.X < mid.X:
			lo.X = max(lo.X, at.X)
		case upright:
			hi.X = min(hi.X, at.X)
		case at.Y < mid.Y:
			lo.Y = max(lo.Y, at.Y)
		default:
			hi.Y = min(hi.Y, at.Y)
		}
	}
	return hi.X - lo.X, hi.Y - lo.Y
}

// gummed is the room in an envelope bought folded: its ends are cut, then glued so far in.
func (t *trier) gummed() (w, h float64) {
	lo, hi := t.b.Inside.Bounds()
	w = hi.X - lo.X
	for range t.b.Gum {
		w += t.shake() + t.shake()
	}
	return w, hi.Y - lo.Y
}

// make shakes a flap's crease and cuts, and folds it.
func (f *shaky) make(t *trier) {
	n := len(f.points)
	slip := t.shake()
	for i := range n {
		f.edges[i] = moved(f.points[i], f.points[(i+1)%n], slip)
		// A machine cuts a path in one go: the whole of it slips, but for the crease.
		if t.b.Machine == nil || i == 0 {
			slip = t.shake()
		}
	}
	// A corner is where two moved edges meet.
	for i := range n {
		f.folded[i] = meet(f.edges[(i+n-1)%n], f.edges[i], f.points[i])
	}
	f.crease = shape.Line{A: f.folded[0], B: f.folded[1]}
	axis := f.crease
	if f.walled {
		at := f.crease
		f.crease = moved(f.base.A, f.base.B, t.shake())
		axis = shape.Line{A: shape.Mid(at.A, f.crease.A), B: shape.Mid(at.B, f.crease.B)}
		f.wall = min(f.crease.Distance(at.A), f.crease.Distance(at.B))
	}
	for i, q := range f.folded {
		f.folded[i] = axis.Mirror(q)
	}
	slices.Reverse(f.folded) // a mirror image runs the other way round
}

// moved is the line through a and b, moved by d to its side.
func moved(a, b shape.Point, d float64) shape.Line {
	l := shape.Line{A: a, B: b}
	length := l.Len()
	if length == 0 {
		return l
	}
	x, y := -(b.Y-a.Y)/length*d, (b.X-a.X)/length*d
	return shape.Line{A: shape.Point{X: a.X + x, Y: a.Y + y}, B: shape.Point{X: b.X + x, Y: b.Y + y}}
}

// meet is where two lines cross, or the corner they came from where they run alongside each other.
func meet(a, b shape.Line, otherwise shape.Point) shape.Point {
	ux, uy, vx, vy := a.B.X-a.A.X, a.B.Y-a.A.Y, b.B.X-b.A.X, b.B.Y-b.A.Y
	cross := ux*vy - uy*vx
	if math.Abs(cross) < 1e-6 {
		return otherwise
	}
	s := ((b.A.X-a.A.X)*vy - (b.A.Y-a.A.Y)*vx) / cross
	return shape.Point{X: a.A.X + s*ux, Y: a.A.Y + s*uy}
}
