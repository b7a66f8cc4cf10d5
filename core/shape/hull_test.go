package shape

import (
	"math"
	"math/rand"
	"slices"
	"testing"
)

func TestHullHoldsEveryPointAndTurnsOneWay(t *testing.T) {
	rng := rand.New(rand.NewSource(4))
	for range 300 {
		var cloud Polygon
		for range 3 + rng.Intn(20) {
			cloud = append(cloud, Point{math.Round(rng.Float64() * 20), math.Round(rng.Float64() * 20)})
		}
		h := cloud.Hull()
		if h == nil {
			continue
		}
		for i, a := range h {
			edge := Line{a, h[(i+1)%len(h)]}
			for _, q := range cloud {
				if edge.side(q) < -1e-6 {
					t.Fatalf("%v lies outside the hull %v of %v", q, h, cloud)
				}
			}
		}
	}
	if (Polygon{{0, 0}, {1, 1}, {2, 2}}).Hull() != nil || (Polygon{}).Hull() != nil {
		t.Error("points on a line have no hull")
	}
}

// Outlines computed twice over differ by a hair: no corner of theirs is lost, and a
// symmetric one stays symmetric.
func TestHullOfPointsAHairApart(t *testing.T) {
	rng := rand.New(rand.NewSource(14))
	hair := func(p Point) Point {
		return Point{p.X + (rng.Float64()-0.5)*1e-13, p.Y + (rng.Float64()-0.5)*1e-13}
	}
	for range 2000 {
		w, h, tip := 20+math.Round(rng.Float64()*100), 20+math.Round(rng.Float64()*100), math.Round(rng.Float64()*80)
		house := Polygon{{-w, 0}, {-w / 2, -tip}, {0, -tip - 10}, {w / 2, -tip}, {w, 0}, {w, h}, {-w, h}}
		whole := house.Hull()
		var cloud Polygon
		for range 3 {
			for _, q := range house {
				cloud = append(cloud, hair(q))
			}
		}
		rng.Shuffle(len(cloud), func(i, j int) { cloud[i], cloud[j] = cloud[j], cloud[i] })
		got := cloud.Hull()
		if !near(got.Area(), whole.Area()) || len(got) != len(whole) {
			t.Fatalf("the hull of %v is %v", cloud, got)
		}
		for _, q := range got {
			mirrored := slices.ContainsFunc(got, func(o Point) bool { return o.Dist(Point{-q.X, q.Y}) < 1e-9 })
			if !mirrored {
				t.Fatalf("%v has no counterpart in %v", q, got)
			}
		}
	}
}

func TestEnclosingByHand(t *testing.T) {
	// A 40 x 10 strip turned by 30 degrees lies in 40 x 10 again.
	strip := Rect(0, 0, 40, 10).Turn(math.Pi / 6)
	w, h, angle := strip.Enclosing()
	if !near(w, 40) || !near(h, 10) || !near(angle, -math.Pi/6) {
		t.Errorf("%v x %v at %v", w, h, angle)
	}
	rng := rand.New(rand.NewSource(9))
	for range 200 {
		p := hull(rng).Hull()
		w, h, angle := p.Enclosing()
		lo, hi := p.Turn(angle).Bounds()
		if !near(hi.X-lo.X, w) || !near(hi.Y-lo.Y, h) {
			t.Fatalf("turned by %v it is %v x %v, not %v x %v", angle, hi.X-lo.X, hi.Y-lo.Y, w, h)
		}
		for a := 0.0; a < math.Pi/2; a += 0.01 {
			lo, hi := p.Turn(a).Bounds()
			if area := (hi.X - lo.X) * (hi.Y - lo.Y); area < w*h-1e-6 {
				t.Fatalf("at %v a rectangle of %v is less than %v", a, area, w*h)
			}
		}
	}
}

