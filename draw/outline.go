package draw

import (
	"bytes"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// What a silhouette file may be at most: bytes, points once curves are broken
// up, and elements one inside another. Beyond that it is no card's outline.
const (
	MaxOutline  = 1 << 20
	mostPoints  = 50_000
	mostDepth   = 64
	mostFarther = 5_000.0 // millimetres
)

// Silhouette is a card's outline read from a file, in millimetres.
type Silhouette struct {
	Shapes        []shape.Polygon
	Width, Height float64 // of the smallest rectangle round it, at any angle
	Turn          float64 // radians the outline is turned by to lie straight in it
	Box           shape.Polygon
}

// ReadSVG reads the silhouette of everything drawn in an SVG file: paths,
// polygons, polylines, lines, rectangles, circles and ellipses, in groups with
// transforms. One user unit is a 96th of an inch unless the file's own width
// and view box say otherwise. Text, pictures, references and styles are passed
// over; nothing is fetched or run. The error says what is wrong in a maker's words.
func ReadSVG(file []byte) (Silhouette, error) {
	if len(file) > MaxOutline {
		return Silhouette{}, fmt.Errorf("larger than an outline can be (%d kB)", MaxOutline>>10)
	}
	r := svgReader{decoder: xml.NewDecoder(bytes.NewReader(file))}
	r.decoder.Strict = true
	if err := r.document(); err != nil {
		return Silhouette{}, err
	}
	var all shape.Polygon
	for _, s := range r.shapes {
		all = append(all, s...)
	}
	hull := all.Hull()
	if len(hull) < 3 {
		return Silhouette{}, errors.New("nothing is drawn in it that has a size; draw the card's outline as a path or a polygon")
	}
	lo, hi := hull.Bounds()
	if hi.X-lo.X > mostFarther || hi.Y-lo.Y > mostFarther {
		return Silhouette{}, errors.New("larger than a card can be; check the file's width and its units")
	}
	out := Silhouette{}
	out.Width, out.Height, out.Turn = hull.Enclosing()
	blo, bhi := hull.Turn(out.Turn).Bounds()
	out.Box = shape.Rect(blo.X, blo.Y, bhi.X, bhi.Y).Turn(-out.Turn)
	out.Shapes = r.shapes
	return out, nil
}

// Straight draws a silhouette turned to lie straight in its smallest rectangle,
// with the size a card of that outline counts as.
func Straight(s Silhouette, z card.Size, unit measure.Unit) Drawing {
	lo, hi := s.Box.Turn(s.Turn).Bounds()
	d := blankDrawing("outline", hi.X-lo.X, hi.Y-lo.Y)
	d.add("paper", rect(0, 0, d.Hi[0], d.Hi[1]))
	for _, p := range s.Shapes {
		var pts []Point
		for _, q := range p.Turn(s.Turn).Move(-lo.X, -lo.Y) {
			pts = append(pts, Point{q.X, q.Y})
		}
		d.add("card", pts)
	}
	d.dim("top", 0, Point{}, Point{d.Hi[0], 0}, z.Width.Text(unit), "outline.width")
	d.dim("left", 0, Point{0, d.Hi[1]}, Point{}, z.Height.Text(unit), "outline.height")
	return d
}

// matrix is x' = a x + c y + e, y' = b x + d y + f.
type matrix [6]float64

func (m matrix) times(n matrix) matrix {
	return matrix{
		m[0]*n[0] + m[2]*n[1], m[1]*n[0] + m[3]*n[1],
		m[0]*n[2] + m[2]*n[3], m[1]*n[2] + m[3]*n[3],
		m[0]*n[4] + m[2]*n[5] + m[4], m[1]*n[4] + m[3]*n[5] + m[5],
	}
}

func (m matrix) put(x, y float64) shape.Point {
	return shape.Point{X: m[0]*x + m[2]*y + m[4], Y: m[1]*x + m[3]*y + m[5]}
}

// svgReader walks the elements; stack holds the transform of each one open.
type svgReader struct {
	decoder *xml.Decoder
	stack   []matrix
	hidden  int // how deep inside what is not drawn
	shapes  []shape.Polygon
	points  int
}

// Elements whose contents are not drawn where they stand.
var unseen = map[string]bool{
	"defs": true, "symbol": true, "clipPath": true, "mask": true, "pattern": true, "marker": true,
	"style": true, "script": true, "metadata": true, "title": true, "desc": true, "text": true, "foreignObject": true,
}

func (r *svgReader) document() error {
	seen := false
	for {
		token, err := r.decoder.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return fmt.Errorf("not readable as an SVG file: %s", strings.TrimPrefix(err.Error(), "XML "))
		}
		switch t := token.(type) {
		case xml.Directive:
			if bytes.Contains(bytes.ToUpper(t), []byte("ENTITY")) {
				return errors.New("it declares entities, which an outline has no need of; save it as plain SVG")
			}
		case xml.StartElement:
			if !seen && t.Name.Local != "svg" {
				return fmt.Errorf("%q is not an SVG file; it should start with <svg>", shorten(t.Name.Local))
			}
			seen = true
			if err := r.open(t); err != nil {
				return err
			}
		case xml.EndElement:
			r.stack = r.stack[:len(r.stack)-1]
			if unseen[t.Name.Local] {
				r.hidden--
			}
		}
	}
	if !seen {
		return errors.New("not an SVG file; it should start with <svg>")
	}
	return nil
}

