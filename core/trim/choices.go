package trim

import (
	"cmp"
	"math"
	"slices"

	"yellow-parcel/core/fault"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/parts"
)

// Aim is what a plan is best at.
type Aim string

// What plans can be best at.
const (
	FewestSheets Aim = "sheets"
	FewestMoves  Aim = "moves"
	LeastMoney   Aim = "money"
)

// Aims are all aims, in the order in which they are offered.
var Aims = []Aim{FewestSheets, FewestMoves, LeastMoney}

// Usual seconds at the trimmer: to set the guide anew, for a stroke of the
// blade, and to take a sheet and square it.
const (
	SecondsMove   = 30
	SecondsStroke = 6
	SecondsSheet  = 5
)

// NearLeast is by how many hundredths the usual plan may take more paper than the least.
const NearLeast = 3

// Choices are plans for one batch, none worse than another in every way. One
// plan may serve several aims.
type Choices struct {
	Plans []*CutPlan
	At    map[Aim]*CutPlan // the best at each aim
	Usual *CutPlan         // the one that moves the guide least of those near the least paper
	Known bool             // money is known: every sheet has a price
	Long  bool             // they were looked for at length
	Steps int              // how far they were looked for, at most

	LeastTrouble int           // moves and layouts of any plan there could be, at least
	LeastMoney   measure.Money // the same of what it costs, where that is known

	Stopped bool // before they were found: others may be better

	Fell *fault.Fault // the search fell over: these were found until then, or are the plainest; nil where it did not
}

// By is the plan that is best at something; the usual one where that is not
// known.
func (c *Choices) By(a Aim) *CutPlan {
	if p := c.At[a]; p != nil {
		return p
	}
	return cmp.Or(c.Usual, c.Plans[0])
}

// Best are what a plan is best at, in the order of Aims.
func (c *Choices) Best(p *CutPlan) (out []Aim) {
	for _, a := range Aims {
		if c.At[a] == p {
			out = append(out, a)
		}
	}
	return out
}

// How far an order is looked for.
const (
	mostDrawn = 6 // candidates whose moves are counted
	wide      = 300
	wideWork  = 2 // groups looked at for one order, for each place of the plan's work
)

// chooser draws what a solver found, and picks what is worth choosing between.
type chooser struct {
	task  *task
	found *front
	eased int // work that went into moves, in groups looked at
}

// mostEased is as much as goes into cutting shapes out in fewer moves: what a few
// dozen layouts take.
const mostEased = 4_000_000

// choices draws the candidates that are best at something.
func (v *chooser) choices() *Choices {
	c := &Choices{At: map[Aim]*CutPlan{}, Known: v.task.priced, Long: v.task.p.Steps >= ThoroughWork && !v.found.stopped, Steps: v.task.p.Steps,
		LeastTrouble: v.task.leastTrouble(), LeastMoney: v.task.leastMoney(v.found.lower)}
	slices.SortStableFunc(v.found.kept, func(a, b *candidate) int {
		return cmp.Or(cmp.Compare(a.used, b.used), cmp.Compare(a.trouble(), b.trouble()), cmp.Compare(a.paper, b.paper))
	})
	var all []*CutPlan
	of := map[*CutPlan]*candidate{}
	for _, one := range v.fewer() {
		one.fulls = merged(one.fulls)
		p := v.outlined(one)
		all, of[p] = append(all, p), one
	}
	c.pick(all)
	// Only those chosen have their moves looked into further.
	for _, p := range c.Plans {
		v.ease(of[p])
		*p = *v.drawn(of[p], wideWork*v.task.p.Steps)
	}
	c.Stopped = v.found.stopped
	return c
}

