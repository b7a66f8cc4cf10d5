package trim

import (
	"slices"

	"yellow-parcel/core/fault"
	"yellow-parcel/core/parts"
	"yellow-parcel/core/pattern"
)

// listable is the most pieces of one sheet that are looked into in every way
// they can lie; of smaller pieces the rows and columns of a grid lose little.
const listable = 40

// Most is a plan of one sheet that gives as many of a piece as any guillotine
// plan within the trimmer's reach does, each lying as its grain asks; nil where
// none comes out. Of so small a piece that too many come out it is as many as
// lie all one way.
func Most(s Sheets, piece Piece, limits Limits) *CutPlan {
	if piece.Size.Width <= 0 || piece.Size.Height <= 0 {
		return nil
	}
	s.Count, piece.Count = 1, int(min(s.Size.Area()/piece.Size.Area(), MostPieces))
	p := Problem{Pieces: []Piece{piece}, Sheets: []Sheets{s}, Limits: limits}
	kinds, err := kindsOf(&p)
	if err != nil || len(kinds) == 0 {
		return nil
	}
	var best *CutPlan
	fell := fault.In(func() { best = newSolver(&p, kinds).mostOf(piece.Count <= listable) })
	if fell != nil {
		_ = fault.In(func() { best = newSolver(&p, kinds).mostOf(false) })
		if best != nil {
			best.Fell = fell
		}
	}
	return best
}

// mostOf looks for the most of the one piece, in every way where that is asked
// for and not too much, else in rows and columns alone.
func (v *solver) mostOf(every bool) *CutPlan {
	v.found.lower = 1
	most, listed := 0, false
	if every {
		most, listed = v.everyWay()
	}
	if !listed {
		for n := v.task.demand[0]; n > 0 && len(v.found.kept) == 0; n-- {
			v.grids(n)
		}
	}
	return v.upTo(most)
}

// grids offers a sheet with so many of its one piece in rows and columns, each
// way they may lie.
func (v *solver) grids(n int) {
	one := v.task.kinds[0]
	for _, turned := range []bool{false, true} {
		z := one.Size
		if turned {
			z = z.Turned()
		}
		if turned && !one.Side[0] || !turned && !one.Up[0] {
			continue
		}
		t := parts.New(v.task.p.Sheets[0].Size.Width, v.task.p.Sheets[0].Size.Height)
		if t.Grid(0, z.Width, z.Height, turned, n) == n {
			v.found.offer([]sheetful{{0, 1, t, t.Shape(0)}})
		}
	}
}

// upTo is the best plan found, or one with more pieces, up to so many, that
// only the search finds: where the trimmer does not reach, the tightest shapes are not all there is.
func (v *solver) upTo(most int) *CutPlan {
	var best *CutPlan
	n := 0
	if len(v.found.kept) > 0 {
		best = (&chooser{task: v.task, found: v.found}).choices().By(FewestSheets)
		n = len(best.Layouts[0].Pieces)
	}
	for n++; v.task.p.Limits != (Limits{}) && n <= most; n++ {
		p := *v.task.p
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
	found, ok := pattern.List(v.task.plain, v.task.sheets, 0)
	if !ok || len(found) == 0 {
		return 0, ok
	}
	fuller := func(a, b pattern.Pattern) int { return a.Counts[0] - b.Counts[0] }
	most = slices.MaxFunc(found, fuller).Counts[0]
	b := batch{task: v.task, found: v.found, all: found}
	b.drop()
	if len(b.all) == 0 {
		return most, true
	}
	for _, s := range slices.MaxFunc(b.all, fuller).Shapes {
		for _, way := range parts.Ways {
			v.found.offer([]sheetful{v.task.laid(0, 1, s, way)})
		}
	}
	return most, true
}
