package plan

import (
	"cmp"
	"slices"

	"yellow-parcel/core/card"
	"yellow-parcel/core/post"
)

// WayOut is a change to the job that posts better, and what it comes to.
type WayOut struct {
	Fix
	Verdict   string     `json:"verdict" enum:"pass,surcharge,check,refused"`
	Word      string     `json:"word"`
	Class     string     `json:"class"`
	ClassName string     `json:"class_name"`
	Price     *float64   `json:"price,omitempty"`
	PriceText string     `json:"price_text"`
	Saving    string     `json:"saving,omitempty" doc:"what it saves on each piece"`
	Effort    int        `json:"effort" doc:"how much of a change it is, to sort by"`
	To        [2]float64 `json:"to" doc:"length and height it comes to, in mm"`
}

// mostWays is how many ways out are offered for a verdict.
const mostWays = 5

// tried is a lever, or two after another, and what each carrier makes of it.
type tried struct {
	lever
	doc      map[string]any
	verdicts []post.Verdict
	to       card.Size
}

// waysOut looks, for every carrier that does not simply take the piece in its
// cheapest class, for the smallest changes to the job that do better. Every one
// was worked out as a job of its own.
func (m *maker) waysOut(use sealed, now []post.Verdict) {
	if m.work.NoWays || !slices.ContainsFunc(now, improvable) {
		return
	}
	doc := m.document()
	pins := m.pins(use)
	all := append(m.search(doc, pins, m.levers(doc)), m.sizes(doc, pins, now)...)
	// Where one change does not reach, a second after the best of them may.
	for _, i := range m.unsolved(now, all) {
		if best, ok := bestFor(i, now[i], all); ok {
			if after, ok := m.from(best.doc); ok {
				for _, t := range after.search(best.doc, nil, after.seconds(best.doc)) {
					if t.family != best.family {
						t.label, t.effort = best.label+", and "+lower(t.label), t.effort+best.effort
						t.patch = mergePatches(best.patch, t.patch)
						all = append(all, t)
					}
				}
			}
			break
		}
	}
	at := 0
	for p := range m.plan.Post {
		if one := &m.plan.Post[p]; one.InUse {
			m.offer(one, at, now[at], all)
			at++
		}
	}
}

// improvable tells whether anything could do better than a verdict.
func improvable(v post.Verdict) bool {
	if v.State != post.Passes || v.Place > 0 {
		return true
	}
	p := v.Carrier.Classes[0].Prices
	return v.Priced && p != nil && len(p.Steps) > 0 && v.Price > p.Steps[0].Price
}

// unsolved are the carriers for which no single change passes; the first of
// them gets a second look.
func (m *maker) unsolved(now []post.Verdict, all []tried) []int {
	var out []int
	for i := range now {
		if now[i].State == post.Passes || slices.ContainsFunc(all, func(t tried) bool {
			return t.verdicts[i].State == post.Passes && t.verdicts[i].Compare(now[i]) < 0
		}) {
			continue
		}
		out = append(out, i)
	}
	return out
}

// bestFor is the change to build a second one on: the best that does better by
// itself, else the least work that leaves less to put right.
func bestFor(i int, now post.Verdict, all []tried) (tried, bool) {
	best, ok, better := tried{}, false, false
	for _, t := range all {
		v := t.verdicts[i]
		does := v.Compare(now) < 0
		less := v.State != post.Fails && v.Compare(now) == 0 && v.Place <= now.Place && v.Troubles < now.Troubles
		if !does && !less {
			continue
		}
		if !ok || first(does, better) < 0 || does == better && order(i, t, best) < 0 {
			best, ok, better = t, true, does
		}
	}
	return best, ok
}

// order ranks two changes for a carrier: those that pass first, then the least
// work, then the lower price.
func order(i int, a, b tried) int {
	v, w := a.verdicts[i], b.verdicts[i]
	return cmp.Or(first(v.State == post.Passes, w.State == post.Passes), cmp.Compare(a.effort, b.effort), v.Compare(w), cmp.Compare(v.Place, w.Place))
}

