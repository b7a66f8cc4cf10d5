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
			x, y, ok := b.two(b.all[one].counts, b.all[two].counts, one == two)
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

// two is how often to use two patterns so that they cover the batch on the fewest sheets.
func (b *batch) two(p, q []int, same bool) (x, y int, ok bool) {
	most := 0
	for k, d := range b.demand {
		if p[k] == 0 && q[k] == 0 {
			return 0, 0, false
		}
		if p[k] > 0 {
			most = max(most, (d+p[k]-1)/p[k])
		}
	}
	if same {
		return most, most, true
	}
	least := math.MaxInt
	for i := 0; i <= most && i < least; i++ {
		need := 0
		for k, d := range b.demand {
			if rest := d - i*p[k]; rest > 0 {
				if q[k] == 0 {
					need = math.MaxInt / 2
					break
				}
				need = max(need, (rest+q[k]-1)/q[k])
			}
		}
		if i+need < least {
			least, x, y, ok = i+need, i, need, true
		}
	}
	return x, y, ok && least < math.MaxInt/2
}

// rounded takes the whole uses of the fractional cover and fills in the rest.
func (b *batch) rounded(uses []float64) {
	taken, left := map[int]int{}, slices.Clone(b.demand)
	stock := stockOf(b.p)
	for j, x := range uses {
		n := int(math.Floor(x + 1e-7))
		if n == 0 {
			continue
		}
		q := b.all[b.most[j]]
		taken[b.most[j]] += n
		for k := range left {
			left[k] -= n * q.counts[k]
		}
		if stock[q.sheet] != Unlimited {
			stock[q.sheet] -= n
		}
	}
	for sheets := 0; sheets < 12; sheets++ {
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
	for b.best != nil && b.lower < b.best.used && b.lower <= 12 {
		b.nodes = 0
		found, ok := b.exactly(slices.Clone(b.demand), stockOf(b.p), b.lower)
		switch {
		case ok:
			taken := map[int]int{}
			for _, i := range found {
				taken[i]++
			}
			before := b.best.used
			if b.use(taken); b.best.used == before {
				return
			}
		case b.nodes > maxNodes:
			return
		default:
			b.lower++
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
		a := int64(n) * area(b.kinds[k].size)
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
		if q.counts[worst] == 0 || stock[q.sheet] == 0 {
			continue
		}
		covers := int64(0)
		for k, n := range q.counts {
			covers += int64(min(n, max(left[k], 0))) * area(b.kinds[k].size)
		}
		if b.p.Sheets[q.sheet].Buy {
			covers -= 1 << 60
		}
		options = append(options, option{i, covers})
	}
	slices.SortStableFunc(options, func(x, y option) int { return cmp.Compare(y.covers, x.covers) })
	for _, o := range options {
		q := b.all[o.at]
		rest, after := slices.Clone(left), slices.Clone(stock)
		for k, n := range q.counts {
			rest[k] -= n
		}
		if after[q.sheet] != Unlimited {
			after[q.sheet]--
		}
		if more, ok := b.exactly(rest, after, sheets-1); ok {
			return append(more, o.at), true
		}
	}
	return nil, false
}
