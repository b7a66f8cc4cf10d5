package trim

import (
	"math"
	"math/rand"
	"testing"

	"yellow-parcel/core/measure"
)

func TestBoundIsNeverAboveTheFewest(t *testing.T) {
	rng := rand.New(rand.NewSource(21))
	for range 40 {
		p := Problem{Sheets: []Sheet{{Name: "sheet", Size: size(measure.Length(16+rng.Intn(8)), measure.Length(16+rng.Intn(8))), Count: Unlimited}}}
		for range 1 + rng.Intn(5) {
			p.Pieces = append(p.Pieces, Piece{Name: "piece", Size: size(measure.Length(3+rng.Intn(13)), measure.Length(3+rng.Intn(13))), Count: 1})
		}
		if low, high := bound(&p), fewest(p); low > high {
			t.Fatalf("%+v: at least %d, but %d do", p, low, high)
		}
	}
}

func TestBoundsByHand(t *testing.T) {
	board := Sheet{Name: "board", Size: size(100, 100), Count: Unlimited}
	piece := func(w, h measure.Length, n int) Piece { return Piece{Name: "piece", Size: size(w, h), Count: n} }
	for _, c := range []struct {
		name   string
		pieces []Piece
		sheets []Sheet
		want   int
	}{
		{"by area: nine quarters and a bit", []Piece{piece(50, 50, 9)}, []Sheet{board}, 3},
		{"no two pieces over half each way share a sheet", []Piece{piece(51, 51, 7)}, []Sheet{board}, 7},
		{"thirds fit three a side", []Piece{piece(33, 33, 10)}, []Sheet{board}, 2},
		{"34 fits twice a side: four a sheet", []Piece{piece(34, 34, 9)}, []Sheet{board}, 3},
		{"large sheets first", []Piece{piece(100, 50, 5)}, []Sheet{{Size: size(100, 50), Count: Unlimited}, {Size: size(100, 100), Count: 2}}, 3},
	} {
		p := Problem{Pieces: c.pieces, Sheets: c.sheets}
		if got := bound(&p); got != c.want {
			t.Errorf("%s: %d, want %d", c.name, got, c.want)
		}
	}
}

// Sides that fit on one edge together never have shares above one together.
func TestDualsShareOneSide(t *testing.T) {
	rng := rand.New(rand.NewSource(22))
	for range 300 {
		side := measure.Length(20 + rng.Intn(200))
		var sides []measure.Length
		for left := side; left > 0; {
			x := 1 + measure.Length(rng.Intn(int(left)))
			sides = append(sides, x)
			left -= x
		}
		for i, f := range duals(side, sides) {
			sum := 0.0
			for _, x := range sides {
				sum += f(x)
			}
			if sum > 1+1e-9 {
				t.Fatalf("function %d gives %v of %d a share of %v", i, sides, side, sum)
			}
		}
	}
}

func TestCoverByHand(t *testing.T) {
	c := cover{
		counts: [][]int{{2, 0}, {0, 3}, {1, 1}}, cost: []float64{1, 1, 1}, sheet: []int{0, 0, 1},
		demand: []int{10, 12}, limit: []int{Unlimited, Unlimited},
	}
	// A mixed sheet gives 5/6 of what the others would: 10/2 + 12/3 = 9 is the least.
	if _, cost, ok := c.solve(); !ok || math.Abs(cost-9) > 1e-6 {
		t.Errorf("%v %v", cost, ok)
	}
	c.limit[0] = 5
	// Five sheets of the first kind at most: x + y <= 5, 2x + z >= 10, 3y + z >= 12; x = 1, y = 4 leaves 8 and 0, so z = 8:
	// 13; x = 2, y = 3: z = 6: 11; x = 3, y = 2: z = 6: 11; x = 2.6, y = 2.4: z = 4.8: 9.8 is the least.
	uses, cost, ok := c.solve()
	if !ok || math.Abs(cost-9.8) > 1e-6 || uses[0]+uses[1] > 5+1e-6 {
		t.Errorf("%v %v %v", uses, cost, ok)
	}
	c.limit[1] = 0
	if _, _, ok := c.solve(); ok {
		t.Error("five sheets do not suffice, and were said to")
	}
}
