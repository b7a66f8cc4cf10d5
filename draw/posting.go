package draw

import (
	"fmt"
	"math"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/plan"
	"yellow-parcel/core/post"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/ways"
	"yellow-parcel/core/work"
)

// pieceScene draws the piece as it is handed in; it knows the unit its figures are written in.
type pieceScene struct {
	unit                  measure.Unit
	length, height, thick measure.Length
}

// pieceOf is the first sealed piece of a result.
func pieceOf(r *work.Result) pieceScene {
	length, height := r.Sides(r.Pieces[0])
	return pieceScene{r.Brief.Unit, length, height, r.Pieces[0].Piece.Thickness}
}

func (s pieceScene) text(l measure.Length) string { return l.Text(s.unit) }

// face is the piece with its address and stamp.
func (s pieceScene) face() Drawing {
	w, h := s.length.MM(), s.height.MM()
	d := blankDrawing("piece", w, h)
	d.add("envelope", rect(0, 0, w, h))
	side := min(w, h) * 0.18
	d.add("stamp", rect(w-side*1.2, side*0.25, side, side*1.15))
	for i := range 3 {
		y := h*0.5 + float64(i)*h*0.1
		d.line("address", "", Point{w * 0.42, y}, Point{w * (0.78 - 0.06*float64(i)), y})
	}
	d.dim("top", 0, Point{}, Point{w, 0}, s.text(s.length), "post.length")
	d.dim("left", 0, Point{0, h}, Point{}, s.text(s.height), "post.height")
	return d
}

// slot is the piece on edge, beside the thickest its class takes.
func (s pieceScene) slot(v *post.Verdict) Drawing {
	w, t := s.length.MM(), s.thick.MM()
	d := blankDrawing("slot", w, t)
	if most := v.Thickest(); most > 0 {
		d.Hi[1] = max(t, most.MM())
		d.add("slot", rect(0, d.Hi[1]-most.MM(), w, most.MM()))
		d.dim("left", 0, Point{0, d.Hi[1]}, Point{0, d.Hi[1] - most.MM()}, s.text(most), "post.slot")
	}
	d.add("piece", rect(0, d.Hi[1]-t, w, t))
	d.dim("right", 0, Point{w, d.Hi[1]}, Point{w, d.Hi[1] - t}, s.text(s.thick), "post.thickness")
	for i := range d.Dims {
		d.Dims[i].Flat = true
	}
	return d
}

// regions is length along and height up, with the faces each class takes, the
// piece as a point, and arrows to where ways out would move it.
func (s pieceScene) regions(p *work.Posting, moves []ways.Way) Drawing {
	m := p.Map
	wide, high := m.Far.X, m.Far.Y
	d := blankDrawing("map", wide, high)
	up := func(x, y float64) Point { return Point{min(x, wide), high - min(y, high)} }
	// The largest class lies undermost.
	for i := len(m.Regions) - 1; i >= 0; i-- {
		r := m.Regions[i]
		var pts []Point
		for _, q := range outline(r.Shape) {
			pts = append(pts, up(q[0], q[1]))
		}
		kind := "region"
		if r.Takes {
			kind = "region-in"
		}
		id, _ := plan.RegionName(r)
		d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: pts, Key: id})
	}
	d.axes(s.unit, wide, high)
	used := map[Point]int{}
	for _, r := range m.Regions {
		near := nearCorner(outline(r.Shape))
		corner := up(near[0], near[1])
		// Names that would lie on one another go above each other.
		line := used[corner]
		used[corner]++
		_, name := plan.RegionName(r)
		d.Labels = append(d.Labels, Label{Point{corner[0] - wide*0.008, corner[1] - high*(0.035+0.06*float64(line))}, name, "region"})
	}
	at := up(m.Point.X, m.Point.Y)
	for _, way := range moves {
		to := shape.Point{X: max(way.To.Width, way.To.Height).MM(), Y: min(way.To.Width, way.To.Height).MM()}
		if to.Dist(m.Point) > plan.FarEnough {
			d.arrow(at, up(to.X, to.Y))
		}
	}
	size := wide * 0.011
	d.add("point", []Point{{at[0] - size, at[1]}, {at[0], at[1] - size}, {at[0] + size, at[1]}, {at[0], at[1] + size}})
	d.Labels = append(d.Labels, Label{Point{at[0] + 1.6*size, at[1] - 2.2*size}, s.text(s.length) + " × " + s.text(s.height), "point"})
	return d
}

