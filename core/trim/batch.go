package trim

import (
	"cmp"
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/parts"
	"yellow-parcel/core/pattern"
)

// batch chooses patterns for a batch of which everything that can come out of a
// sheet is known.
type batch struct {
	task  *task
	found *front
	all   []pattern.Pattern
	most  []int // indices of the patterns to which no piece can be added
	nodes int
}

// Bounds on how far a batch is looked into.
const (
	maxNodes  = 4_000 // steps of the exact search
	maxOffers = 40    // candidates of equal sheets that are compared
)

// listed plans from complete lists of patterns; false where they are too long.
// The error is a *ReachError.
func (v *solver) listed() (ok bool, err error) {
	b := batch{task: v.task, found: v.found}
	for s := range v.task.p.Sheets {
		if v.task.sheets[s].Count == 0 {
			continue
		}
		if !b.list(s) {
			return false, nil
		}
	}
	b.drop()
	b.findMost()
	if b.uncovered() {
		return true, v.task.refusal
	}
	if uses, least, ok := b.cover(v.task.costs(one)); ok {
		if _, bound, ok := b.cover(v.task.each()); ok {
			least = bound
		}
		v.found.raise(least)
		b.few()
		b.rounded(uses)
	}
	b.prove()
	return true, nil
}

// list adds the patterns of a sheet; of one that is like another they are the same.
func (b *batch) list(s int) bool {
	for o := range s {
		if b.task.sheets[o].Count != 0 && b.task.alike(o, s) {
			for _, q := range b.all {
				if q.Sheet == o {
					q.Sheet = s
					b.all = append(b.all, q)
				}
			}
			return true
		}
	}
	found, ok := pattern.List(b.task.plain, b.task.sheets, s)
	b.all = append(b.all, found...)
	return ok
}

// alike tells whether all kinds lie the same way in two sheets of one size.
func (v *task) alike(a, b int) bool {
	return v.sheets[a].Size == v.sheets[b].Size && !slices.ContainsFunc(v.plain, func(k pattern.Kind) bool {
		return k.Up[a] != k.Up[b] || k.Side[a] != k.Side[b]
	})
}

// drop leaves out the shapes that the trimmer cannot cut, and patterns without shapes.
func (b *batch) drop() {
	if b.task.p.Limits == (Limits{}) {
		return
	}
	for i := range b.all {
		q := &b.all[i]
		q.Shapes = slices.DeleteFunc(slices.Clone(q.Shapes), func(s *pattern.Shape) bool { return !b.task.within(q.Sheet, s) })
	}
	b.all = slices.DeleteFunc(b.all, func(q pattern.Pattern) bool { return len(q.Shapes) == 0 })
}

// within tells whether a shape can be cut from a sheet within the trimmer's reach.
func (v *task) within(sheet int, s *pattern.Shape) bool {
	for i, way := range parts.Ways {
		if _, err := trimmerOf(v.p, v.kinds, []sheetful{v.laid(sheet, 1, s, way)}); err == nil {
			return true
		} else if i == 0 {
			v.refuse(err)
		}
	}
	return false
}

// laid is a sheet with a shape in it.
func (v *task) laid(sheet, count int, s *pattern.Shape, way parts.Way) sheetful {
	z := v.p.Sheets[sheet].Size
	f := sheetful{sheet: sheet, count: count, shape: s, tree: parts.New(z.Width, z.Height)}
	f.tree.Build(0, s, way)
	return f
}

// ways is how many ways of cutting a shape out are tried at first: the usual two;
// where the trimmer does not reach, all.
func (v *task) ways() int {
	if v.p.Limits != (Limits{}) {
		return len(parts.Ways)
	}
	return 2
}

// uncovered tells whether some kind is in no pattern.
func (b *batch) uncovered() bool {
	for k := range b.task.kinds {
		if !slices.ContainsFunc(b.all, func(q pattern.Pattern) bool { return q.Counts[k] > 0 }) {
			return true
		}
	}
	return false
}

