package shape

import (
	"math"
	"math/rand/v2"
	"testing"
)

// some is a convex polygon of points thrown about, not all on one line.
func some(rng *rand.Rand) Polygon {
	for {
		p := make(Polygon, 4+rng.IntN(8))
		for i := range p {
			p[i] = Point{rng.Float64()*200 - 60, rng.Float64()*120 - 90}
		}
		if h := p.Hull(); len(h) > 2 && h.Area() > 50 {
			return h
		}
	}
}

func TestLawsOfPolygons(t *testing.T) {
	rng := rand.New(rand.NewPCG(11, 30))
	for range 500 {
		p := some(rng)
		// The centre of area stays with the polygon wherever it goes, and lies in it.
		c := p.Centroid()
		if m := p.Move(7, -3).Centroid(); m.Dist(Point{c.X + 7, c.Y - 3}) > 1e-6 {
			t.Fatalf("the centre of %v moved to %v", p, m)
		}
		if m := p.Turn(0.7).Centroid(); m.Dist(Polygon{c}.Turn(0.7)[0]) > 1e-6 {
			t.Fatalf("the centre of %v turned to %v", p, m)
		}
		half := Polygon{p[0], p[1], p[2]}
		want := Point{(p[0].X + p[1].X + p[2].X) / 3, (p[0].Y + p[1].Y + p[2].Y) / 3}
		if half.Centroid().Dist(want) > 1e-6 {
			t.Fatalf("a triangle's centre is %v, want %v", half.Centroid(), want)
		}
		// An inset takes off its depth along every side, but for what the corners share.
		round := 0.0
		for i, a := range p {
			round += a.Dist(p[(i+1)%len(p)])
		}
		in := p.Inset(0.01)
		if lost := p.Area() - in.Area(); math.Abs(lost-round*0.01) > 0.02 {
			t.Fatalf("an inset of 0.01 takes %v off a round of %v", lost, round)
		}
		// The least rectangle holds the polygon, and no turn of a degree finds a lesser one.
		w, h, angle := p.Enclosing()
		lo, hi := p.Turn(angle).Bounds()
		if math.Abs(hi.X-lo.X-w) > 1e-6 || math.Abs(hi.Y-lo.Y-h) > 1e-6 {
			t.Fatalf("%v turned by %v is %v by %v, said to be %v by %v", p, angle, hi.X-lo.X, hi.Y-lo.Y, w, h)
		}
		for d := range 90 {
			lo, hi := p.Turn(float64(d) * math.Pi / 180).Bounds()
			if (hi.X-lo.X)*(hi.Y-lo.Y) < w*h-1e-6 {
				t.Fatalf("%v: %v is less than %v", p, (hi.X-lo.X)*(hi.Y-lo.Y), w*h)
			}
		}
		m := Mid(p[0], p[1])
		if math.Abs(m.Dist(p[0])-m.Dist(p[1])) > 1e-9 || math.Abs(m.Dist(p[0])*2-p[0].Dist(p[1])) > 1e-9 {
			t.Fatalf("%v is not half way", m)
		}
	}
}
