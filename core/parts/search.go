package parts

import (
	"math/rand/v2"
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/pattern"
)

// search packs single pieces, each into some sheet, by taking parts out of a
// few sheets and laying them in again wherever they fit best. It tries to do
// without one sheet after another until the bound is met or its steps are used.
type search struct {
	sheets []pattern.Sheets
	kinds  []pattern.Kind
	rng    *rand.Rand
	bins   []*bin
	pool   []int // kinds of the pieces that lie in no sheet
	saved  []saved
	work   int     // places looked at
	unit   float64 // area that free paper is weighed against
}

// bin is one sheet with what lies in it.
type bin struct {
	sheet int
	tree  Tree
	left  []int32
	wide  measure.Length // the longest sides of its free parts, to pass it over at a glance
	high  measure.Length
}

type saved struct {
	at   int
	tree Tree
}

func (b *bin) refresh() {
	b.left, b.wide, b.high = b.left[:0], 0, 0
	for i := range b.tree.Parts {
		if p := &b.tree.Parts[i]; p.Holds == Free {
			b.left = append(b.left, int32(i))
			b.wide, b.high = max(b.wide, p.W), max(b.high, p.H)
		}
	}
}

func newBin(sheets []pattern.Sheets, sheet int) *bin {
	z := sheets[sheet].Size
	b := &bin{sheet: sheet, tree: New(z.Width, z.Height)}
	b.refresh()
	return b
}

// keep remembers a sheet as it is before the first change of a step.
func (s *search) keep(i int) {
	for _, one := range s.saved {
		if one.at == i {
			return
		}
	}
	n := len(s.saved)
	if n < cap(s.saved) {
		s.saved = s.saved[:n+1]
	} else {
		s.saved = append(s.saved, saved{})
	}
	s.saved[n].at = i
	s.bins[i].tree.copyTo(&s.saved[n].tree)
}

func (s *search) putBack() {
	for i := range s.saved {
		b := s.bins[s.saved[i].at]
		s.saved[i].tree.copyTo(&b.tree)
		b.refresh()
	}
}

// cost weighs the pieces left over, and between equals how scattered the free paper is.
func (s *search) cost() float64 {
	sum := 0.0
	for _, k := range s.pool {
		sum += float64(s.kinds[k].Size.Area()) / s.unit
	}
	for _, b := range s.bins {
		for _, at := range b.left {
			f := &b.tree.Parts[at]
			sum -= s.worth(f.W, f.H) * scatter
		}
	}
	return sum
}

const scatter = 0.005

// refill lays what is in the pool, the large first but for a little chance.
func (s *search) refill(blink bool) {
	type turn struct {
		kind int
		key  float64
	}
	order := make([]turn, len(s.pool))
	for i, k := range s.pool {
		z := s.kinds[k].Size
		key := float64(z.Area())
		if s.rng.Uint32()&1 == 0 {
			key = float64(max(z.Width, z.Height)) * float64(max(z.Width, z.Height))
		}
		if blink {
			key *= 0.7 + 0.6*s.rng.Float64()
		}
		order[i] = turn{k, key}
	}
	slices.SortStableFunc(order, func(a, b turn) int {
		switch {
		case a.key > b.key:
			return -1
		case a.key < b.key:
			return 1
		}
		return 0
	})
	s.pool = s.pool[:0]
	for _, t := range order {
		if at, ok := s.best(t.kind, blink); ok {
			s.lay(t.kind, at)
		} else {
			s.pool = append(s.pool, t.kind)
		}
	}
}

// ruin takes some parts out of a few sheets.
func (s *search) ruin() {
	sheets := 1 + s.rng.IntN(3)
	for range sheets {
		i := s.rng.IntN(len(s.bins))
		s.keep(i)
		b := s.bins[i]
		if s.rng.IntN(4) == 0 {
			s.take(b, 0)
			continue
		}
		for range 1 + s.rng.IntN(5) {
			s.take(b, s.any(b))
		}
	}
}

// any picks a part that is not free; the whole sheet when there is none.
func (s *search) any(b *bin) int32 {
	n := 0
	var at int32
	for i := 1; i < len(b.tree.Parts); i++ {
		if b.tree.Parts[i].Holds == Free || b.tree.Parts[i].Holds == gone {
			continue
		}
		if n++; s.rng.IntN(n) == 0 {
			at = int32(i)
		}
	}
	return at
}

func (s *search) take(b *bin, at int32) {
	s.gather(&b.tree, at)
	b.tree.clear(at)
	b.refresh()
}

