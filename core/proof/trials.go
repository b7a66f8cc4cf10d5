package proof

import (
	"math"
	"math/rand/v2"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/folding"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// Trials is what came of making a blank many times over with a shaky hand.
type Trials struct {
	Runs, OK int
	Tenth    int            // of OK, those among the first tenth of the runs
	Hand     blank.Hand     // how far every cut and score may stray, either way
	Sure     measure.Length // how far off all of them may be with nothing lost; where it was asked for
	Weakest  string         // code of the check that failed most; empty when none did
}

// Certain tells whether how far a hand may be off says more than how often it comes out: it always does.
func (t Trials) Certain() bool { return t.Sure > 0 && t.Sure >= t.Hand.Most() }

// What must be left of a seam for it to hold, and of the top flap for it to
// seal, when a cut has strayed: an eighth of an inch, and half of what was wanted.
const leastHold = 3.175

// Try makes a blank so many times, moving every cut and every score by a chance
// amount up to what the hand strays either way, and counts how often it still closes and takes
// the card. The same seed gives the same trials.
func Try(b blank.Blank, thickness measure.Length, hand blank.Hand, runs int, seed uint64) Trials {
	t := newTrier(b, thickness, hand, seed)
	t.settle()
	return t.tries(runs)
}

func newTrier(b blank.Blank, thickness measure.Length, hand blank.Hand, seed uint64) *trier {
	t := &trier{b: b, hand: hand, cuts: hand.Cut.MM(), scores: hand.Score.MM(), rng: rand.New(rand.NewPCG(seed, 7)), failed: map[string]int{}}
	t.past = slack + folding.Stands(&b)
	needs := folding.Needs(&b, folding.Levels(&b), thickness.MM())
	t.width, t.height, t.deep = b.Card.Width.MM()+needs.Across, b.Card.Height.MM()+needs.Along, needs.Deep
	t.prepare()
	return t
}

// tries makes the blank so many times.
func (t *trier) tries(runs int) Trials {
	out := Trials{Runs: runs, Hand: t.hand}
	for n := range runs {
		code := t.once()
		if code == "" {
			if out.OK++; n < runs/10 {
				out.Tenth++
			}
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
	hand          blank.Hand
	cuts, scores  float64 // how far they stray, in millimetres
	rng           *rand.Rand
	width, height float64 // the cavity must have
	deep          float64 // a box's walls must have
	past          float64 // what sticks out so far past a score is still within its fold
	failed        map[string]int
	flaps         []shaky
	seams         []pair
	lo, hi        shape.Point // of the room between the creases as they strayed
}

// shaky is a flap whose first edge is its crease. An edge that strays stays
// parallel to itself, so how far each corner follows is settled once.
type shaky struct {
	points shape.Polygon // from the crease's end on
	give   []corner
	slips  []float64   // how far each edge strays this time
	across shape.Point // unit, at right angles to the crease
	base   shape.Line  // as scored, where the wall meets the body
	wall   float64     // its height as scored; zero for a flat envelope
	walled bool
	crease shape.Line // where the flap, or its wall, leaves the body
	folded shape.Polygon
	safe   bool // it is never seen past a fold, however its edges stray
	unseen bool // nor is a seam of its in doubt: only its crease has to be made
}

// pair is a seam that may fail, and its flaps by their places.
type pair struct {
	blank.Seam
	under, over int
}

// corner is how far a corner moves for each millimetre its two edges stray.
type corner struct{ before, after shape.Point }

// prepare sets up the flaps and the seams, all of them to be looked at every time.
func (t *trier) prepare() {
	index := map[string]int{}
	for i, f := range t.b.Flaps() {
		index[f.Name] = i
		t.flaps = append(t.flaps, newShaky(f))
	}
	for _, s := range t.b.Seams {
		if !s.Apart {
			t.seams = append(t.seams, pair{s, index[s.Under], index[s.Over]})
		}
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

// shake is how far something strays this time that strays by so much at most.
func (t *trier) shake(by float64) float64 { return (2*t.rng.Float64() - 1) * by }

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
	if t.shows() {
		return "overhang"
	}
	for _, s := range t.seams {
		if code, least := s.needs(); !shape.Laps(t.flaps[s.under].folded, t.flaps[s.over].folded, least) {
			return code
		}
	}
	return ""
}

// needs is how wide a seam must be, and what it is called where it is not.
func (s *pair) needs() (code string, least float64) {
	if s.Closing {
		return "closure", s.Want.MM() / 2
	}
	return "seam", min(leastHold, s.Want.MM())
}

// shows tells whether an edge of a folded flap sticks out past a fold. Its root,
// where it leaves the fold, is no edge; and what stands out of the mouth is
// under the flap that closes it.
func (t *trier) shows() bool {
	for i := range t.flaps {
		f := &t.flaps[i]
		if f.safe {
			continue
		}
		// Folded, a flap's points run the other way round: the ends of its crease come last.
		for _, q := range f.folded[:max(len(f.folded)-2, 0)] {
			if q.X < t.lo.X-t.past || q.X > t.hi.X+t.past || q.Y > t.hi.Y+t.past {
				return true
			}
		}
	}
	return false
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
	t.lo, t.hi = lo, hi
	return hi.X - lo.X, hi.Y - lo.Y
}

// gummed is the room in an envelope bought folded: its ends are cut, then glued so far in.
func (t *trier) gummed() (w, h float64) {
	lo, hi := t.b.Inside.Bounds()
	w = hi.X - lo.X
	for range gums(&t.b) {
		w += t.shake(t.cuts) + t.shake(t.cuts)
	}
	return w, hi.Y - lo.Y
}

func newShaky(f blank.Flap) shaky {
	n := len(f.Shape)
	out := shaky{points: fromCrease(f), give: make([]corner, n), slips: make([]float64, n), folded: make(shape.Polygon, n), base: f.Base, walled: len(f.Wall) > 0}
	out.across = normal(out.points[0], out.points[1])
	for i, p := range out.points {
		out.give[i] = cornerAt(out.points[(i+n-1)%n], p, out.points[(i+1)%n])
	}
	return out
}

// normal is at right angles to the line from a to b, to the side an edge strays to; zero where they are one point.
func normal(a, b shape.Point) shape.Point {
	l := a.Dist(b)
	if l == 0 {
		return shape.Point{}
	}
	return shape.Point{X: -(b.Y - a.Y) / l, Y: (b.X - a.X) / l}
}

// cornerAt is how the corner at p, between a and b, follows its two edges: it
// stays where they meet. Where they run alongside each other it does not move.
func cornerAt(a, p, b shape.Point) corner {
	if cross := (p.X-a.X)*(b.Y-p.Y) - (p.Y-a.Y)*(b.X-p.X); math.Abs(cross) < 1e-6 {
		return corner{}
	}
	m, n := normal(a, p), normal(p, b)
	det := m.X*n.Y - m.Y*n.X
	return corner{shape.Point{X: n.Y / det, Y: -n.X / det}, shape.Point{X: -m.Y / det, Y: m.X / det}}
}

// make shakes a flap's crease and cuts, and folds it.
func (f *shaky) make(t *trier) {
	slip := t.shake(t.scores)
	for i := range f.slips {
		f.slips[i] = slip
		// A machine cuts a path in one go: the whole of it slips, but for the crease.
		if t.b.Machine == nil || i == 0 {
			slip = t.shake(t.cuts)
		}
	}
	before := f.slips[len(f.slips)-1]
	give := f.give
	if f.unseen {
		give = give[:2]
	}
	for i, g := range give {
		after := f.slips[i]
		f.folded[i] = shape.Point{X: f.points[i].X + before*g.before.X + after*g.after.X, Y: f.points[i].Y + before*g.before.Y + after*g.after.Y}
		before = after
	}
	base := f.base
	if f.walled {
		base = strayed(base, t.shake(t.scores))
	}
	if at := f.leaves(base); !f.unseen {
		f.fold(at)
	}
}

// leaves settles where the flap leaves the body, or its wall does, which was scored at
// base; it gives a point alongside the line that the flap folds about.
func (f *shaky) leaves(base shape.Line) shape.Point {
	score := shape.Line{A: f.folded[0], B: f.folded[1]}
	if f.crease = score; !f.walled {
		return score.A
	}
	f.crease = base
	f.wall = base.Distance(score.A)
	return shape.Mid(score.A, base.A)
}

// fold mirrors the flap about the line through a point alongside its crease. A
// mirror image runs the other way round, so its points are put the right way again.
func (f *shaky) fold(at shape.Point) {
	for i, q := range f.folded {
		off := 2 * ((q.X-at.X)*f.across.X + (q.Y-at.Y)*f.across.Y)
		f.folded[i] = shape.Point{X: q.X - off*f.across.X, Y: q.Y - off*f.across.Y}
	}
	slices.Reverse(f.folded)
}

// strayed is a score moved by d to its side.
func strayed(l shape.Line, d float64) shape.Line {
	n := normal(l.A, l.B)
	return shape.Line{A: shape.Point{X: l.A.X + n.X*d, Y: l.A.Y + n.Y*d}, B: shape.Point{X: l.B.X + n.X*d, Y: l.B.Y + n.Y*d}}
}

// gums counts the glued ends of all pieces.
func gums(b *blank.Blank) (n int) {
	for i := range b.Pieces {
		n += len(b.Pieces[i].Gum)
	}
	return n
}
