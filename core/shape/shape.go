// Package shape holds plane geometry in float64 millimetres, x to the right
// and y down the page: points, mirror images, convex clipping and areas.
package shape

import "math"

// Point is a place on the page in millimetres.
type Point struct{ X, Y float64 }

// Polygon is a closed outline; the last point joins the first.
type Polygon []Point

// Line runs through two different points.
type Line struct{ A, B Point }

// Rect is the axis-aligned rectangle from its top left to its bottom right corner, clockwise on the page.
func Rect(left, top, right, bottom float64) Polygon {
	return Polygon{{left, top}, {right, top}, {right, bottom}, {left, bottom}}
}

// Dist is the distance between two points.
func (p Point) Dist(q Point) float64 { return math.Hypot(p.X-q.X, p.Y-q.Y) }

// Len is the length of the segment from A to B.
func (l Line) Len() float64 { return l.A.Dist(l.B) }

// Mid is half way between two points.
func Mid(p, q Point) Point { return Point{(p.X + q.X) / 2, (p.Y + q.Y) / 2} }

// At is the point so many millimetres from A towards B.
func (l Line) At(d float64) Point {
	t := d / l.Len()
	return Point{l.A.X + t*(l.B.X-l.A.X), l.A.Y + t*(l.B.Y-l.A.Y)}
}

// Distance is how far a point lies from the line, on either side.
func (l Line) Distance(p Point) float64 { return math.Abs(l.side(p)) }

// side is the signed distance of p from the line, positive on the right of A to B
// on the page, which is the inside of a clockwise polygon.
func (l Line) side(p Point) float64 {
	dx, dy := l.B.X-l.A.X, l.B.Y-l.A.Y
	return (dx*(p.Y-l.A.Y) - dy*(p.X-l.A.X)) / math.Hypot(dx, dy)
}

// Mirror is the image of p across the line: where a fold along it puts p.
func (l Line) Mirror(p Point) Point {
	dx, dy := l.B.X-l.A.X, l.B.Y-l.A.Y
	n := math.Hypot(dx, dy)
	d := l.side(p)
	return Point{p.X + 2*d*dy/n, p.Y - 2*d*dx/n}
}

// Mirror is the image of the polygon across the line, its points in reverse
// so that a clockwise polygon stays clockwise.
func (p Polygon) Mirror(l Line) Polygon {
	out := make(Polygon, len(p))
	for i, q := range p {
		out[len(p)-1-i] = l.Mirror(q)
	}
	return out
}

// Area is the area enclosed in square millimetres; positive when the points run clockwise on the page.
func (p Polygon) Area() float64 {
	sum := 0.0
	for i, a := range p {
		b := p[(i+1)%len(p)]
		sum += a.X*b.Y - b.X*a.Y
	}
	return sum / 2
}

// Bounds is the smallest axis-aligned rectangle round the polygon: top left and bottom right.
func (p Polygon) Bounds() (lo, hi Point) {
	lo, hi = Point{math.Inf(1), math.Inf(1)}, Point{math.Inf(-1), math.Inf(-1)}
	for _, q := range p {
		lo = Point{min(lo.X, q.X), min(lo.Y, q.Y)}
		hi = Point{max(hi.X, q.X), max(hi.Y, q.Y)}
	}
	return lo, hi
}

// Centroid is the polygon's centre of area; for a polygon without area, the mean of its points.
func (p Polygon) Centroid() Point {
	var c, mean Point
	area := 0.0
	for i, a := range p {
		b := p[(i+1)%len(p)]
		w := a.X*b.Y - b.X*a.Y
		area += w
		c = Point{c.X + (a.X+b.X)*w, c.Y + (a.Y+b.Y)*w}
		mean = Point{mean.X + a.X/float64(len(p)), mean.Y + a.Y/float64(len(p))}
	}
	if math.Abs(area) < 1e-12 {
		return mean
	}
	return Point{c.X / (3 * area), c.Y / (3 * area)}
}

// Keep is the part of a convex polygon on the inside of the line, that is on
// its right from A to B on the page. The result is empty when nothing is left.
func (p Polygon) Keep(l Line) Polygon {
	return p.keep(l, make(Polygon, 0, len(p)+1))
}

// keep is Keep into a polygon there is room in already. Which side of the line
// a point is on, and in what proportion, needs no distances.
func (p Polygon) keep(l Line, out Polygon) Polygon {
	if len(p) == 0 {
		return nil
	}
	dx, dy := l.B.X-l.A.X, l.B.Y-l.A.Y
	prev := p[len(p)-1]
	dPrev := dx*(prev.Y-l.A.Y) - dy*(prev.X-l.A.X)
	for _, q := range p {
		d := dx*(q.Y-l.A.Y) - dy*(q.X-l.A.X)
		if (d > 0) != (dPrev > 0) && d != dPrev {
			t := dPrev / (dPrev - d)
			out = append(out, Point{prev.X + t*(q.X-prev.X), prev.Y + t*(q.Y-prev.Y)})
		}
		if d > 0 {
			out = append(out, q)
		}
		prev, dPrev = q, d
	}
	if len(out) < 3 {
		return nil
	}
	return out
}

// scratch is room for clipping the polygons there mostly are without asking for memory.
const scratch = 24

// Intersect is the common part of two convex clockwise polygons.
func (p Polygon) Intersect(q Polygon) Polygon {
	var a, b [scratch]Point
	common := p.clipped(q, a[:0], b[:0])
	if common == nil {
		return nil
	}
	return append(make(Polygon, 0, len(common)), common...)
}

// Room is where a common part can be kept for a moment without asking for memory.
type Room struct{ a, b [scratch]Point }

// Intersect is the common part of two convex clockwise polygons; it lasts until
// the room is used again.
func (r *Room) Intersect(p, q Polygon) Polygon { return p.clipped(q, r.a[:0], r.b[:0]) }

