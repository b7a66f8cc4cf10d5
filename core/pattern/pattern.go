// Package pattern finds what can come out of a sheet by guillotine cuts, and how
// often each of these ways is used so that a batch is covered.
//
// Two ways of finding them: where little comes out of a sheet, every lot of
// pieces and every least shape it can take is listed; else the ways worth having
// are generated one by one. A linear programme over the ways known so far says
// what each kind of piece is worth, and the best way of filling a sheet at these
// worths joins it, until none adds anything: then its value is a bound that no
// plan goes below (column generation, after Gilmore and Gomory).
//
// What it costs, for k kinds and a sheet whose sides have x and y places at which
// sides of pieces add up:
//
//   - A list joins lots of pieces two by two: with n lots O(n²) joins, given up
//     beyond 20,000 of them or 32,768 lots. It is exact, and quick while a sheet
//     takes a dozen pieces of a few kinds, as everyday cards do.
//   - A filling is dynamic programming over the places, O(x·y·(x+y)), whatever the
//     number of copies. Places are thinned where that is too much; then its worth is
//     no bound, and it says so.
//   - The programme is the revised simplex method: O(m·n) for each exchange with m
//     columns and n rows, and it goes on from where it was when a column joins.
//   - Whole sheets come of settling one column after another, depth first, bounded
//     by nodes: rounding up loses at most a sheet a kind.
//
// The time grows with kinds, not with copies, which is why a batch of 5,000 cards
// costs no more than one of 50.
package pattern

import (
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Unlimited is the count of a sheet that can be had as often as needed.
const Unlimited = -1

// Kind is pieces that are cut alike, Count of them. Up and Side tell whether they
// may lie upright, or turned, in each sheet.
type Kind struct {
	Size     card.Size
	Count    int
	Up, Side []bool
}

// Sheets is stock, had Count times; one to Buy is taken only where those on hand do not do.
type Sheets struct {
	Size  card.Size
	Count int
	Buy   bool
}

// Shape is the least rectangle in which some pieces can be laid by guillotine
// cuts in one way: a piece, or two shapes beside or below each other.
type Shape struct {
	W, H   measure.Length
	Kind   int // of a single piece
	Turned bool
	Stack  bool // A lies above B; else beside it
	A, B   *Shape
	Sets   []measure.Length // the guide's settings when it is cut out exactly, each once
}

// Pattern is a number of pieces of each kind that come out of one sheet, and the shapes they can take.
type Pattern struct {
	Sheet  int
	Counts []int
	Shapes []*Shape
}

// patternOf is a shape out of a sheet, its pieces counted by kind.
func patternOf(sheet, kinds int, s *Shape) Pattern {
	p := Pattern{Sheet: sheet, Counts: make([]int, kinds), Shapes: []*Shape{s}}
	s.count(p.Counts)
	return p
}

// Take counts so many sheets of a pattern off what is wanted and on hand.
func (p *Pattern) Take(left, stock []int, n int) {
	for k, c := range p.Counts {
		left[k] = max(0, left[k]-n*c)
	}
	if stock[p.Sheet] != Unlimited {
		stock[p.Sheet] -= n
	}
}

// Counted are sheets with so many of each.
func Counted(sheets []Sheets, stock []int) []Sheets {
	out := slices.Clone(sheets)
	for s := range out {
		out[s].Count = stock[s]
	}
	return out
}

// beside joins two shapes along the width, below along the height.
func beside(a, b *Shape) *Shape { return &Shape{W: a.W + b.W, H: max(a.H, b.H), A: a, B: b} }
func below(a, b *Shape) *Shape {
	return &Shape{W: max(a.W, b.W), H: a.H + b.H, A: a, B: b, Stack: true}
}

// Single is the shape of one piece as it lies.
func Single(kind int, w, h measure.Length, turned bool) *Shape {
	return &Shape{W: w, H: h, Kind: kind, Turned: turned}
}

// Join puts two shapes below or beside each other; either may be nil.
func Join(a, b *Shape, stack bool) *Shape {
	switch {
	case a == nil:
		return b
	case b == nil:
		return a
	}
	out := beside(a, b)
	if stack {
		out = below(a, b)
	}
	out.Sets = out.settings()
	return out
}

// settings are the distinct guide settings a shape takes when it is cut out exactly.
func (s *Shape) settings() []measure.Length {
	if s.A == nil {
		return nil
	}
	out := make([]measure.Length, 0, len(s.A.Sets)+len(s.B.Sets)+3)
	out = append(append(out, s.A.Sets...), s.B.Sets...)
	if s.Stack {
		out = append(out, s.A.H)
		out = addUnless(out, s.A.W, s.W)
		out = addUnless(out, s.B.W, s.W)
	} else {
		out = append(out, s.A.W)
		out = addUnless(out, s.A.H, s.H)
		out = addUnless(out, s.B.H, s.H)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

func addUnless(all []measure.Length, one, whole measure.Length) []measure.Length {
	if one == whole {
		return all
	}
	return append(all, one)
}

// Without is the shape less some of its pieces, as many of each kind as less
// says; it counts them off there. Nil where nothing is left.
func (s *Shape) Without(less []int) *Shape {
	if s.A == nil {
		if less[s.Kind] > 0 {
			less[s.Kind]--
			return nil
		}
		return s
	}
	// The second part goes first, so that what is taken out lies together.
	b := s.B.Without(less)
	if a := s.A.Without(less); a != s.A || b != s.B {
		return Join(a, b, s.Stack)
	}
	return s
}

// count adds up the pieces of a shape.
func (s *Shape) count(into []int) {
	if s.A == nil {
		into[s.Kind]++
		return
	}
	s.A.count(into)
	s.B.count(into)
}
