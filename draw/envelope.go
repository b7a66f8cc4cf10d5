package draw

import (
	"fmt"
	"math"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/work"
)

// blankScene draws blanks for a card; it knows the unit their figures are written in.
type blankScene struct {
	unit measure.Unit
	card card.Size
}

func (s blankScene) text(l measure.Length) string { return l.Text(s.unit) }

// unfolded is a blank laid flat, mouth at the top, with its measures.
func (s blankScene) unfolded(m *work.Made) Drawing {
	d := laid(m)
	s.scores(&d, m)
	s.measured(&d, m)
	return d
}

// amongOthers is a blank as it is shown among others: without measures, and no finer than it can be seen.
func amongOthers(m *work.Made) Drawing {
	d := laid(m)
	for k, off := range m.Beside(gap) {
		for _, c := range m.Pieces[k].Creases {
			l := segment(moved(c.Line, off))
			d.line("score", "", l[0], l[1])
		}
	}
	unread(&d, m)
	for _, one := range d.Shapes {
		for i, q := range one.Points {
			one.Points[i] = Point{math.Round(q[0]*10) / 10, math.Round(q[1]*10) / 10}
		}
	}
	return d
}

// moved is a line of a piece where the piece lies.
func moved(l shape.Line, off shape.Point) shape.Line {
	if off == (shape.Point{}) {
		return l
	}
	return shape.Line{A: shape.Point{X: l.A.X + off.X, Y: l.A.Y + off.Y}, B: shape.Point{X: l.B.X + off.X, Y: l.B.Y + off.Y}}
}

// lying is a polygon of a piece where the piece lies, as points.
func lying(p shape.Polygon, off shape.Point) []Point {
	if off != (shape.Point{}) {
		p = p.Move(off.X, off.Y)
	}
	return outline(p)
}

// laid is a blank laid flat, its pieces side by side: cut solid, glue and waste hatched.
func laid(m *work.Made) Drawing {
	d := blankDrawing(nameOf(m), 0, 0)
	d.Lo, d.Hi = bounds(outline(m.Main().Paper))
	for k, off := range m.Beside(gap) {
		p := &m.Pieces[k]
		d.add("paper", lying(p.Paper, off))
		d.reach(d.Shapes[len(d.Shapes)-1].Points)
		for _, w := range p.Waste {
			d.add("waste", lying(w.Shape, off))
		}
		d.add("cut", lying(p.Outline, off))
		walls, tabs := wallsOf(p)
		for _, q := range walls {
			d.add("wall", lying(q, off))
		}
		for _, q := range slices.Concat(m.Glue(p), tabs) {
			d.add("glue", lying(q, off))
		}
	}
	for _, q := range m.Strips {
		d.add("strip", outline(q))
	}
	return d
}

// measured names a blank's flaps and measures its sides.
func (s blankScene) measured(d *Drawing, m *work.Made) {
	for k, off := range m.Beside(gap) {
		p := &m.Pieces[k]
		_, tabs := wallsOf(p)
		var glue []shape.Polygon
		for _, q := range slices.Concat(m.Glue(p), tabs) {
			glue = append(glue, q.Move(off.X, off.Y))
		}
		for _, f := range p.Flaps {
			pts := lying(f.Shape, off)
			d.Labels = append(d.Labels, Label{offGlue(f.Name, middle(pts), middle(segment(moved(f.Crease, off))), glue), f.Name, along(pts)})
		}
		if k > 0 {
			d.Labels = append(d.Labels, Label{middle(lying(p.Paper, off)), p.Name, "big"})
		}
	}
	body := outline(m.Body)
	lo, hi := bounds(outline(m.Main().Paper))
	d.Labels = append(d.Labels, Label{middle(body), "front", "big"})
	switch {
	case m.Bought != "":
		inside := outline(m.Inside)
		d.dim("bottom", 0, Point{body[0][0], hi[1]}, Point{body[1][0], hi[1]}, s.text(m.Outside().Width), "outside.width")
		d.dim("bottom", 1, Point{lo[0], hi[1]}, hi, s.text(m.Main().Width), "blank.width")
		d.dim("right", 0, hi, Point{hi[0], lo[1]}, s.text(m.Main().Height), "blank.height")
		d.dim("top", 0, inside[0], inside[1], s.text(m.Cavity.Width), "cavity.width")
	case m.Main().Diagonal:
		// The square's own side slants, so it is said as a label along the upper right edge.
		d.Labels = append(d.Labels, Label{Point{(lo[0] + hi[0]*3) / 4, (lo[1]*3 + hi[1]) / 4}, s.text(m.Main().Width), "slant"})
	default:
		d.dim("bottom", 1, Point{lo[0], hi[1]}, hi, s.text(m.Main().Width), "blank.width")
		d.dim("right", 1, hi, Point{hi[0], lo[1]}, s.text(m.Main().Height), "blank.height")
	}
}

func nameOf(m *work.Made) string { return m.Style.Name + ", " + m.Variant.Name }

