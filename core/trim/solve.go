package trim

import (
	"cmp"
	"math"
	"slices"

	"yellow-parcel/core/fault"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pattern"
)

// The usual work for a plan, in places looked at: about a hundredth of a second
// on a small machine, and most for one that may take its time.
const (
	QuickWork    = 300_000
	ThoroughWork = 14_000_000

	everyday     = 4 // kinds of a batch that is planned as one types
	everydayWork = 80_000
)

// searchable is the most single pieces that are packed one by one; a larger
// batch is cut by repeated layouts, and what these leave is packed.
const searchable = 400

// Solve plans the cuts of a batch on the fewest sheets. The error is as Choose gives it.
func Solve(p Problem) (*CutPlan, error) {
	c, err := Choose(p)
	if err != nil {
		return nil, err
	}
	return c.By(FewestSheets), nil
}

// Choose plans the cuts of a batch in the ways worth choosing between. Sheets to
// buy are taken only where those on hand do not do. The error is a *NoSheetError,
// a *ManyError, a *ReachError or ErrShort; a *fault.Fault only where the search fell
// over and the pieces do not come out in rows and columns either.
func Choose(p Problem) (*Choices, error) {
	if p.Steps == 0 {
		p.Steps = QuickWork
	}
	if p.mayDo() {
		onHand := p
		onHand.Sheets = slices.Clone(p.Sheets)
		for i := range onHand.Sheets {
			if onHand.Sheets[i].Buy {
				onHand.Sheets[i].Count = 0
			}
		}
		if c, err := choose(onHand); err == nil {
			return c, nil
		}
	}
	return choose(p)
}

// mayDo tells whether some sheets are to buy, and those on hand are large enough by area alone.
func (p *Problem) mayDo() bool {
	buy, need, have := false, int64(0), int64(0)
	for _, s := range p.Sheets {
		switch {
		case s.Buy:
			buy = true
		case s.Count == Unlimited:
			have = math.MaxInt64 / 2
		default:
			have = min(have+int64(s.Count)*s.Size.Area(), math.MaxInt64/2)
		}
	}
	for _, q := range p.Pieces {
		need += int64(max(0, q.Count)) * q.Size.Area()
	}
	return buy && need <= have
}

// choose looks as long as it is asked to. Whoever looks longer than usual begins with
// what the usual search finds: what comes of it is never worse.
func choose(p Problem) (*Choices, error) {
	if p.Steps <= QuickWork {
		return look(p)
	}
	short := p
	short.Steps = QuickWork
	if p.Watch != nil {
		short.Watch = func(done, _, sheets int) bool { return p.Watch(min(done, p.Steps), p.Steps, sheets) }
	}
	before, err := look(short)
	if err != nil || before.Fell != nil || before.Stopped {
		return before, err
	}
	after, err := look(p)
	if err != nil {
		return before, nil
	}
	return after.with(before), nil
}

func look(p Problem) (*Choices, error) {
	kinds, err := kindsOf(&p)
	if err != nil {
		return nil, err
	}
	if len(kinds) <= everyday && p.Steps == QuickWork {
		p.Steps = everydayWork
	}
	if len(kinds) == 0 {
		nothing := &CutPlan{}
		return &Choices{Plans: []*CutPlan{nothing}, At: map[Aim]*CutPlan{}, Usual: nothing, Steps: p.Steps, Long: p.Steps >= ThoroughWork}, nil
	}
	v := newSolver(&p, kinds)
	var c *Choices
	if fell := fault.In(func() {
		if err = v.search(); err == nil && len(v.found.kept) > 0 {
			c = (&chooser{task: v.task, found: v.found}).choices()
		}
	}); fell != nil {
		return v.caught(fell)
	}
	if err == nil && c == nil {
		err = cmp.Or(v.task.refusal, ErrShort)
	}
	return c, err
}

// task is a problem as patterns know it, and how its pieces are laid in sheets.
type task struct {
	p       *Problem
	kinds   []kind
	plain   []pattern.Kind
	sheets  []pattern.Sheets
	demand  []int // by kind
	priced  bool  // the price of every sheet is known
	refusal error // why a layout could not be cut, the first one
}

func newTask(p *Problem, kinds []kind) *task {
	v := &task{p: p, kinds: kinds, priced: true}
	v.plain, v.sheets = plain(p, kinds)
	for _, k := range kinds {
		v.demand = append(v.demand, k.Count)
	}
	for _, s := range p.Sheets {
		v.priced = v.priced && s.Priced
	}
	return v
}

// front is the candidates found so far that are best in some way, and how far the
// search for them went.
type front struct {
	task    *task
	kept    []*candidate
	lower   int // no plan takes fewer sheets
	stopped bool
	work    int // that went into packing
}

