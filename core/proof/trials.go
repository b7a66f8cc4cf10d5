package proof

import (
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
	t.width = b.Card.Width.MM() + thickness.MM() - slack
	t.height = b.Card.Height.MM() + thickness.MM() - slack
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
	width, height float64
	failed        map[string]int
	flaps         []shaky
	under, over   []int // by seam
}

// shaky is a flap whose first edge is its crease.
type shaky struct {
	points shape.Polygon // from the crease's end on
	edges  []shape.Line
	crease shape.Line
	folded shape.Polygon
}

func (t *trier) prepare() {
	index := map[string]int{}
	for i, f := range t.b.Flaps {
		index[f.Name] = i
		t.flaps = append(t.flaps, shaky{
			points: fromCrease(f), edges: make([]shape.Line, len(f.Shape)), folded: make(shape.Polygon, len(f.Shape)),
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
		d := off(f.Crease, a) + off(f.Crease, c)
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

// off is a point's distance from the line through l.
func off(l shape.Line, p shape.Point) float64 {
	d := (l.B.X-l.A.X)*(p.Y-l.A.Y) - (l.B.Y-l.A.Y)*(p.X-l.A.X)
	if d < 0 {
		d = -d
	}
	return d / l.Len()
}

func (t *trier) shake() float64 { return (2*t.rng.Float64() - 1) * t.stray }

// once makes the blank and gives the code of the first check that fails.
func (t *trier) once() string {
	for i := range t.flaps {
		t.flaps[i].make(t)
	}
	w, h := t.cavity()
	switch {
	case w < t.width:
		return "cavity-width"
	case h < t.height:
		return "cavity-height"
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
	lo, hi := shape.Point{X: -1e9, Y: -1e9}, shape.Point{X: 1e9, Y: 1e9}
	body, end := t.b.Body.Bounds()
	mid := shape.Point{X: (body.X + end.X) / 2, Y: (body.Y + end.Y) / 2}
	for i := range t.flaps {
		c := t.flaps[i].crease
		upright := abs(c.B.X-c.A.X) < abs(c.B.Y-c.A.Y)
		switch at := (c.A.X + c.B.X) / 2; {
		case upright && at < mid.X:
			lo.X = max(lo.X, at)
		case upright:
			hi.X = min(hi.X, at)
		case (c.A.Y+c.B.Y)/2 < mid.Y:
			lo.Y = max(lo.Y, (c.A.Y+c.B.Y)/2)
		default:
			hi.Y = min(hi.Y, (c.A.Y+c.B.Y)/2)
		}
	}
	return hi.X - lo.X, hi.Y - lo.Y
}

func abs(v float64) float64 {
	if v < 0 {
		return -v
	}
	return v
}

// make shakes a flap's crease and cuts, and folds it.
func (f *shaky) make(t *trier) {
	n := len(f.points)
	for i := range n {
		f.edges[i] = moved(f.points[i], f.points[(i+1)%n], t.shake())
	}
	// A corner is where two moved edges meet.
	for i := range n {
		f.folded[i] = meet(f.edges[(i+n-1)%n], f.edges[i], f.points[i])
	}
	f.crease = shape.Line{A: f.folded[0], B: f.folded[1]}
	for i, q := range f.folded {
		f.folded[i] = f.crease.Mirror(q)
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
	if abs(cross) < 1e-6 {
		return otherwise
	}
	s := ((b.A.X-a.A.X)*vy - (b.A.Y-a.A.Y)*vx) / cross
	return shape.Point{X: a.A.X + s*ux, Y: a.A.Y + s*uy}
}
