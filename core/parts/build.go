package parts

import (
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pattern"
)

// Way is how a shape is cut out of paper that is larger. With Whole, what is over
// is cut off first and stays in one offcut; else each piece is trimmed in its own
// strip, which can do with fewer settings. Turned trims the other side first;
// with Late set the last part of a row is trimmed only when its own turn comes.
type Way struct{ Whole, Turned, Late bool }

// Ways are all ways, the usual ones first.
var Ways = []Way{{Whole: true}, {}, {Whole: true, Turned: true}, {Turned: true}, {Late: true}, {Turned: true, Late: true}}

// Build lays a shape into free paper at least as large.
func (t *Tree) Build(at int32, s *pattern.Shape, way Way) {
	p := t.Parts[at]
	rowsFirst := (p.W*(p.H-s.H) >= (p.W-s.W)*p.H) != way.Turned
	if s.A == nil {
		t.put(at, s.Kind, s.W, s.H, s.Turned, rowsFirst)
		return
	}
	if way.Whole {
		at = t.trim(at, s, rowsFirst)
	}
	first := t.slice(at, along(s.Stack, s.A), s.Stack)
	second := t.Parts[first].Next
	if own := along(s.Stack, s.B); own < t.Along(second, s.Stack) && !way.Late {
		second = t.slice(second, own, s.Stack)
	}
	t.Build(first, s.A, way)
	t.Build(second, s.B, way)
}

// trim cuts off what is over round a shape, but for what the row of the shape
// itself leaves at its end.
func (t *Tree) trim(at int32, s *pattern.Shape, rowsFirst bool) int32 {
	p := t.Parts[at]
	under, beside := p.H > s.H, p.W > s.W
	switch {
	case under && (rowsFirst || !beside):
		at = t.slice(at, s.H, true)
		if beside && s.Stack {
			at = t.slice(at, s.W, false)
		}
	case beside:
		at = t.slice(at, s.W, false)
		if under && !s.Stack {
			at = t.slice(at, s.H, true)
		}
	}
	return at
}

func along(stack bool, s *pattern.Shape) measure.Length {
	if stack {
		return s.H
	}
	return s.W
}
