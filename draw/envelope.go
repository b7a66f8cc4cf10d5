package draw

import (
	"fmt"
	"math"
	"slices"

	"yellow-parcel/core/plan"
)

// unfolded is a blank laid flat, mouth at the top: cut solid, scores dashed, glue and waste hatched.
func unfolded(b *plan.Blank) Drawing {
	d := blankDrawing(b.Name, 0, 0)
	d.Lo, d.Hi = bounds(b.Geometry.Paper)
	g := b.Geometry
	d.add("paper", g.Paper)
	for _, w := range g.Waste {
		d.add("waste", w)
	}
	d.add("cut", g.Outline)
	for _, q := range g.Walls {
		d.add("wall", q)
	}
	for _, q := range slices.Concat(g.Glue, g.Tabs) {
		d.add("glue", q)
	}
	for _, q := range g.Strips {
		d.add("strip", q)
	}
	for _, f := range g.Flaps {
		d.Labels = append(d.Labels, Label{middle(f.Points), f.Name, along(f.Points)})
	}
	d.Labels = append(d.Labels, Label{middle(g.Body), "front", "big"})
	d.scores(b)
	switch {
	case b.Bought != "":
		d.dim("bottom", 0, Point{g.Body[0][0], d.Hi[1]}, Point{g.Body[1][0], d.Hi[1]}, b.Outside.Width.Text, "outside.width")
		d.dim("bottom", 1, Point{d.Lo[0], d.Hi[1]}, d.Hi, b.Width.Text, "blank.width")
		d.dim("right", 0, d.Hi, Point{d.Hi[0], d.Lo[1]}, b.Height.Text, "blank.height")
		d.dim("top", 0, g.Inside[0], g.Inside[1], b.Cavity.Width.Text, "cavity.width")
	case g.Diagonal:
		// The square's own side slants, so it is said as a label along the upper right edge.
		d.Labels = append(d.Labels, Label{Point{(d.Lo[0] + d.Hi[0]*3) / 4, (d.Lo[1]*3 + d.Hi[1]) / 4}, b.Width.Text, "slant"})
	default:
		d.dim("bottom", 1, Point{d.Lo[0], d.Hi[1]}, d.Hi, b.Width.Text, "blank.width")
		d.dim("right", 1, d.Hi, Point{d.Hi[0], d.Lo[1]}, b.Height.Text, "blank.height")
	}
	return d
}

// scores draws the creases with what the board reads at each, or the dashes a
// machine cuts; folds made by eye have no reading.
func (d *Drawing) scores(b *plan.Blank) {
	tier := map[string]int{}
	for i, c := range b.Creases {
		key := fmt.Sprintf("crease%d", i)
		d.line("score", key, c.Line[0], c.Line[1])
		d.reading(key, c, c.Line, tier[c.From])
		tier[c.From]++
	}
	if len(b.Creases) == 0 {
		for _, f := range b.Geometry.Flaps {
			d.line("score", "", f.Crease[0], f.Crease[1])
		}
	}
}

// along turns a label upright on a flap too narrow for it.
func along(pts []Point) string {
	lo, hi := bounds(pts)
	if wide, high := hi[0]-lo[0], hi[1]-lo[1]; wide < 30 && wide < high {
		return "tall"
	}
	return ""
}

// reading measures one score from the edge or corner it is set from. A corner
// is half way along its side of the drawing.
func (d *Drawing) reading(key string, c plan.Crease, line []Point, tier int) {
	x, y := min(line[0][0], line[1][0]), min(line[0][1], line[1][1])
	switch c.From {
	case "left corner":
		d.dim("top", tier, Point{d.Lo[0], (d.Lo[1] + d.Hi[1]) / 2}, Point{x, y}, c.Reading.Text, key)
	case "left edge":
		d.dim("top", tier, Point{d.Lo[0], y}, Point{x, y}, c.Reading.Text, key)
	case "top corner":
		d.dim("left", tier, Point{(d.Lo[0] + d.Hi[0]) / 2, d.Lo[1]}, Point{x, y}, c.Reading.Text, key)
	default: // from the bottom edge
		d.dim("left", tier, Point{x, d.Hi[1]}, Point{x, y}, c.Reading.Text, key)
	}
}

