package pattern

import (
	"maps"
	"math"
	"math/rand/v2"
	"slices"
)

// diver looks for a cover in whole sheets: it settles how often one pattern
// after another is used, the most used first, at the nearest whole number, and
// goes back and takes the next one where too many sheets come of it.
type diver struct {
	*Generator
	cost  []float64
	most  float64
	nodes int
	shut  map[int]bool // patterns that are settled
	taken map[int]int
}

// Within covers a demand at no more than some cost with the patterns known, in
// whole sheets; nil where so many steps find none.
func (g *Generator) Within(demand, stock []int, cost []float64, most float64, nodes int) map[int]int {
	d := diver{Generator: g, cost: cost, most: most, nodes: nodes, shut: map[int]bool{}, taken: map[int]int{}}
	if d.settle(demand, stock, 0) {
		return d.taken
	}
	return nil
}

func (d *diver) settle(demand, stock []int, spent float64) bool {
	if spent > d.most+gain {
		return false
	}
	if slices.Max(demand) <= 0 {
		return true
	}
	if d.nodes--; d.nodes < 0 {
		return false
	}
	uses, total, ok := d.best(demand, stock)
	if !ok || spent+d.rounded(total) > d.most+gain {
		return false
	}
	at, most := -1, 0.0
	for i := range d.Patterns {
		if x := uses[i]; x > most+tiny {
			at, most = i, x
		}
	}
	d.shut[at] = true
	defer delete(d.shut, at)
	low := math.Floor(most + 1e-4)
	tries := []float64{low, low + 1}
	switch {
	case most-low <= 1e-4:
		tries = []float64{low}
	case most-low > 0.5 || low == 0:
		tries = []float64{low + 1, low}
	}
	sheet := d.Patterns[at].Sheet
	for _, n := range tries {
		if stock[sheet] != Unlimited && int(n) > stock[sheet] {
			continue
		}
		left, rest := slices.Clone(demand), slices.Clone(stock)
		d.Patterns[at].Take(left, rest, int(n))
		d.taken[at] = int(n)
		if d.settle(left, rest, spent+n*d.cost[sheet]) {
			return true
		}
		delete(d.taken, at)
	}
	return false
}

// rounded is what whole sheets cost at least, where all cost one.
func (d *diver) rounded(total float64) float64 {
	if slices.Min(d.cost) == 1 && slices.Max(d.cost) == 1 {
		return math.Ceil(total - 1e-4)
	}
	return total
}

// best is the cheapest cover in fractions with the patterns that are not settled.
func (d *diver) best(demand, stock []int) (uses map[int]float64, total float64, ok bool) {
	m := NewMaster(demand, Counted(d.Sheets, stock), slices.Max(d.cost))
	for i, p := range d.Patterns {
		if !d.shut[i] && useful(p.Counts, demand) {
			m.Add(p, d.cost[p.Sheet], i)
		}
	}
	m.Solve()
	d.Work += m.Work
	uses, ok = m.Uses()
	return uses, Total(uses, d.Patterns, d.cost), ok
}

// Total is what the uses of some patterns cost, always added up in the same order.
func Total(uses map[int]float64, all []Pattern, cost []float64) (sum float64) {
	for _, i := range slices.Sorted(maps.Keys(uses)) {
		sum += uses[i] * cost[all[i].Sheet]
	}
	return sum
}

func useful(counts, demand []int) bool {
	for k, n := range counts {
		if n > 0 && demand[k] > 0 {
			return true
		}
	}
	return false
}

// Vary adds patterns that are best when pieces are worth a little more or less
// than a cover says, as many as that many fillings give.
func (g *Generator) Vary(c Cover, stock []int, seed uint64, fillings int) {
	rng := rand.New(rand.NewPCG(5, seed))
	worth := make([]float64, len(c.worth))
	for range fillings {
		for k, w := range c.worth {
			worth[k] = max(w, gain) * (0.9 + 0.2*rng.Float64())
		}
		var last *filler
		for s, f := range g.fillers {
			if stock[s] == 0 {
				continue
			}
			if f != last {
				f.fill(worth, &g.Work)
				last = f
			}
			if shape := f.whole(); shape != nil {
				g.learn(patternOf(s, len(g.Kinds), shape))
			}
		}
	}
}
