package e2e

import (
	"encoding/xml"
	"fmt"
	"math"
	"strconv"
	"strings"
	"testing"
)

// The checker below folds a downloaded blank by itself, knowing nothing but the
// file: a closed cut, and straight scores that run two ways square to each other.

type place struct{ x, y float64 }

// sheetFile is a blank as the file has it.
type sheetFile struct {
	cut    []place
	scores [][2]place
}

func readBlank(t *testing.T, file []byte) sheetFile {
	t.Helper()
	var doc struct {
		Groups []struct {
			ID    string `xml:"id,attr"`
			Paths []struct {
				D string `xml:"d,attr"`
			} `xml:"path"`
		} `xml:"g"`
	}
	if err := xml.Unmarshal(file, &doc); err != nil {
		t.Fatal(err)
	}
	var out sheetFile
	for _, g := range doc.Groups {
		for _, p := range g.Paths {
			pts := points(t, p.D)
			switch {
			case g.ID == "cut" && out.cut == nil:
				out.cut = pts
			case g.ID == "cut":
				t.Fatal("more than one cut")
			case g.ID == "score":
				out.scores = append(out.scores, [2]place{pts[0], pts[1]})
			}
		}
	}
	return out
}

func points(t *testing.T, d string) (out []place) {
	t.Helper()
	for _, pair := range strings.Split(strings.Trim(d, "MZ"), "L") {
		f := strings.Fields(pair)
		x, err1 := strconv.ParseFloat(f[0], 64)
		y, err2 := strconv.ParseFloat(f[1], 64)
		if err1 != nil || err2 != nil {
			t.Fatalf("%q", pair)
		}
		out = append(out, place{x, y})
	}
	return out
}

// turned lays the scores level and upright.
func (f sheetFile) turned() sheetFile {
	a, b := f.scores[0][0], f.scores[0][1]
	s, c := math.Sincos(-math.Atan2(b.y-a.y, b.x-a.x))
	turn := func(p place) place { return place{p.x*c - p.y*s, p.x*s + p.y*c} }
	var out sheetFile
	for _, p := range f.cut {
		out.cut = append(out.cut, turn(p))
	}
	for _, l := range f.scores {
		out.scores = append(out.scores, [2]place{turn(l[0]), turn(l[1])})
	}
	return out
}

// creases are where the scores lie, across and along, in order; each once.
func (f sheetFile) creases() (xs, ys []float64) {
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
	for _, l := range f.scores {
		if math.Abs(l[0].x-l[1].x) < math.Abs(l[0].y-l[1].y) {
			xs = put(xs, l[0].x)
		} else {
			ys = put(ys, l[0].y)
		}
	}
	return xs, ys
}

// holds counts how often a ray from the place meets the cut.
func (f sheetFile) holds(p place) bool {
	in := false
	for i, a := range f.cut {
		b := f.cut[(i+1)%len(f.cut)]
		if (a.y > p.y) != (b.y > p.y) && p.x < a.x+(p.y-a.y)/(b.y-a.y)*(b.x-a.x) {
			in = !in
		}
	}
	return in
}

// fold is what came of folding: the panel's size, a box's depth, how much of the back stays open in mm2, and how far paper sticks out.
type fold struct{ wide, high, deep, open, out float64 }

func (f sheetFile) fold(t *testing.T) fold {
	t.Helper()
	f = f.turned()
	xs, ys := f.creases()
	if len(xs) != len(ys) || len(xs) != 2 && len(xs) != 4 {
		t.Fatalf("creases at %v and %v", xs, ys)
	}
	last := len(xs) - 1
	in := last / 2 // the inner of the first two
	left, right, top, bottom := xs[in], xs[last-in], ys[in], ys[last-in]
	r := fold{wide: right - left, high: bottom - top, deep: left - xs[0]}
	const step = 0.75
	for y := top + step/2; y < bottom; y += step {
		for x := left + step/2; x < right; x += step {
			// Paper that comes to lie here was as far beyond a flap's crease as this is from the panel's edge.
			covered := f.holds(place{xs[0] - (x - left), y}) || f.holds(place{xs[last] + (right - x), y}) ||
				f.holds(place{x, ys[0] - (y - top)}) || f.holds(place{x, ys[last] + (bottom - y)})
			if !covered {
				r.open += step * step
			}
		}
	}
	for _, p := range f.cut {
		r.out = max(r.out, xs[0]-p.x-r.wide, p.x-xs[last]-r.wide, ys[0]-p.y-r.high, p.y-ys[last]-r.high)
	}
	return r
}

// takes fails the test unless the folded blank closes without a hole, keeps its
// paper within itself and has the room, in inches, that was worked out by hand.
func (r fold) takes(t *testing.T, wide, high, deep float64) {
	t.Helper()
	const in = 25.4
	if math.Abs(max(r.wide, r.high)-max(wide, high)*in) > 0.02 || math.Abs(min(r.wide, r.high)-min(wide, high)*in) > 0.02 || math.Abs(r.deep-deep*in) > 0.02 {
		t.Errorf("folds to %.3f x %.3f x %.3f in, want %v x %v x %v", r.wide/in, r.high/in, r.deep/in, wide, high, deep)
	}
	if r.open > 0 || r.out > 0.01 {
		t.Errorf("%.1f mm2 stay open, %.2f mm stick out", r.open, r.out)
	}
}

func TestTheFoldCheckerSeesHolesAndOverhang(t *testing.T) {
	file := func(top, side float64) []byte {
		// A panel of 50 x 40, side flaps, a back of 40 and a top flap.
		cut := fmt.Sprintf("M0 %[2]v L%[1]v %[2]v L%[1]v 0 L%[3]v 0 L%[3]v %[2]v L%[4]v %[2]v L%[4]v %[5]v L%[3]v %[5]v L%[3]v %[6]v L%[1]v %[6]v L%[1]v %[5]v L0 %[5]vZ",
			side, top, side+50, side+50+side, top+40, top+40+20)
		score := func(x1, y1, x2, y2 float64) string {
			return fmt.Sprintf(`<path d="M%v %v L%v %v"/>`, x1, y1, x2, y2)
		}
		return []byte(`<svg><g id="score">` + score(side, top, side, top+40) + score(side+50, top, side+50, top+40) +
			score(side, top, side+50, top) + score(side, top+40, side+50, top+40) + `</g><g id="cut"><path d="` + cut + `"/></g></svg>`)
	}
	if r := readBlank(t, file(21, 12)).fold(t); r.open != 0 || r.out > 0 || max(r.wide, r.high) != 50 || min(r.wide, r.high) != 40 {
		t.Errorf("a whole one: %+v", r)
	}
	// The back is 20 high: a top flap of 10 leaves 10 x 26 open between the side flaps.
	if r := readBlank(t, file(10, 12)).fold(t); math.Abs(r.open-260) > 30 {
		t.Errorf("a short flap: %+v", r)
	}
	if r := readBlank(t, file(21, 52)).fold(t); math.Abs(r.out-2) > 1e-6 {
		t.Errorf("side flaps wider than the panel: %+v", r)
	}
}
