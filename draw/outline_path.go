package draw

import (
	"errors"
	"fmt"
	"math"
	"strconv"
	"strings"

	"yellow-parcel/core/shape"
)

// arcs and curves are broken into so many straight pieces.
const (
	curvePieces  = 24
	circlePieces = 120
)

// drawn is what one element draws, as lines of points; nil for one that draws nothing.
func drawn(name string, attr map[string]string) ([][]shape.Point, error) {
	switch name {
	case "path":
		return pathLines(attr["d"])
	case "polygon", "polyline":
		v, err := numbers(attr["points"])
		if err != nil || len(v)%2 != 0 {
			return nil, errors.Join(err, oddNumber(v))
		}
		var pts []shape.Point
		for i := 0; i < len(v); i += 2 {
			pts = append(pts, shape.Point{X: v[i], Y: v[i+1]})
		}
		return [][]shape.Point{pts}, nil
	case "rect", "circle", "ellipse", "line":
		return simple(name, attr)
	}
	return nil, nil
}

func oddNumber(v []float64) error {
	if len(v)%2 != 0 {
		return errors.New("points: the last one has no y")
	}
	return nil
}

// simple draws rectangles, whose rounded corners still touch their sides,
// circles, ellipses and lines.
func simple(name string, attr map[string]string) ([][]shape.Point, error) {
	v := map[string]float64{}
	for _, key := range []string{"x", "y", "width", "height", "cx", "cy", "r", "rx", "ry", "x1", "y1", "x2", "y2"} {
		text := attr[key]
		if text == "" {
			continue
		}
		l, err := svgLength(text)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", key, err)
		}
		v[key] = l / svgUnits["px"] // in user units
	}
	switch name {
	case "rect":
		if v["width"] <= 0 || v["height"] <= 0 {
			return nil, nil
		}
		return [][]shape.Point{shape.Rect(v["x"], v["y"], v["x"]+v["width"], v["y"]+v["height"])}, nil
	case "line":
		return [][]shape.Point{{{X: v["x1"], Y: v["y1"]}, {X: v["x2"], Y: v["y2"]}}}, nil
	case "circle":
		v["rx"], v["ry"] = v["r"], v["r"]
	}
	var pts []shape.Point
	for i := range circlePieces {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / circlePieces)
		pts = append(pts, shape.Point{X: v["cx"] + v["rx"]*cos, Y: v["cy"] + v["ry"]*sin})
	}
	return [][]shape.Point{pts}, nil
}

// numbers reads numbers parted by spaces or commas, or by nothing where a sign or a second point parts them.
func numbers(text string) ([]float64, error) {
	var out []float64
	for s := (scanner{text: text}); ; {
		s.space()
		if s.done() {
			return out, nil
		}
		v, err := s.number()
		if err != nil {
			return nil, err
		}
		out = append(out, v)
	}
}

// scanner reads a path's letters and numbers.
type scanner struct {
	text string
	at   int
}

func (s *scanner) done() bool { return s.at >= len(s.text) }

func (s *scanner) space() {
	for !s.done() && strings.IndexByte(" \t\r\n,", s.text[s.at]) >= 0 {
		s.at++
	}
}

func (s *scanner) number() (float64, error) {
	s.space()
	start := s.at
	digits := func() {
		for !s.done() && s.text[s.at] >= '0' && s.text[s.at] <= '9' {
			s.at++
		}
	}
	skip := func(any string) bool {
		if !s.done() && strings.IndexByte(any, s.text[s.at]) >= 0 {
			s.at++
			return true
		}
		return false
	}
	skip("+-")
	digits()
	if skip(".") {
		digits()
	}
	if mark := s.at; skip("eE") {
		skip("+-")
		from := s.at
		if digits(); s.at == from {
			s.at = mark
		}
	}
	v, err := strconv.ParseFloat(s.text[start:s.at], 64)
	if err != nil || math.IsInf(v, 0) || math.Abs(v) > 1e9 {
		return 0, fmt.Errorf("%q is not a number it could be", shorten(s.text[start:]))
	}
	return v, nil
}

// flag is a single 0 or 1, which may stand right before the next number.
func (s *scanner) flag() (bool, error) {
	s.space()
	if s.done() || s.text[s.at] != '0' && s.text[s.at] != '1' {
		return false, errors.New("an arc's flags are 0 or 1")
	}
	s.at++
	return s.text[s.at-1] == '1', nil
}

// pen draws a path. before is the last control point, for the smooth curves.
type pen struct {
	scanner
	lines         [][]shape.Point
	now           shape.Point
	start, before shape.Point
	last          byte
	points        int // drawn
}

// How many numbers each letter takes; an arc's two flags are read apart.
var takes = map[byte]int{'M': 2, 'L': 2, 'H': 1, 'V': 1, 'C': 6, 'S': 4, 'Q': 4, 'T': 2, 'A': 7, 'Z': 0}

func pathLines(text string) ([][]shape.Point, error) {
	p := pen{scanner: scanner{text: text}}
	letter := byte(0)
	for {
		p.space()
		if p.done() {
			return p.lines, nil
		}
		if c := p.text[p.at]; c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z' {
			letter = c
			p.at++
		} else if letter == 0 || letter == 'Z' || letter == 'z' {
			return nil, fmt.Errorf("%q is no path; it should start with M", shorten(p.text[p.at:]))
		}
		if len(p.lines) == 0 && letter != 'M' && letter != 'm' {
			return nil, errors.New("a path should start with M")
		}
		if err := p.piece(letter); err != nil {
			return nil, err
		}
		if p.points > mostPoints {
			return nil, errors.New("it has more points than a card's outline; simplify it")
		}
		// More pairs after a move are lines.
		switch letter {
		case 'M':
			letter = 'L'
		case 'm':
			letter = 'l'
		}
	}
}