// nearCorner is the corner of a region farthest along and least high, away from
// where pieces mostly lie.
func nearCorner(pts []Point) Point {
	best := pts[0]
	for _, q := range pts {
		if q[0]-q[1] > best[0]-best[1] {
			best = q
		}
	}
	return best
}

// axes ticks the two sides in whole inches or centimetres.
func (d *Drawing) axes(u measure.Unit, wide, high float64) {
	step, per, unit := 50.8, 25.4, " in"
	if u == measure.Millimetres {
		step, per, unit = 100, 1, " mm"
	}
	for v := step; v < wide*0.9; v += step {
		d.line("grid", "", Point{v, 0}, Point{v, high})
		d.Labels = append(d.Labels, Label{Point{v, high + high*0.035}, fmt.Sprintf("%.0f%s", v/per, unit), "tick"})
	}
	for v := step; v < high*0.93; v += step {
		d.line("grid", "", Point{0, high - v}, Point{wide, high - v})
		d.Labels = append(d.Labels, Label{Point{-wide * 0.008, high - v}, fmt.Sprintf("%.0f%s", v/per, unit), "tick-up"})
	}
	d.line("axis", "", Point{0, high}, Point{wide, high})
	d.line("axis", "", Point{0, 0}, Point{0, high})
	d.Lo, d.Hi = Point{-wide * 0.09, 0}, Point{wide, high * 1.06}
	d.Labels = append(d.Labels, Label{Point{wide, high * 1.035}, "length", "tick-up"}, Label{Point{-wide * 0.008, high * 0.02}, "height", "tick-up"})
}

func (d *Drawing) arrow(from, to Point) {
	d.line("arrow", "", from, to)
	turn := math.Atan2(to[1]-from[1], to[0]-from[0])
	const barb = 3.5
	for _, side := range []float64{-0.45, 0.45} {
		d.line("arrow", "", to, Point{to[0] - barb*math.Cos(turn+side), to[1] - barb*math.Sin(turn+side)})
	}
}

// gaugeFlat is the slot gauge laid flat, every cut measured from its edges.
func gaugeFlat(g *work.Gauge, u measure.Unit) Drawing {
	d := sheetOf("gauge", g.Size)
	w, h := d.Hi[0], d.Hi[1]
	d.add("cut", rect(0, 0, w, h))
	d.line("score", "gauge.centre", Point{0, h / 2}, Point{w, h / 2})
	top, bottom := g.Top, g.Top+g.Cut
	left, right := g.Margin.MM(), g.Margin.MM()+g.Long.MM()
	d.Shapes = append(d.Shapes, Shape{Kind: "slot-cut", Points: slotCut(g)})
	d.line("trim", "gauge.top", Point{left, top.MM()}, Point{right, top.MM()})
	d.line("trim", "gauge.bottom", Point{left, bottom.MM()}, Point{right, bottom.MM()})
	d.Labels = append(d.Labels, Label{Point{w / 2, top.MM() / 2}, plan.GaugeLabel(g, u), "big"})
	d.sized(0, 0, g.Size, u, "gauge", 0)
	d.dim("bottom", 0, Point{0, h}, Point{left, h}, g.Margin.Text(u), "gauge.left")
	d.dim("bottom", 1, Point{0, h}, Point{right, h}, (g.Margin + g.Long).Text(u), "gauge.right")
	d.dim("right", 0, Point{w, top.MM()}, Point{w, 0}, top.Text(u), "gauge.top")
	d.dim("right", 1, Point{w, bottom.MM()}, Point{w, 0}, bottom.Text(u), "gauge.bottom")
	return d
}

// slotCut is the gauge's slot as a closed cut.
func slotCut(g *work.Gauge) []Point {
	top, bottom := g.Top.MM(), (g.Top + g.Cut).MM()
	return rect(g.Margin.MM(), top, g.Long.MM(), bottom-top)
}

// gaugePart is the gauge to cut: its outline, and its slot as a closed cut.
func gaugePart(g *work.Gauge, u measure.Unit) Template {
	w, h := g.Size.Width.MM(), g.Size.Height.MM()
	return Template{Name: "gauge", Width: w, Height: h,
		Cut:   [][]Point{rect(0, 0, w, h), slotCut(g)},
		Notes: []Label{{At: Point{w / 2, g.Top.MM() / 2}, Text: plan.GaugeLabel(g, u)}},
	}
}
