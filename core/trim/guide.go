package trim

import (
	"cmp"
	"slices"

	"yellow-parcel/core/parts"
)

// The order of the cuts of a batch is a problem of its own: a row can be cut once
// the part it lies in is cut off, every part of a size comes off at one setting
// of the guide, and the guide should move rarely. A setting is put off while
// parts of that size still lie within others; where none can be done once and for
// all, several ways of going on are followed side by side.

// standing is a batch half cut: which groups are cut, and the settings so far.
type standing struct {
	done   []bool // by group
	open   []bool // by row
	left   []int  // parts still together, by row
	moves  []int
	needed int // settings still to come, at least
	locked int // groups that wait inside others
}

// glance is an order in which each next setting is the most sensible there is.
func (b *trimmer) glance() []int {
	s := b.begin()
	for s.needed > 0 {
		set := b.sensible(s)[0]
		s.moves = append(s.moves, set)
		b.cut(s, set, func(int, int) {})
		b.weigh(s)
	}
	return s.moves
}

// order is the settings of the guide one after another, with so many ways
// followed side by side.
func (b *trimmer) order(width int) []int {
	beam := []*standing{b.begin()}
	for len(beam) > 0 {
		var next []*standing
		seen := map[string]bool{}
		for _, s := range beam {
			if s.needed == 0 {
				return s.moves
			}
			for _, set := range b.sensible(s) {
				n := b.after(s, set)
				if key := string(bytesOf(n.done)); !seen[key] {
					seen[key] = true
					next = append(next, n)
				}
			}
		}
		slices.SortStableFunc(next, func(x, y *standing) int {
			return cmp.Or(cmp.Compare(x.needed, y.needed), cmp.Compare(x.locked, y.locked))
		})
		beam = next[:min(len(next), width)]
	}
	return nil
}

// begin is a batch before the first cut.
func (b *trimmer) begin() *standing {
	s := &standing{done: make([]bool, b.groups), open: make([]bool, len(b.rows)), left: make([]int, len(b.rows))}
	for i := range b.rows {
		r := &b.rows[i]
		if r.last != parts.None {
			s.left[i] = 1
		}
		for g := range r.groups {
			s.left[i] += len(r.groups[g].parts)
		}
	}
	b.unlock(s)
	b.weigh(s)
	return s
}

func bytesOf(flags []bool) []byte {
	out := make([]byte, (len(flags)+7)/8)
	for i, on := range flags {
		if on {
			out[i/8] |= 1 << (i % 8)
		}
	}
	return out
}

// sensible are the settings worth going on with: one that can be done once and
// for all, else all at which something can be cut.
func (b *trimmer) sensible(s *standing) []int {
	if b.counts == nil {
		b.counts = make([]count, len(b.sets))
	}
	clear(b.counts)
	for i := range b.rows {
		r := &b.rows[i]
		if s.left[i] <= 1 {
			continue
		}
		for g := range r.groups {
			if one := &r.groups[g]; !s.done[b.first[i]+g] {
				c := &b.counts[one.set]
				if s.open[i] {
					c.ready += len(one.parts) * b.fulls[r.of].count
				} else {
					c.later++
				}
				c.sure = c.sure || r.last != parts.None || len(one.parts) > 1
			}
		}
	}
	once, n := -1, 0
	for set, c := range b.counts {
		if c.ready > 0 && c.later == 0 && c.sure && (once < 0 || b.sets[set] > b.sets[once]) {
			once = set
		}
		if c.ready > 0 {
			n++
		}
	}
	if once >= 0 {
		return []int{once}
	}
	out := make([]int, 0, n)
	for set, c := range b.counts {
		if c.ready > 0 {
			out = append(out, set)
		}
	}
	slices.SortStableFunc(out, func(x, y int) int {
		return cmp.Or(cmp.Compare(b.counts[x].later, b.counts[y].later), cmp.Compare(b.counts[y].ready, b.counts[x].ready), cmp.Compare(b.sets[y], b.sets[x]))
	})
	return out
}

// after is a batch after everything was cut that can be at a setting.
func (b *trimmer) after(s *standing, set int) *standing {
	n := &standing{done: slices.Clone(s.done), open: slices.Clone(s.open), left: slices.Clone(s.left), moves: append(slices.Clone(s.moves), set)}
	b.cut(n, set, func(int, int) {})
	b.weigh(n)
	return n
}

// cut cuts every group that can be at a setting, and tells of each.
func (b *trimmer) cut(s *standing, set int, tell func(row, group int)) {
	for again := true; again; {
		again = false
		for i := range b.rows {
			if !s.open[i] || s.left[i] <= 1 {
				continue
			}
			for g := range b.rows[i].groups {
				if at := b.first[i] + g; b.rows[i].groups[g].set == set && !s.done[at] {
					s.done[at], again = true, true
					s.left[i] -= len(b.rows[i].groups[g].parts)
					tell(i, g)
				}
			}
		}
		if again {
			b.unlock(s)
		}
	}
}

// unlock opens the rows whose parts lie apart now.
func (b *trimmer) unlock(s *standing) {
	for i, o := range b.opened {
		switch {
		case s.open[i] || o.row >= 0 && !s.open[o.row]:
		case o.row < 0:
			s.open[i] = true
		default:
			s.open[i] = o.group >= 0 && s.done[b.first[o.row]+o.group] || s.left[o.row] <= 1
		}
	}
}

// weigh counts the settings that are still needed, whatever the order.
func (b *trimmer) weigh(s *standing) {
	var few [64]bool
	needed := few[:]
	if len(b.sets) > len(few) {
		needed = make([]bool, len(b.sets))
	}
	open := 0
	s.needed, s.locked = 0, 0
	for i := range b.rows {
		r := &b.rows[i]
		if s.left[i] <= 1 {
			continue
		}
		open++
		for g := range r.groups {
			one := &r.groups[g]
			if s.done[b.first[i]+g] {
				continue
			}
			if !s.open[i] {
				s.locked++
			}
			if r.last == parts.None && len(one.parts) == 1 {
				continue
			}
			if !needed[one.set] {
				needed[one.set] = true
				s.needed++
			}
		}
	}
	if s.needed == 0 && open > 0 {
		s.needed = 1
	}
}
