package trim

import (
	"cmp"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
)

// The usual work for a plan, in places looked at: about a hundredth of a second
// on a small machine, and most for one that may take its time.
const (
	QuickWork    = 300_000
	ThoroughWork = 14_000_000
)

// searchable is the most single pieces that are packed one by one; a larger
// batch is cut by repeated layouts.
const searchable = 400

// Solve plans the cuts of a batch: the fewest sheets, then the fewest settings
// of the guide, then the largest offcut. The error is a *NoSheetError, a
// *ManyError, a *ReachError or ErrShort.
func Solve(p Problem) (*Plan, error) {
	if p.Steps == 0 {
		p.Steps = QuickWork
	}
	kinds, err := kindsOf(&p)
	if err != nil {
		return nil, err
	}
	if len(kinds) == 0 {
		return &Plan{}, nil
	}
	v := solver{p: &p, kinds: kinds, lower: bound(&p)}
	if err := v.listed(); err != nil {
		return nil, err
	}
	if v.best == nil || v.best.used > v.lower {
		v.repeated()
		v.searched()
	}
	if v.best == nil {
		return nil, cmp.Or(v.refusal, ErrShort)
	}
	return v.plan(), nil
}

// solver gathers candidates and keeps the best.
type solver struct {
	p       *Problem
	kinds   []kind
	lower   int
	best    *candidate
	refusal error // why a candidate could not be cut
	stopped bool
}

// candidate is a whole set of layouts for the batch.
type candidate struct {
	layouts      []Layout
	bought, used int
	settings     int
	offcut       int64
}

// offer keeps a candidate when it is better than the best so far.
func (v *solver) offer(layouts []Layout) {
	c := candidate{layouts: layouts, settings: len(settings(layouts))}
	taken := map[int]int{}
	for _, l := range layouts {
		c.used += l.Count
		taken[l.Sheet] += l.Count
		if v.p.Sheets[l.Sheet].Buy {
			c.bought += l.Count
		}
		for _, o := range l.Offcuts {
			c.offcut = max(c.offcut, area(o.Size))
		}
	}
	for s, n := range taken {
		if most := v.p.Sheets[s].Count; most != Unlimited && n > most {
			return
		}
	}
	if v.best == nil || cmp.Or(cmp.Compare(c.bought, v.best.bought), cmp.Compare(c.used, v.best.used),
		cmp.Compare(c.settings, v.best.settings), cmp.Compare(v.best.offcut, c.offcut)) < 0 {
		v.best = &c
	}
}

// refuse keeps the first reason why a layout could not be cut.
func (v *solver) refuse(err error) {
	if v.refusal == nil {
		v.refusal = err
	}
}

// repeated cuts the batch by one layout after another, each used as often as
// the pieces still wanted allow.
func (v *solver) repeated() {
	const tries = 12
	for try := range 3 {
		rng := rand.New(rand.NewPCG(uint64(try), 1))
		left := make([]int, len(v.kinds))
		for k, one := range v.kinds {
			left[k] = one.count
		}
		stock := stockOf(v.p)
		var layouts []Layout
		for slices.Max(left) > 0 {
			b, counts := v.fullest(left, stock, rng, tries)
			if b == nil {
				return
			}
			times := math.MaxInt
			for k, n := range counts {
				if n > 0 {
					times = min(times, left[k]/n)
				}
			}
			if stock[b.sheet] != Unlimited {
				times = min(times, stock[b.sheet])
				stock[b.sheet] -= times
			}
			for k, n := range counts {
				left[k] -= n * times
			}
			l, err := b.tree.layout(v.p, v.kinds, b.sheet)
			if err != nil {
				v.refuse(err)
				return
			}
			l.Count = times
			layouts = append(layouts, l)
		}
		v.offer(layouts)
	}
}

func stockOf(p *Problem) []int {
	out := make([]int, len(p.Sheets))
	for i, s := range p.Sheets {
		out[i] = s.Count
	}
	return out
}

// fullest fills one sheet as well as a few tries can.
func (v *solver) fullest(left, stock []int, rng *rand.Rand, tries int) (*bin, []int) {
	var best *bin
	var counts []int
	most := 0.0
	offer := func(b *bin) {
		got, filled := make([]int, len(v.kinds)), 0.0
		for _, p := range b.tree.parts {
			if p.holds >= 0 {
				got[p.holds]++
				filled += float64(p.w) * float64(p.h)
			}
		}
		if filled > most {
			most, best, counts = filled, b, got
		}
	}
	for i, sheet := range v.p.Sheets {
		if stock[i] == 0 || sheet.Buy && best != nil && !v.p.Sheets[best.sheet].Buy {
			continue
		}
		for k := range v.kinds {
			v.grids(k, i, left[k], offer)
		}
		pool := v.fitting(left, i)
		if len(pool) > mostFitted {
			continue
		}
		for try := range tries {
			s := v.searchFor(rng)
			s.bins = []*bin{newBin(v.p, i)}
			s.pool = slices.Clone(pool)
			s.refill(try > 0)
			offer(s.bins[0])
		}
	}
	return best, counts
}

