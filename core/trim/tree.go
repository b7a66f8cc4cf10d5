package trim

import (
	"fmt"
	"slices"

	"yellow-parcel/core/measure"
)

// What a part holds, where it does not hold a piece.
const (
	free  = -1
	split = -2
	gone  = -3
)

const none = int32(-1)

// part is a rectangle of a sheet: a piece, free paper, or a row of parts cut
// from edge to edge. The directions of nested rows alternate, and a row keeps
// its free paper in one part at its end, so that offcuts stay whole.
type part struct {
	w, h      measure.Length
	holds     int32 // index of a kind of piece, free or split
	turned    bool
	stack     bool // a split's parts lie one below another; else side by side
	up        int32
	kid, next int32 // first part of the row; next one in the row it is in
}

// tree is a sheet in parts; the first is the sheet itself. The parts lie in one
// slice, so that a copy costs no more than their bytes.
type tree struct {
	parts []part
	spare []int32
}

func newTree(w, h measure.Length) tree {
	parts := make([]part, 0, 16) // few sheets end up in fewer
	return tree{parts: append(parts, part{w: w, h: h, holds: free, up: none, kid: none, next: none})}
}

// copyTo copies the tree over another, keeping that one's room.
func (t *tree) copyTo(to *tree) {
	to.parts = append(to.parts[:0], t.parts...)
	to.spare = append(to.spare[:0], t.spare...)
}

func (t *tree) add(p part) int32 {
	if n := len(t.spare); n > 0 {
		i := t.spare[n-1]
		t.spare = t.spare[:n-1]
		t.parts[i] = p
		return i
	}
	t.parts = append(t.parts, p)
	return int32(len(t.parts) - 1)
}

// put lays a piece of w x h into free paper. Where it is smaller both ways, the
// first cut frees a strip as wide as the paper (stack) or as high as it.
func (t *tree) put(at int32, kind int, w, h measure.Length, turned, stack bool) {
	p := t.parts[at]
	switch {
	case w == p.w && h == p.h:
	case w == p.w:
		at = t.slice(at, h, true)
	case h == p.h:
		at = t.slice(at, w, false)
	case stack:
		at = t.slice(t.slice(at, h, true), w, false)
	default:
		at = t.slice(t.slice(at, w, false), h, true)
	}
	t.parts[at].holds, t.parts[at].turned = int32(kind), turned
}

// slice cuts a strip off free paper and gives it back, free. What is left follows it in its row.
func (t *tree) slice(at int32, size measure.Length, stack bool) int32 {
	p := t.parts[at]
	first := part{w: size, h: p.h, holds: free, up: p.up, kid: none, next: at}
	rest := part{w: p.w - size, h: p.h, holds: free, up: p.up, kid: none, next: p.next}
	if stack {
		first.w, first.h, rest.w, rest.h = p.w, size, p.w, p.h-size
	}
	if p.up != none && t.parts[p.up].stack == stack {
		made := t.add(first)
		t.parts[at] = rest
		t.relink(p.up, at, made)
		return made
	}
	first.up, rest.up, rest.next = at, at, none
	end := t.add(rest)
	first.next = end
	made := t.add(first)
	q := &t.parts[at]
	q.holds, q.stack, q.kid = split, stack, made
	return made
}

// relink puts a part in the place of another in its row.
func (t *tree) relink(row, old, made int32) {
	if t.parts[row].kid == old {
		t.parts[row].kid = made
		return
	}
	i := t.parts[row].kid
	for t.parts[i].next != old {
		i = t.parts[i].next
	}
	t.parts[i].next = made
}

// clear turns a part back into free paper and joins it with what is free around it.
func (t *tree) clear(at int32) {
	for k := t.parts[at].kid; k != none; {
		next := t.parts[k].next
		t.discard(k)
		k = next
	}
	p := &t.parts[at]
	p.holds, p.turned, p.kid = free, false, none
	if p.up != none {
		t.gather(p.up)
	}
}

func (t *tree) discard(at int32) {
	for k := t.parts[at].kid; k != none; {
		next := t.parts[k].next
		t.discard(k)
		k = next
	}
	t.parts[at].holds = gone
	t.spare = append(t.spare, at)
}

// gather joins a row's free parts into one at its end; a row of nothing else is free itself.
func (t *tree) gather(row int32) {
	rest, last := none, none
	stack := t.parts[row].stack
	for k := t.parts[row].kid; k != none; {
		next := t.parts[k].next
		switch p := &t.parts[k]; {
		case p.holds != free:
			if last == none {
				t.parts[row].kid = k
			} else {
				t.parts[last].next = k
			}
			last = k
		case rest == none:
			rest = k
		default:
			if stack {
				t.parts[rest].h += p.h
			} else {
				t.parts[rest].w += p.w
			}
			t.discard(k)
		}
		k = next
	}
	if rest != none {
		t.parts[rest].next = none
	}
	if last == none {
		t.parts[row].kid = rest
		t.clear(row)
		return
	}
	t.parts[last].next = rest
}

// grid lays up to n equal pieces in rows and columns, as many as the free sheet takes.
func (t *tree) grid(kind int, w, h measure.Length, turned bool, n int) {
	for rows := int32(0); rows != none && t.parts[rows].h >= h && n > 0; {
		var row int32
		row, rows = t.cutOff(rows, h, true)
		for row != none && t.parts[row].w >= w && n > 0 {
			var at int32
			at, row = t.cutOff(row, w, false)
			t.parts[at].holds, t.parts[at].turned = int32(kind), turned
			n--
		}
	}
}

// cutOff is slice that also gives what is left, none where the strip is all there is.
func (t *tree) cutOff(at int32, size measure.Length, stack bool) (first, rest int32) {
	if t.along(at, stack) == size {
		return at, none
	}
	first = t.slice(at, size, stack)
	return first, t.parts[first].next
}

func (t *tree) along(at int32, stack bool) measure.Length {
	if stack {
		return t.parts[at].h
	}
	return t.parts[at].w
}

// content names what a part holds, the same for parts of the same make.
func (t *tree) content(at int32) string {
	p := t.parts[at]
	if p.holds != split {
		return fmt.Sprint(p.holds, p.w, p.h)
	}
	var kids []string
	for k := p.kid; k != none; k = t.parts[k].next {
		kids = append(kids, t.content(k))
	}
	slices.Sort(kids)
	return fmt.Sprint(p.stack, kids)
}
