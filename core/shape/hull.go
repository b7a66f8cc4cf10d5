package shape

import (
	"cmp"
	"math"
	"slices"
)

// Hull is the smallest convex polygon round the points, clockwise on the page;
// empty where they all lie on one line.
func (p Polygon) Hull() Polygon {
	pts := slices.Clone(p)
	slices.SortFunc(pts, func(a, b Point) int { return cmp.Or(cmp.Compare(a.X, b.X), cmp.Compare(a.Y, b.Y)) })
	pts = slices.Compact(pts)
	half := func() Polygon {
		var h Polygon
		for _, q := range pts {
			// No allowance for rounding here: of points one above the other all but a
			// hair, it would take an end for one that lies between.
			for len(h) > 1 && cross(h[len(h)-2], h[len(h)-1], q) <= 0 {
				h = h[:len(h)-1]
			}
			h = append(h, q)
		}
		return h
	}
	upper := half()
	slices.Reverse(pts)
	lower := half()
	if len(upper) < 2 || len(lower) < 2 {
		return nil
	}
	return Plain(append(upper[:len(upper)-1], lower[:len(lower)-1]...))
}

// same is how near two points are one, and how near a line a point is on it, in millimetres.
const same = 1e-9

// Plain is a convex polygon without corners that are one with the next or lie on
// the line between their neighbours; nil where less than a triangle is left.
func Plain(p Polygon) Polygon {
	p = slices.Clone(p)
	for i := 0; i < len(p) && len(p) > 2; {
		a, b, c := p[(i+len(p)-1)%len(p)], p[i], p[(i+1)%len(p)]
		if a.Dist(b) < same || a.Dist(c) > same && math.Abs(cross(a, b, c)) < same*a.Dist(c) {
			p = slices.Delete(p, i, i+1)
			i = max(i-1, 0)
			continue
		}
		i++
	}
	if len(p) < 3 {
		return nil
	}
	return p
}

// cross is positive where a, b, c turn clockwise on the page.
func cross(a, b, c Point) float64 { return (b.X-a.X)*(c.Y-a.Y) - (b.Y-a.Y)*(c.X-a.X) }

// Turn is the polygon turned clockwise on the page about the origin, in radians.
func (p Polygon) Turn(angle float64) Polygon {
	sin, cos := math.Sincos(angle)
	out := make(Polygon, len(p))
	for i, q := range p {
		out[i] = Point{q.X*cos - q.Y*sin, q.X*sin + q.Y*cos}
	}
	return out
}

// Enclosing is the rectangle of least area, at any angle, that holds a convex
// polygon: turn the polygon by Angle and it lies in Width by Height. One side of
// the least rectangle always lies along a side of the polygon.
func (p Polygon) Enclosing() (width, height, angle float64) {
	best := math.Inf(1)
	n := len(p)
	// As the side under the polygon goes once round it, the corners farthest
	// along it, back along it and away from it go round once too.
	far := [3]int{}
	for i, a := range p {
		b := p[(i+1)%n]
		l := a.Dist(b)
		if l < 1e-9 {
			continue
		}
		u := Point{(b.X - a.X) / l, (b.Y - a.Y) / l}
		away := [3]Point{u, {-u.Y, u.X}, {-u.X, -u.Y}}
		reach := [3]float64{}
		for k, d := range away {
			if i == 0 || k > 0 && far[k] < far[k-1] {
				far[k] = max(far[k], far[max(k-1, 0)])
			}
			out := func(j int) float64 { q := p[j%n]; return (q.X-a.X)*d.X + (q.Y-a.Y)*d.Y }
			for steps := 0; steps < n && out(far[k]+1) >= out(far[k])-1e-12; steps++ {
				far[k]++
			}
			reach[k] = out(far[k])
		}
		// A quarter turn does not change the rectangle: keep the turn small.
		turn := -math.Remainder(math.Atan2(u.Y, u.X), math.Pi/2)
		w, h := reach[0]+reach[2], reach[1]
		if math.Abs(math.Remainder(math.Atan2(u.Y, u.X)+turn, math.Pi)) > math.Pi/4 {
			w, h = h, w
		}
		if area := w * h; area < best-1e-9 || area < best+1e-9 && math.Abs(turn) < math.Abs(angle) {
			best, width, height, angle = min(best, area), w, h, turn
		}
	}
	return width, height, angle
}