// pick picks the plans worth choosing between: the best at each aim, and the usual one.
func (c *Choices) pick(all []*CutPlan) {
	least := func(order func(a, b *CutPlan) int) *CutPlan { return slices.MinFunc(all, order) }
	c.At[FewestSheets] = least(func(a, b *CutPlan) int {
		return cmp.Or(cmp.Compare(a.Used, b.Used), cmp.Compare(a.Trouble(), b.Trouble()), cmp.Compare(a.Money(), b.Money()))
	})
	c.At[FewestMoves] = least(func(a, b *CutPlan) int {
		return cmp.Or(cmp.Compare(a.Trouble(), b.Trouble()), cmp.Compare(a.Used, b.Used), cmp.Compare(a.Money(), b.Money()))
	})
	if c.Known {
		c.At[LeastMoney] = least(func(a, b *CutPlan) int {
			return cmp.Or(cmp.Compare(a.Money(), b.Money()), cmp.Compare(a.Used, b.Used), cmp.Compare(a.Trouble(), b.Trouble()))
		})
	}
	c.Usual, c.Plans = usual(all, c.Known), nil
	for _, p := range []*CutPlan{c.At[FewestSheets], c.At[FewestMoves], c.At[LeastMoney], c.Usual} {
		if p != nil && !slices.Contains(c.Plans, p) {
			c.Plans = append(c.Plans, p)
		}
	}
}

// with is the choices among those of two searches for one problem, the former's where both are as good.
func (c *Choices) with(before *Choices) *Choices {
	lower := 0
	all := slices.Concat(before.Plans, c.Plans)
	for _, p := range all {
		lower = max(lower, p.LowerBound)
	}
	for _, p := range all {
		p.LowerBound = min(lower, p.Used)
	}
	c.LeastMoney = max(c.LeastMoney, before.LeastMoney)
	c.pick(all)
	return c
}

// Proved tells whether no plan could be better at something than one is: use fewer
// sheets, ask for fewer moves and layouts, cost less.
func (c *Choices) Proved(p *CutPlan, a Aim) bool {
	switch {
	case c.Fell != nil:
		return false
	case a == FewestMoves:
		return p.Trouble() <= c.LeastTrouble
	case a == LeastMoney:
		return c.Known && p.Money() <= c.LeastMoney
	}
	return p.Proved()
}

// Open tells whether a longer search might find a plan that is better at something.
func (c *Choices) Open() bool {
	return !c.Long && c.Fell == nil && slices.ContainsFunc(Aims, func(a Aim) bool {
		return (a != LeastMoney || c.Known) && len(c.Plans) > 0 && !c.Proved(c.By(a), a)
	})
}

// fewer are the candidates worth drawing: where there are many, the best by
// sheets, by trouble and by paper.
func (v *chooser) fewer() []*candidate {
	if len(v.found.kept) <= mostDrawn {
		return v.found.kept
	}
	var out []*candidate
	for _, by := range []func(a, b *candidate) int{
		func(a, b *candidate) int { return cmp.Compare(a.used, b.used) },
		func(a, b *candidate) int { return cmp.Compare(a.trouble(), b.trouble()) },
		func(a, b *candidate) int { return cmp.Compare(a.paper, b.paper) },
	} {
		all := slices.Clone(v.found.kept)
		slices.SortStableFunc(all, by)
		for _, one := range all[:mostDrawn/3] {
			if !slices.Contains(out, one) {
				out = append(out, one)
			}
		}
	}
	return out
}

// usual is the plan with the least trouble of those near the least paper, by
// money where that is known, else by sheets.
func usual(all []*CutPlan, priced bool) *CutPlan {
	paper := func(p *CutPlan) int64 {
		if priced {
			return int64(p.Paper)
		}
		return int64(p.Used)
	}
	least := paper(slices.MinFunc(all, func(a, b *CutPlan) int { return cmp.Compare(paper(a), paper(b)) }))
	near := slices.DeleteFunc(slices.Clone(all), func(p *CutPlan) bool { return 100*paper(p) > (100+NearLeast)*least })
	return slices.MinFunc(near, func(a, b *CutPlan) int {
		return cmp.Or(cmp.Compare(crowd(a), crowd(b)), cmp.Compare(a.Trouble(), b.Trouble()), cmp.Compare(paper(a), paper(b)), cmp.Compare(a.Used, b.Used))
	})
}

