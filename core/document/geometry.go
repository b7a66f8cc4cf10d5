package document

import (
	"yellow-parcel/core/blank"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
)

// GeometryOf is the blank's shapes, for other programs: the page has them drawn.
func GeometryOf(b *blank.Blank, p proof.Proof) *Geometry {
	g := &Geometry{
		Inside: PolygonOf(b.Inside), Tabs: [][][2]float64{}, Walls: [][][2]float64{}, Strips: PolygonsOf(b.Strips),
		Diagonal: b.Diagonal, Paper: PolygonOf(b.Paper), Outline: PolygonOf(b.Outline), Body: PolygonOf(b.Body),
		Flaps: make([]FoldedFlap, len(b.Flaps)), Glue: PolygonsOf(b.Glue()), Waste: make([][][2]float64, len(b.Waste)), Holes: PolygonsOf(p.Holes),
	}
	for i, f := range b.Flaps {
		g.Flaps[i] = FoldedFlap{Name: f.Name, Points: PolygonOf(f.Shape), Folded: PolygonOf(p.Folded[i].Shape), Crease: LineOf(f.Crease), Axis: LineOf(f.Axis())}
		if len(f.Wall) > 0 {
			g.Walls = append(g.Walls, PolygonOf(f.Wall))
			g.Tabs = append(g.Tabs, PolygonOf(f.Tab))
		}
	}
	g.Scores = LinesOf(b.ScoreLines())
	for i, w := range b.Waste {
		g.Waste[i] = PolygonOf(w.Shape)
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
