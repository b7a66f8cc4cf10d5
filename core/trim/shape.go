package trim

import (
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// shape is the least rectangle in which some pieces can be laid by guillotine
// cuts in one way: a piece, or two shapes beside or below each other.
type shape struct {
	w, h   measure.Length
	kind   int
	turned bool
	stack  bool
	a, b   *shape // nil for a single piece
	sets   []measure.Length
}

// pattern is a number of pieces of each kind that come out of one sheet.
type pattern struct {
	sheet  int
	counts []int
	shapes []*shape
}

// maxJoins bounds how many pairs of shapes are put together for one sheet;
// beyond it the patterns are not all listed.
const maxJoins = 60_000

// patternsOf lists everything that can come out of a sheet, with every least
// shape it can take; ok is false where that is too much to list.
func patternsOf(p *Problem, kinds []kind, sheet int) (out []pattern, ok bool) {
	l := lister{kinds: kinds, sheet: sheet, room: p.Sheets[sheet].Size, most: make([]int, len(kinds)), weight: make([]int, len(kinds))}
	codes := 1
	for k, one := range kinds {
		if one.up[sheet] || one.side[sheet] {
			l.most[k] = min(one.count, int(area(l.room)/area(one.size)))
		}
		l.weight[k] = codes
		if codes *= l.most[k] + 1; codes > 1<<15 {
			return nil, false
		}
	}
	l.found = make([][]*shape, codes)
	counts := make([]int, len(kinds))
	if !l.list(counts) {
		return nil, false
	}
	return l.out, true
}

// lister finds the shapes of ever larger lots; a lot is coded as a number in
// which every kind has its own digit.
type lister struct {
	kinds  []kind
	sheet  int
	room   card.Size
	most   []int
	weight []int
	found  [][]*shape
	joins  int
	out    []pattern
}

// list visits the lots in the order of their codes, the last kind slowest.
func (l *lister) list(counts []int) bool {
	for code := 1; code < len(l.found); code++ {
		var filled int64
		total := 0
		for k := range counts {
			counts[k] = code / l.weight[k] % (l.most[k] + 1)
			filled += int64(counts[k]) * area(l.kinds[k].size)
			total += counts[k]
		}
		if filled > area(l.room) {
			continue
		}
		if total == 1 {
			l.single(code, counts)
		} else if !l.join(code, counts) {
			return false
		}
		if len(l.found[code]) > 0 {
			l.out = append(l.out, pattern{l.sheet, slices.Clone(counts), l.found[code]})
		}
	}
	return true
}

func (l *lister) single(code int, counts []int) {
	k := slices.Index(counts, 1)
	z := l.kinds[k].size
	if l.kinds[k].up[l.sheet] {
		l.keep(code, &shape{w: z.Width, h: z.Height, kind: k})
	}
	if l.kinds[k].side[l.sheet] {
		l.keep(code, &shape{w: z.Height, h: z.Width, kind: k, turned: true})
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
				if w, h := a.w+b.w, max(a.h, b.h); w <= l.room.Width && h <= l.room.Height {
					l.keep(code, &shape{w: w, h: h, a: a, b: b, kind: free})
				}
				if w, h := max(a.w, b.w), a.h+b.h; w <= l.room.Width && h <= l.room.Height {
					l.keep(code, &shape{w: w, h: h, a: a, b: b, kind: free, stack: true})
				}
			}
		}
	}
}

// keep adds a shape unless another is no larger either way; of equal ones it
// keeps the one that takes fewer settings of the guide.
func (l *lister) keep(code int, s *shape) {
	for i, o := range l.found[code] {
		if o.w == s.w && o.h == s.h {
			if s.sets = s.settings(); len(s.sets) < len(o.sets) {
				l.found[code][i] = s
			}
			return
		}
		if o.w <= s.w && o.h <= s.h {
			return
		}
	}
	s.sets = s.settings()
	l.found[code] = append(slices.DeleteFunc(l.found[code], func(o *shape) bool { return s.w <= o.w && s.h <= o.h }), s)
}

// settings are the distinct guide settings a shape takes when it is cut out exactly.
func (s *shape) settings() []measure.Length {
	if s.a == nil {
		return nil
	}
	out := make([]measure.Length, 0, len(s.a.sets)+len(s.b.sets)+3)
	out = append(append(out, s.a.sets...), s.b.sets...)
	if s.stack {
		out = append(out, s.a.h)
		out = addUnless(out, s.a.w, s.w)
		out = addUnless(out, s.b.w, s.w)
	} else {
		out = append(out, s.a.w)
		out = addUnless(out, s.a.h, s.h)
		out = addUnless(out, s.b.h, s.h)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

func addUnless(all []measure.Length, one, whole measure.Length) []measure.Length {
	if one == whole {
		return all
	}
	return append(all, one)
}

// build lays a shape into free paper at least as large. With whole set, what is
// over is cut off first and stays in one offcut; else each piece is trimmed in
// its own strip, which can do with fewer settings.
func (t *tree) build(at int32, s *shape, whole bool) {
	p := t.parts[at]
	rowsFirst := p.w*(p.h-s.h) >= (p.w-s.w)*p.h
	if s.a == nil {
		t.put(at, s.kind, s.w, s.h, s.turned, rowsFirst)
		return
	}
	if whole {
		at = t.trim(at, s, rowsFirst)
	}
	first := t.slice(at, along(s.stack, s.a), s.stack)
	second := t.parts[first].next
	if own := along(s.stack, s.b); own < t.along(second, s.stack) {
		second = t.slice(second, own, s.stack)
	}
	t.build(first, s.a, whole)
	t.build(second, s.b, whole)
}

// trim cuts off what is over round a shape, but for what the row of the shape
// itself leaves at its end.
func (t *tree) trim(at int32, s *shape, rowsFirst bool) int32 {
	p := t.parts[at]
	under, beside := p.h > s.h, p.w > s.w
	switch {
	case under && (rowsFirst || !beside):
		at = t.slice(at, s.h, true)
		if beside && s.stack {
			at = t.slice(at, s.w, false)
		}
	case beside:
		at = t.slice(at, s.w, false)
		if under && !s.stack {
			at = t.slice(at, s.h, true)
		}
	}
	return at
}

func along(stack bool, s *shape) measure.Length {
	if stack {
		return s.h
	}
	return s.w
}
