// Package grid cuts a sheet into rows and columns of one piece, all lying one way: what
// a maker works out on a scrap of paper. The exact plans are core/trim's.
package grid

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// Cut is one setting of the trimmer's guide and how many cuts are made at it.
type Cut struct {
	Set   measure.Length // guide to blade
	Along trim.Side      // the side of the sheet that lies against the guide: "width" or "height"
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

// Best cuts as many pieces from a sheet as lie in it all one way. Of equal
// yields it takes the way, and the order of cuts, that leaves the largest whole
// offcut. A piece that does not fit gives a Count of zero.
func Best(sheet, piece card.Size) Grid {
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

// Yield is how many pieces come out of a sheet as Best cuts it, and whether
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
				y.largest = max(card.Size{Width: restW, Height: sheet.Height}.Area(), card.Size{Width: lying.Width, Height: restH}.Area())
			} else {
				y.largest = max(card.Size{Width: sheet.Width, Height: restH}.Area(), card.Size{Width: restW, Height: lying.Height}.Area())
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
	byWidth := Cut{piece.Width, trim.Width, times(g.Cols, restW)}
	byHeight := Cut{piece.Height, trim.Height, times(g.Rows, restH)}
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
	if long.Area() > 0 {
		out = append(out, long)
	}
	for range n {
		if short.Area() > 0 {
			out = append(out, short)
		}
	}
	if len(out) > 1 && out[0].Area() < out[1].Area() {
		out = append(out[1:], out[0])
	}
	return out
}