// wallsOf are a box's standing walls, and the glue tabs at their ends.
func wallsOf(p *blank.Piece) (walls, tabs []shape.Polygon) {
	for _, f := range p.Flaps {
		if len(f.Wall) > 0 {
			walls, tabs = append(walls, f.Wall), append(tabs, f.Tab)
		}
	}
	return walls, tabs
}

// scores draws the creases with what the board reads at each, or the dashes a
// machine cuts; folds made by eye have no reading.
func (s blankScene) scores(d *Drawing, m *work.Made) {
	n := 0
	for k, off := range m.Beside(gap) {
		p := &m.Pieces[k]
		lo, hi := bounds(lying(p.Paper, off))
		var across, along int
		for i, c := range p.Creases {
			key, l := fmt.Sprintf("crease%d", n+i), segment(moved(c.Line, off))
			if c.Tab {
				d.line("score", "", l[0], l[1])
				continue // it is read as one with the foot of the wall beside it
			}
			d.line("score", key, l[0], l[1])
			tier := &across
			if c.Level {
				tier = &along
			}
			d.reading(key, l, lo, hi, c.Level, p.Diagonal, s.text(c.Reading), *tier)
			*tier++
		}
		n += len(p.Creases)
	}
	unread(d, m)
}

// Half the room a label takes, in millimetres: for each letter across, and down.
const (
	letterHalf = 2.4
	lineHalf   = 3
)

// offGlue is the place for a flap's label from its middle towards its crease that
// is the first off the glue; where all of that is glued, the middle.
func offGlue(name string, from, to Point, glue []shape.Polygon) Point {
	wide := letterHalf * float64(len(name))
	for k := range 10 {
		t := float64(k) / 10
		at := Point{from[0] + t*(to[0]-from[0]), from[1] + t*(to[1]-from[1])}
		if !slices.ContainsFunc(glue, func(g shape.Polygon) bool { return meets(g, at, wide, lineHalf) }) {
			return at
		}
	}
	return from
}

// meets tells whether a convex piece comes within so far across and down of a point.
func meets(g shape.Polygon, at Point, across, down float64) bool {
	return len(g.Intersect(shape.Rect(at[0]-across, at[1]-down, at[0]+across, at[1]+down))) > 0
}

// unread draws the scores of a blank that has none to set by a ruler.
func unread(d *Drawing, m *work.Made) {
	if m.Scores() > 0 {
		return
	}
	for k, off := range m.Beside(gap) {
		for _, f := range m.Pieces[k].Flaps {
			l := segment(moved(f.Crease, off))
			d.line("score", "", l[0], l[1])
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

// reading measures one score of a piece that lies between two corners, from the edge
// or corner it is set from. A corner is half way along its side of the drawing.
func (d *Drawing) reading(key string, line []Point, lo, hi Point, level, diagonal bool, text string, tier int) {
	x, y := min(line[0][0], line[1][0]), min(line[0][1], line[1][1])
	switch {
	case diagonal && !level:
		d.dim("top", tier, Point{lo[0], (lo[1] + hi[1]) / 2}, Point{x, y}, text, key)
	case !level:
		d.dim("top", tier, Point{lo[0], y}, Point{x, y}, text, key)
	case diagonal:
		d.dim("left", tier, Point{(lo[0] + hi[0]) / 2, lo[1]}, Point{x, y}, text, key)
	default: // from the bottom edge
		d.dim("left", tier, Point{x, hi[1]}, Point{x, y}, text, key)
	}
}

// folded is the closed envelope seen from the back, the card inside it dotted, any hole marked.
func (s blankScene) folded(m *work.Made) Drawing {
	d := blankDrawing(nameOf(m)+", folded", 0, 0)
	body, inside := outline(m.Body), outline(m.Inside)
	d.Lo, d.Hi = bounds(body)
	d.add("envelope", body)
	for _, f := range m.Proof.Folded {
		pts := outline(f.Shape)
		d.add("flap", pts)
		d.reach(pts)
	}
	s.cardInside(&d, m)
	for _, q := range m.Strips {
		d.add("strip", outline(q))
	}
	for _, hole := range m.Proof.Holes {
		d.add("hole", outline(hole))
	}
	lo, hi := bounds(inside)
	d.dim("bottom", 0, Point{lo[0], hi[1]}, hi, s.text(m.Cavity.Width), "cavity.width")
	d.dim("right", 0, hi, Point{hi[0], lo[1]}, s.text(m.Cavity.Height), "cavity.height")
	return d
}

// cardInside dots the card in, the way it lies, in the middle of the cavity.
func (s blankScene) cardInside(d *Drawing, m *work.Made) {
	z := s.card
	if z.Width != z.Height && (z.Width < z.Height) != (m.Cavity.Width < m.Cavity.Height) {
		z = z.Turned()
	}
	at := middle(outline(m.Inside))
	w, h := z.Width.MM(), z.Height.MM()
	d.add("inside", rect(at[0]-w/2, at[1]-h/2, w, h))
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