// piece draws one letter's worth.
func (p *pen) piece(letter byte) error {
	kind := letter &^ 0x20
	n, ok := takes[kind]
	if !ok {
		return fmt.Errorf("%q is no letter of a path", string(rune(letter)))
	}
	v := make([]float64, n)
	for i := range v {
		if kind == 'A' && (i == 3 || i == 4) {
			on, err := p.flag()
			if err != nil {
				return err
			}
			if on {
				v[i] = 1
			}
			continue
		}
		var err error
		if v[i], err = p.number(); err != nil {
			return err
		}
	}
	from := shape.Point{}
	if letter != kind {
		from = p.now
	}
	p.draw(kind, v, from)
	p.last = kind
	return nil
}

func (p *pen) draw(kind byte, v []float64, from shape.Point) {
	at := func(i int) shape.Point { return shape.Point{X: from.X + v[i], Y: from.Y + v[i+1]} }
	switch kind {
	case 'M':
		p.now = at(0)
		p.start = p.now
		p.points++
		p.lines = append(p.lines, []shape.Point{p.now})
	case 'Z':
		p.to(p.start)
	case 'L':
		p.to(at(0))
	case 'H':
		p.to(shape.Point{X: from.X + v[0], Y: p.now.Y})
	case 'V':
		p.to(shape.Point{X: p.now.X, Y: from.Y + v[0]})
	case 'C':
		p.curve(at(0), at(2), at(4))
	case 'S':
		p.curve(p.mirrored("CS"), at(0), at(2))
	case 'Q':
		p.bend(at(0), at(2))
	case 'T':
		p.bend(p.mirrored("QT"), at(0))
	case 'A':
		p.arc(math.Abs(v[0]), math.Abs(v[1]), v[2]*math.Pi/180, v[3] == 1, v[4] == 1, at(5))
	}
}

func (p *pen) to(q shape.Point) {
	p.points++
	last := len(p.lines) - 1
	p.lines[last] = append(p.lines[last], q)
	p.now = q
}

// mirrored is the last control point on the other side of where the pen is,
// after a curve of the same kind.
func (p *pen) mirrored(kinds string) shape.Point {
	if strings.IndexByte(kinds, p.last) < 0 {
		return p.now
	}
	return shape.Point{X: 2*p.now.X - p.before.X, Y: 2*p.now.Y - p.before.Y}
}

func (p *pen) curve(b, c, d shape.Point) {
	a := p.now
	for i := 1; i <= curvePieces; i++ {
		t := float64(i) / curvePieces
		u := 1 - t
		w := [4]float64{u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t}
		p.to(shape.Point{X: w[0]*a.X + w[1]*b.X + w[2]*c.X + w[3]*d.X, Y: w[0]*a.Y + w[1]*b.Y + w[2]*c.Y + w[3]*d.Y})
	}
	p.now, p.before = d, c
}

func (p *pen) bend(b, c shape.Point) {
	a := p.now
	third := func(q shape.Point) shape.Point {
		return shape.Point{X: q.X + 2*(b.X-q.X)/3, Y: q.Y + 2*(b.Y-q.Y)/3}
	}
	p.curve(third(a), third(c), c)
	p.before = b
}

// arc draws part of an ellipse from its two ends, as the drawing standard works its centre out.
func (p *pen) arc(rx, ry, tilt float64, large, sweep bool, end shape.Point) {
	if rx == 0 || ry == 0 || end == p.now {
		p.to(end)
		return
	}
	sin, cos := math.Sincos(tilt)
	dx, dy := (p.now.X-end.X)/2, (p.now.Y-end.Y)/2
	x, y := cos*dx+sin*dy, -sin*dx+cos*dy
	if grow := x*x/(rx*rx) + y*y/(ry*ry); grow > 1 {
		rx, ry = rx*math.Sqrt(grow), ry*math.Sqrt(grow)
	}
	k := math.Sqrt(max(0, (rx*rx*ry*ry-rx*rx*y*y-ry*ry*x*x)/(rx*rx*y*y+ry*ry*x*x)))
	if large == sweep {
		k = -k
	}
	cx, cy := k*rx*y/ry, -k*ry*x/rx
	mid := shape.Mid(p.now, end)
	centre := shape.Point{X: cos*cx - sin*cy + mid.X, Y: sin*cx + cos*cy + mid.Y}
	from := math.Atan2((y-cy)/ry, (x-cx)/rx)
	turn := math.Atan2((-y-cy)/ry, (-x-cx)/rx) - from
	if sweep && turn < 0 {
		turn += 2 * math.Pi
	}
	if !sweep && turn > 0 {
		turn -= 2 * math.Pi
	}
	pieces := 2 + int(math.Abs(turn)/(2*math.Pi)*circlePieces)
	for i := 1; i < pieces; i++ {
		s, c := math.Sincos(from + turn*float64(i)/float64(pieces))
		p.to(shape.Point{X: centre.X + rx*c*cos - ry*s*sin, Y: centre.Y + rx*c*sin + ry*s*cos})
	}
	p.to(end)
}