func TestFitAngleByHand(t *testing.T) {
	// A square of 10 fits a square of 12 as it is; a strip of 13 x 1 lies only slanted in a square of 10.
	if a, ok := Rect(0, 0, 10, 10).FitAngle(12, 12); !ok || a != 0 {
		t.Error(a, ok)
	}
	// 13 cos a + sin a = 10 at the least turn: a = acos(10/sqrt 170) + atan(1/13) = 0.7731 rad.
	want := math.Acos(10/math.Sqrt(170)) + math.Atan2(1, 13)
	if a, ok := Rect(0, 0, 13, 1).FitAngle(10, 10); !ok || !near(math.Abs(a), want) {
		t.Errorf("%v %v, want %v", a, ok, want)
	}
	if _, ok := Rect(0, 0, 13.2, 1).FitAngle(10, 10); ok {
		t.Error("(13.2 + 1)/sqrt 2 is more than 10")
	}
	if a, ok := Rect(0, 0, 5, 9).FitAngle(9, 5); !ok || !near(math.Abs(a), math.Pi/2) {
		t.Errorf("a quarter turn: %v %v", a, ok)
	}
}

func TestFitAngleIsTheSmallestThereIs(t *testing.T) {
	rng := rand.New(rand.NewSource(8))
	turned := 0
	for range 400 {
		p := hull(rng).Hull()
		lo, hi := p.Bounds()
		w, h := (hi.X-lo.X)*(0.7+0.4*rng.Float64()), (hi.Y-lo.Y)*(0.8+0.4*rng.Float64())
		angle, ok := p.FitAngle(w, h)
		if ok && p.over(angle, w, h) > 1e-5 {
			t.Fatalf("turned by %v it does not fit", angle)
		}
		if ok && angle != 0 {
			turned++
		}
		for a := 0.0; a <= math.Pi/2; a += 0.002 {
			if ok && a > math.Abs(angle)-0.003 {
				break
			}
			if p.over(a, w, h) < -1e-9 || p.over(-a, w, h) < -1e-9 {
				t.Fatalf("a turn of %v fits %v in %v x %v; found %v, %v", a, p, w, h, angle, ok)
			}
		}
	}
	if turned < 40 {
		t.Errorf("only %d cases needed a turn", turned)
	}
}

func TestNestsNeitherOverlapNorStickOut(t *testing.T) {
	// Right triangles of 4 x 4 on 8 x 4: two to a row straight, one more every second turned half round.
	triangle := Polygon{{0, 0}, {4, 0}, {0, 4}}
	if n := triangle.NestIn(8, 4, 0); len(n) != 4 {
		t.Errorf("%d triangles: %+v", len(n), n)
	}
	if n := Rect(0, 0, 3, 5).NestIn(10, 5, 0); len(n) != 3 || n[0].Turn != 0 {
		t.Errorf("%+v", n)
	}
	rng := rand.New(rand.NewSource(3))
	for range 120 {
		p := hull(rng).Hull()
		n := p.NestIn(150, 110, 1.5)
		for i, at := range n {
			a := at.Put(p)
			lo, hi := a.Bounds()
			if lo.X < -1e-6 || lo.Y < -1e-6 || hi.X > 150+1e-5 || hi.Y > 110+1e-5 {
				t.Fatalf("%v sticks out", a)
			}
			for _, other := range n[i+1:] {
				if common := a.Intersect(other.Put(p)); common.Area() > 1e-6 {
					t.Fatalf("two lie over each other by %v mm2", common.Area())
				}
			}
		}
	}
}

// A shape with an axis fits turned either way; of the two the turn to the right is told.
func TestOfTwoEqualTurnsTheRightOne(t *testing.T) {
	square := Rect(0, 0, 300, 300)
	for side := 301.0; side < 420; side += 7 {
		turned, ok := square.FitAngle(side, side)
		if !ok || turned < 0 {
			t.Errorf("a square of 300 in one of %v turned by %v, %v", side, turned, ok)
		}
	}
	long := Rect(0, 0, 360, 20)
	if turned, ok := long.FitAngle(300, 300); !ok || turned <= 0 {
		t.Errorf("a strip lies over the corners turned by %v, %v", turned, ok)
	}
}
