// Package fold folds a blank's file by itself, for tests: it knows nothing but
// the file, a closed cut and straight scores that run two ways square to each other.
package fold

import (
	"encoding/xml"
	"errors"
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Place is a point of the file, in millimetres, y down the page.
type Place struct{ X, Y float64 }

// File is a blank as its file has it.
type File struct {
	Cut    []Place
	Scores [][2]Place
}

// Read reads a blank's SVG file. The error says what is not as such a file is.
func Read(file []byte) (File, error) {
	var doc struct {
		Groups []struct {
			ID    string `xml:"id,attr"`
			Paths []struct {
				D string `xml:"d,attr"`
			} `xml:"path"`
		} `xml:"g"`
	}
	var out File
	if err := xml.Unmarshal(file, &doc); err != nil {
		return out, err
	}
	for _, g := range doc.Groups {
		for _, p := range g.Paths {
			pts, err := points(p.D)
			if err != nil {
				return out, err
			}
			switch {
			case g.ID == "cut" && out.Cut == nil:
				out.Cut = pts
			case g.ID == "cut":
				return out, errors.New("more than one cut")
			case g.ID == "score":
				out.Scores = append(out.Scores, [2]Place{pts[0], pts[1]})
			}
		}
	}
	return out, nil
}

func points(d string) (out []Place, err error) {
	for _, pair := range strings.Split(strings.Trim(d, "MZ"), "L") {
		f := strings.Fields(pair)
		x, err1 := strconv.ParseFloat(f[0], 64)
		y, err2 := strconv.ParseFloat(f[1], 64)
		if err1 != nil || err2 != nil {
			return nil, fmt.Errorf("%q is no place", pair)
		}
		out = append(out, Place{x, y})
	}
	return out, nil
}

// Turned lays the scores level and upright.
func (f File) Turned() File {
	a, b := f.Scores[0][0], f.Scores[0][1]
	s, c := math.Sincos(-math.Atan2(b.Y-a.Y, b.X-a.X))
	turn := func(p Place) Place { return Place{p.X*c - p.Y*s, p.X*s + p.Y*c} }
	var out File
	for _, p := range f.Cut {
		out.Cut = append(out.Cut, turn(p))
	}
	for _, l := range f.Scores {
		out.Scores = append(out.Scores, [2]Place{turn(l[0]), turn(l[1])})
	}
	return out
}

// Creases are where the scores lie, across and along, in order; each once.
func (f File) Creases() (xs, ys []float64) {
	put := func(all []float64, v float64) []float64 {
		for i, w := range all {
			if math.Abs(w-v) < 0.01 {
				return all
			}
			if v < w {
				return append(all[:i], append([]float64{v}, all[i:]...)...)
			}
		}
		return append(all, v)
	}
	for _, l := range f.Scores {
		if math.Abs(l[0].X-l[1].X) < math.Abs(l[0].Y-l[1].Y) {
			xs = put(xs, l[0].X)
		} else {
			ys = put(ys, l[0].Y)
		}
	}
	return xs, ys
}

// Holds tells whether paper is at a place: it counts how often a ray from the place meets the cut.
func (f File) Holds(p Place) bool {
	in := false
	for i, a := range f.Cut {
		b := f.Cut[(i+1)%len(f.Cut)]
		if (a.Y > p.Y) != (b.Y > p.Y) && p.X < a.X+(p.Y-a.Y)/(b.Y-a.Y)*(b.X-a.X) {
			in = !in
		}
	}
	return in
}

// Folded is what came of folding: the panel's size, a box's depth, how much of the back stays open in mm2, and how far paper sticks out.
type Folded struct{ Wide, High, Deep, Open, Out float64 }

// Fold folds every flap over. The error says where the scores are not those of an envelope.
func (f File) Fold() (Folded, error) {
	f = f.Turned()
	xs, ys := f.Creases()
	if len(xs) != len(ys) || len(xs) != 2 && len(xs) != 4 {
		return Folded{}, fmt.Errorf("creases at %v and %v", xs, ys)
	}
	last := len(xs) - 1
	in := last / 2 // the inner of the first two
	left, right, top, bottom := xs[in], xs[last-in], ys[in], ys[last-in]
	r := Folded{Wide: right - left, High: bottom - top, Deep: left - xs[0]}
	const step = 0.75
	for y := top + step/2; y < bottom; y += step {
		for x := left + step/2; x < right; x += step {
			// Paper that comes to lie here was as far beyond a flap's crease as this is from the panel's edge.
			covered := f.Holds(Place{xs[0] - (x - left), y}) || f.Holds(Place{xs[last] + (right - x), y}) ||
				f.Holds(Place{x, ys[0] - (y - top)}) || f.Holds(Place{x, ys[last] + (bottom - y)})
			if !covered {
				r.Open += step * step
			}
		}
	}
	for _, p := range f.Cut {
		r.Out = max(r.Out, xs[0]-p.X-r.Wide, p.X-xs[last]-r.Wide, ys[0]-p.Y-r.High, p.Y-ys[last]-r.High)
	}
	return r, nil
}

// Scored tells whether a place lies on a score.
func (f File) Scored(p Place) bool {
	for _, s := range f.Scores {
		a, b := s[0], s[1]
		whole := math.Hypot(b.X-a.X, b.Y-a.Y)
		if math.Hypot(p.X-a.X, p.Y-a.Y)+math.Hypot(b.X-p.X, b.Y-p.Y) < whole+1e-3 {
			return true
		}
	}
	return false
}