func (b *batch) findMost() {
	for i, q := range b.all {
		covered := false
		for j := len(b.all) - 1; j >= 0 && !covered; j-- {
			o := b.all[j]
			covered = j != i && o.Sheet == q.Sheet && within(q.Counts, o.Counts)
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

// cover is how often to use each of the fullest patterns, in fractions.
func (b *batch) cover(cost []float64) (uses map[int]float64, total float64, ok bool) {
	m := pattern.NewMaster(b.task.demand, b.task.sheets, slices.Max(cost))
	for _, i := range b.most {
		m.Add(b.all[i], cost[b.all[i].Sheet], i)
	}
	m.Solve()
	uses, ok = m.Uses()
	return uses, pattern.Total(uses, b.all, cost), ok
}

// use lays the patterns taken, without the pieces beyond the batch.
func (b *batch) use(taken map[int]int) {
	if fulls, ok := b.task.lots(b.all, taken, b.listedShapes); ok {
		b.found.offer(fulls)
	}
}

// listedShapes are the shapes of a lot, which is in the list.
func (b *batch) listedShapes(of int, counts []int) []*pattern.Shape {
	q := b.all[of]
	if slices.Equal(q.Counts, counts) {
		return q.Shapes
	}
	at := slices.IndexFunc(b.all, func(o pattern.Pattern) bool { return o.Sheet == q.Sheet && slices.Equal(o.Counts, counts) })
	if at < 0 {
		return nil
	}
	return b.all[at].Shapes
}

// lots are sheetfuls of the patterns taken, so often each, less the pieces that
// go beyond the batch; ok is false where they do not suffice or cannot be cut.
func (v *task) lots(all []pattern.Pattern, taken map[int]int, shapes func(of int, counts []int) []*pattern.Shape) (out []sheetful, ok bool) {
	surplus := make([]int, len(v.demand))
	var order []int
	for i, n := range taken {
		if n > 0 {
			order = append(order, i)
		}
		for k, c := range all[i].Counts {
			surplus[k] += n * c
		}
	}
	slices.Sort(order)
	for k, d := range v.demand {
		surplus[k] = max(0, surplus[k]-d)
	}
	var sets []measure.Length
	for _, i := range slices.Backward(order) {
		for times := taken[i]; times > 0; {
			counts, less := slices.Clone(all[i].Counts), 0
			n := times
			for k := range counts {
				cut := min(counts[k], surplus[k])
				if counts[k] -= cut; cut > 0 {
					n = min(n, surplus[k]/cut)
				}
				less += cut
			}
			for k := range counts {
				surplus[k] -= n * (all[i].Counts[k] - counts[k])
			}
			times -= n
			if slices.Max(counts) == 0 {
				continue
			}
			f, ok := v.lightest(all[i].Sheet, shapes(i, counts), sets)
			if !ok {
				return nil, false
			}
			f.count = n
			sets = append(sets, f.settings()...)
			out = append(out, f)
		}
	}
	return out, true
}

// lightest lays a lot in the shape that adds the fewest settings to those in
// use, and of these the one with the largest offcut.
func (v *task) lightest(sheet int, shapes []*pattern.Shape, sets []measure.Length) (best sheetful, ok bool) {
	fewest, widest := 0, int64(0)
	for _, s := range shapes {
		for _, way := range parts.Ways[:v.ways()] {
			f := v.laid(sheet, 1, s, way)
			added := 0
			for _, set := range f.settings() {
				if !slices.Contains(sets, set) {
					added++
				}
			}
			if offcut := f.tree.Largest(); !ok || added < fewest || added == fewest && offcut > widest {
				if v.p.Limits != (Limits{}) {
					if _, err := trimmerOf(v.p, v.kinds, []sheetful{f}); err != nil {
						v.refuse(err)
						continue
					}
				}
				best, fewest, widest, ok = f, added, offcut, true
			}
		}
	}
	return best, ok
}

// settings are the sizes at which a sheet's parts are cut off, each once; of a
// row that nothing is left of, its largest part needs no cut.
func (f *sheetful) settings() []measure.Length {
	var out []measure.Length
	t := &f.tree
	for i := range t.Parts {
		p := &t.Parts[i]
		if p.Holds != parts.Split {
			continue
		}
		last, spare := parts.None, false
		for k := p.Kid; k != parts.None; k = t.Parts[k].Next {
			if t.Parts[k].Holds == parts.Free {
				last, spare = k, true
			} else if !spare && (last == parts.None || t.Along(k, p.Stack) > t.Along(last, p.Stack)) {
				last = k
			}
		}
		for k := p.Kid; k != parts.None; k = t.Parts[k].Next {
			if k != last {
				out = append(out, t.Along(k, p.Stack))
			}
		}
	}
	slices.SortFunc(out, cmp.Compare[measure.Length])
	return slices.Compact(out)
}