// mostFitted is how many pieces one sheet is filled with by trial; more lie in grids.
const mostFitted = 150

// fitting are the pieces that could come out of one sheet, by area alone.
func (v *solver) fitting(left []int, sheet int) []int {
	var pool []int
	for k, one := range v.kinds {
		for range min(left[k], int(area(v.p.Sheets[sheet].Size)/area(one.size))) {
			pool = append(pool, k)
		}
	}
	return pool
}

// grids fills a sheet with one kind in rows and columns, each way it may lie.
func (v *solver) grids(k, sheet, left int, offer func(*bin)) {
	one := v.kinds[k]
	for _, turned := range []bool{false, true} {
		z := one.size
		if turned {
			z = z.Turned()
		}
		if left == 0 || turned && !one.side[sheet] || !turned && !one.up[sheet] {
			continue
		}
		b := newBin(v.p, sheet)
		b.tree.grid(k, z.Width, z.Height, turned, left)
		offer(b)
	}
}

func (v *solver) searchFor(rng *rand.Rand) *search {
	largest := int64(0)
	for _, s := range v.p.Sheets {
		largest = max(largest, area(s.Size))
	}
	return &search{p: v.p, kinds: v.kinds, rng: rng, unit: float64(largest)}
}

// searched packs the pieces one by one.
func (v *solver) searched() {
	total := 0
	for _, k := range v.kinds {
		total += k.count
	}
	if total > searchable || v.best != nil && v.best.used <= v.lower {
		return
	}
	s := v.searchFor(rand.New(rand.NewPCG(1, 2)))
	done, ok := s.pack(v.lower, v.p.Steps, func(sheets int) bool {
		v.stopped = v.p.Watch != nil && !v.p.Watch(s.work, v.p.Steps, sheets)
		return !v.stopped
	})
	if !ok {
		return
	}
	var layouts []Layout
	for _, b := range done {
		l, err := b.tree.layout(v.p, v.kinds, b.sheet)
		if err != nil {
			v.refuse(err)
			return
		}
		layouts = append(layouts, l)
	}
	v.offer(layouts)
}

// merged counts layouts that are cut alike as one.
func merged(layouts []Layout) []Layout {
	var out []Layout
	at := map[string]int{}
	for _, l := range layouts {
		key := fmt.Sprint(l.Sheet, l.Pieces, l.Cuts)
		if i, ok := at[key]; ok {
			out[i].Count += l.Count
			continue
		}
		at[key] = len(out)
		out = append(out, l)
	}
	return out
}

// plan names the pieces of the best candidate and puts its cuts in order.
func (v *solver) plan() *Plan {
	layouts := merged(v.named(v.best.layouts))
	slices.SortStableFunc(layouts, func(a, b Layout) int { return cmp.Compare(b.Count, a.Count) })
	return &Plan{
		Layouts: layouts, Steps: stepsOf(layouts), Used: v.best.used, Bought: v.best.bought,
		LowerBound: min(v.lower, v.best.used), Settings: v.best.settings, Stopped: v.stopped,
	}
}

// named gives every place of a kind to one of the problem's pieces. Pieces of
// one kind are cut alike, so a layout is only taken apart where the pieces of a
// kind change.
func (v *solver) named(layouts []Layout) []Layout {
	left := make([]int, len(v.p.Pieces))
	for i, piece := range v.p.Pieces {
		left[i] = piece.Count
	}
	var out []Layout
	for _, l := range layouts {
		for l.Count > 0 {
			one, times := l, l.Count
			one.Pieces = slices.Clone(l.Pieces)
			takes := map[int]int{}
			for i, at := range one.Pieces {
				piece := v.pick(at.Piece, left, takes)
				takes[piece]++
				one.Pieces[i].Piece, one.Pieces[i].Name = piece, v.p.Pieces[piece].Name
			}
			for piece, n := range takes {
				times = min(times, left[piece]/n)
			}
			for piece, n := range takes {
				left[piece] -= n * times
			}
			one.Count = times
			l.Count -= times
			out = append(out, one)
		}
	}
	return out
}

// pick is the first piece of a kind that is still wanted.
func (v *solver) pick(k int, left []int, takes map[int]int) int {
	for _, piece := range v.kinds[k].pieces {
		if left[piece] > takes[piece] {
			return piece
		}
	}
	return v.kinds[k].pieces[0]
}
