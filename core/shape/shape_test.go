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

func TestLappingAgreesWithTheWidthMeasured(t *testing.T) {
	rng := rand.New(rand.NewSource(5))
	wide, narrow := 0, 0
	for i := range 4000 {
		a, b, limit := hull(rng), hull(rng), rng.Float64()*20
		_, width := a.Common(b)
		if Laps(a, b, limit) != (width >= limit) {
			t.Fatalf("case %d: %v wide, said to lap by %v: %t", i, width, limit, Laps(a, b, limit))
		}
		if width >= limit {
			wide++
		} else if width > 0 {
			narrow++
		}
	}
	if wide < 400 || narrow < 400 {
		t.Errorf("%d lap by enough and %d by too little: too few of one kind", wide, narrow)
	}
	if a := Rect(0, 0, 1, 1); !Laps(a, Rect(5, 5, 6, 6), 0) || Laps(a, Rect(5, 5, 6, 6), 1e-3) {
		t.Error("pieces apart lap by nothing, and by no more")
	}
}

// A corner that computing made twice, a rounding apart, gives an edge of no
// direction; nothing may be cut along it.
func TestACornerTwiceCutsNothing(t *testing.T) {
	rng := rand.New(rand.NewSource(5))
	for i := range 400 {
		a, b := hull(rng), hull(rng)
		at := rng.Intn(len(b))
		twice := append(Polygon{}, b[:at+1]...)
		twice = append(twice, Point{b[at].X + (rng.Float64()-.5)*1e-12, b[at].Y + (rng.Float64()-.5)*1e-12})
		twice = append(twice, b[at+1:]...)
		want := a.Intersect(b).Area()
		if got := a.Intersect(twice).Area(); math.Abs(got-want) > 1e-6 {
			t.Fatalf("case %d: %v in common with a corner twice, %v without", i, got, want)
		}
		if got, width := a.Common(twice); math.Abs(got-want) > 1e-6 || got > 0 && width == 0 {
			t.Fatalf("case %d: %v by %v in common measured, want %v", i, got, width, want)
		}
		left := 0.0
		for _, piece := range Subtract([]Polygon{a}, twice) {
			left += piece.Area()
		}
		if math.Abs(left+want-a.Area()) > 1e-2 {
			t.Fatalf("case %d: %v left and %v common do not make %v", i, left, want, a.Area())
		}
	}
}

// By hand: a rectangle loses as much on every side; a triangle of 3, 4 and 5, whose circle has a radius of 1, is half as large at half of it.
func TestShrunkByHand(t *testing.T) {
	oblong, triangle := Rect(0, 0, 10, 6), Polygon{{X: 0, Y: 0}, {X: 4, Y: 0}, {X: 0, Y: 3}}
	lo, hi := oblong.Inset(2).Bounds()
	if lo != (Point{X: 2, Y: 2}) || hi != (Point{X: 8, Y: 4}) || len(oblong.Inset(3)) > 2 || math.Abs(oblong.Inset(0).Area()-60) > 1e-9 {
		t.Errorf("%v to %v, %v", lo, hi, oblong.Inset(3))
	}
	if half := triangle.Inset(.5); math.Abs(half.Area()-1.5) > 1e-9 || len(triangle.Inset(1.01)) > 2 {
		t.Errorf("%v, %v", half, triangle.Inset(1.01))
	}
}
