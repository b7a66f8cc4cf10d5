package shape

import (
	"math"
	"math/rand"
	"testing"

	"github.com/peterstace/simplefeatures/geom"
)

func near(a, b float64) bool { return math.Abs(a-b) < 1e-6 }

func TestMirrorAcrossACrease(t *testing.T) {
	crease := Line{Point{10, 0}, Point{10, 30}}
	if got := crease.Mirror(Point{14, 5}); !near(got.X, 6) || !near(got.Y, 5) {
		t.Errorf("(14,5) folds to %v", got)
	}
	flap := Rect(10, 0, 16, 30)
	folded := flap.Mirror(crease)
	if !near(folded.Area(), 180) {
		t.Errorf("folding turned the outline round or changed its area: %v", folded.Area())
	}
	if back := folded.Mirror(crease); !near(back[0].Dist(flap[0]), 0) {
		t.Errorf("folding twice moved %v to %v", flap[0], back[0])
	}
}

func TestStripWidthIsMeasuredAcrossIt(t *testing.T) {
	strip := Polygon{{0, 0}, {10, 10}, {8, 12}, {-2, 2}} // at 45 degrees, sqrt 8 wide
	if got := strip.Width(); !near(got, math.Sqrt(8)) {
		t.Errorf("width %v, want %v", got, math.Sqrt(8))
	}
	if (Polygon{}).Width() != 0 {
		t.Error("nothing has a width")
	}
}

func hull(rng *rand.Rand) Polygon {
	n := 3 + rng.Intn(6)
	cx, cy, r := rng.Float64()*60, rng.Float64()*60, 10+rng.Float64()*30
	p := make(Polygon, n)
	for i := range p {
		a := 2 * math.Pi * (float64(i) + rng.Float64()*.8) / float64(n)
		p[i] = Point{cx + r*math.Cos(a), cy + r*math.Sin(a)}
	}
	return p
}

func asGeometry(p Polygon) geom.Geometry {
	xy := make([]float64, 0, 2*len(p)+2)
	for i := range len(p) + 1 {
		xy = append(xy, p[i%len(p)].X, p[i%len(p)].Y)
	}
	ring := geom.NewLineString(geom.NewSequence(xy, geom.DimXY))
	return geom.NewPolygon([]geom.LineString{ring}).AsGeometry()
}

// The general geometry library is the independent check on our few lines of clipping.
func TestClippingAgreesWithAGeneralLibrary(t *testing.T) {
	rng := rand.New(rand.NewSource(3))
	for i := range 400 {
		a, b := hull(rng), hull(rng)
		common, err := geom.Intersection(asGeometry(a), asGeometry(b))
		if err != nil {
			t.Fatal(err)
		}
		if got := a.Intersect(b).Area(); math.Abs(got-common.Area()) > 1e-3 {
			t.Fatalf("case %d: common area %v, library %v", i, got, common.Area())
		}
		left := 0.0
		for _, piece := range Subtract([]Polygon{a}, b) {
			left += piece.Area()
		}
		if math.Abs(left+common.Area()-a.Area()) > 1e-2 {
			t.Fatalf("case %d: %v left and %v common do not make %v", i, left, common.Area(), a.Area())
		}
	}
}
