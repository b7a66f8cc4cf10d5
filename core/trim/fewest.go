package trim

import (
	"cmp"
	"math"
	"slices"
)

// few tries every one and every two patterns alone: few patterns, few settings.
func (b *batch) few() {
	offers, least := 0, math.MaxInt
	for i, one := range b.most {
		for _, two := range b.most[i:] {
			x, y, ok := b.two(b.all[one].Counts, b.all[two].Counts, one == two)
			if !ok || x+y > least || offers > maxOffers && x+y == least {
				continue
			}
			if x+y < least {
				least, offers = x+y, 0
			}
			offers++
			b.use(map[int]int{one: x, two: y})
		}
	}
}

// two is how often to use two patterns so that they cover the batch on the
// fewest sheets. How many of the second are needed falls with every one of the
// first, ever more slowly, so that the fewest lie about one place.
func (b *batch) two(p, q []int, same bool) (x, y int, ok bool) {
	least, most := 0, 0
	for k, d := range b.task.demand {
		if p[k] == 0 && q[k] == 0 {
			return 0, 0, false
		}
		if p[k] > 0 {
			most = max(most, (d+p[k]-1)/p[k])
			if q[k] == 0 {
				least = max(least, (d+p[k]-1)/p[k])
			}
		}
	}
	if same {
		return most, most, true
	}
	rest := func(i int) (need float64) {
		for k, d := range b.task.demand {
			if q[k] > 0 {
				need = max(need, float64(d-i*p[k])/float64(q[k]))
			}
		}
		return need
	}
	lo, hi := least, most
	for lo < hi {
		if mid := (lo + hi) / 2; float64(mid)+rest(mid) <= float64(mid+1)+rest(mid+1) {
			hi = mid
		} else {
			lo = mid + 1
		}
	}
	const about = 12 // rounding moves the place by no more than what a sheet gives
	x, y = lo, int(math.Ceil(rest(lo)-tiny))
	for i := max(least, lo-about); i <= min(most, lo+about); i++ {
		if n := int(math.Ceil(rest(i) - tiny)); i+n < x+y {
			x, y = i, n
		}
	}
	return x, y, true
}

const tiny = 1e-9

// rounded takes the whole uses of the fractional cover and fills in the rest.
func (b *batch) rounded(uses map[int]float64) {
	taken, left := map[int]int{}, slices.Clone(b.task.demand)
	stock := stockOf(b.task.p)
	for _, i := range b.most {
		n := int(math.Floor(uses[i] + 1e-4))
		if n == 0 {
			continue
		}
		taken[i] += n
		b.all[i].Take(left, stock, n)
	}
	for sheets := range 12 {
		b.nodes = 0
		if more, ok := b.exactly(left, stock, sheets); ok {
			for _, i := range more {
				taken[i]++
			}
			b.use(taken)
			return
		}
	}
}

// prove looks for plans with fewer sheets than the best, one at a time, and
// raises the bound where there is none.
func (b *batch) prove() {
	for b.found.best() != nil && b.found.lower < b.found.best().used && b.found.lower <= 12 {
		b.nodes = 0
		found, ok := b.exactly(slices.Clone(b.task.demand), stockOf(b.task.p), b.found.lower)
		switch {
		case ok:
			taken := map[int]int{}
			for _, i := range found {
				taken[i]++
			}
			before := b.found.best().used
			if b.use(taken); b.found.best().used == before {
				return
			}
		case b.nodes > maxNodes:
			return
		default:
			b.found.lower++
		}
	}
}

// exactly covers what is left with at most so many sheets, looking at every way
// of doing it unless that is too many.
func (b *batch) exactly(left, stock []int, sheets int) ([]int, bool) {
	need, worst, most := int64(0), -1, int64(0)
	for k, n := range left {
		if n <= 0 {
			continue
		}
		a := int64(n) * b.task.kinds[k].Size.Area()
		need += a
		if worst < 0 || a > most {
			worst, most = k, a
		}
	}
	if worst < 0 {
		return nil, true
	}
	if b.nodes++; sheets == 0 || b.nodes > maxNodes || need > int64(sheets)*b.largest() {
		return nil, false
	}
	type option struct {
		at     int
		covers int64
	}
	var options []option
	for _, i := range b.most {
		q := b.all[i]
		if q.Counts[worst] == 0 || stock[q.Sheet] == 0 {
			continue
		}
		covers := int64(0)
		for k, n := range q.Counts {
			covers += int64(min(n, max(left[k], 0))) * b.task.kinds[k].Size.Area()
		}
		if b.task.p.Sheets[q.Sheet].Buy {
			covers -= 1 << 60
		}
		options = append(options, option{i, covers})
	}
	slices.SortStableFunc(options, func(x, y option) int { return cmp.Compare(y.covers, x.covers) })
	for _, o := range options {
		rest, after := slices.Clone(left), slices.Clone(stock)
		b.all[o.at].Take(rest, after, 1)
		if more, ok := b.exactly(rest, after, sheets-1); ok {
			return append(more, o.at), true
		}
	}
	return nil, false
}

func (b *batch) largest() int64 {
	most := int64(0)
	for _, s := range b.task.p.Sheets {
		most = max(most, s.Size.Area())
	}
	return most
}
