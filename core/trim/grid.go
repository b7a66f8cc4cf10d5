// Package trim plans guillotine cuts: edge to edge, one at a time, as a trimmer makes them.
//
// Every cut parts the whole piece that lies in the trimmer in two, so a plan for
// a sheet is a tree: its root is the sheet, its leaves are pieces and offcuts.
//
//	+--------+-----+     1. set the guide to 8 in, cut from top to foot
//	|   A    |  B  |     2. set it to 5, cut the left part across: A, and
//	|        +-----+     3. what is under it is an offcut
//	+--------+  B  |     4. the right part gives two B at one setting
//	| offcut |     |
//	+--------+-----+     A and B swapped at a crossing no straight cut
//	                     reaches would not be a guillotine plan.
//
// A plan for a batch says which layouts to cut and how often: on the fewest
// sheets, then with the fewest settings of the guide, then with the largest
// offcuts. It comes about in three steps, each on what the one before gave:
//
//   - task: pieces that are cut alike are one kind, and sheets say which lie in
//     them how. Linear in pieces times sheets.
//   - front: ways of covering the batch are offered, and those kept that no other
//     beats in sheets, settings, paper and offcut at once. Where a sheet takes few
//     kinds, every layout worth having is listed (package pattern) and few of them
//     are combined: every one and two of n layouts, O(n²) offers, then whole sheets
//     by a depth-first search of at most 4,000 nodes. Of more kinds layouts are made
//     as they pay, and what is left over is packed one by one (package parts). An
//     offer costs the rows of its sheets, O(r); two are compared in O(1).
//   - choices: of the front at most six are drawn. In which order the guide is set
//     is a beam search over the settings: O(w·s²·r) for a width w, s settings and r
//     rows, since what waits for a setting hangs only on which were made before.
//
// All of it is bounded by Steps, counted in places looked at and not in time, so
// that the same batch gives the same plan on any machine: what it costs is O(Steps)
// whatever comes in. An exact plan of a whole batch takes exponential time in its
// kinds; a bound says instead how far off this one can be.
// Lengths are exact and owned by the caller; a plan shares nothing with its Problem.
package trim

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Cut is one setting of the trimmer's guide and how many cuts are made at it.
type Cut struct {
	Set   measure.Length // guide to blade
	Along Side           // the side of the sheet that lies against the guide: "width" or "height"
	Times int
}

// Grid is a sheet cut into equal pieces, all lying the same way.
type Grid struct {
	Sheet, Piece card.Size // the piece as it lies in the sheet
	Turned       bool      // the piece lies a quarter turned
	Cols, Rows   int
	Cuts         []Cut
	Offcuts      []card.Size // what is left, largest first; equal strips are repeated
	Rips         bool        // strips are cut across the width first
}

// Count is how many pieces come out of the sheet.
func (g Grid) Count() int { return g.Cols * g.Rows }

// BestGrid cuts as many pieces from a sheet as lie in it all one way. Of equal
// yields it takes the way, and the order of cuts, that leaves the largest whole
// offcut. A piece that does not fit gives a Count of zero.
func BestGrid(sheet, piece card.Size) Grid {
	best := bestYield(sheet, piece)
	if best.count == 0 {
		return Grid{Sheet: sheet, Piece: piece}
	}
	if best.turned {
		piece = piece.Turned()
	}
	g := grid(sheet, piece, best.rips)
	g.Turned = best.turned
	return g
}

// Yield is how many pieces come out of a sheet as BestGrid cuts it, and whether
// they lie a quarter turned, without the cuts.
func Yield(sheet, piece card.Size) (count int, turned bool) {
	best := bestYield(sheet, piece)
	return best.count, best.turned
}

// yield is one way of cutting a sheet into equal pieces.
type yield struct {
	count        int
	largest      int64 // area of the largest offcut
	turned, rips bool
}

func bestYield(sheet, piece card.Size) (best yield) {
	for _, turned := range []bool{false, true} {
		lying := piece
		if turned {
			lying = piece.Turned()
		}
		cols, rows := sheet.Width/lying.Width, sheet.Height/lying.Height
		restW, restH := sheet.Width-cols*lying.Width, sheet.Height-rows*lying.Height
		for _, rips := range []bool{true, false} {
			y := yield{count: int(cols * rows), turned: turned, rips: rips}
			if rips {
				y.largest = max(area(card.Size{Width: restW, Height: sheet.Height}), area(card.Size{Width: lying.Width, Height: restH}))
			} else {
				y.largest = max(area(card.Size{Width: sheet.Width, Height: restH}), area(card.Size{Width: restW, Height: lying.Height}))
			}
			if y.count > best.count || y.count == best.count && y.count > 0 && y.largest > best.largest {
				best = y
			}
		}
	}
	return best
}

func grid(sheet, piece card.Size, rips bool) Grid {
	g := Grid{
		Sheet: sheet, Piece: piece, Rips: rips,
		Cols: int(sheet.Width / piece.Width), Rows: int(sheet.Height / piece.Height),
	}
	if g.Count() == 0 {
		return g
	}
	restW := sheet.Width - measure.Length(g.Cols)*piece.Width
	restH := sheet.Height - measure.Length(g.Rows)*piece.Height
	byWidth := Cut{piece.Width, Width, times(g.Cols, restW)}
	byHeight := Cut{piece.Height, Height, times(g.Rows, restH)}
	if rips {
		byHeight.Times *= g.Cols
		g.Cuts = dropIdle(byWidth, byHeight)
		g.Offcuts = strips(card.Size{Width: restW, Height: sheet.Height}, card.Size{Width: piece.Width, Height: restH}, g.Cols)
	} else {
		byWidth.Times *= g.Rows
		g.Cuts = dropIdle(byHeight, byWidth)
		g.Offcuts = strips(card.Size{Width: sheet.Width, Height: restH}, card.Size{Width: restW, Height: piece.Height}, g.Rows)
	}
	return g
}

// times is how many cuts make n pieces: the last piece needs none when nothing is left over.
func times(n int, rest measure.Length) int {
	if rest == 0 {
		return n - 1
	}
	return n
}

func dropIdle(cuts ...Cut) []Cut {
	var out []Cut
	for _, c := range cuts {
		if c.Times > 0 {
			out = append(out, c)
		}
	}
	return out
}

// strips lists one long strip and n short ones, largest first, without empty ones.
func strips(long, short card.Size, n int) []card.Size {
	var out []card.Size
	if area(long) > 0 {
		out = append(out, long)
	}
	for range n {
		if area(short) > 0 {
			out = append(out, short)
		}
	}
	if len(out) > 1 && area(out[0]) < area(out[1]) {
		out = append(out[1:], out[0])
	}
	return out
}

func area(s card.Size) int64 { return int64(s.Width) * int64(s.Height) }
