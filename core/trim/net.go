package trim

import (
	"cmp"
	"errors"

	"yellow-parcel/core/card"
	"yellow-parcel/core/fault"
	"yellow-parcel/core/parts"
	"yellow-parcel/core/pattern"
)

// FellOver is the fault a search came to; nil where it did not.
func FellOver(c *Choices, err error) (fell *fault.Fault) {
	if errors.As(err, &fell) || c == nil {
		return fell
	}
	return c.Fell
}

// search looks for candidates in every way that pays. The error is a *ReachError.
func (v *solver) search() error {
	v.found.lower = pattern.Bound(v.task.plain, v.task.sheets)
	listed, err := v.listed()
	if err != nil {
		return err
	}
	proved := listed && v.found.proved()
	if !proved || v.task.matters() {
		m := newCoverer(v)
		if !proved {
			m.generated()
		}
		if v.task.matters() {
			m.dive(v.task.costs(price), shares[1])
		}
	}
	if !v.found.proved() {
		v.found.searched()
	}
	return nil
}

// caught is the choices a search that fell over leaves: what it had found until
// then, or each kind in rows and columns on sheets of its own. The error is the
// fault where not even these can be cut.
func (v *solver) caught(fell *fault.Fault) (*Choices, error) {
	v.found.lower = 1      // what it took for the bound may be wrong as well
	v.found.stopped = true // nothing more is looked for
	c := chosen(v)
	if c == nil {
		v.found.kept = nil
		if again := fault.In(v.found.plainly); again == nil {
			c = chosen(v)
		}
	}
	if c == nil {
		return nil, cmp.Or[error](v.task.refusal, fell)
	}
	c.Fell, c.Stopped = fell, false // looking again would fall over again
	return c, nil
}

// chosen are the choices among what was found; nil where there are none, or that falls over as well.
func chosen(v *solver) (c *Choices) {
	if len(v.found.kept) == 0 {
		return nil
	}
	if fell := fault.In(func() { c = (&chooser{task: v.task, found: v.found}).choices() }); fell != nil {
		return nil
	}
	return c
}

// plainly offers sheets with one kind each, in rows and columns, those on hand first.
func (v *front) plainly() {
	left := stockOf(v.task.p)
	var fulls []sheetful
	for k, want := range v.task.demand {
		for _, buy := range []bool{false, true} {
			for s := range v.task.p.Sheets {
				if v.task.p.Sheets[s].Buy != buy {
					continue
				}
				for want > 0 && left[s] != 0 {
					t, laid := rows(v.task, k, s, want)
					if laid == 0 {
						break
					}
					f := sheetful{sheet: s, count: want / laid, tree: t, shape: t.Shape(0)}
					if left[s] != Unlimited {
						f.count = min(f.count, left[s])
						left[s] -= f.count
					}
					want -= f.count * laid
					fulls = append(fulls, f)
				}
			}
		}
		if want > 0 {
			return // the sheets do not suffice this way
		}
	}
	v.offer(merged(fulls))
}

// rows is a sheet with up to so many of a kind, lying the way that gives more.
func rows(t *task, k, s, most int) (best parts.Tree, laid int) {
	one, sheet := t.kinds[k], t.p.Sheets[s].Size
	try := func(may bool, z card.Size, turned bool) {
		tree := parts.New(sheet.Width, sheet.Height)
		if n := tree.Grid(k, z.Width, z.Height, turned, most); may && n > laid {
			best, laid = tree, n
		}
	}
	try(one.Up[s], one.Size, false)
	try(one.Side[s], one.Size.Turned(), true)
	return best, laid
}
