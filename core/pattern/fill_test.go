package pattern

import (
	"fmt"
	"math"
	"math/rand"
	"slices"
	"testing"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// dearest tries every cut at every unit of length.
func dearest(w, h int, items []item, worth []float64, known map[[2]int]float64) float64 {
	if v, ok := known[[2]int{w, h}]; ok {
		return v
	}
	best := 0.0
	for _, it := range items {
		if int(it.w) <= w && int(it.h) <= h {
			best = max(best, worth[it.kind])
		}
	}
	for x := 1; 2*x <= w; x++ {
		best = max(best, dearest(x, h, items, worth, known)+dearest(w-x, h, items, worth, known))
	}
	for y := 1; 2*y <= h; y++ {
		best = max(best, dearest(w, y, items, worth, known)+dearest(w, h-y, items, worth, known))
	}
	known[[2]int{w, h}] = best
	return best
}

func randomKinds(rng *rand.Rand, sheets int) []Kind {
	var out []Kind
	for range 1 + rng.Intn(4) {
		out = append(out, kind(sheets, measure.Length(3+rng.Intn(12)), measure.Length(3+rng.Intn(12)), 1+rng.Intn(40)))
	}
	return out
}

func TestFillingIsTheDearestThereIs(t *testing.T) {
	rng := rand.New(rand.NewSource(31))
	for range 60 {
		kinds, z := randomKinds(rng, 1), size(measure.Length(15+rng.Intn(25)), measure.Length(15+rng.Intn(25)))
		worth := make([]float64, len(kinds))
		for k := range worth {
			worth[k] = rng.Float64()
		}
		f, work := newFiller(kinds, 0, z, math.MaxInt), 0
		got := f.fill(worth, &work)
		want := dearest(int(z.Width), int(z.Height), f.items, worth, map[[2]int]float64{})
		if !f.Whole || math.Abs(got-want) > 1e-6 {
			t.Fatalf("%v in %v at %v: %g, want %g", kinds, z, worth, got, want)
		}
		if s := f.whole(); s != nil {
			counts, sum := make([]int, len(kinds)), 0.0
			s.count(counts)
			for k, n := range counts {
				sum += float64(n) * worth[k]
			}
			if s.W > z.Width || s.H > z.Height || math.Abs(sum-want) > 1e-6 {
				t.Fatalf("%v in %v: the shape is %d x %d with %v, worth %g of %g", kinds, z, s.W, s.H, counts, sum, want)
			}
		}
	}
}

// A cover in fractions is never dearer than one in whole sheets, and a cover in
// whole sheets covers what is asked for.
func TestCoverBoundsWholeSheets(t *testing.T) {
	rng := rand.New(rand.NewSource(32))
	for i := range 60 {
		sheets := []Sheets{{Size: size(40, 50), Count: Unlimited}, {Size: size(60, 60), Count: rng.Intn(6)}}
		kinds := randomKinds(rng, len(sheets))
		var demand []int
		for _, k := range kinds {
			demand = append(demand, k.Count)
		}
		g := NewGenerator(kinds, sheets, math.MaxInt, nil)
		stock, cost := []int{Unlimited, sheets[1].Count}, []float64{1, 1}
		c := g.Cover(demand, stock, cost, math.MaxInt)
		taken := g.Within(demand, stock, cost, math.Inf(1), 10_000)
		if !c.OK || !c.Proved || taken == nil {
			t.Fatalf("%d: %v are not covered: %+v", i, kinds, c)
		}
		used, left := 0, slices.Clone(demand)
		for at, n := range taken {
			used += n
			if p := g.Patterns[at]; p.Sheet == 1 {
				stock[1] -= n
			}
			for k, count := range g.Patterns[at].Counts {
				left[k] -= n * count
			}
		}
		if float64(used) < c.Least-1e-6 || slices.Max(left) > 0 || stock[1] < 0 {
			t.Fatalf("%d: %d sheets, at least %g; left %v and %d sheets", i, used, c.Least, left, stock[1])
		}
		if b := Bound(kinds, sheets); b > used {
			t.Fatalf("%d: %d sheets do, and the bound says %d", i, used, b)
		}
	}
}

func TestShapesLessSomePieces(t *testing.T) {
	one := func(k int) *Shape { return Single(k, 10, 5, false) }
	s := Join(Join(one(0), one(1), false), Join(one(0), one(0), true), true)
	less := []int{2, 0}
	got, counts := s.Without(less), make([]int, 2)
	got.count(counts)
	if fmt.Sprint(counts, less) != "[1 1] [0 0]" || got.W != 20 || got.H != 5 || !slices.Equal(got.Sets, []measure.Length{10}) {
		t.Errorf("%+v holds %v", got, counts)
	}
	if all := s.Without([]int{3, 1}); all != nil {
		t.Errorf("%+v is left of nothing", all)
	}
	if same := s.Without([]int{0, 0}); same != s {
		t.Error("nothing was taken out, and the shape is another")
	}
}

// Where little fits into a sheet, what is listed and what is made when asked agree.
func TestListAndGeneratorAgree(t *testing.T) {
	rng := rand.New(rand.NewSource(33))
	for i := range 40 {
		sheets := []Sheets{{Size: card.Size{Width: 40, Height: 30}, Count: Unlimited}}
		kinds := []Kind{kind(1, measure.Length(9+rng.Intn(20)), measure.Length(9+rng.Intn(15)), 50), kind(1, measure.Length(9+rng.Intn(20)), measure.Length(9+rng.Intn(15)), 30)}
		all, ok := List(kinds, sheets, 0)
		if !ok {
			t.Fatal("too much to list")
		}
		m := NewMaster([]int{50, 30}, sheets, 1)
		for at, p := range all {
			m.Add(p, 1, at)
		}
		m.Solve()
		uses, ok := m.Uses()
		total := 0.0
		for _, n := range uses {
			total += n
		}
		c := NewGenerator(kinds, sheets, math.MaxInt, nil).Cover([]int{50, 30}, []int{Unlimited}, []float64{1}, math.MaxInt)
		if !ok || math.Abs(total-c.Least) > 1e-3 {
			t.Fatalf("%d: %v take %g listed and %g generated", i, kinds, total, c.Least)
		}
	}
}

// A cover asked for at no more than some cost keeps to it, and there is none below what covers cost at least.
func TestWithinKeepsToItsCost(t *testing.T) {
	rng := rand.New(rand.NewSource(34))
	tight := 0
	for i := range 50 {
		sheets := []Sheets{{Size: size(40, 50), Count: Unlimited}, {Size: size(60, 60), Count: Unlimited}}
		kinds := randomKinds(rng, 2)
		var demand []int
		for _, k := range kinds {
			demand = append(demand, k.Count)
		}
		g := NewGenerator(kinds, sheets, math.MaxInt, nil)
		stock, cost := []int{Unlimited, Unlimited}, []float64{1, 2.5}
		c := g.Cover(demand, stock, cost, math.MaxInt)
		for _, most := range []float64{c.Least - 0.3, c.Least + 0.5, c.Least + 1.5} {
			taken := g.Within(demand, stock, cost, most, 2000)
			if taken == nil {
				continue
			}
			sum, left := 0.0, slices.Clone(demand)
			for at, n := range taken {
				sum += float64(n) * cost[g.Patterns[at].Sheet]
				for k, count := range g.Patterns[at].Counts {
					left[k] -= n * count
				}
			}
			if sum > most+1e-6 || sum < c.Least-1e-6 || slices.Max(left) > 0 {
				t.Fatalf("%d: a cover for %g of at most %g, at least %g, leaves %v", i, sum, most, c.Least, left)
			}
			tight++
		}
	}
	if tight < 50 {
		t.Errorf("only %d covers were found", tight)
	}
}

// What is still wanted, and lies in one sheet, is filled into one that takes no more than that.
func TestTheFullestTakesWhatIsWanted(t *testing.T) {
	kinds := []Kind{kind(1, 20, 30, 40), kind(1, 20, 20, 40), kind(1, 5, 5, 40)}
	g := NewGenerator(kinds, []Sheets{{Size: size(40, 50), Count: Unlimited}}, math.MaxInt, nil)
	// Two of each of the larger kinds fill the sheet; as often as one likes it would be the squares alone.
	at, ok := g.Fullest([]int{2, 2, 0}, []int{Unlimited}, []float64{1})
	if !ok || fmt.Sprint(g.Patterns[at].Counts) != "[2 2 0]" {
		t.Errorf("%v", g.Patterns[at].Counts)
	}
	if _, ok := g.Fullest([]int{0, 0, 0}, []int{Unlimited}, []float64{1}); ok {
		t.Error("nothing is wanted, and a sheet is cut")
	}
	if _, ok := g.Fullest([]int{2, 2, 0}, []int{0}, []float64{1}); ok {
		t.Error("there is no sheet, and one is cut")
	}
}
