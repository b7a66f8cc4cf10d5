package plan

import (
	"yellow-parcel/core/blank"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
)

// geometryOf is the blank's shapes, for other programs: the page has them drawn.
func geometryOf(b *blank.Blank, p proof.Proof) *document.Geometry {
	g := &document.Geometry{
		Inside: polygonOf(b.Inside), Tabs: [][][2]float64{}, Walls: [][][2]float64{}, Strips: polygonsOf(b.Strips),
		Diagonal: b.Diagonal, Paper: polygonOf(b.Paper), Outline: polygonOf(b.Outline), Body: polygonOf(b.Body),
		Flaps: make([]document.FoldedFlap, len(b.Flaps)), Glue: polygonsOf(b.Glue()), Waste: make([][][2]float64, len(b.Waste)), Holes: polygonsOf(p.Holes),
	}
	for i, f := range b.Flaps {
		g.Flaps[i] = document.FoldedFlap{Name: f.Name, Points: polygonOf(f.Shape), Folded: polygonOf(p.Folded[i].Shape), Crease: lineOf(f.Crease), Axis: lineOf(f.Axis())}
		if len(f.Wall) > 0 {
			g.Walls = append(g.Walls, polygonOf(f.Wall))
			g.Tabs = append(g.Tabs, polygonOf(f.Tab))
		}
	}
	g.Scores = linesOf(b.ScoreLines())
	for i, w := range b.Waste {
		g.Waste[i] = polygonOf(w.Shape)
	}
	return g
}

// pointOf writes a point to the thousandth of a millimetre.
func pointOf(q shape.Point) [2]float64 { return [2]float64{thousandth(q.X), thousandth(q.Y)} }

// lineOf writes a line by its two ends.
func lineOf(l shape.Line) [][2]float64 { return [][2]float64{pointOf(l.A), pointOf(l.B)} }

// linesOf writes lines.
func linesOf(all []shape.Line) [][][2]float64 {
	out := make([][][2]float64, len(all))
	for i, l := range all {
		out[i] = lineOf(l)
	}
	return out
}

// polygonOf writes a polygon to the thousandth of a millimetre.
func polygonOf(p shape.Polygon) [][2]float64 {
	out := make([][2]float64, len(p))
	for i, q := range p {
		out[i] = pointOf(q)
	}
	return out
}

// polygonsOf writes polygons.
func polygonsOf(all []shape.Polygon) [][][2]float64 {
	out := make([][][2]float64, len(all))
	for i, p := range all {
		out[i] = polygonOf(p)
	}
	return out
}

func thousandth(v float64) float64 { return float64(measure.FromMM(v)/measure.Micrometre) / 1000 }
