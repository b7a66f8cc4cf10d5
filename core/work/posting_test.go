package work

import (
	"math/rand/v2"
	"testing"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/shape"
)

// A region holds exactly the faces whose length, height and ratio its class takes.
func TestRegionsHoldWhatTheClassTakes(t *testing.T) {
	rng := rand.New(rand.NewPCG(21, 22))
	inside, outside := 0, 0
	mm := func(l post.Length) float64 { return measure.Length(l).MM() }
	for _, c := range catalog.Standard().Carriers {
		for _, class := range c.Classes {
			l := class.Limits
			if l.Length.Max == 0 || l.Height.Max == 0 {
				continue
			}
			pts := regionOf(mm(l.Length.Min), mm(l.Length.Max), mm(l.Height.Min), mm(l.Height.Max), max(1, float64(l.Ratio.Min)/1000), float64(l.Ratio.Max)/1000)
			for range 400 {
				x, y := rng.Float64()*1.2*mm(l.Length.Max), rng.Float64()*1.2*mm(l.Height.Max)
				if y > x {
					continue
				}
				takes := x >= mm(l.Length.Min) && x <= mm(l.Length.Max) && y >= mm(l.Height.Min) && y <= mm(l.Height.Max) && x*1000 >= y*float64(l.Ratio.Min)
				if takes != holdsPoint(pts, x, y) {
					t.Fatalf("%s %s: %.1f x %.1f mm, takes %v, the region %v", c.ID, class.ID, x, y, takes, pts)
				}
				if takes {
					inside++
				} else {
					outside++
				}
			}
		}
	}
	if inside < 1000 || outside < 500 {
		t.Errorf("only %d inside and %d outside", inside, outside)
	}
}

// holdsPoint tells whether a convex polygon holds a point.
func holdsPoint(pts shape.Polygon, x, y float64) bool {
	left, right := 0, 0
	for i, a := range pts {
		b := pts[(i+1)%len(pts)]
		switch turn := (b.X-a.X)*(y-a.Y) - (b.Y-a.Y)*(x-a.X); {
		case turn > 0:
			left++
		case turn < 0:
			right++
		}
	}
	return len(pts) > 2 && (left == 0 || right == 0)
}
