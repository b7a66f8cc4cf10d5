// Package outline writes shapes in the document, for other programs: points to the
// thousandth of a millimetre, x to the right and y down the page.
package outline

import (
	"yellow-parcel/core/blank"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
)

// GeometryOf is the blank's shapes, for other programs: the page has them drawn.
func GeometryOf(b *blank.Blank, p proof.Proof) *document.Geometry {
	first, flaps := b.Main(), b.Flaps()
	g := &document.Geometry{
		Inside: PolygonOf(b.Inside), Tabs: [][][2]float64{}, Walls: [][][2]float64{}, Strips: PolygonsOf(b.Strips),
		Diagonal: first.Diagonal, Paper: PolygonOf(first.Paper), Outline: PolygonOf(first.Outline), Body: PolygonOf(b.Body),
		Flaps: make([]document.FoldedFlap, len(flaps)), Glue: [][][2]float64{}, Waste: [][][2]float64{}, Holes: PolygonsOf(p.Holes), Scores: [][][2]float64{},
	}
	for i, f := range flaps {
		g.Flaps[i] = document.FoldedFlap{Name: f.Name, Points: PolygonOf(f.Shape), Folded: PolygonOf(p.Folded[i].Shape), Crease: LineOf(f.Crease), Axis: LineOf(f.Axis())}
		if len(f.Wall) > 0 {
			g.Walls = append(g.Walls, PolygonOf(f.Wall))
			g.Tabs = append(g.Tabs, PolygonOf(f.Tab))
		}
	}
	for i := range b.Pieces {
		piece := &b.Pieces[i]
		g.Glue, g.Scores = append(g.Glue, PolygonsOf(b.Glue(piece))...), append(g.Scores, LinesOf(b.ScoreLines(piece))...)
		for _, w := range piece.Waste {
			g.Waste = append(g.Waste, PolygonOf(w.Shape))
		}
		if i > 0 {
			g.Others = append(g.Others, document.PieceGeometry{Name: piece.Name, Diagonal: piece.Diagonal, Paper: PolygonOf(piece.Paper), Outline: PolygonOf(piece.Outline)})
		}
	}
	return g
}

// PointOf writes a point to the thousandth of a millimetre.
func PointOf(q shape.Point) [2]float64 { return [2]float64{thousandth(q.X), thousandth(q.Y)} }

// LineOf writes a line by its two ends.
func LineOf(l shape.Line) [][2]float64 { return [][2]float64{PointOf(l.A), PointOf(l.B)} }

// LinesOf writes lines.
func LinesOf(all []shape.Line) [][][2]float64 {
	out := make([][][2]float64, len(all))
	for i, l := range all {
		out[i] = LineOf(l)
	}
	return out
}

// PolygonOf writes a polygon to the thousandth of a millimetre.
func PolygonOf(p shape.Polygon) [][2]float64 {
	out := make([][2]float64, len(p))
	for i, q := range p {
		out[i] = PointOf(q)
	}
	return out
}

// PolygonsOf writes polygons.
func PolygonsOf(all []shape.Polygon) [][][2]float64 {
	out := make([][][2]float64, len(all))
	for i, p := range all {
		out[i] = PolygonOf(p)
	}
	return out
}

func thousandth(v float64) float64 { return float64(measure.FromMM(v)/measure.Micrometre) / 1000 }
