package draw

import (
	"math"
	"strings"
	"testing"

	"yellow-parcel/core/folding"
	"yellow-parcel/core/shape"
)

// over tells whether a face lies at a place on the page, and is not seen along its edge.
func (f *face) over(x, y float64) bool {
	p := f.flat()
	return p.Area() > 1 && p.Intersect(shape.Rect(x-1e-4, y-1e-4, x+1e-4, y+1e-4)).Area() > 3e-8
}

// Whatever is painted last at a place is what is in front there: of every fold of a box from straight folds, one
// from a square, a corner fold and a straight fold, flat and thick.
func TestWhatIsBehindIsHidden(t *testing.T) {
	seen, pictures := 0, 0
	for _, blank := range []string{`"style":"box","variant":"straight"`, `"style":"box","variant":"square"`, `"style":"corner-fold"`, `"style":"straight-fold","variant":"thumb-gap"`} {
		for _, thick := range []string{"1/16", "1/4", "1/2"} {
			r := planOf(t, `"unit":"in","card":{"width":"4","height":"6","thickness":"`+thick+`"},"blank":{`+blank+`}`).Result
			m := r.Blanks[0]
			d := folds(r, m)
			if len(m.Flaps()) == 0 || m.Style.ID == "box" != (len(d.Labels) == 8) {
				continue // another was made in its place
			}
			p := folding.Of(&m.Blank, r.Card.Thickness.MM())
			for s := range p.Steps() {
				pictures++
				faces := ordered(append(facesOf(&p, p.During(s, foldPart)), cardFaces(m, &p)...))
				for i := range 30 * 30 {
					x, y := 8*float64(i%30)-120.3, 8*float64(i/30)-60.7
					front, last, in := math.Inf(-1), 0.0, false
					for k := range faces {
						if faces[k].over(x, y) && !strings.HasPrefix(faces[k].kind, "round") { // a flap's corners are pressed into these
							z := faces[k].depth(shape.Point{X: x, Y: y})
							front, last, in = max(front, z), z, true
						}
					}
					if in {
						seen++
					}
					if in && front-last > 0.05 {
						t.Fatalf("%s, %s thick, fold %d at %.1f,%.1f: what is painted last lies %.2f mm behind", blank, thick, s+1, x, y, front-last)
					}
				}
			}
		}
	}
	if seen < 4000 || pictures < 40 {
		t.Errorf("%d places in %d pictures", seen, pictures)
	}
}
