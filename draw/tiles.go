package draw

import (
	"math"
	"slices"
)

// spread is how a part is laid over pages: the page upright or lying, the part as
// it is or turned, and how far it is moved from the first page's corner. Only
// pages that carry some of it are printed.
type spread struct {
	lying        bool
	part         Template
	cols, rows   int
	roomW, roomH float64
	dx, dy       float64
	pages        []tile
}

// tile is a page's place among the others.
type tile struct{ col, row int }

// shifts are how many places along each side are tried for the part.
const shifts = 6

// spreadOver lays a part over the fewest pages of a printer's paper; of equal
// ways, upright and unturned ones come first.
func spreadOver(p Template, pw, ph float64) spread {
	var best spread
	for _, lying := range []bool{false, true} {
		w, h := pw, ph
		if lying {
			w, h = ph, pw
		}
		for _, part := range []Template{p, turned(p)} {
			s := spread{lying: lying, part: part, roomW: w - 2*pageMargin, roomH: h - 2*pageMargin - pageHeading}
			s.cols, s.rows = tiles(part.Width, s.roomW), tiles(part.Height, s.roomH)
			for i := range shifts * shifts {
				s.shift(i%shifts, i/shifts)
				if best.pages == nil || len(s.pages) < len(best.pages) {
					best = s
				}
			}
		}
	}
	return best
}

// shift moves the part within the room that its pages leave over, and finds the pages that carry some of it.
func (s *spread) shift(across, down int) {
	free := func(n int, room, length float64) float64 {
		return max(room+float64(n-1)*(room-pageLap)-length, 0)
	}
	s.dx = free(s.cols, s.roomW, s.part.Width) * float64(across) / (shifts - 1)
	s.dy = free(s.rows, s.roomH, s.part.Height) * float64(down) / (shifts - 1)
	s.pages = nil
	for row := range s.rows {
		for col := range s.cols {
			if s.inked(tile{col, row}) {
				s.pages = append(s.pages, tile{col, row})
			}
		}
	}
	if s.pages == nil {
		s.pages = []tile{{}}
	}
}

// corner is where a page begins, in the part's millimetres.
func (s *spread) corner(t tile) (x, y float64) {
	return float64(t.col)*(s.roomW-pageLap) - s.dx, float64(t.row)*(s.roomH-pageLap) - s.dy
}

func (s *spread) has(t tile) bool {
	return slices.Contains(s.pages, t)
}

// inked tells whether a line runs through a page's own share of the part: what
// pages lap over by is shared at its middle, so that every line has its page.
func (s *spread) inked(t tile) bool {
	x0, y0 := s.corner(t)
	x1, y1 := x0+s.roomW, y0+s.roomH
	if t.col > 0 {
		x0 += pageLap / 2
	}
	if t.row > 0 {
		y0 += pageLap / 2
	}
	if t.col+1 < s.cols {
		x1 -= pageLap / 2
	}
	if t.row+1 < s.rows {
		y1 -= pageLap / 2
	}
	through := func(all [][]Point, closed bool) bool {
		for _, pts := range all {
			for i := range pts {
				if (i > 0 || closed) && crosses(pts[(i+len(pts)-1)%len(pts)], pts[i], x0, y0, x1, y1) {
					return true
				}
			}
		}
		return false
	}
	return through(s.part.Cut, true) || through(s.part.Score, false) || through(s.part.Mark, false) || through(s.part.Glue, true)
}

// crosses tells whether a line runs through a rectangle: what is left of it
// after each side has cut away its own part.
func crosses(a, b Point, x0, y0, x1, y1 float64) bool {
	from, to := 0.0, 1.0
	cut := func(d, room float64) {
		switch {
		case d == 0 && room < 0:
			to = -1
		case d > 0:
			to = math.Min(to, room/d)
		case d < 0:
			from = math.Max(from, room/d)
		}
	}
	dx, dy := b[0]-a[0], b[1]-a[1]
	cut(dx, x1-a[0])
	cut(-dx, a[0]-x0)
	cut(dy, y1-a[1])
	cut(-dy, a[1]-y0)
	return from <= to
}

// turned is a part a quarter round to the right.
func turned(p Template) Template {
	turn := func(all [][]Point) [][]Point {
		out := make([][]Point, len(all))
		for i, pts := range all {
			out[i] = make([]Point, len(pts))
			for k, q := range pts {
				out[i][k] = Point{p.Height - q[1], q[0]}
			}
		}
		return out
	}
	out := Template{Name: p.Name, Width: p.Height, Height: p.Width, Cut: turn(p.Cut), Score: turn(p.Score), Mark: turn(p.Mark), Glue: turn(p.Glue)}
	for _, n := range p.Notes {
		n.At = Point{p.Height - n.At[1], n.At[0]}
		out.Notes = append(out.Notes, n)
	}
	return out
}
