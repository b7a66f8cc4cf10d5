// Package trim plans guillotine cuts: edge to edge, one at a time, as a trimmer makes them.
package trim

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// Cut is one setting of the trimmer's guide and how many cuts are made at it.
type Cut struct {
	Set   measure.Length // guide to blade
	Along string         // the side of the sheet that lies against the guide: "width" or "height"
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
	best := Grid{Sheet: sheet, Piece: piece}
	for _, turned := range []bool{false, true} {
		for _, rips := range []bool{true, false} {
			lying := piece
			if turned {
				lying = piece.Turned()
			}
			g := grid(sheet, lying, rips)
			g.Turned = turned
			if g.Count() > best.Count() || g.Count() == best.Count() && g.Count() > 0 && largest(g) > largest(best) {
				best = g
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
	byWidth := Cut{piece.Width, "width", times(g.Cols, restW)}
	byHeight := Cut{piece.Height, "height", times(g.Rows, restH)}
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

func largest(g Grid) int64 {
	if len(g.Offcuts) == 0 {
		return 0
	}
	return area(g.Offcuts[0])
}
