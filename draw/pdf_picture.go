package draw

import "math"

// tierMM is how far dimension lines stand from each other on paper.
const tierMM = 7

// pads is the room a drawing's dimension lines take on each side.
func pads(d Drawing) (top, right, bottom, left float64) {
	top, right, bottom, left = 2, 2, 2, 2
	for _, m := range d.Dims {
		need := float64(m.Tier+1)*tierMM + 2
		switch m.Side {
		case "top":
			top = max(top, need)
		case "right":
			right = max(right, need)
		case "bottom":
			bottom = max(bottom, need)
		default:
			left = max(left, need)
		}
	}
	return top, right, bottom, left
}

// picture draws a drawing as large as a place on the page has room for, black on
// white: cuts solid, scores dashed, glue and waste grey, measures on their lines.
func (l *lister) picture(d Drawing, x, y, wide, high float64) {
	top, right, bottom, left := pads(d)
	w, h := max(d.Hi[0]-d.Lo[0], 1), max(d.Hi[1]-d.Lo[1], 1)
	scale := math.Min((wide-left-right)/w, (high-top-bottom)/h)
	at := func(q Point) Point {
		return Point{x + left + (q[0]-d.Lo[0])*scale, y + top + (q[1]-d.Lo[1])*scale}
	}
	for _, s := range d.Shapes {
		l.shape(s, at)
	}
	l.f.SetDashPattern(nil, 0)
	l.f.SetDrawColor(0, 0, 0)
	lo, hi := at(d.Lo), at(d.Hi)
	for _, m := range d.Dims {
		l.dimension(m, at(m.From), at(m.To), lo, hi)
	}
	for _, n := range d.Labels {
		p := at(n.At)
		s := style{n.Kind == "number" || n.Kind == "big", 9}
		l.onWhite(p, n.Text, s, n.Kind == "tall" || n.Kind == "upright")
	}
}

func (l *lister) shape(s Shape, at func(Point) Point) {
	l.f.SetLineWidth(0.25)
	l.f.SetDashPattern(nil, 0)
	l.f.SetDrawColor(0, 0, 0)
	fill := ""
	switch s.Kind {
	case "score", "inside", "stamp":
		l.f.SetDashPattern([]float64{2, 1.4}, 0)
	case "trim":
		l.f.SetDashPattern([]float64{4, 1, 0.8, 1}, 0)
	case "glue":
		l.f.SetFillColor(190, 190, 190)
		fill = "FD"
	case "fold-in", "fold-card":
		l.f.SetFillColor(255, 255, 255)
		fill = "FD"
	case "fold-out":
		l.f.SetFillColor(222, 222, 222)
		fill = "FD"
	case "round-in", "round-out":
		l.f.SetFillColor(240, 240, 240)
		fill = "F"
	case "waste", "wall", "strip":
		l.f.SetFillColor(232, 232, 232)
		fill = "F"
	case "lit":
		l.f.SetLineWidth(1)
	case "cut":
		l.f.SetLineWidth(0.45)
	}
	pts := make([]Point, len(s.Points))
	for i, q := range s.Points {
		pts[i] = at(q)
	}
	if len(pts) == 0 {
		return
	}
	if fill != "" && !s.Open {
		l.f.MoveTo(pts[0][0], pts[0][1])
		for _, q := range pts[1:] {
			l.f.LineTo(q[0], q[1])
		}
		l.f.ClosePath()
		l.f.DrawPath(fill)
		return
	}
	for i := range pts {
		if i > 0 || !s.Open {
			a := pts[(i+len(pts)-1)%len(pts)]
			l.f.Line(a[0], a[1], pts[i][0], pts[i][1])
		}
	}
}

// dimension draws a line with its measure beside the drawing, between its lo and hi.
func (l *lister) dimension(m Dim, a, b, lo, hi Point) {
	off := float64(m.Tier)*tierMM + 5
	from, to := a, b
	upright := m.Side == "left" || m.Side == "right"
	switch m.Side {
	case "top":
		a[1], b[1] = lo[1]-off, lo[1]-off
	case "bottom":
		a[1], b[1] = hi[1]+off, hi[1]+off
	case "right":
		a[0], b[0] = hi[0]+off, hi[0]+off
	default:
		a[0], b[0] = lo[0]-off, lo[0]-off
	}
	l.f.SetLineWidth(0.1)
	l.f.Line(from[0], from[1], a[0], a[1])
	l.f.Line(to[0], to[1], b[0], b[1])
	l.f.SetLineWidth(0.2)
	l.f.Line(a[0], a[1], b[0], b[1])
	for _, q := range []Point{a, b} {
		l.f.Line(q[0]-1, q[1]+1, q[0]+1, q[1]-1)
	}
	l.onWhite(Point{(a[0] + b[0]) / 2, (a[1] + b[1]) / 2}, m.Text, style{true, 10}, upright && !m.Flat)
}

// onWhite writes a text round a place, on a ground of its own, turned where it stands upright.
func (l *lister) onWhite(at Point, text string, s style, upright bool) {
	w, h := l.width(text, s)+1, s.points*mmPt*0.95
	if upright {
		l.f.TransformBegin()
		l.f.TransformRotate(90, at[0], at[1])
	}
	l.f.SetFillColor(255, 255, 255)
	l.f.Rect(at[0]-w/2, at[1]-h/2, w, h, "F")
	l.centred(at[0], at[1], text, s)
	if upright {
		l.f.TransformEnd()
	}
}