func (s *search) gather(t *Tree, at int32) {
	if k := t.Parts[at].Holds; k >= 0 {
		s.pool = append(s.pool, int(k))
	}
	for k := t.Parts[at].Kid; k != None; k = t.Parts[k].Next {
		s.gather(t, k)
	}
}

const lateness = 30

// squeeze works at emptying the pool until the work is used up; it tells whether it did.
func (s *search) squeeze(limit int, tick func() bool) bool {
	now := s.cost()
	past := make([]float64, lateness)
	for i := range past {
		past[i] = now
	}
	for step := 1; s.work < limit && len(s.pool) > 0; step++ {
		if step%64 == 0 && !tick() {
			return false
		}
		pool := slices.Clone(s.pool)
		s.saved = s.saved[:0]
		s.ruin()
		s.refill(true)
		next := s.cost()
		slot := &past[step%lateness]
		if next <= now || next <= *slot {
			now = next
		} else {
			s.putBack()
			s.pool = pool
		}
		*slot = now
	}
	return len(s.pool) == 0
}

// pack finds sheets for all pieces, then tries to do with fewer. It gives one
// tree of parts for each sheet; ok is false when the sheets do not suffice.
func (s *search) pack(lower, limit int, tick func() bool) (done []*bin, ok bool) {
	for k, one := range s.kinds {
		for range one.Count {
			s.pool = append(s.pool, k)
		}
	}
	left := make([]int, len(s.sheets))
	for i, sheet := range s.sheets {
		left[i] = sheet.Count
	}
	for {
		s.refill(false)
		if len(s.pool) == 0 {
			break
		}
		at := s.next(s.pool[0], left)
		if at < 0 {
			return nil, false
		}
		left[at]--
		s.bins = append(s.bins, newBin(s.sheets, at))
	}
	for s.work < limit && len(s.bins) > lower {
		done = s.copyOf()
		s.drop()
		if !s.squeeze(limit, tick) {
			return done, true
		}
	}
	return s.bins, true
}

// next is the largest sheet still to be had that takes a piece, those on hand first.
func (s *search) next(k int, left []int) int {
	best := -1
	for i, sheet := range s.sheets {
		if left[i] == 0 || !s.kinds[k].Up[i] && !s.kinds[k].Side[i] {
			continue
		}
		if best < 0 || s.sheets[best].Buy && !sheet.Buy ||
			sheet.Buy == s.sheets[best].Buy && sheet.Size.Area() > s.sheets[best].Size.Area() {
			best = i
		}
	}
	return best
}

func (s *search) copyOf() []*bin {
	out := make([]*bin, len(s.bins))
	for i, b := range s.bins {
		out[i] = &bin{sheet: b.sheet}
		b.tree.copyTo(&out[i].tree)
	}
	return out
}

// drop gives up the sheet with the least in it, one to buy before one on hand.
func (s *search) drop() {
	worst, least := 0, 0.0
	for i, b := range s.bins {
		filled := float64(s.sheets[b.sheet].Size.Area())
		for _, at := range b.left {
			f := &b.tree.Parts[at]
			filled -= float64(f.W) * float64(f.H)
		}
		if s.sheets[b.sheet].Buy {
			filled -= 1e18
		}
		if i == 0 || filled < least {
			worst, least = i, filled
		}
	}
	s.take(s.bins[worst], 0)
	s.bins = slices.Delete(s.bins, worst, worst+1)
	s.saved = nil
}

// Filled is a sheet with what lies in it.
type Filled struct {
	Sheet int
	Tree  Tree
}

// Pack packs the pieces of some kinds one by one, until no sheet fewer than lower
// says is left to save or so much work is done; tick is told of it now and then
// and stops it by answering false. In every sheet it gives something lies. It gives
// the work done too; ok is false where the sheets do not suffice.
func Pack(kinds []pattern.Kind, sheets []pattern.Sheets, lower, work int, tick func(work int) bool) (out []Filled, done int, ok bool) {
	s := &search{sheets: sheets, kinds: kinds, rng: rand.New(rand.NewPCG(1, 2))}
	for _, sheet := range sheets {
		s.unit = max(s.unit, float64(sheet.Size.Area()))
	}
	bins, ok := s.pack(lower, work, func() bool { return tick(s.work) })
	for _, b := range bins {
		if !b.tree.bare() { // giving up another sheet may have emptied it
			out = append(out, Filled{b.sheet, b.tree})
		}
	}
	return out, s.work, ok
}