func shorten(s string) string {
	if r := []rune(s); len(r) > 30 {
		return string(r[:30]) + "…"
	}
	return s
}

func (r *svgReader) open(t xml.StartElement) error {
	if len(r.stack) >= mostDepth {
		return errors.New("its groups lie too deep in one another; ungroup them")
	}
	attr := map[string]string{}
	for _, a := range t.Attr {
		attr[a.Name.Local] = a.Value
	}
	var now matrix
	if len(r.stack) > 0 {
		now = r.stack[len(r.stack)-1]
	} else {
		var err error
		if now, err = page(attr); err != nil {
			return err
		}
	}
	if text := attr["transform"]; text != "" {
		m, err := transforms(text)
		if err != nil {
			return err
		}
		now = now.times(m)
	}
	r.stack = append(r.stack, now)
	if unseen[t.Name.Local] {
		r.hidden++
	}
	if r.hidden > 0 || attr["display"] == "none" {
		return nil
	}
	lines, err := drawn(t.Name.Local, attr)
	if err != nil {
		return fmt.Errorf("<%s>: %w", t.Name.Local, err)
	}
	return r.add(now, lines)
}

func (r *svgReader) add(m matrix, lines [][]shape.Point) error {
	for _, l := range lines {
		if r.points += len(l); r.points > mostPoints {
			return errors.New("it has more points than a card's outline; simplify it")
		}
		var p shape.Polygon
		for _, q := range l {
			at := m.put(q.X, q.Y)
			if math.IsNaN(at.X) || math.IsNaN(at.Y) || math.Abs(at.X) > 1e7 || math.Abs(at.Y) > 1e7 {
				return errors.New("a point lies further off than any card reaches; check its transforms")
			}
			p = append(p, at)
		}
		if len(p) > 0 {
			r.shapes = append(r.shapes, p)
		}
	}
	return nil
}

// The sizes of units in millimetres, as the standard for style sheets has them.
var svgUnits = map[string]float64{
	"": 25.4 / 96, "px": 25.4 / 96, "mm": 1, "cm": 10, "in": 25.4, "pt": 25.4 / 72, "pc": 25.4 / 6, "q": 0.25,
}

// svgLength reads a number and its unit, in millimetres.
func svgLength(text string) (float64, error) {
	text = strings.TrimSpace(text)
	end := strings.LastIndexAny(text, "0123456789.") + 1
	v, err := strconv.ParseFloat(text[:end], 64)
	unit, ok := svgUnits[strings.ToLower(strings.TrimSpace(text[end:]))]
	if err != nil || !ok || math.IsInf(v, 0) || math.IsNaN(v) {
		return 0, fmt.Errorf("%q is not a length; try 120mm", shorten(text))
	}
	return v * unit, nil
}

