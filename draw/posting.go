package draw

import (
	"fmt"
	"math"

	"yellow-parcel/core/plan"
)

// postMap is length along and height up, with the faces each class takes, the
// piece as a point, and arrows to where ways out would move it.
func postMap(p *plan.Plan, post *plan.Post) Drawing {
	m := post.Map
	wide, high := m.Far[0], m.Far[1]
	d := blankDrawing("map", wide, high)
	up := func(q [2]float64) Point { return Point{min(q[0], wide), high - min(q[1], high)} }
	// The largest class lies undermost.
	for i := len(m.Regions) - 1; i >= 0; i-- {
		r := m.Regions[i]
		var pts []Point
		for _, q := range r.Points {
			pts = append(pts, up(q))
		}
		kind := "region"
		if r.Takes {
			kind = "region-in"
		}
		d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: pts, Key: r.Class})
	}
	d.axes(p, wide, high)
	used := map[Point]int{}
	for _, r := range m.Regions {
		corner := up(nearCorner(r))
		// Names that would lie on one another go above each other.
		line := used[corner]
		used[corner]++
		d.Labels = append(d.Labels, Label{Point{corner[0] - wide*0.008, corner[1] - high*(0.035+0.06*float64(line))}, r.Name, "region"})
	}
	at := up(m.Point)
	for _, a := range m.Arrows {
		d.arrow(at, up(a.To))
	}
	s := wide * 0.011
	d.add("point", []Point{{at[0] - s, at[1]}, {at[0], at[1] - s}, {at[0] + s, at[1]}, {at[0], at[1] + s}})
	d.Labels = append(d.Labels, Label{Point{at[0] + 1.6*s, at[1] - 2.2*s}, post.Length.Text + " × " + post.Height.Text, "point"})
	return d
}

// nearCorner is the corner of a region farthest along and least high, away from
// where pieces mostly lie.
func nearCorner(r plan.Region) [2]float64 {
	best := r.Points[0]
	for _, q := range r.Points {
		if q[0]-q[1] > best[0]-best[1] {
			best = q
		}
	}
	return best
}

// axes ticks the two sides in whole inches or centimetres.
func (d *Drawing) axes(p *plan.Plan, wide, high float64) {
	step, per, unit := 50.8, 25.4, " in"
	if p.Unit == "mm" {
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

// gauge is the slot gauge laid flat, every cut measured from its edges.
func gauge(g *plan.Gauge) Drawing {
	w, h := g.Width.MM, g.Height.MM
	d := blankDrawing("gauge", w, h)
	d.add("cut", rect(0, 0, w, h))
	d.line("score", "gauge.centre", Point{0, h / 2}, Point{w, h / 2})
	left, right := g.Left.MM, g.Left.MM+g.Long.MM
	d.Shapes = append(d.Shapes, Shape{Kind: "slot-cut", Points: rect(left, g.Top.MM, g.Long.MM, g.Bottom.MM-g.Top.MM)})
	d.line("trim", "gauge.top", Point{left, g.Top.MM}, Point{right, g.Top.MM})
	d.line("trim", "gauge.bottom", Point{left, g.Bottom.MM}, Point{right, g.Bottom.MM})
	d.Labels = append(d.Labels, Label{Point{w / 2, g.Top.MM / 2}, g.Label, "big"})
	d.sized(0, 0, w, h, g.Width, g.Height, "gauge", 0)
	d.dim("bottom", 0, Point{0, h}, Point{left, h}, g.Left.Text, "gauge.left")
	d.dim("bottom", 1, Point{0, h}, Point{right, h}, g.Right.Text, "gauge.right")
	d.dim("right", 0, Point{w, g.Top.MM}, Point{w, 0}, g.Top.Text, "gauge.top")
	d.dim("right", 1, Point{w, g.Bottom.MM}, Point{w, 0}, g.Bottom.Text, "gauge.bottom")
	return d
}

// gaugePart is the gauge to cut: its outline, and its slot as a closed cut.
func gaugePart(g *plan.Gauge) Part {
	w, h := g.Width.MM, g.Height.MM
	return Part{Name: "gauge", Width: w, Height: h,
		Cut:   [][]Point{rect(0, 0, w, h), rect(g.Left.MM, g.Top.MM, g.Long.MM, g.Bottom.MM-g.Top.MM)},
		Notes: []Label{{At: Point{w / 2, g.Top.MM / 2}, Text: g.Label}},
	}
}
