package trim

import (
	"maps"
	"math"
	"math/rand/v2"
	"slices"

	"yellow-parcel/core/parts"
	"yellow-parcel/core/pattern"
)

// coverer makes patterns as a batch needs them, and covers it with them.
type coverer struct {
	task  *task
	found *front
	g     *pattern.Generator
}

func newCoverer(v *solver) *coverer {
	var may func(pattern.Pattern) bool
	if v.task.p.Limits != (Limits{}) {
		may = func(q pattern.Pattern) bool { return v.task.within(q.Sheet, q.Shapes[0]) }
	}
	m := &coverer{v.task, v.found, pattern.NewGenerator(v.task.plain, v.task.sheets, v.task.p.Steps/fillings, may)}
	m.g.Go = func(work int) bool { return m.found.watch(work + m.found.work) }
	return m
}

// generated plans from patterns made as they are needed.
func (m *coverer) generated() {
	stock := stockOf(m.task.p)
	if m.sparse() {
		m.found.raise(m.g.Cover(m.task.demand, stock, m.task.each(), m.task.p.Steps/bounding).Least)
		return
	}
	c := m.g.Cover(m.task.demand, stock, m.task.each(), m.left())
	m.found.raise(c.Least)
	costs := m.task.costs(one)
	if slices.ContainsFunc(m.task.p.Sheets, func(s Sheets) bool { return s.Buy }) {
		c = m.g.Cover(m.task.demand, stock, costs, m.left())
	}
	if !c.OK {
		return
	}
	for _, share := range shares {
		m.dive(costs, share)
	}
	m.whole(c, stock, costs)
	if !m.found.proved() {
		m.filled(m.g.Whole(c, stock, full))
	}
}

// sparse tells whether most pieces are alone in their size: then no sheet is cut
// twice the same way, and packing them one by one is the better way.
func (m *coverer) sparse() bool {
	total := 0
	for _, n := range m.task.demand {
		total += n
	}
	return len(m.task.kinds) > manyKinds && total < 2*len(m.task.kinds)
}

const (
	manyKinds = 12
	bounding  = 8 // share of a plan's work that goes into its bound alone
)

// left is how much of the work that goes into patterns is left.
func (m *coverer) left() int { return max(0, m.task.p.Steps/2-m.g.Work) }

// whole looks for covers in whole sheets with fewer of them, then with other
// patterns to choose from.
func (m *coverer) whole(c pattern.Cover, stock []int, cost []float64) {
	const looks = 5
	for look := range looks {
		if m.found.proved() || m.left() == 0 || !m.found.watch(m.g.Work) {
			return
		}
		if look > 0 {
			m.g.Vary(c, stock, uint64(look), 4*len(m.task.kinds))
		}
		for !m.found.proved() {
			taken := m.g.Within(m.task.demand, stock, cost, m.aim(cost), nodes)
			if taken == nil {
				break
			}
			before := m.found.best()
			m.lay(taken)
			if b := m.found.best(); b == before {
				break
			}
		}
	}
}

// nodes bounds one search for whole sheets.
const nodes = 400

// aim is what one sheet less than the best would cost at most; without one, anything does.
func (m *coverer) aim(cost []float64) float64 {
	b := m.found.best()
	if b == nil {
		return math.Inf(1)
	}
	sum := 0.0
	for _, f := range b.fulls {
		sum += cost[f.sheet] * float64(f.count)
	}
	return sum - 1
}

// fillings is how many a plan should have the work for.
const fillings = 20

// How much of a sheet counts as a whole one when a cover is rounded: the less,
// the fewer layouts there are, and the more sheets.
var shares = []float64{0.25, 0.5, 0.75}

const full = 1 - 1e-4

