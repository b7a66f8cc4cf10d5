package trim

import "slices"

// listable is the most pieces of one sheet that are looked into in every way
// they can lie; of smaller pieces the rows and columns of a grid lose little.
const listable = 40

// Most is a plan of one sheet that gives as many of a piece as any guillotine
// plan within the trimmer's reach does, each lying as its grain asks; nil where
// none comes out. Of so small a piece that too many come out it is as many as
// lie all one way.
func Most(s Sheet, piece Piece, limits Limits) *Plan {
	if piece.Size.Width <= 0 || piece.Size.Height <= 0 {
		return nil
	}
	s.Count, piece.Count = 1, int(min(area(s.Size)/area(piece.Size), MostPieces))
	p := Problem{Pieces: []Piece{piece}, Sheets: []Sheet{s}, Limits: limits}
	kinds, err := kindsOf(&p)
	if err != nil || len(kinds) == 0 {
		return nil
	}
	v := solver{p: &p, kinds: kinds, lower: 1}
	most, listed := 0, false
	if piece.Count <= listable {
		most, listed = v.everyWay()
	}
	if !listed {
		for n := piece.Count; n > 0 && v.best == nil; n-- {
			v.grids(0, 0, n, func(b *bin) {
				if l, err := b.tree.layout(&p, kinds, 0); err == nil && len(l.Pieces) == n {
					v.offer([]Layout{l})
				}
			})
		}
	}
	return v.within(most)
}

// within is the best plan found, or one with more pieces, up to so many, that
// only the search finds: where the trimmer does not reach, the tightest shapes are not all there is.
func (v *solver) within(most int) *Plan {
	var best *Plan
	n := 0
	if v.best != nil {
		best = v.plan()
		n = len(best.Layouts[0].Pieces)
	}
	for n++; v.p.Limits != (Limits{}) && n <= most; n++ {
		p := *v.p
		p.Pieces = slices.Clone(p.Pieces)
		p.Pieces[0].Count = n
		found, err := Solve(p)
		if err != nil {
			break
		}
		best = found
	}
	return best
}

// everyWay offers the fullest lists of pieces that can be cut, and tells how
// many would come out were there no limits; false where there are too many to list.
func (v *solver) everyWay() (most int, ok bool) {
	found, ok := patternsOf(v.p, v.kinds, 0)
	if !ok || len(found) == 0 {
		return 0, ok
	}
	fuller := func(a, b pattern) int { return a.counts[0] - b.counts[0] }
	most = slices.MaxFunc(found, fuller).counts[0]
	b := batch{solver: v, all: found}
	b.drop()
	if len(b.all) == 0 {
		return most, true
	}
	fullest := slices.MaxFunc(b.all, fuller)
	for _, s := range fullest.shapes {
		for _, whole := range []bool{true, false} {
			if l, err := b.draw(0, s, whole); err == nil {
				v.offer([]Layout{l})
			}
		}
	}
	return most, true
}
