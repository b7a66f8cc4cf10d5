package trim

import (
	"cmp"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/parts"
)

// drawer makes the cuts of a batch in order, and notes where everything falls.
type drawer struct {
	*trimmer
	kinds   []kind
	now     *standing
	rest    []Rect // what is left of a row, by row
	after   []int  // the cut that has to come before the next of a row, by row; -1 for none
	layouts []Layout
	steps   []Step
}

// draw cuts the sheets at the settings given, one after another: a layout for
// each of the sheetfuls, its pieces by kind, and the steps of the batch.
func (b *trimmer) draw(kinds []kind, moves []int) ([]Layout, []Step) {
	d := drawer{trimmer: b, kinds: kinds, now: b.begin(),
		rest: make([]Rect, len(b.rows)), after: make([]int, len(b.rows))}
	for i, f := range b.fulls {
		d.layouts = append(d.layouts, Layout{Sheet: f.sheet, Count: f.count})
		root := &f.tree.Parts[0]
		d.place(placed{i, 0}, Rect{0, 0, card.Size{Width: root.W, Height: root.H}}, -1)
	}
	for _, set := range moves {
		d.steps = append(d.steps, Step{Set: b.sets[set]})
		b.cut(d.now, set, d.group)
	}
	for i := range d.layouts {
		slices.SortStableFunc(d.layouts[i].Offcuts, func(a, b Rect) int { return cmp.Compare(b.Size.Area(), a.Size.Area()) })
	}
	return d.layouts, d.steps
}

// group cuts off the parts of a group, and lays down what is left when the row is at its end.
func (d *drawer) group(i, g int) {
	r := &d.rows[i]
	t := &d.fulls[r.of].tree
	left := d.now.left[i]
	// Parts of one size lie in the order of what they hold, so that sheets that are alike are drawn alike.
	parts := slices.Clone(r.groups[g].parts)
	slices.SortStableFunc(parts, func(x, y int32) int { return cmp.Compare(t.Content(x), t.Content(y)) })
	for n, k := range parts {
		if left == 0 && n == len(parts)-1 {
			d.place(placed{r.of, k}, d.rest[i], d.after[i])
			return
		}
		d.chop(i, k, t.Along(k, r.stack))
	}
	if left != 1 {
		return
	}
	last := r.last
	for g := range r.groups {
		if !d.now.done[d.first[i]+g] {
			last = r.groups[g].parts[0]
		}
	}
	d.place(placed{r.of, last}, d.rest[i], d.after[i])
}

// chop cuts one part off what is left of a row.
func (d *drawer) chop(i int, k int32, set measure.Length) {
	r, left := &d.rows[i], d.rest[i]
	l, step := &d.layouts[r.of], &d.steps[len(d.steps)-1]
	c := Chop{Number: len(l.Cuts) + 1, Set: set, Length: r.cross, Part: left, Across: r.stack, after: d.after[i]}
	off := left
	if r.stack {
		off.Height = set
		c.At = left.Y + set
		left.Y, left.Height = c.At, left.Height-set
	} else {
		off.Width = set
		c.At = left.X + set
		left.X, left.Width = c.At, left.Width-set
	}
	l.Cuts = append(l.Cuts, c)
	step.Cuts = append(step.Cuts, StepCut{r.of, c.Number})
	d.rest[i], d.after[i] = left, c.Number-1
	d.place(placed{r.of, k}, off, c.Number-1)
}

// place lays down a part that was cut off.
func (d *drawer) place(at placed, where Rect, after int) {
	p, l := &d.fulls[at.of].tree.Parts[at.part], &d.layouts[at.of]
	switch {
	case p.Holds == parts.Free:
		l.Offcuts = append(l.Offcuts, where)
	case p.Holds >= 0:
		piece := d.kinds[p.Holds].pieces[0]
		l.Pieces = append(l.Pieces, Placed{Piece: int(p.Holds), Name: d.p.Pieces[piece].Name,
			X: where.X, Y: where.Y, Size: where.Size, Turned: p.Turned})
	default:
		i := d.at[at]
		d.rest[i], d.after[i] = where, after
	}
}