// FitAngle is the smallest turn, in radians and either way, that lays a convex
// polygon inside a rectangle; ok is false where no turn does. Between two turns
// at which some two corners are exactly as far apart, across or along, as the
// rectangle is wide or high, nothing changes: so only those turns, and none, are tried.
func (p Polygon) FitAngle(width, height float64) (angle float64, ok bool) {
	if p.over(0, width, height) <= slack {
		return 0, true
	}
	if p.Area() > width*height || p.Width() > min(width, height)+slack {
		return 0, false
	}
	var near [sectors]nearness
	best := math.Inf(1)
	try := func(t float64) {
		// Of the same turn either way the one to the right is taken, whatever rounding says.
		if a := math.Abs(t) - best; a > 1e-9 || a > -1e-9 && (t < 0 || angle > 0) {
			return
		}
		at := &near[sector(t)]
		if *at == unknown {
			*at = p.nearFit(sector(t), width, height)
		}
		if *at == close && p.over(t, width, height) <= slack {
			best, angle = math.Abs(t), t
		}
	}
	try(math.Pi / 2)
	short := min(width, height)
	for i, a := range p {
		for _, b := range p[i+1:] {
			x, y := b.X-a.X, b.Y-a.Y
			// Two corners nearer to each other than the shorter side decide nothing.
			if x*x+y*y < short*short {
				continue
			}
			d, at := math.Sqrt(x*x+y*y), math.Atan2(y, x)
			meets(d, at, width, 0, try)
			meets(d, at, height, math.Pi/2, try)
		}
	}
	return angle, !math.IsInf(best, 1)
}

// Settled is a turn that fits, as FitAngle finds it, moved to a tenth of a degree
// where that still fits, else to a hundredth, or a thousandth: what is told can be set.
func Settled(p Polygon, turn, width, height float64) float64 {
	for _, parts := range []float64{10, 100, 1000} {
		step := math.Pi / 180 / parts
		for _, t := range []float64{math.Round(turn / step), math.Floor(turn / step), math.Ceil(turn / step)} {
			if p.over(t*step, width, height) <= slack {
				return t * step
			}
		}
	}
	return turn
}

// slack is by how much a polygon may be larger than what it fits, in millimetres: rounding.
const slack = 1e-6

// over is by how much the polygon, turned, is larger than a rectangle.
func (p Polygon) over(turn, width, height float64) float64 {
	sin, cos := math.Sincos(turn)
	lo, hi := Point{math.Inf(1), math.Inf(1)}, Point{math.Inf(-1), math.Inf(-1)}
	for _, q := range p {
		x, y := q.X*cos-q.Y*sin, q.X*sin+q.Y*cos
		lo.X, hi.X, lo.Y, hi.Y = min(lo.X, x), max(hi.X, x), min(lo.Y, y), max(hi.Y, y)
	}
	return max(hi.X-lo.X-width, hi.Y-lo.Y-height)
}

// Turns within a quarter either way are sorted into so many equal sectors.
const sectors = 90

func sector(turn float64) int {
	return max(0, min(sectors-1, int((turn/math.Pi+0.5)*sectors)))
}

// nearness is whether a fit could lie in a sector.
type nearness uint8

const (
	unknown nearness = iota
	close
	far
)

// nearFit tells whether a fit could lie in a sector. A turn by a small angle moves
// two corners apart by no more than that angle times their distance, so where
// the middle of a sector is far from fitting, all of it is.
func (p Polygon) nearFit(sector int, width, height float64) nearness {
	lo, hi := p.Bounds()
	most := lo.Dist(hi) * math.Pi / sectors / 2
	if p.over(((float64(sector)+0.5)/sectors-0.5)*math.Pi, width, height) <= most {
		return close
	}
	return far
}

// meets tries the turns, within a quarter either way, after which two corners, so
// far from each other and at such an angle, lie exactly so far apart along the axis at an angle.
func meets(d, at, apart, axis float64, try func(turn float64)) {
	if d < apart || d == 0 {
		return
	}
	off := math.Acos(apart / d)
	try(math.Remainder(axis+off-at, math.Pi))
	try(math.Remainder(axis-off-at, math.Pi))
}