// dive covers the batch in whole sheets, those first that a cover takes in full,
// and covers what is left anew.
func (m *coverer) dive(cost []float64, whole float64) {
	left, stock, taken := slices.Clone(m.task.demand), stockOf(m.task.p), map[int]int{}
	for slices.Max(left) > 0 {
		if m.left() == 0 && len(m.found.kept) > 0 {
			return
		}
		c := m.g.Cover(left, stock, cost, m.left())
		more := m.g.Whole(c, stock, whole)
		if !c.OK {
			return
		}
		if len(more) == 0 {
			i, ok := m.g.Fullest(left, stock, cost)
			if !ok {
				return
			}
			more[i] = 1
		}
		for i, n := range more {
			taken[i] += n
			m.g.Patterns[i].Take(left, stock, n)
		}
	}
	m.lay(taken)
}

// lay offers the patterns taken.
func (m *coverer) lay(taken map[int]int) {
	if fulls, ok := m.task.lots(m.g.Patterns, taken, m.shapes); ok {
		m.found.offer(fulls)
	}
}

// shapes are those of a pattern less the pieces that go beyond the batch.
func (m *coverer) shapes(of int, counts []int) (out []*pattern.Shape) {
	q := m.g.Patterns[of]
	less := make([]int, len(counts))
	for _, s := range q.Shapes {
		for k := range less {
			less[k] = q.Counts[k] - counts[k]
		}
		if s = s.Without(less); s != nil {
			out = append(out, s)
		}
	}
	return out
}

// filled takes the whole sheets of a cover and packs what is left one by one;
// then with a few of them given up, until the bound is met or the work is used up.
func (m *coverer) filled(base map[int]int) {
	rng := rand.New(rand.NewPCG(3, 4))
	order := slices.Sorted(maps.Keys(base))
	const tries = 12
	for try := 0; try < tries && !m.found.proved() && m.found.watch(m.g.Work+m.found.work); try++ {
		taken := maps.Clone(base)
		for range min(2*try, 8) * min(1, len(order)) {
			if i := order[rng.IntN(len(order))]; taken[i] > 0 {
				taken[i]--
			}
		}
		if spent := m.g.Work + m.found.work; spent > m.task.p.Steps {
			return
		} else if !m.fill(taken, (m.task.p.Steps-spent)/min(4, tries-try)) {
			return
		}
	}
}

// fill packs what some patterns leave; false where that is too much to pack.
func (m *coverer) fill(taken map[int]int, steps int) bool {
	left, stock, used, total := slices.Clone(m.task.demand), stockOf(m.task.p), 0, 0
	for i, n := range taken {
		m.g.Patterns[i].Take(left, stock, n)
		used += n
	}
	for _, n := range left {
		total += n
	}
	if total > searchable {
		return false
	}
	kinds := slices.Clone(m.task.plain)
	for i := range kinds {
		kinds[i].Count = left[i]
	}
	if base, ok := m.task.lots(m.g.Patterns, taken, m.shapes); ok {
		m.found.packed(kinds, pattern.Counted(m.task.sheets, stock), base, max(1, m.found.lower-used), steps)
	}
	return true
}

// searched packs the pieces of a small batch one by one.
func (v *front) searched() {
	total := 0
	for _, n := range v.task.demand {
		total += n
	}
	if total <= searchable && !v.proved() {
		v.packed(v.task.plain, v.task.sheets, nil, v.lower, v.task.p.Steps)
	}
}

// packed packs the pieces of some kinds one by one and offers the sheets beside
// others already cut.
func (v *front) packed(kinds []pattern.Kind, sheets []pattern.Sheets, base []sheetful, lower, steps int) {
	before := v.work
	filled, work, ok := parts.Pack(kinds, sheets, lower, steps, func(work int) bool { return v.watch(before + work) })
	v.work += work
	if !ok {
		return
	}
	for _, way := range parts.Ways[:v.task.ways()] {
		fulls := slices.Clone(base)
		for _, b := range filled {
			fulls = append(fulls, v.task.laid(b.Sheet, 1, b.Tree.Shape(0), way))
		}
		v.offer(merged(fulls))
	}
}