// solver looks for candidates for a task.
type solver struct {
	task  *task
	found *front
}

func newSolver(p *Problem, kinds []kind) *solver {
	t := newTask(p, kinds)
	return &solver{t, &front{task: t}}
}

// candidate is a whole set of sheetfuls for the batch.
type candidate struct {
	fulls    []sheetful
	bought   int           // sheets that are not on hand
	bill     measure.Money // what they cost, where every price is known
	used     int
	paper    measure.Money
	settings int // at least
	offcut   int64
}

// trouble is what a candidate asks of hands: settings and layouts.
func (c *candidate) trouble() int { return c.settings + len(c.fulls) }

// beats tells whether a candidate is no worse in any way than another.
func (c *candidate) beats(o *candidate) bool {
	if order := cmp.Or(cmp.Compare(c.bill, o.bill), cmp.Compare(c.bought, o.bought)); order != 0 {
		return order < 0
	}
	if c.used > o.used || c.trouble() > o.trouble() || c.paper > o.paper {
		return false
	}
	return c.used < o.used || c.trouble() < o.trouble() || c.paper < o.paper || c.offcut >= o.offcut
}

// offer keeps a candidate unless another is better in every way.
func (v *front) offer(fulls []sheetful) {
	c := &candidate{fulls: fulls}
	taken := make([]int, len(v.task.p.Sheets))
	for _, f := range fulls {
		s := v.task.p.Sheets[f.sheet]
		c.used += f.count
		taken[f.sheet] += f.count
		if v.task.priced {
			c.paper += s.Price * measure.Money(f.count)
		}
		if s.Buy {
			c.bought += f.count
			if v.task.priced {
				c.bill += s.Price * measure.Money(f.count)
			}
		}
		c.offcut = max(c.offcut, f.tree.Largest())
	}
	for s, n := range taken {
		if most := v.task.p.Sheets[s].Count; most != Unlimited && n > most {
			return
		}
	}
	b, err := trimmerOf(v.task.p, v.task.kinds, fulls)
	if err != nil {
		v.task.refuse(err)
		return
	}
	c.settings = b.begin().needed
	if slices.ContainsFunc(v.kept, func(o *candidate) bool { return o.beats(c) }) {
		return
	}
	v.kept = append(slices.DeleteFunc(v.kept, func(o *candidate) bool { return c.beats(o) }), c)
}

// best is the candidate with the fewest sheets; nil where there is none.
func (v *front) best() *candidate {
	if len(v.kept) == 0 {
		return nil
	}
	return slices.MinFunc(v.kept, func(a, b *candidate) int {
		return cmp.Or(cmp.Compare(a.used, b.used), cmp.Compare(a.trouble(), b.trouble()), cmp.Compare(b.offcut, a.offcut))
	})
}

// proved tells whether no plan could use fewer sheets than the best.
func (v *front) proved() bool { return len(v.kept) > 0 && v.best().used <= v.lower }

// refuse keeps the first reason why a layout could not be cut.
func (v *task) refuse(err error) {
	if v.refusal == nil {
		v.refusal = err
	}
}

// raise notes that no plan uses fewer sheets than a cover in fractions.
func (v *front) raise(least float64) { v.lower = max(v.lower, int(math.Ceil(least-1e-4))) }

func stockOf(p *Problem) []int {
	out := make([]int, len(p.Sheets))
	for i, s := range p.Sheets {
		out[i] = s.Count
	}
	return out
}

// matters tells whether a plan can be cheaper than another for what its sheets cost.
func (v *task) matters() bool {
	return v.priced && slices.ContainsFunc(v.p.Sheets, func(s Sheets) bool { return s.Price != v.p.Sheets[0].Price })
}

// costs are what a sheet is taken to cost: one each, and one that is bought far more.
func (v *task) costs(each func(Sheets) float64) []float64 {
	const far = 1000
	out := make([]float64, len(v.p.Sheets))
	for i, s := range v.p.Sheets {
		if out[i] = each(s); s.Buy {
			out[i] *= far
		}
	}
	return out
}

// each is a cost of one for every sheet, bought or not.
func (v *task) each() []float64 { return slices.Repeat([]float64{1}, len(v.p.Sheets)) }

func one(Sheets) float64 { return 1 }

// price is a sheet's in its currency, and a little for the sheet itself.
func price(s Sheets) float64 { return float64(s.Price)/float64(measure.Single) + 1e-3 }

// watch tells how the search goes; it answers false where it is to stop.
func (v *front) watch(done int) bool {
	if v.task.p.Watch == nil || v.stopped {
		return !v.stopped
	}
	used := 0
	if b := v.best(); b != nil {
		used = b.used
	}
	v.stopped = !v.task.p.Watch(min(done, v.task.p.Steps), v.task.p.Steps, used)
	return !v.stopped
}
