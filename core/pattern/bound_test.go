package pattern

import (
	"math"
	"math/rand"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

func TestBoundsByHand(t *testing.T) {
	board := Sheets{Size: size(100, 100), Count: Unlimited}
	piece := func(w, h measure.Length, n int) Kind { return kind(1, w, h, n) }
	for _, c := range []struct {
		name   string
		pieces []Kind
		sheets []Sheets
		want   int
	}{
		{"by area: nine quarters and a bit", []Kind{piece(50, 50, 9)}, []Sheets{board}, 3},
		{"no two pieces over half each way share a sheet", []Kind{piece(51, 51, 7)}, []Sheets{board}, 7},
		{"thirds fit three a side", []Kind{piece(33, 33, 10)}, []Sheets{board}, 2},
		{"34 fits twice a side: four a sheet", []Kind{piece(34, 34, 9)}, []Sheets{board}, 3},
		{"large sheets first", []Kind{piece(100, 50, 5)}, []Sheets{{Size: size(100, 50), Count: Unlimited}, {Size: size(100, 100), Count: 2}}, 3},
	} {
		if got := Bound(c.pieces, c.sheets); got != c.want {
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
	cover := func(first, second int) (map[int]float64, float64, bool) {
		sheets := []Sheets{{Count: first}, {Count: second}}
		m := NewMaster([]int{10, 12}, sheets, 1)
		for i, p := range []Pattern{{0, []int{2, 0}, nil}, {0, []int{0, 3}, nil}, {1, []int{1, 1}, nil}} {
			m.Add(p, 1, i)
		}
		m.Solve()
		uses, ok := m.Uses()
		return uses, uses[0] + uses[1] + uses[2], ok
	}
	// A mixed sheet gives 5/6 of what the others would: 10/2 + 12/3 = 9 is the least.
	if _, cost, ok := cover(Unlimited, Unlimited); !ok || math.Abs(cost-9) > 1e-4 {
		t.Errorf("%v %v", cost, ok)
	}
	// Five sheets of the first kind at most: x + y <= 5, 2x + z >= 10, 3y + z >= 12; x = 1, y = 4 leaves 8 and 0, so z = 8:
	// 13; x = 2, y = 3: z = 6: 11; x = 3, y = 2: z = 6: 11; x = 2.6, y = 2.4: z = 4.8: 9.8 is the least.
	uses, cost, ok := cover(5, Unlimited)
	if !ok || math.Abs(cost-9.8) > 1e-4 || uses[0]+uses[1] > 5+1e-6 {
		t.Errorf("%v %v %v", uses, cost, ok)
	}
	if _, _, ok := cover(5, 0); ok {
		t.Error("five sheets do not suffice, and were said to")
	}
}

func size(w, h measure.Length) card.Size { return card.Size{Width: w, Height: h} }

// kind is pieces that may lie either way in any of so many sheets.
func kind(sheets int, w, h measure.Length, n int) Kind {
	k := Kind{Size: size(w, h), Count: n}
	for range sheets {
		k.Up, k.Side = append(k.Up, true), append(k.Side, w != h)
	}
	return k
}
