package plan

import (
	"yellow-parcel/core/blank"
	"yellow-parcel/core/document"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/proof"
	"yellow-parcel/core/shape"
)

// geometry is the blank's shapes, for other programs: the page has them drawn.
func geometry(b *blank.Blank, p proof.Proof) *document.Geometry {
	g := &document.Geometry{
		Inside: points(b.Inside), Tabs: [][][2]float64{}, Walls: [][][2]float64{}, Strips: pointsOf(b.Strips),
		Diagonal: b.Diagonal, Paper: points(b.Paper), Outline: points(b.Outline), Body: points(b.Body),
		Flaps: make([]document.FoldedFlap, len(b.Flaps)), Glue: pointsOf(b.Glue()), Waste: make([][][2]float64, len(b.Waste)), Holes: pointsOf(p.Holes),
	}
	for i, f := range b.Flaps {
		g.Flaps[i] = document.FoldedFlap{Name: f.Name, Points: points(f.Shape), Folded: points(p.Folded[i].Shape), Crease: line2(f.Crease), Axis: line2(f.Axis())}
		if len(f.Wall) > 0 {
			g.Walls = append(g.Walls, points(f.Wall))
			g.Tabs = append(g.Tabs, points(f.Tab))
		}
	}
	g.Scores = linesOf(b.ScoreLines())
	for i, w := range b.Waste {
		g.Waste[i] = points(w.Shape)
	}
	return g
}

// xy writes a point to the thousandth of a millimetre.
func xy(q shape.Point) [2]float64 { return [2]float64{thousandth(q.X), thousandth(q.Y)} }

func line2(l shape.Line) [][2]float64 { return [][2]float64{xy(l.A), xy(l.B)} }

func linesOf(all []shape.Line) [][][2]float64 {
	out := make([][][2]float64, len(all))
	for i, l := range all {
		out[i] = line2(l)
	}
	return out
}

// points writes a polygon to the thousandth of a millimetre.
func points(p shape.Polygon) [][2]float64 {
	out := make([][2]float64, len(p))
	for i, q := range p {
		out[i] = xy(q)
	}
	return out
}

func pointsOf(all []shape.Polygon) [][][2]float64 {
	out := make([][][2]float64, len(all))
	for i, p := range all {
		out[i] = points(p)
	}
	return out
}

func thousandth(v float64) float64 { return float64(measure.FromMM(v)/measure.Micrometre) / 1000 }
