package trim

import (
	"slices"

	"yellow-parcel/core/measure"
	"yellow-parcel/core/parts"
	"yellow-parcel/core/pattern"
)

// sheetful is one way of cutting a sheet, before it is drawn, and how many are cut so.
type sheetful struct {
	sheet, count int
	tree         parts.Tree
	shape        *pattern.Shape // what is laid in it
}

// row is parts of a sheet that are cut off one after another, the guide set at
// the size of each. The last needs no cut: what is left over, a part whose size
// no piece decides, one deeper than the guide goes; else any, as it suits.
type row struct {
	of     int // sheetful
	part   int32
	stack  bool
	cross  measure.Length // how long its cuts are
	groups []group
	last   int32 // the part that is left, where it must be; none where it is open
}

// group is the parts of a row that are cut off at one setting.
type group struct {
	set   int // index into the settings
	parts []int32
}

// trimmer is all rows of a batch, each unlocked by a group of another, by another's
// end, or lying open from the start.
type trimmer struct {
	p      *Problem
	fulls  []sheetful
	sets   []measure.Length
	rows   []row
	at     map[placed]int // the row that a part is
	opened []opener       // by row
	groups int
	first  []int   // index of a row's first group among all groups
	counts []count // by setting, while an order is looked for
}

// count is what waits for a setting.
type count struct {
	ready, later int  // parts that can be cut off now, groups that cannot yet
	sure         bool // some part has to be cut off at it
}

// placed is a part of a sheetful.
type placed struct {
	of   int
	part int32
}

// opener is what has to be cut before a row can be.
type opener struct{ row, group int } // row -1: nothing; group -1: all of the row

// trimmerOf gathers the rows of some sheetfuls. The error is a *ReachError.
func trimmerOf(p *Problem, kinds []kind, fulls []sheetful) (*trimmer, error) {
	b := &trimmer{p: p, fulls: fulls, at: map[placed]int{}}
	for i := range fulls {
		if err := b.gather(kinds, i, 0, opener{-1, -1}); err != nil {
			return nil, err
		}
	}
	for i := range b.rows {
		b.first = append(b.first, b.groups)
		b.groups += len(b.rows[i].groups)
	}
	return b, nil
}

// gather reads the row a part is, and the rows within it.
func (b *trimmer) gather(kinds []kind, of int, at int32, open opener) error {
	t := &b.fulls[of].tree
	if t.Parts[at].Holds != parts.Split {
		return nil
	}
	here := len(b.rows)
	b.at[placed{of, at}] = here
	r := row{of: of, part: at, stack: t.Parts[at].Stack, cross: t.Along(at, !t.Parts[at].Stack), last: parts.None}
	var few [12]int32
	all := few[:0]
	for k := t.Parts[at].Kid; k != parts.None; k = t.Parts[k].Next {
		all = append(all, k)
	}
	if err := b.leave(kinds, &r, all); err != nil {
		return err
	}
	b.group(&r, all)
	b.rows, b.opened = append(b.rows, r), append(b.opened, open)
	for g := range r.groups {
		for _, k := range r.groups[g].parts {
			if err := b.gather(kinds, of, k, opener{here, g}); err != nil {
				return err
			}
		}
	}
	if r.last == parts.None {
		return nil
	}
	return b.gather(kinds, of, r.last, opener{here, -1})
}

// leave settles which part of a row is left to the last, where that is not open.
func (b *trimmer) leave(kinds []kind, r *row, all []int32) error {
	t, lim := &b.fulls[r.of].tree, b.p.Limits
	fail := func(set measure.Length) error {
		return &ReachError{Piece: b.p.Pieces[kinds[t.Some(all[0])].pieces[0]], Sheet: b.p.Sheets[b.fulls[r.of].sheet], Length: r.cross, Set: set, Limits: lim}
	}
	rank := func(k int32) int {
		switch {
		case lim.Deepest > 0 && t.Along(k, r.stack) > lim.Deepest:
			return 3
		case t.Parts[k].Holds == parts.Free:
			return 2
		case !t.Exact(k, r.stack):
			return 1
		}
		return 0
	}
	best := 0
	for _, k := range all {
		n := rank(k)
		if n == 3 && best == 3 {
			return fail(t.Along(k, r.stack))
		}
		if n > best {
			best, r.last = n, k
		}
	}
	if lim.Longest > 0 && r.cross > lim.Longest {
		return fail(t.Along(all[0], r.stack))
	}
	return nil
}

// group sorts the parts of a row that are cut off by their size.
func (b *trimmer) group(r *row, all []int32) {
	t := &b.fulls[r.of].tree
	for _, k := range all {
		if k == r.last {
			continue
		}
		set := b.setting(t.Along(k, r.stack))
		i := slices.IndexFunc(r.groups, func(g group) bool { return g.set == set })
		if i < 0 {
			i = len(r.groups)
			r.groups = append(r.groups, group{set: set})
		}
		r.groups[i].parts = append(r.groups[i].parts, k)
	}
}

func (b *trimmer) setting(size measure.Length) int {
	if i := slices.Index(b.sets, size); i >= 0 {
		return i
	}
	b.sets = append(b.sets, size)
	return len(b.sets) - 1
}