// crowd is how many layouts a plan has beyond what one keeps apart at the table.
func crowd(p *CutPlan) int { return max(0, len(p.Layouts)-clearLayouts) }

const clearLayouts = 12

// ease cuts out the shapes of a candidate in whichever way takes fewer moves.
func (v *chooser) ease(c *candidate) {
	least := v.moves(c.fulls)
	for i := range c.fulls {
		if v.eased > mostEased || !v.found.watch(v.found.work) {
			return
		}
		tried := []parts.Tree{c.fulls[i].tree}
		for _, way := range parts.Ways {
			before := c.fulls[i]
			other := v.task.laid(before.sheet, before.count, before.shape, way)
			if slices.ContainsFunc(tried, func(t parts.Tree) bool { return slices.Equal(t.Parts, other.tree.Parts) }) {
				continue
			}
			tried = append(tried, other.tree)
			c.fulls[i] = other
			if n := v.moves(c.fulls); n < least {
				least = n
			} else {
				c.fulls[i] = before
			}
		}
	}
}

// moves is how often the guide is moved for some sheets, at a glance.
func (v *chooser) moves(fulls []sheetful) int {
	b, err := trimmerOf(v.task.p, v.task.kinds, fulls)
	if err != nil {
		return math.MaxInt
	}
	n := len(b.glance())
	v.eased += b.groups * n
	return n
}

// outlined is a candidate's plan as far as it takes to compare it: how many
// layouts it has, and not yet what is in them. Its strokes are counted only
// where a minute has a price.
func (v *chooser) outlined(c *candidate) *CutPlan {
	if v.task.p.Minute > 0 {
		return v.drawn(c, 0)
	}
	return &CutPlan{Used: c.used, Bought: c.bought, Paper: c.paper, Moves: v.moves(c.fulls), Layouts: make([]Layout, len(c.fulls))}
}

// drawn puts the cuts of a candidate in order and draws them, its pieces named;
// so much work goes into the order.
func (v *chooser) drawn(c *candidate, work int) *CutPlan {
	fulls := merged(c.fulls) // cut another way, two may have become alike
	slices.SortStableFunc(fulls, func(a, b sheetful) int { return cmp.Compare(b.count, a.count) })
	b, _ := trimmerOf(v.task.p, v.task.kinds, fulls) // it was cut before it was offered
	layouts, steps := b.draw(v.task.kinds, b.fewestMoves(work))
	out := &CutPlan{Used: c.used, Bought: c.bought, Paper: c.paper, LowerBound: min(v.found.lower, c.used), Moves: len(steps),
		Settings: settingsOf(steps)}
	out.Layouts, out.Steps = v.named(layouts, steps)
	for i := range out.Steps {
		out.Steps[i].Strokes = v.task.p.strokes(out.Layouts, out.Steps[i])
		out.Seconds += SecondsMove + SecondsStroke*out.Steps[i].Strokes
	}
	out.Seconds += SecondsSheet * out.Used
	out.Labour = v.task.p.Minute * measure.Money(out.Seconds) / 60
	return out
}

// fewestMoves is an order of the settings, looked for as widely as the work allows.
func (b *trimmer) fewestMoves(work int) []int {
	quick := b.glance()
	if len(quick) <= b.begin().needed {
		return quick
	}
	width := min(work/(1+b.groups*len(quick)*len(b.sets)), wide)
	if width <= 1 {
		return quick
	}
	if slow := b.order(width); len(slow) < len(quick) {
		return slow
	}
	return quick
}

func settingsOf(steps []Step) int {
	var out []measure.Length
	for _, s := range steps {
		out = append(out, s.Set)
	}
	slices.Sort(out)
	return len(slices.Compact(out))
}
