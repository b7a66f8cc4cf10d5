package plan

import (
	"bytes"
	"cmp"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
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

// lever is a change the search may try: its words, how much work it is, and the
// patch. Levers of one family do the same thing more or less.
type lever struct {
	family, label string
	effort        int
	patch         map[string]any
}

// tried is a lever, or two after another, and what each carrier makes of it.
type tried struct {
	lever
	doc      map[string]any
	verdicts []post.Verdict
	to       card.Size
}

// The work of a lever, roughly in minutes at the bench.
const (
	effortWord   = 1 // how it is addressed or closed
	effortFoam   = 2
	effortMove   = 2
	effortMark   = 2 // and one more for every half inch
	effortBuy    = 3
	effortRemove = 3
	effortMake   = 4
	effortLayer  = 4
)

// waysOut looks, for every carrier that does not simply take the piece in its
// cheapest class, for the smallest changes to the job that do better. Every one
// was worked out as a job of its own.
func (m *maker) waysOut(use sealed) {
	now := make([]post.Verdict, len(m.carriers))
	piece := m.posted(use)
	wanted := false
	for i, c := range m.carriers {
		now[i] = post.Outcome(c, piece)
		wanted = wanted || improvable(now[i])
	}
	if !wanted || m.work.NoWays {
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

// document is the job as it would be written, taken apart.
func (m *maker) document() map[string]any {
	text, err := json.Marshal(m.job)
	if err != nil {
		return nil
	}
	in := json.NewDecoder(bytes.NewReader(text))
	in.UseNumber()
	var doc map[string]any
	if err := in.Decode(&doc); err != nil {
		return nil
	}
	return doc
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
	if n.inside > 0 {
		n.insidePanel = card.Step(card.Size{Width: n.ruler.Down(n.spec.card.Width), Height: n.ruler.Down(n.spec.card.Height)}, card.Equal(n.inside), n.ruler)
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

// pins name the blank in use, where the job left the choice to the plan.
func (m *maker) pins(use sealed) map[string]any {
	if use.id == "envelope" || m.blank.style != nil {
		return nil
	}
	style, variant, _ := strings.Cut(use.id, "/")
	return map[string]any{"blank": map[string]any{"style": style, "variant": variant}}
}

// merged is a document with a merge patch (RFC 7386) laid over it; neither is changed.
func merged(doc, patch map[string]any) map[string]any {
	out := maps.Clone(doc)
	if out == nil {
		out = map[string]any{}
	}
	for k, v := range patch {
		inner, isMap := v.(map[string]any)
		switch {
		case v == nil:
			delete(out, k)
		case isMap:
			under, _ := out[k].(map[string]any)
			out[k] = merged(under, inner)
		default:
			out[k] = v
		}
	}
	return out
}

// mergePatches is one patch that does what two do one after the other.
func mergePatches(a, b map[string]any) map[string]any {
	out := map[string]any{}
	for _, p := range []map[string]any{a, b} {
		for k, v := range p {
			if inner, ok := v.(map[string]any); ok {
				under, _ := out[k].(map[string]any)
				v = mergePatches(under, inner)
			}
			out[k] = v
		}
	}
	return out
}

// levers are all the changes worth trying on a job, but for those of its size.
func (m *maker) levers(doc map[string]any) []lever {
	return slices.Concat(m.seconds(doc), m.layerLevers(doc), m.stockLevers())
}

// seconds are the changes worth trying after another.
func (m *maker) seconds(doc map[string]any) []lever {
	return slices.Concat(m.handLevers(), m.foamLevers(doc), m.pieceLevers(doc), m.envelopeLevers())
}

func patchOf(group, field string, v any) map[string]any {
	return map[string]any{group: map[string]any{field: v}}
}

// handLevers are how the piece is handed in.
func (m *maker) handLevers() []lever {
	out := []lever{{"address", "Address it along the short side", effortWord, patchOf("post", "address", "short")}}
	if m.short {
		out[0] = lever{"address", "Address it along the long side", effortWord, patchOf("post", "address", "long")}
	}
	if m.closure != "" {
		out = append(out, lever{"closure", "Close it flat", effortWord, patchOf("post", "closure", nil)})
	}
	if m.wrapping != "" {
		out = append(out, lever{"wrapping", "Wrap it in paper", effortWord, patchOf("post", "wrapping", nil)})
	}
	return out
}

// listOf is a list of the document, each entry a group of fields.
func listOf(doc map[string]any, group, field string) []any {
	if group != "" {
		inner, _ := doc[group].(map[string]any)
		doc = inner
	}
	all, _ := doc[field].([]any)
	return all
}

// with is a list with one entry's field changed.
func with(all []any, i int, field string, v any) []any {
	out := slices.Clone(all)
	entry, _ := out[i].(map[string]any)
	out[i] = merged(entry, map[string]any{field: v})
	return out
}

// thinner are the joints that lift less than one does, the thickest first, flat tape last.
func (m *maker) thinner(than joint) (ids, names []string) {
	foams := slices.Clone(m.catalog.Materials)
	slices.SortStableFunc(foams, func(a, b catalog.Material) int { return cmp.Compare(b.Thickness, a.Thickness) })
	for _, f := range foams {
		if f.Kind == "foam" && f.Thickness < than.material.Thickness {
			ids, names = append(ids, f.ID), append(names, lower(f.Name))
		}
	}
	return append(ids, "tape"), append(names, "flat tape")
}

// foamLevers swap foam for a thinner one, under a layer or a piece.
func (m *maker) foamLevers(doc map[string]any) []lever {
	var out []lever
	add := func(family, name string, j joint, patch func(id string) map[string]any) {
		if !j.foam() {
			return
		}
		ids, names := m.thinner(j)
		for k, id := range ids {
			out = append(out, lever{family, fmt.Sprintf("Put %s on %s", lower(name), names[k]), effortFoam + k/4, patch(id)})
		}
	}
	layers := listOf(doc, "", "layers")
	for i, l := range m.layers {
		if i < len(layers) {
			add(fmt.Sprintf("foam-layer%d", i), l.name, l.joint, func(id string) map[string]any {
				return map[string]any{"layers": with(layers, i, "joint", id)}
			})
		}
	}
	build := listOf(doc, "card", "build")
	for i, b := range m.build {
		add(fmt.Sprintf("foam-part%d", i), b.name, b.joint, func(id string) map[string]any {
			return patchOf("card", "build", with(build, i, "joint", id))
		})
	}
	return out
}

// pieceLevers take a piece off the card, or move it to where the card is thinnest.
func (m *maker) pieceLevers(doc map[string]any) []lever {
	var out []lever
	build := listOf(doc, "card", "build")
	laid := m.laid()
	for i, b := range m.build {
		rest := slices.Delete(slices.Clone(build), i, i+1)
		out = append(out, lever{fmt.Sprintf("off%d", i), "Leave " + lower(b.name) + " off", effortRemove, patchOf("card", "build", rest)})
		if b.material.Kind != "trim" {
			continue
		}
		z := b.size
		if z.Width < laid.Thinnest.Width && z.Height < laid.Thinnest.Height {
			x, y := m.ruler.Nearest(laid.Thinnest.X+(laid.Thinnest.Width-z.Width)/2), m.ruler.Nearest(laid.Thinnest.Y+(laid.Thinnest.Height-z.Height)/2)
			moved := with(with(build, i, "x", m.text(x)), i, "y", m.text(y))
			out = append(out, lever{fmt.Sprintf("move%d", i), fmt.Sprintf("Move %s to %s from the left, %s from the top", lower(b.name), m.text(x), m.text(y)), effortMove, patchOf("card", "build", moved)})
		}
	}
	if len(build) > 1 {
		out = append(out, lever{"off-all", "Leave everything on top off", effortRemove + len(build), patchOf("card", "build", []any{})})
	}
	return out
}

// layerLevers leave a layer off.
func (m *maker) layerLevers(doc map[string]any) []lever {
	var out []lever
	layers := listOf(doc, "", "layers")
	for i := range layers {
		if i < len(m.layers) {
			rest := slices.Delete(slices.Clone(layers), i, i+1)
			out = append(out, lever{"layer", "Leave " + lower(m.layers[i].name) + " off", effortLayer, map[string]any{"layers": rest}})
		}
	}
	return out
}

// stockLevers make the base of lighter paper.
func (m *maker) stockLevers() []lever {
	var out []lever
	for _, gsm := range []float64{270, 216, 176} {
		if gsm < m.gsm()-1 {
			out = append(out, lever{"stock", fmt.Sprintf("Make the base of %.0f g/m² stock", gsm), effortBuy, patchOf("card", "stock", fmt.Sprintf("%.0f g", gsm))})
		}
	}
	return out
}

// How far the size of a card is changed, in ruler marks: wide steps first, and
// where one of them changes what a carrier says, the marks just before it.
var marksTried = [][]measure.Length{{4, 1, 2, 3}, {12, 6, 8, 10}, {32, 16, 20, 24}}

// way is a direction the size of a card is changed in.
type way struct {
	family, words string
	w, h          measure.Length
}

var ways = []way{
	{"narrower", "narrower", -1, 0}, {"shorter", "shorter", 0, -1}, {"smaller", "smaller each way", -1, -1}, {"wider", "wider", 1, 0}, {"taller", "taller", 0, 1},
}

// sizes makes a card of a given size smaller or larger by marks of the ruler.
func (m *maker) sizes(doc, pins map[string]any, now []post.Verdict) []tried {
	if !m.given {
		return nil
	}
	var out []tried
	for _, w := range ways {
		last := now
		for _, marks := range marksTried {
			l, ok := m.sizeLever(w, marks[0])
			if !ok {
				break
			}
			t, ok := m.attempt(doc, pins, l)
			if !ok {
				continue
			}
			out = append(out, t)
			if slices.EqualFunc(t.verdicts, last, func(a, b post.Verdict) bool { return a.Compare(b) == 0 }) {
				continue
			}
			last = t.verdicts
			for _, k := range marks[1:] {
				if l, ok := m.sizeLever(w, k); ok {
					out = append(out, m.search(doc, pins, []lever{l})...)
				}
			}
		}
	}
	return out
}

func (m *maker) sizeLever(w way, marks measure.Length) (lever, bool) {
	z, by := m.untwisted(), marks*m.ruler.Step
	to := card.Size{Width: m.ruler.Down(z.Width) + w.w*by, Height: m.ruler.Down(z.Height) + w.h*by}
	if min(to.Width, to.Height) < pieceBounds.least || by > 2*measure.Inch {
		return lever{}, false
	}
	return lever{w.family, fmt.Sprintf("Make the card %s %s: %s", m.text(by), w.words, m.sizeText(to)),
		effortMark + int(2*by/measure.Inch), map[string]any{"card": map[string]any{"width": m.text(to.Width), "height": m.text(to.Height)}}}, true
}

// formatsTried is how many bought envelopes the search tries, the best fits first.
const formatsTried = 6

// envelopeLevers make another envelope, or buy one.
func (m *maker) envelopeLevers() []lever {
	var out []lever
	// A blank in place of an envelope on hand keeps the card's size.
	keep := map[string]any{"envelope": nil, "card": map[string]any{"width": m.text(m.untwisted().Width), "height": m.text(m.untwisted().Height)}}
	if m.envelope == nil {
		keep = nil
	}
	for _, s := range blank.Styles() {
		for _, v := range s.Variants {
			c := candidate{style: s, variant: v}
			if m.envelope == nil && m.blank.style != nil && m.blank.style.ID == s.ID && m.variantOf(s).ID == v.ID {
				continue
			}
			out = append(out, lever{"make", "Make it: " + lower(c.name()), effortMake, mergePatches(keep, m.choose(c))})
		}
	}
	tried := 0
	for _, fit := range card.Rank(m.formats(), m.outer(), m.thickness) {
		if fit.Verdict != card.Good && fit.Verdict != card.Loose || tried == formatsTried {
			break
		}
		if m.envelope != nil && m.envelope.id == fit.Envelope.ID {
			continue
		}
		tried++
		f, _ := m.catalog.Format(fit.Envelope.ID)
		patch := mergePatches(keep, map[string]any{"envelope": f.ID})
		effort := effortBuy
		if fit.Verdict == card.Loose {
			effort++
		}
		out = append(out, lever{"buy", "Buy a " + f.Name + " envelope", effort, patch})
	}
	return out
}
