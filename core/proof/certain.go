package proof

import (
	"math"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// What a hand that strays so far can never spoil need not be folded again in every
// trial. A place moves as far as the cuts that meet there stray, and with the mirror image by
// twice as much as the crease does, across it.

// certainly is by how much more than asked something holds before it counts as
// certain, in millimetres: more than what is lost in the sums.
const certainly = 1e-6

// Sure is by how much every cut and every score of a blank may be off, either way, with the
// envelope certain to close and to take the card: a whole number of steps, up to sixteen.
func Sure(b blank.Blank, thickness, step measure.Length) measure.Length {
	t := newTrier(b, thickness, blank.Hand{}, 0)
	t.asScored()
	sure := measure.Length(0)
	for range 16 {
		off := sure + step
		if t.cuts, t.scores = off.MM(), off.MM(); !t.certain() {
			break
		}
		sure = off
	}
	return sure
}

// certain tells whether the blank, folded as scored, stands whatever its maker's hand does to it.
func (t *trier) certain() bool {
	if len(t.flaps) == 0 {
		lo, hi := t.b.Inside.Bounds()
		return hi.X-lo.X-2*float64(gums(&t.b))*t.cuts >= t.width && hi.Y-lo.Y >= t.height
	}
	off := 2 * t.scores
	if w, h := t.cavity(); w-off < t.width || h-off < t.height {
		return false
	}
	for i := range t.flaps {
		if f := &t.flaps[i]; f.walled && f.wall-off < t.deep || !f.hidden(t) {
			return false
		}
	}
	return !slices.ContainsFunc(t.seams, func(s pair) bool { return !t.holds(s) })
}

// asScored folds every flap where it was scored.
func (t *trier) asScored() {
	for i := range t.flaps {
		f := &t.flaps[i]
		copy(f.folded, f.points)
		f.fold(f.leaves(f.base))
	}
	t.cavity()
}

// settle finds out what is certain, once for all trials.
func (t *trier) settle() {
	if len(t.flaps) == 0 {
		return
	}
	t.asScored()
	for i := range t.flaps {
		f := &t.flaps[i]
		f.safe = f.hidden(t)
		f.unseen = f.safe
	}
	t.seams = slices.DeleteFunc(t.seams, t.holds)
	for _, s := range t.seams {
		t.flaps[s.under].unseen, t.flaps[s.over].unseen = false, false
	}
}

// swings is the most a corner can move across and along, folded.
func (f *shaky) swings(i int, t *trier) (x, y float64) {
	n := f.across
	for _, g := range []shape.Point{f.give[i].before, f.give[i].after} {
		d := 2 * (g.X*n.X + g.Y*n.Y)
		x += t.cuts * math.Abs(g.X-d*n.X)
		y += t.cuts * math.Abs(g.Y-d*n.Y)
	}
	return x + 2*t.scores*math.Abs(n.X), y + 2*t.scores*math.Abs(n.Y)
}

// sturdy tells whether every edge keeps its direction, and the flap its corners,
// however its edges stray.
func (f *shaky) sturdy(t *trier) bool {
	n := len(f.points)
	for i, p := range f.points {
		k := (i + 1) % n
		if f.give[i] == (corner{}) || p.Dist(f.points[k]) <= f.shrinks(i, k, t) {
			return false
		}
	}
	return true
}

// shrinks is the most an edge can lose of its length: to its own straying, and to that of the
// edges before and after it. A machine's path slips as one, all but the crease.
func (f *shaky) shrinks(i, k int, t *trier) float64 {
	p, q := f.points[i], f.points[k]
	l := p.Dist(q)
	along := func(g shape.Point) float64 { return (g.X*(q.X-p.X) + g.Y*(q.Y-p.Y)) / l }
	before, own, after := -along(f.give[i].before), along(f.give[k].before)-along(f.give[i].after), along(f.give[k].after)
	if t.b.Machine != nil && i > 1 && k > 0 {
		return t.cuts * math.Abs(before+own+after)
	}
	return max(t.cuts, t.scores) * (math.Abs(before) + math.Abs(own) + math.Abs(after))
}

// holds tells whether a seam is wide enough however the edges of its flaps stray:
// the part that both keep is.
func (t *trier) holds(s pair) bool {
	under, over := &t.flaps[s.under], &t.flaps[s.over]
	if !under.sturdy(t) || !over.sturdy(t) {
		return false
	}
	_, least := s.needs()
	return shape.Laps(under.kept(t), over.kept(t), least+certainly)
}

// kept is what a folded flap covers however its edges stray.
func (f *shaky) kept(t *trier) shape.Polygon {
	return shape.InsetBy(f.folded, func(i int) float64 {
		n := normal(f.folded[i], f.folded[(i+1)%len(f.folded)])
		return t.cuts + 2*t.scores*math.Abs(n.X*f.across.X+n.Y*f.across.Y)
	})
}

// hidden tells whether no edge of the folded flap can stick out past a fold.
func (f *shaky) hidden(t *trier) bool {
	n, fold := len(f.points), 0.0
	for i := range t.flaps {
		fold = max(fold, t.flaps[i].foldMoves(t))
	}
	for i, q := range f.folded[:max(n-2, 0)] {
		// Folded, its points run the other way round.
		x, y := f.swings(n-1-i, t)
		x, y = x+fold+certainly, y+fold+certainly
		if q.X-x < t.lo.X-t.past || q.X+x > t.hi.X+t.past || q.Y+y > t.hi.Y+t.past {
			return false
		}
	}
	return true
}

// foldMoves is the most a flap's fold can move to its side; one aslant moves with its ends.
func (f *shaky) foldMoves(t *trier) float64 {
	c := f.crease
	if f.walled || c.A.X == c.B.X || c.A.Y == c.B.Y {
		return t.scores
	}
	most := 0.0
	for i := range 2 {
		x, y := f.swings(i, t)
		most = max(most, x, y)
	}
	return most
}
