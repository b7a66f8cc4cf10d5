// Package nest lays a blank on a sheet of paper: whether it comes out of it, turned
// by how much, and where each of as many as there are lies.
package nest

import (
	"math"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/grid"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// outlineGap is what a cutting machine leaves between two outlines, in millimetres.
const outlineGap = 3

// Lie is whether a sheet takes a blank, and how many.
type Lie struct {
	Fits     bool    // every piece of it
	Angle    float64 // radians the first piece is turned by; the smallest turn that fits
	PerSheet int     // whole blanks, each piece cut from sheets of its own; nought where one takes more than a sheet
}

// Try says how a sheet takes a blank, piece by piece. A square or rectangle cut by
// hand lies as it is, a quarter round, or at the smallest slant that fits; a
// machine's outline has less of its mat free, and is nested where that is asked.
func Try(b *blank.Blank, sheet card.Size, mat measure.Length, nested bool) Lie {
	out := piece(b, 0, sheet, mat, nested)
	if len(b.Pieces) == 1 || !out.Fits {
		return out
	}
	takes := 1 / float64(out.PerSheet) // of a sheet, for one blank
	for i := range b.Pieces[1:] {
		one := piece(b, i+1, sheet, mat, nested)
		if !one.Fits {
			return Lie{}
		}
		takes += 1 / float64(one.PerSheet)
	}
	out.PerSheet = int(1/takes + 1e-9)
	return out
}

// piece says how a sheet takes a piece of a blank.
func piece(b *blank.Blank, at int, sheet card.Size, mat measure.Length, nested bool) (out Lie) {
	p := &b.Pieces[at]
	width, height := sheet.Width.MM(), sheet.Height.MM()
	if b.Machine != nil {
		edge := mat.MM()
		width, height = width-2*edge, height-2*edge
	} else if count, turned := grid.Yield(sheet, p.Cut()); count > 0 {
		out.Fits, out.PerSheet = true, count
		if turned && p.Width != p.Height {
			out.Angle = math.Pi / 2
		}
		return out
	}
	paper := p.Paper
	if p.Diagonal {
		paper = paper.Turn(-math.Pi / 4)
	}
	angle, ok := paper.FitAngle(width, height)
	if !ok {
		return out
	}
	out.Fits, out.PerSheet, out.Angle = true, 1, shape.Settled(paper, angle, width, height)
	if nested && b.Machine != nil {
		out.PerSheet = max(1, len(p.Outline.NestIn(width, height, outlineGap)))
	}
	return out
}

// Places says where the pieces of a blank lie, each on a sheet of its own: rectangles
// of paper in the columns and rows the sheet gives, one alone at the slant it needs,
// and a machine's outlines nested within its mat.
func Places(b *blank.Blank, sheet card.Size, mat measure.Length) [][]shape.Place {
	out := make([][]shape.Place, len(b.Pieces))
	for i := range b.Pieces {
		out[i] = places(b, &b.Pieces[i], sheet, mat)
	}
	return out
}

func places(b *blank.Blank, p *blank.Piece, sheet card.Size, mat measure.Length) []shape.Place {
	straight := 0.0
	if p.Diagonal {
		straight = -math.Pi / 4
	}
	width, height, edge := sheet.Width.MM(), sheet.Height.MM(), mat.MM()
	g := grid.Best(sheet, p.Cut())
	switch {
	case b.Machine != nil:
		nested := p.Outline.NestIn(width-2*edge, height-2*edge, outlineGap)
		for i := range nested {
			nested[i].Move.X, nested[i].Move.Y = nested[i].Move.X+edge, nested[i].Move.Y+edge
		}
		if len(nested) > 0 {
			return nested
		}
	case g.Count() > 0:
		return lattice(p.Paper, straight, g)
	}
	angle, _ := p.Paper.Turn(straight).FitAngle(width, height)
	if b.Machine != nil {
		angle, _ = p.Paper.FitAngle(width-2*edge, height-2*edge)
	}
	lo, hi := p.Paper.Turn(straight + angle).Bounds()
	return []shape.Place{{Turn: straight + angle, Move: shape.Point{X: (width-hi.X+lo.X)/2 - lo.X, Y: (height-hi.Y+lo.Y)/2 - lo.Y}}}
}

func lattice(paper shape.Polygon, straight float64, g grid.Grid) []shape.Place {
	if g.Turned {
		straight += math.Pi / 2
	}
	lo, hi := paper.Turn(straight).Bounds()
	var out []shape.Place
	for row := range g.Rows {
		for column := range g.Cols {
			out = append(out, shape.Place{Turn: straight, Move: shape.Point{
				X: float64(column)*(hi.X-lo.X) - lo.X, Y: float64(row)*(hi.Y-lo.Y) - lo.Y,
			}})
		}
	}
	return out
}