// offer puts the best ways out on a verdict, one of each family.
func (m *maker) offer(p *Post, i int, now post.Verdict, all []tried) {
	var better []tried
	for _, t := range all {
		if t.verdicts[i].Compare(now) < 0 {
			better = append(better, t)
		}
	}
	slices.SortStableFunc(better, func(a, b tried) int { return order(i, a, b) })
	seen := map[string]bool{}
	for _, t := range better {
		if seen[t.family] || len(p.WaysOut) == mostWays {
			continue
		}
		seen[t.family] = true
		p.WaysOut = append(p.WaysOut, m.wayOut(t, t.verdicts[i], now))
	}
	if len(p.WaysOut) == 0 && improvable(now) {
		p.NoWay = "No change of size, envelope, thickness, pieces or address found here does better with this carrier."
	}
}

func (m *maker) wayOut(t tried, v, now post.Verdict) WayOut {
	w := WayOut{Fix: Fix{t.label, t.patch}, Verdict: string(v.State), Word: verdictWords[v.State], Class: v.Class, ClassName: v.ClassName, PriceText: "ask at the counter",
		Effort: t.effort, To: [2]float64{max(t.to.Width, t.to.Height).MM(), min(t.to.Width, t.to.Height).MM()}}
	if v.Priced {
		price := float64(v.Price) / 100
		w.Price, w.PriceText = &price, v.Price.Text(v.Carrier.Currency)
		if now.Priced && now.Price > v.Price {
			w.Saving = (now.Price - v.Price).Text(v.Carrier.Currency)
		}
	}
	return w
}

// from works a changed document out as far as its posting needs.
func (m *maker) from(doc map[string]any) (*maker, bool) {
	r := &reader{}
	j := r.job(doc)
	if len(r.problems) > 0 {
		return nil, false
	}
	s, problems := resolve(j, m.shipped)
	if len(problems) > 0 {
		return nil, false
	}
	n := &maker{spec: s, shipped: m.shipped, job: j, plan: &Plan{}, sold: m.sold}
	below := card.Size{Width: n.ruler.Down(n.spec.card.Width), Height: n.ruler.Down(n.spec.card.Height)}
	for _, l := range n.layers {
		below = card.Step(below, l.border, n.ruler)
		if min(below.Width, below.Height) < pieceBounds.least {
			return nil, false
		}
		n.stack = append(n.stack, below)
	}
	if n.envelope != nil {
		fit := card.Try(fitted(*n.envelope), n.outer(), n.thickness)
		n.own = &fit
	}
	return n, true
}

// search tries levers on the job, each on its own. Pins are what has to be
// said for the piece in use to stay the one in use.
func (m *maker) search(doc, pins map[string]any, levers []lever) []tried {
	var out []tried
	for _, l := range levers {
		if t, ok := m.attempt(doc, pins, l); ok {
			out = append(out, t)
		}
	}
	return out
}

// attempt works a lever out; false where the job cannot be made so.
func (m *maker) attempt(doc, pins map[string]any, l lever) (tried, bool) {
	patch := mergePatches(pins, l.patch)
	changed := merged(doc, patch)
	n, ok := m.from(changed)
	if !ok {
		return tried{}, false
	}
	use, ok := n.inUse()
	if !ok {
		return tried{}, false
	}
	t := tried{lever: l, doc: changed, to: use.size, verdicts: make([]post.Verdict, 0, len(n.carriers))}
	t.patch = patch
	piece := n.posted(use)
	for _, c := range n.carriers {
		t.verdicts = append(t.verdicts, post.Outcome(c, piece))
	}
	return t, true
}

// pins name the blank in use, where the job leaves the choice to the plan, or
// asks for one that does not suit.
func (m *maker) pins(use sealed) map[string]any {
	if use.id == "envelope" || len(m.plan.Blanks) == 0 {
		return nil
	}
	from := m.plan.Blanks[0].from
	if m.blank.style != nil && m.blank.style.ID == from.style.ID {
		return nil
	}
	return m.choose(from)
}