// page is the transform from user units to millimetres: by the width, the
// height and the view box where the file has them.
func page(attr map[string]string) (matrix, error) {
	px := svgUnits["px"]
	m := matrix{px, 0, 0, px, 0, 0}
	box, err := numbers(attr["viewBox"])
	if err != nil {
		return m, fmt.Errorf("viewBox: %w", err)
	}
	if len(box) != 4 {
		return m, nil
	}
	if box[2] <= 0 || box[3] <= 0 {
		return m, errors.New("viewBox: it has no size")
	}
	across, down := px, px
	sized := false
	for name, side := range map[string]int{"width": 2, "height": 3} {
		text := attr[name]
		if text == "" || strings.HasSuffix(strings.TrimSpace(text), "%") {
			continue
		}
		l, err := svgLength(text)
		if err != nil {
			return m, fmt.Errorf("%s: %w", name, err)
		}
		if l <= 0 {
			return m, fmt.Errorf("%s: %q is no size; try 120mm", name, shorten(text))
		}
		scale := l / box[side]
		switch {
		case name == "width":
			across = scale
		default:
			down = scale
		}
		sized = true
	}
	if sized {
		_, wide := attr["width"]
		_, high := attr["height"]
		// A page keeps its proportions: the smaller scale holds for both ways.
		switch {
		case !wide:
			across = down
		case !high:
			down = across
		case attr["preserveAspectRatio"] != "none":
			across = min(across, down)
			down = across
		}
	}
	return matrix{across, 0, 0, down, -box[0] * across, -box[1] * down}, nil
}

// transforms reads a list of transforms, applied from the last to the first.
func transforms(text string) (matrix, error) {
	m := matrix{1, 0, 0, 1, 0, 0}
	for rest := strings.TrimSpace(text); rest != ""; {
		open, shut := strings.IndexByte(rest, '('), strings.IndexByte(rest, ')')
		if open < 0 || shut < open {
			return m, fmt.Errorf("transform: %q is not understood; try rotate(15)", shorten(rest))
		}
		name := strings.Trim(rest[:open], " \t\r\n,")
		v, err := numbers(rest[open+1 : shut])
		if err != nil {
			return m, fmt.Errorf("transform: %w", err)
		}
		one, ok := transform(name, v)
		if !ok {
			return m, fmt.Errorf("transform: %q is not understood; try rotate(15)", shorten(rest[:shut+1]))
		}
		m = m.times(one)
		rest = strings.TrimLeft(rest[shut+1:], " \t\r\n,")
	}
	return m, nil
}

func transform(name string, v []float64) (matrix, bool) {
	at := func(i int, otherwise float64) float64 {
		if i < len(v) {
			return v[i]
		}
		return otherwise
	}
	n := len(v)
	switch {
	case name == "matrix" && n == 6:
		return matrix(v), true
	case name == "translate" && (n == 1 || n == 2):
		return matrix{1, 0, 0, 1, v[0], at(1, 0)}, true
	case name == "scale" && (n == 1 || n == 2):
		return matrix{v[0], 0, 0, at(1, v[0]), 0, 0}, true
	case name == "rotate" && (n == 1 || n == 3):
		sin, cos := math.Sincos(v[0] * math.Pi / 180)
		x, y := at(1, 0), at(2, 0)
		return matrix{1, 0, 0, 1, x, y}.times(matrix{cos, sin, -sin, cos, 0, 0}).times(matrix{1, 0, 0, 1, -x, -y}), true
	case name == "skewX" && n == 1:
		return matrix{1, 0, math.Tan(v[0] * math.Pi / 180), 1, 0, 0}, true
	case name == "skewY" && n == 1:
		return matrix{1, math.Tan(v[0] * math.Pi / 180), 0, 1, 0, 0}, true
	}
	return matrix{}, false
}