// Common measures the common part of two convex clockwise polygons without
// keeping it: its area and its width. Both are zero where they do not meet.
func (p Polygon) Common(q Polygon) (area, width float64) {
	var a, b [scratch]Point
	common := p.clipped(q, a[:0], b[:0])
	if common == nil {
		return 0, 0
	}
	return common.Area(), common.Width()
}

// Laps tells whether the common part of two convex clockwise polygons is at
// least so many millimetres wide: Common's width held against a limit, without measuring it.
func Laps(p, q Polygon, limit float64) bool {
	if limit <= 0 {
		return true
	}
	var a, b [scratch]Point
	common := p.clipped(q, a[:0], b[:0])
	return common != nil && wide(common, limit)
}

// wide tells whether a convex polygon's Width is at least the limit. Some
// corner must be that far from every edge: mostly the one across is.
func wide(p Polygon, limit float64) bool {
	edges := false
	for i, a := range p {
		b := p[(i+1)%len(p)]
		dx, dy := b.X-a.X, b.Y-a.Y
		n := dx*dx + dy*dy
		if n < 1e-18 {
			continue
		}
		edges = true
		least, far := limit*limit*n, false
		for k := 0; k < len(p) && !far; k++ {
			q := p[(i+len(p)/2+k)%len(p)]
			d := dx*(q.Y-a.Y) - dy*(q.X-a.X)
			far = d*d >= least
		}
		if !far {
			return false
		}
	}
	return edges
}

// meets tells whether two convex clockwise polygons have a part in common.
func (p Polygon) meets(q Polygon) bool {
	var a, b [scratch]Point
	return p.clipped(q, a[:0], b[:0]) != nil
}

// clipped is the common part of two convex clockwise polygons, in the room given.
func (p Polygon) clipped(q, a, b Polygon) Polygon {
	for i := range q {
		edge := Line{q[i], q[(i+1)%len(q)]}
		if edge.short() {
			continue
		}
		p = p.keep(edge, a[:0])
		if p == nil {
			return nil
		}
		a, b = b, p
	}
	return p
}

// Subtract is what is left of convex pieces when a convex clockwise polygon is
// taken away, as convex pieces; slivers under a ten-thousandth of a square millimetre are dropped.
func Subtract(pieces []Polygon, q Polygon) []Polygon {
	out := make([]Polygon, 0, len(pieces)+len(q))
	var room [scratch]Point
	var turn [2][scratch]Point
	k := 0
	// All that is cut off lies in one stretch of memory, or a few.
	cut := make(Polygon, 0, scratch)
	for _, piece := range pieces {
		if !piece.meets(q) {
			out = append(out, piece)
			continue
		}
		rest := piece
		for i := range q {
			edge := Line{q[i], q[(i+1)%len(q)]}
			if edge.short() || rest.inside(edge) {
				continue
			}
			if outside := rest.keep(Line{edge.B, edge.A}, room[:0]); outside.Area() > 1e-4 {
				cut = append(cut, outside...)
				out = append(out, cut[len(cut)-len(outside):len(cut):len(cut)])
			}
			// What is left is clipped in two rooms by turns, so that it is never written over.
			rest = rest.keep(edge, turn[k%2][:0])
			k++
		}
	}
	return out
}

// short tells a line of no length to speak of: it has no direction to rely on,
// so that a polygon with a corner twice is not cut along one made of rounding.
func (l Line) short() bool {
	dx, dy := l.B.X-l.A.X, l.B.Y-l.A.Y
	return dx*dx+dy*dy < 1e-14
}

// inside tells whether no point of the polygon is off the line on its left.
func (p Polygon) inside(l Line) bool {
	dx, dy := l.B.X-l.A.X, l.B.Y-l.A.Y
	for _, q := range p {
		if dx*(q.Y-l.A.Y)-dy*(q.X-l.A.X) < 0 {
			return false
		}
	}
	return true
}

// Width is the smallest distance between two parallel lines that hold the
// convex polygon between them: how wide a strip of that shape is.
func (p Polygon) Width() float64 {
	best := math.Inf(1)
	for i, a := range p {
		b := p[(i+1)%len(p)]
		dx, dy := b.X-a.X, b.Y-a.Y
		n := dx*dx + dy*dy
		if n < 1e-18 {
			continue
		}
		far := 0.0
		for _, q := range p {
			far = max(far, math.Abs(dx*(q.Y-a.Y)-dy*(q.X-a.X)))
		}
		best = min(best, far*far/n)
	}
	if math.IsInf(best, 1) {
		return 0
	}
	return math.Sqrt(best)
}

// Move shifts every point by the same amount.
func (p Polygon) Move(dx, dy float64) Polygon {
	out := make(Polygon, len(p))
	for i, q := range p {
		out[i] = Point{q.X + dx, q.Y + dy}
	}
	return out
}

// Inset is a convex clockwise polygon with every edge moved inwards by d; empty when nothing is left.
func (p Polygon) Inset(d float64) Polygon {
	return InsetBy(p, func(int) float64 { return d })
}

// InsetBy is a convex clockwise polygon with every edge moved inwards by a distance of its own,
// the edge from a point to the next by that point's place; empty when nothing is left.
func InsetBy(p Polygon, by func(edge int) float64) Polygon {
	out := p
	for i, a := range p {
		b := p[(i+1)%len(p)]
		n, d := a.Dist(b), by(i)
		if n < 1e-9 {
			continue
		}
		dx, dy := -(b.Y-a.Y)/n*d, (b.X-a.X)/n*d
		out = out.Keep(Line{Point{a.X + dx, a.Y + dy}, Point{b.X + dx, b.Y + dy}})
	}
	return out
}
