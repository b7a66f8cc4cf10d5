// Package parts divides a sheet into parts by cuts from edge to edge, and packs
// single pieces into such parts.
//
// Packing is ruin and recreate with late acceptance: a few parts of one to three
// sheets are taken out, what they held is laid in again, the large first but for a
// little chance, wherever the free paper left is worth most, and the result stays
// where it is no worse than now or than thirty steps ago. Sheets are given up one
// after another, the emptiest first, as long as everything still fits.
//
// Laying a piece looks at every free part of every sheet, O(f); a step lays what it
// took out, some ten pieces, and takes back what it changed in O(parts changed),
// since a sheet's parts lie in one slice that is copied as bytes. The whole takes the
// work it is given and no more. It is used where sheets are mixed and pieces are
// few of a kind: there no two sheets are alike, so that patterns do not repeat, and
// columns used a fraction of a time each say nothing about whole sheets.
// Chance comes from a fixed seed: the same pieces are packed the same way.
package parts

import (
	"fmt"
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/pattern"
)

// What a part holds, where it does not hold a piece.
const (
	Free  = -1
	Split = -2
	gone  = -3
)

// None is no part.
const None = int32(-1)

// Part is a rectangle of a sheet: a piece, free paper, or a row of parts cut
// from edge to edge. The directions of nested rows alternate, and a row keeps
// its free paper in one part at its end, so that offcuts stay whole.
type Part struct {
	W, H      measure.Length
	Holds     int32 // index of a kind of piece, Free or Split
	Turned    bool
	Stack     bool // a row's parts lie one below another; else side by side
	up        int32
	Kid, Next int32 // first part of the row; next one in the row it is in
}

// Tree is a sheet in parts; the first is the sheet itself. The parts lie in one
// slice, so that a copy costs no more than their bytes.
type Tree struct {
	Parts []Part
	spare []int32
}

// New is a sheet that is all free.
func New(w, h measure.Length) Tree {
	parts := make([]Part, 0, 16) // few sheets end up in fewer
	return Tree{Parts: append(parts, Part{W: w, H: h, Holds: Free, up: None, Kid: None, Next: None})}
}

// copyTo copies the tree over another, keeping that one's room.
func (t *Tree) copyTo(to *Tree) {
	to.Parts = append(to.Parts[:0], t.Parts...)
	to.spare = append(to.spare[:0], t.spare...)
}

func (t *Tree) add(p Part) int32 {
	if n := len(t.spare); n > 0 {
		i := t.spare[n-1]
		t.spare = t.spare[:n-1]
		t.Parts[i] = p
		return i
	}
	t.Parts = append(t.Parts, p)
	return int32(len(t.Parts) - 1)
}

// put lays a piece of w x h into free paper. Where it is smaller both ways, the
// first cut frees a strip as wide as the paper (stack) or as high as it.
func (t *Tree) put(at int32, kind int, w, h measure.Length, turned, stack bool) {
	p := t.Parts[at]
	switch {
	case w == p.W && h == p.H:
	case w == p.W:
		at = t.slice(at, h, true)
	case h == p.H:
		at = t.slice(at, w, false)
	case stack:
		at = t.slice(t.slice(at, h, true), w, false)
	default:
		at = t.slice(t.slice(at, w, false), h, true)
	}
	t.Parts[at].Holds, t.Parts[at].Turned = int32(kind), turned
}

// slice cuts a strip off free paper and gives it back, free. What is left follows it in its row.
func (t *Tree) slice(at int32, size measure.Length, stack bool) int32 {
	p := t.Parts[at]
	first := Part{W: size, H: p.H, Holds: Free, up: p.up, Kid: None, Next: at}
	rest := Part{W: p.W - size, H: p.H, Holds: Free, up: p.up, Kid: None, Next: p.Next}
	if stack {
		first.W, first.H, rest.W, rest.H = p.W, size, p.W, p.H-size
	}
	if p.up != None && t.Parts[p.up].Stack == stack {
		made := t.add(first)
		t.Parts[at] = rest
		t.relink(p.up, at, made)
		return made
	}
	first.up, rest.up, rest.Next = at, at, None
	end := t.add(rest)
	first.Next = end
	made := t.add(first)
	q := &t.Parts[at]
	q.Holds, q.Stack, q.Kid = Split, stack, made
	return made
}

// relink puts a part in the place of another in its row.
func (t *Tree) relink(row, old, made int32) {
	if t.Parts[row].Kid == old {
		t.Parts[row].Kid = made
		return
	}
	i := t.Parts[row].Kid
	for t.Parts[i].Next != old {
		i = t.Parts[i].Next
	}
	t.Parts[i].Next = made
}

