package trim

import (
	"cmp"
	"math"
	"slices"

	"yellow-parcel/core/measure"
)

// batch chooses patterns for a batch of which everything that can come out of a
// sheet is known.
type batch struct {
	*solver
	all    []pattern
	most   []int // indices of the patterns to which no piece can be added
	demand []int
	nodes  int
}

// Bounds on how far a batch is looked into.
const (
	maxNodes  = 4_000 // steps of the exact search
	maxOffers = 150   // candidates of equal sheets that are drawn and compared
)

// listed plans from complete lists of patterns, where they are short enough.
// The error is a *ReachError.
func (v *solver) listed() error {
	b := batch{solver: v}
	for _, k := range v.kinds {
		b.demand = append(b.demand, k.count)
	}
	for s, sheet := range v.p.Sheets {
		if sheet.Count == 0 {
			continue
		}
		found, ok := patternsOf(v.p, v.kinds, s)
		if !ok {
			return nil
		}
		b.all = append(b.all, found...)
	}
	b.drop()
	b.findMost()
	if b.uncovered() {
		return v.refusal
	}
	if _, cost, ok := b.cover(func(pattern) float64 { return 1 }).solve(); ok {
		v.lower = max(v.lower, int(math.Ceil(cost-1e-6)))
	}
	b.few()
	for _, weight := range []float64{0, 1e-4} {
		if uses, _, ok := b.cover(b.price(weight)).solve(); ok {
			b.rounded(uses)
		}
	}
	b.prove()
	return nil
}

// price is one for a sheet and far more for one to buy; a weight on settings
// leans to patterns that take few of them.
func (b *batch) price(weight float64) func(pattern) float64 {
	return func(q pattern) float64 {
		fewest := len(slices.MinFunc(q.shapes, func(a, b *shape) int { return cmp.Compare(len(a.sets), len(b.sets)) }).sets)
		cost := 1 + weight*float64(fewest+1)
		if b.p.Sheets[q.sheet].Buy {
			return 1000 * cost
		}
		return cost
	}
}

// drop leaves out the shapes that the trimmer cannot cut, and patterns without shapes.
func (b *batch) drop() {
	if b.p.Limits == (Limits{}) {
		return
	}
	for i := range b.all {
		q := &b.all[i]
		q.shapes = slices.DeleteFunc(slices.Clone(q.shapes), func(s *shape) bool {
			_, err := b.draw(q.sheet, s, true)
			if err != nil {
				_, err = b.draw(q.sheet, s, false)
			}
			if err != nil {
				b.refuse(err)
			}
			return err != nil
		})
	}
	b.all = slices.DeleteFunc(b.all, func(q pattern) bool { return len(q.shapes) == 0 })
}

// uncovered tells whether some kind is in no pattern.
func (b *batch) uncovered() bool {
	for k := range b.kinds {
		if !slices.ContainsFunc(b.all, func(q pattern) bool { return q.counts[k] > 0 }) {
			return true
		}
	}
	return false
}

func (b *batch) draw(sheet int, s *shape, whole bool) (Layout, error) {
	z := b.p.Sheets[sheet].Size
	t := newTree(z.Width, z.Height)
	t.build(0, s, whole)
	return t.layout(b.p, b.kinds, sheet)
}

func (b *batch) findMost() {
	for i, q := range b.all {
		covered := false
		for j := len(b.all) - 1; j >= 0 && !covered; j-- {
			o := b.all[j]
			covered = j != i && o.sheet == q.sheet && within(q.counts, o.counts)
		}
		if !covered {
			b.most = append(b.most, i)
		}
	}
}

// within tells whether every count of a is at most that of b.
func within(a, b []int) bool {
	for k := range a {
		if a[k] > b[k] {
			return false
		}
	}
	return true
}

func (b *batch) cover(cost func(pattern) float64) *cover {
	c := &cover{demand: b.demand}
	for _, i := range b.most {
		q := b.all[i]
		c.counts = append(c.counts, q.counts)
		c.sheet = append(c.sheet, q.sheet)
		c.cost = append(c.cost, cost(q))
	}
	for _, s := range b.p.Sheets {
		c.limit = append(c.limit, s.Count)
	}
	return c
}

func (b *batch) largest() int64 {
	most := int64(0)
	for _, s := range b.p.Sheets {
		most = max(most, area(s.Size))
	}
	return most
}

// use draws the patterns taken, without the pieces beyond the batch, and offers the result.
func (b *batch) use(taken map[int]int) {
	type lot struct {
		pattern int
		counts  []int
		times   int
	}
	surplus := make([]int, len(b.demand))
	order := make([]int, 0, len(taken))
	for i, n := range taken {
		if n > 0 {
			order = append(order, i)
		}
		for k, c := range b.all[i].counts {
			surplus[k] += n * c
		}
	}
	slices.Sort(order)
	for k, d := range b.demand {
		if surplus[k] -= d; surplus[k] < 0 {
			return
		}
	}
	var lots []lot
	for _, i := range slices.Backward(order) {
		times := taken[i]
		for times > 0 {
			counts, less := slices.Clone(b.all[i].counts), 0
			for k := range counts {
				cut := min(counts[k], surplus[k])
				counts[k] -= cut
				surplus[k] -= cut
				less += cut
			}
			if less == 0 {
				lots = append(lots, lot{i, counts, times})
				break
			}
			times--
			if slices.Max(counts) > 0 {
				lots = append(lots, lot{i, counts, 1})
			}
		}
	}
	var layouts []Layout
	var sets []measure.Length
	for _, l := range slices.Backward(lots) {
		layout, ok := b.lightest(b.all[l.pattern].sheet, l.counts, sets)
		if !ok {
			return
		}
		for _, c := range layout.Cuts {
			sets = append(sets, c.Set)
		}
		layout.Count = l.times
		layouts = append(layouts, layout)
	}
	b.offer(layouts)
}

// lightest draws a lot in the shape that adds the fewest settings to those in
// use, and of these the one with the largest offcut.
func (b *batch) lightest(sheet int, counts []int, sets []measure.Length) (best Layout, ok bool) {
	fewest, widest := 0, int64(0)
	at := slices.IndexFunc(b.all, func(q pattern) bool { return q.sheet == sheet && slices.Equal(q.counts, counts) })
	if at < 0 {
		return best, false
	}
	for _, s := range b.all[at].shapes {
		for _, whole := range []bool{true, false} {
			l, err := b.draw(sheet, s, whole)
			if err != nil {
				continue
			}
			added := 0
			for _, set := range settings([]Layout{l}) {
				if !slices.Contains(sets, set) {
					added++
				}
			}
			offcut := int64(0)
			if len(l.Offcuts) > 0 {
				offcut = area(l.Offcuts[0].Size)
			}
			if !ok || added < fewest || added == fewest && offcut > widest {
				best, fewest, widest, ok = l, added, offcut, true
			}
		}
	}
	return best, ok
}
