package proof

import (
	"slices"

	"yellow-parcel/core/shape"
)

// What a hand that strays so far can never spoil need not be folded again in every
// trial. An edge moves by as much as the hand strays, and with the mirror image by
// twice that once more, since the crease strays as well.
const strays = 3

// certainly is by how much more than asked something holds before it counts as
// certain, in millimetres: more than what is lost in the sums.
const certainly = 1e-6

// settle finds out what is certain, once for all trials.
func (t *trier) settle() {
	if len(t.flaps) == 0 {
		return
	}
	for i := range t.flaps {
		f := &t.flaps[i]
		copy(f.folded, f.points)
		f.fold(f.leaves(f.base))
	}
	t.cavity()
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

// moves is the most a corner can move, folded.
func (f *shaky) moves(i int, stray float64) float64 {
	at := shape.Point{}
	return stray * (f.give[i].before.Dist(at) + f.give[i].after.Dist(at) + strays - 1)
}

// sturdy tells whether every edge keeps its direction, and the flap its corners,
// however its edges stray.
func (f *shaky) sturdy(stray float64) bool {
	n := len(f.points)
	for i, p := range f.points {
		if f.give[i] == (corner{}) || p.Dist(f.points[(i+1)%n]) <= f.moves(i, stray)+f.moves((i+1)%n, stray) {
			return false
		}
	}
	return true
}

// holds tells whether a seam is wide enough however the edges of its flaps stray:
// the part that both keep is.
func (t *trier) holds(s pair) bool {
	under, over := &t.flaps[s.under], &t.flaps[s.over]
	if !under.sturdy(t.stray) || !over.sturdy(t.stray) {
		return false
	}
	_, least := s.needs()
	by := strays * t.stray
	return shape.Laps(shape.Shrunk(under.folded, by), shape.Shrunk(over.folded, by), least+certainly)
}

// hidden tells whether no edge of the folded flap can stick out past a fold.
func (f *shaky) hidden(t *trier) bool {
	n, fold := len(f.points), 0.0
	for i := range t.flaps {
		fold = max(fold, t.flaps[i].foldMoves(t.stray))
	}
	for i, q := range f.folded[:max(n-2, 0)] {
		// Folded, its points run the other way round.
		by := f.moves(n-1-i, t.stray) + fold + certainly
		if q.X-by < t.lo.X || q.X+by > t.hi.X || q.Y+by > t.hi.Y {
			return false
		}
	}
	return true
}

// foldMoves is the most a flap's fold can move to its side; one aslant moves with its ends.
func (f *shaky) foldMoves(stray float64) float64 {
	if c := f.crease; f.walled || c.A.X == c.B.X || c.A.Y == c.B.Y {
		return stray
	}
	return max(f.moves(0, stray), f.moves(1, stray))
}