// clear turns a part back into free paper and joins it with what is free around it.
func (t *Tree) clear(at int32) {
	for k := t.Parts[at].Kid; k != None; {
		next := t.Parts[k].Next
		t.discard(k)
		k = next
	}
	p := &t.Parts[at]
	p.Holds, p.Turned, p.Kid = Free, false, None
	if p.up != None {
		t.gather(p.up)
	}
}

func (t *Tree) discard(at int32) {
	for k := t.Parts[at].Kid; k != None; {
		next := t.Parts[k].Next
		t.discard(k)
		k = next
	}
	t.Parts[at].Holds = gone
	t.spare = append(t.spare, at)
}

// gather joins a row's free parts into one at its end; a row of nothing else is free itself.
func (t *Tree) gather(row int32) {
	rest, last := None, None
	stack := t.Parts[row].Stack
	for k := t.Parts[row].Kid; k != None; {
		next := t.Parts[k].Next
		switch p := &t.Parts[k]; {
		case p.Holds != Free:
			if last == None {
				t.Parts[row].Kid = k
			} else {
				t.Parts[last].Next = k
			}
			last = k
		case rest == None:
			rest = k
		default:
			if stack {
				t.Parts[rest].H += p.H
			} else {
				t.Parts[rest].W += p.W
			}
			t.discard(k)
		}
		k = next
	}
	if rest != None {
		t.Parts[rest].Next = None
	}
	if last == None {
		t.Parts[row].Kid = rest
		t.clear(row)
		return
	}
	t.Parts[last].Next = rest
}

// Grid lays up to n equal pieces in rows and columns, as many as the free sheet takes, and counts them.
func (t *Tree) Grid(kind int, w, h measure.Length, turned bool, n int) (laid int) {
	for rows := int32(0); rows != None && t.Parts[rows].H >= h && n > 0; {
		var row int32
		row, rows = t.cutOff(rows, h, true)
		for row != None && t.Parts[row].W >= w && n > 0 {
			var at int32
			at, row = t.cutOff(row, w, false)
			t.Parts[at].Holds, t.Parts[at].Turned = int32(kind), turned
			n--
			laid++
		}
	}
	return laid
}

// cutOff is slice that also gives what is left, None where the strip is all there is.
func (t *Tree) cutOff(at int32, size measure.Length, stack bool) (first, rest int32) {
	if t.Along(at, stack) == size {
		return at, None
	}
	first = t.slice(at, size, stack)
	return first, t.Parts[first].Next
}

// Along is how large a part is down the sheet, or across it.
func (t *Tree) Along(at int32, stack bool) measure.Length {
	if stack {
		return t.Parts[at].H
	}
	return t.Parts[at].W
}

// Largest is the area of the largest free part.
func (t *Tree) Largest() int64 {
	most := int64(0)
	for i := range t.Parts {
		if p := &t.Parts[i]; p.Holds == Free {
			most = max(most, int64(p.W)*int64(p.H))
		}
	}
	return most
}

// Content names what a part holds, the same for parts of the same make.
func (t *Tree) Content(at int32) string {
	p := t.Parts[at]
	if p.Holds != Split {
		return fmt.Sprint(p.Holds, p.W, p.H)
	}
	var kids []string
	for k := p.Kid; k != None; k = t.Parts[k].Next {
		kids = append(kids, t.Content(k))
	}
	slices.Sort(kids)
	return fmt.Sprint(p.Stack, kids)
}

// Exact tells whether a part's size along a side is that of pieces in it; else
// it is what a cut elsewhere has left.
func (t *Tree) Exact(at int32, stack bool) bool {
	p := &t.Parts[at]
	if p.Holds != Split {
		return p.Holds != Free
	}
	for k := p.Kid; k != None; k = t.Parts[k].Next {
		if one := t.Exact(k, stack); one != (p.Stack == stack) {
			return one // across the row one exact part does; along it all have to be
		}
	}
	return p.Stack == stack
}

// Some is a kind of piece cut from a part, to name in an error.
func (t *Tree) Some(at int32) int {
	for {
		if h := t.Parts[at].Holds; h >= 0 {
			return int(h)
		}
		if t.Parts[at].Kid == None {
			return 0
		}
		at = t.Parts[at].Kid
	}
}

// bare tells whether nothing lies in the sheet.
func (t *Tree) bare() bool { return t.Parts[0].Holds == Free }

// Shape is what a part holds as the least shape; nil where it holds nothing.
func (t *Tree) Shape(at int32) *pattern.Shape {
	p := &t.Parts[at]
	if p.Holds >= 0 {
		return pattern.Single(int(p.Holds), p.W, p.H, p.Turned)
	}
	var out *pattern.Shape
	for k := p.Kid; k != None; k = t.Parts[k].Next {
		out = pattern.Join(out, t.Shape(k), p.Stack)
	}
	return out
}
