package pattern

import (
	"slices"

	"yellow-parcel/core/card"
)

// maxJoins bounds how many pairs of shapes are put together for one sheet;
// beyond it the patterns are not all listed.
const maxJoins = 20_000

// List is everything that can come out of a sheet, with every least shape it can
// take; ok is false where that is too much to list.
func List(kinds []Kind, sheets []Sheets, sheet int) (out []Pattern, ok bool) {
	l := lister{kinds: kinds, sheet: sheet, room: sheets[sheet].Size, most: make([]int, len(kinds)), weight: make([]int, len(kinds))}
	codes := 1
	for k, one := range kinds {
		if one.Up[sheet] || one.Side[sheet] {
			l.most[k] = min(one.Count, int(l.room.Area()/one.Size.Area()))
		}
		l.weight[k] = codes
		if codes *= l.most[k] + 1; codes > 1<<15 {
			return nil, false
		}
	}
	l.found = make([][]*Shape, codes)
	counts := make([]int, len(kinds))
	if !l.list(counts) {
		return nil, false
	}
	return l.out, true
}

// lister finds the shapes of ever larger lots; a lot is coded as a number in
// which every kind has its own digit.
type lister struct {
	kinds  []Kind
	sheet  int
	room   card.Size
	most   []int
	weight []int
	found  [][]*Shape
	joins  int
	out    []Pattern
}

// list visits the lots in the order of their codes, the last kind slowest.
func (l *lister) list(counts []int) bool {
	for code := 1; code < len(l.found); code++ {
		var filled int64
		total := 0
		for k := range counts {
			counts[k] = code / l.weight[k] % (l.most[k] + 1)
			filled += int64(counts[k]) * l.kinds[k].Size.Area()
			total += counts[k]
		}
		if filled > l.room.Area() {
			continue
		}
		if total == 1 {
			l.single(code, counts)
		} else if !l.join(code, counts) {
			return false
		}
		if len(l.found[code]) > 0 {
			l.out = append(l.out, Pattern{l.sheet, slices.Clone(counts), l.found[code]})
		}
	}
	return true
}

func (l *lister) single(code int, counts []int) {
	k := slices.Index(counts, 1)
	z := l.kinds[k].Size
	if l.kinds[k].Up[l.sheet] {
		l.keep(code, &Shape{W: z.Width, H: z.Height, Kind: k})
	}
	if l.kinds[k].Side[l.sheet] {
		l.keep(code, &Shape{W: z.Height, H: z.Width, Kind: k, Turned: true})
	}
}

// join puts every two parts of a lot together, beside and below each other.
func (l *lister) join(code int, counts []int) bool {
	part := make([]int, len(counts))
	for {
		// The next part of the lot, as an odometer.
		k := 0
		for k < len(part) && part[k] == counts[k] {
			part[k] = 0
			k++
		}
		if k == len(part) {
			return true
		}
		part[k]++
		one := 0
		for i, n := range part {
			one += n * l.weight[i]
		}
		if 2*one > code {
			continue
		}
		if l.joins += 1 + len(l.found[one])*len(l.found[code-one]); l.joins > maxJoins {
			return false
		}
		for _, a := range l.found[one] {
			for _, b := range l.found[code-one] {
				if a.W+b.W <= l.room.Width && max(a.H, b.H) <= l.room.Height {
					l.keep(code, beside(a, b))
				}
				if max(a.W, b.W) <= l.room.Width && a.H+b.H <= l.room.Height {
					l.keep(code, below(a, b))
				}
			}
		}
	}
}

// keep adds a shape unless another is no larger either way; of equal ones it
// keeps the one that takes fewer settings of the guide.
func (l *lister) keep(code int, s *Shape) {
	for i, o := range l.found[code] {
		if o.W == s.W && o.H == s.H {
			if s.Sets = s.settings(); len(s.Sets) < len(o.Sets) {
				l.found[code][i] = s
			}
			return
		}
		if o.W <= s.W && o.H <= s.H {
			return
		}
	}
	s.Sets = s.settings()
	l.found[code] = append(slices.DeleteFunc(l.found[code], func(o *Shape) bool { return s.W <= o.W && s.H <= o.H }), s)
}
