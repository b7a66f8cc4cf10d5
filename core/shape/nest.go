package shape

import "math"

// Place is where an outline lies: turned clockwise on the page about the
// origin, in radians, and then moved.
type Place struct {
	Turn float64
	Move Point
}

// Put lays a polygon in a place.
func (a Place) Put(p Polygon) Polygon { return p.Turn(a.Turn).Move(a.Move.X, a.Move.Y) }

// NestIn lays as many equal outlines on a sheet, from its top left corner, as
// rows of them hold, the outlines at least a gap apart across and down:
// straight or turned a quarter, all one way or every second one half round,
// whichever holds most.
func (p Polygon) NestIn(width, height, gap float64) []Place {
	var best []Place
	for _, turn := range []float64{0, math.Pi / 2} {
		for _, half := range []float64{0, math.Pi} {
			if places := p.rows(width, height, gap, turn, half); len(places) > len(best) {
				best = places
			}
		}
	}
	return best
}

// laid is an outline where it lies.
type laid struct {
	Place
	shape Polygon
}

func (l laid) moved(x, y float64) laid {
	l.Move = Point{l.Move.X + x, l.Move.Y + y}
	l.shape = l.shape.Move(x, y)
	return l
}

// rows fills a sheet row by row: in a row each outline slides left until it
// meets the one before, and a row slides up until it meets the row above.
func (p Polygon) rows(width, height, gap, turn, half float64) []Place {
	pair := [2]laid{p.laidAtOrigin(turn), p.laidAtOrigin(turn + half)}
	if _, hi := pair[0].shape.Bounds(); hi.X > width+1e-6 || hi.Y > height+1e-6 {
		return nil
	}
	row := []laid{pair[0]}
	for n := 1; ; n++ {
		next := pair[n%2]
		next = next.moved(clear(row[n-1].shape, next.shape)+gap, 0)
		if _, hi := next.shape.Bounds(); hi.X > width+1e-6 {
			break
		}
		row = append(row, next)
	}
	pitch := gap
	for _, above := range row {
		for _, below := range row {
			pitch = max(pitch, clear(above.shape.flipped(), below.shape.flipped())+gap)
		}
	}
	var out []Place
	for y := 0.0; ; y += pitch {
		for _, q := range row {
			q = q.moved(0, y)
			if _, hi := q.shape.Bounds(); hi.Y > height+1e-6 {
				return out
			}
			out = append(out, q.Place)
		}
	}
}

// laidAtOrigin turns the polygon and moves it so that its bounds start at the origin.
func (p Polygon) laidAtOrigin(turn float64) laid {
	q := p.Turn(turn)
	lo, _ := q.Bounds()
	return laid{Place{turn, Point{}}, q}.moved(-lo.X, -lo.Y)
}

// flipped swaps x and y.
func (p Polygon) flipped() Polygon {
	out := make(Polygon, len(p))
	for i, q := range p {
		out[i] = Point{q.Y, q.X}
	}
	return out
}

// clear is how far right b must move so that at every height it lies right of a.
// Both sides are straight between corners, so the corners' heights decide.
func clear(a, b Polygon) float64 {
	far := math.Inf(-1)
	for _, levels := range []Polygon{a, b} {
		for _, q := range levels {
			_, right, ok := a.span(q.Y)
			left, _, also := b.span(q.Y)
			if ok && also {
				far = max(far, right-left)
			}
		}
	}
	if math.IsInf(far, -1) {
		return 0 // they pass above and below each other
	}
	return far
}

// span is how far left and right the polygon reaches at a height.
func (p Polygon) span(y float64) (left, right float64, ok bool) {
	left, right = math.Inf(1), math.Inf(-1)
	for i, a := range p {
		b := p[(i+1)%len(p)]
		if y < min(a.Y, b.Y)-1e-9 || y > max(a.Y, b.Y)+1e-9 {
			continue
		}
		xs := [2]float64{a.X, b.X}
		if math.Abs(b.Y-a.Y) > 1e-9 {
			x := a.X + (y-a.Y)/(b.Y-a.Y)*(b.X-a.X)
			xs = [2]float64{x, x}
		}
		left, right = min(left, xs[0], xs[1]), max(right, xs[0], xs[1])
	}
	return left, right, left <= right
}