// folded is the closed envelope seen from the back, the card inside it dotted, any hole marked.
func folded(p *plan.Plan, b *plan.Blank) Drawing {
	g := b.Geometry
	d := blankDrawing(b.Name+", folded", 0, 0)
	d.Lo, d.Hi = bounds(g.Body)
	d.add("envelope", g.Body)
	for _, f := range g.Flaps {
		d.add("flap", f.Folded)
		d.reach(f.Folded)
	}
	d.cardInside(p, b)
	for _, q := range g.Strips {
		d.add("strip", q)
	}
	for _, hole := range g.Holes {
		d.add("hole", hole)
	}
	lo, hi := bounds(g.Inside)
	d.dim("bottom", 0, Point{lo[0], hi[1]}, hi, b.Cavity.Width.Text, "cavity.width")
	d.dim("right", 0, hi, Point{hi[0], lo[1]}, b.Cavity.Height.Text, "cavity.height")
	return d
}

// reach widens the drawing to hold more points.
func (d *Drawing) reach(pts []Point) {
	lo, hi := bounds(pts)
	d.Lo = Point{min(d.Lo[0], lo[0]), min(d.Lo[1], lo[1])}
	d.Hi = Point{max(d.Hi[0], hi[0]), max(d.Hi[1], hi[1])}
}

// cardInside dots the card in, the way it lies, in the middle of the cavity.
func (d *Drawing) cardInside(p *plan.Plan, b *plan.Blank) {
	w, h := p.Card.Width.MM, p.Card.Height.MM
	if math.Abs(w-h) > 1e-6 && (w < h) != (b.Cavity.Width.MM < b.Cavity.Height.MM) {
		w, h = h, w
	}
	at := middle(b.Geometry.Inside)
	d.add("inside", rect(at[0]-w/2, at[1]-h/2, w, h))
}

// face is a sealed piece as it is handed in, with its address and stamp.
func face(p *plan.Post) Drawing {
	w, h := p.Length.MM, p.Height.MM
	d := blankDrawing("piece", w, h)
	d.add("envelope", rect(0, 0, w, h))
	s := min(w, h) * 0.18
	d.add("stamp", rect(w-s*1.2, s*0.25, s, s*1.15))
	for i := range 3 {
		y := h*0.5 + float64(i)*h*0.1
		d.line("address", "", Point{w * 0.42, y}, Point{w * (0.78 - 0.06*float64(i)), y})
	}
	d.dim("top", 0, Point{}, Point{w, 0}, p.Length.Text, "post.length")
	d.dim("left", 0, Point{0, h}, Point{}, p.Height.Text, "post.height")
	return d
}

// slot is the piece on edge, beside the thickest its class takes.
func slot(p *plan.Post) Drawing {
	w, t := p.Length.MM, p.Thickness.MM
	d := blankDrawing("slot", w, t)
	if p.Slot != nil {
		d.Hi[1] = max(t, p.Slot.MM)
		d.add("slot", rect(0, d.Hi[1]-p.Slot.MM, w, p.Slot.MM))
		d.dim("left", 0, Point{0, d.Hi[1]}, Point{0, d.Hi[1] - p.Slot.MM}, p.Slot.Text, "post.slot")
	}
	d.add("piece", rect(0, d.Hi[1]-t, w, t))
	d.dim("right", 0, Point{w, d.Hi[1]}, Point{w, d.Hi[1] - t}, p.Thickness.Text, "post.thickness")
	for i := range d.Dims {
		d.Dims[i].Flat = true
	}
	return d
}

func bounds(pts []Point) (lo, hi Point) {
	lo, hi = Point{math.Inf(1), math.Inf(1)}, Point{math.Inf(-1), math.Inf(-1)}
	for _, q := range pts {
		lo = Point{min(lo[0], q[0]), min(lo[1], q[1])}
		hi = Point{max(hi[0], q[0]), max(hi[1], q[1])}
	}
	return lo, hi
}

func middle(pts []Point) Point {
	lo, hi := bounds(pts)
	return Point{(lo[0] + hi[0]) / 2, (lo[1] + hi[1]) / 2}
}
