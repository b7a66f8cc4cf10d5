package trim

import (
	"cmp"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// layout turns a sheet in parts into placed pieces, cuts in order and offcuts.
// Cuts of a row come before the cuts within its parts, the widest part first.
// The error is a *ReachError.
func (t *tree) layout(p *Problem, kinds []kind, sheet int) (Layout, error) {
	n := len(t.parts)/2 + 1 // about half of the parts hold something
	d := drafter{tree: t, p: p, kinds: kinds, out: Layout{Sheet: sheet, Count: 1, Pieces: make([]Placed, 0, n), Cuts: make([]Chop, 0, n)}}
	err := d.draft(0, 0, 0, -1)
	slices.SortStableFunc(d.out.Offcuts, func(a, b Rect) int { return cmp.Compare(area(b.Size), area(a.Size)) })
	return d.out, err
}

type drafter struct {
	tree  *tree
	p     *Problem
	kinds []kind
	out   Layout
}

func (d *drafter) draft(at int32, x, y measure.Length, after int) error {
	p := &d.tree.parts[at]
	switch {
	case p.holds == free:
		d.out.Offcuts = append(d.out.Offcuts, Rect{x, y, card.Size{Width: p.w, Height: p.h}})
		return nil
	case p.holds >= 0:
		piece := d.kinds[p.holds].pieces[0]
		d.out.Pieces = append(d.out.Pieces, Placed{Piece: int(p.holds), Name: d.p.Pieces[piece].Name,
			X: x, Y: y, Size: card.Size{Width: p.w, Height: p.h}, Turned: p.turned})
		return nil
	}
	row := d.row(at)
	type start struct {
		at    int32
		x, y  measure.Length
		after int
	}
	inside := make([]start, 0, len(row))
	left := Rect{x, y, card.Size{Width: p.w, Height: p.h}}
	for i, kid := range row {
		k := &d.tree.parts[kid]
		here := start{kid, left.X, left.Y, after}
		if i+1 < len(row) {
			chop, err := d.chop(left, k, p.stack, after, row)
			if err != nil {
				return err
			}
			d.out.Cuts = append(d.out.Cuts, chop)
			after = len(d.out.Cuts) - 1
			here.after = after
			if p.stack {
				left.Y, left.Height = left.Y+k.h, left.Height-k.h
			} else {
				left.X, left.Width = left.X+k.w, left.Width-k.w
			}
		}
		inside = append(inside, here)
	}
	for _, one := range inside {
		if err := d.draft(one.at, one.x, one.y, one.after); err != nil {
			return err
		}
	}
	return nil
}

// row is a row's parts, widest first and free paper last; of equal width in the
// order of what they hold, so that sheets with the same parts are cut alike.
func (d *drafter) row(at int32) []int32 {
	var out []int32
	for k := d.tree.parts[at].kid; k != none; k = d.tree.parts[k].next {
		out = append(out, k)
	}
	size := func(k int32) measure.Length { return d.tree.along(k, d.tree.parts[at].stack) }
	slices.SortStableFunc(out, func(a, b int32) int {
		order := cmp.Or(first(d.tree.parts[a].holds != free, d.tree.parts[b].holds != free), cmp.Compare(size(b), size(a)))
		if order == 0 && (d.tree.parts[a].holds == split || d.tree.parts[b].holds == split) {
			order = cmp.Compare(d.tree.content(a), d.tree.content(b))
		}
		return cmp.Or(order, cmp.Compare(d.tree.parts[a].holds, d.tree.parts[b].holds))
	})
	return out
}

func first(a, b bool) int {
	switch {
	case a == b:
		return 0
	case a:
		return -1
	}
	return 1
}

// chop cuts a part off what is left of a row. The guide holds the near part;
// where it does not go that deep, the far one.
func (d *drafter) chop(left Rect, k *part, stack bool, after int, row []int32) (Chop, error) {
	c := Chop{Number: len(d.out.Cuts) + 1, Part: left, Across: stack, after: after}
	far := measure.Length(0)
	if stack {
		c.Set, c.Length, c.At, far = k.h, left.Width, left.Y+k.h, left.Height-k.h
	} else {
		c.Set, c.Length, c.At, far = k.w, left.Height, left.X+k.w, left.Width-k.w
	}
	lim := d.p.Limits
	if lim.Deepest > 0 && c.Set > lim.Deepest {
		c.Set, c.FromFar = far, true
	}
	if lim.Longest > 0 && c.Length > lim.Longest || lim.Deepest > 0 && c.Set > lim.Deepest {
		return c, &ReachError{Piece: d.p.Pieces[d.some(row)], Sheet: d.p.Sheets[d.out.Sheet], Length: c.Length, Set: c.Set, Limits: lim}
	}
	return c, nil
}

// some is a piece cut from a row, to name in an error.
func (d *drafter) some(row []int32) int {
	for at := row[0]; ; at = d.tree.parts[at].kid {
		if h := d.tree.parts[at].holds; h >= 0 {
			return d.kinds[h].pieces[0]
		}
		if d.tree.parts[at].kid == none {
			return 0
		}
	}
}

// settings are the distinct guide settings of some layouts.
func settings(layouts []Layout) []measure.Length {
	var out []measure.Length
	for _, l := range layouts {
		for _, c := range l.Cuts {
			out = append(out, c.Set)
		}
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// stepsOf orders the cuts of a batch so that the guide is moved rarely: at each
// setting everything is cut that can be, then comes the setting with the most
// cuts waiting.
func stepsOf(layouts []Layout) []Step {
	done := make([][]bool, len(layouts))
	left := 0
	for i, l := range layouts {
		done[i] = make([]bool, len(l.Cuts))
		left += len(l.Cuts)
	}
	ready := func(i, j int) bool {
		c := layouts[i].Cuts[j]
		return !done[i][j] && (c.after < 0 || done[i][c.after])
	}
	var out []Step
	for left > 0 {
		waiting := map[measure.Length]int{}
		for i, l := range layouts {
			for j, c := range l.Cuts {
				if ready(i, j) {
					waiting[c.Set] += l.Count
				}
			}
		}
		step := Step{}
		for set, n := range waiting {
			if most := waiting[step.Set]; n > most || n == most && set > step.Set {
				step.Set = set
			}
		}
		for again := true; again; {
			again = false
			for i, l := range layouts {
				for j, c := range l.Cuts {
					if c.Set == step.Set && ready(i, j) {
						done[i][j], again = true, true
						step.Cuts = append(step.Cuts, StepCut{i, c.Number})
						left--
					}
				}
			}
		}
		out = append(out, step)
	}
	return out
}
