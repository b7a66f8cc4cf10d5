package plan

import (
	"cmp"
	"fmt"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// lever is a change the search may try: its words, how much work it is, and the
// patch. Levers of one family do the same thing more or less.
type lever struct {
	family, label string
	effort        int
	patch         map[string]any
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

// levers are all the changes worth trying on a job, but for those of its size.
func (m *maker) levers(doc map[string]any) []lever {
	return slices.Concat(m.seconds(doc), m.anew(m.layerLevers(doc)), m.anew(m.stockLevers()))
}

// seconds are the changes worth trying after another.
func (m *maker) seconds(doc map[string]any) []lever {
	return slices.Concat(m.handLevers(), m.anew(m.foamLevers(doc)), m.anew(m.pieceLevers(doc)), m.envelopeLevers())
}

// anew gives up what was measured or weighed where a lever changes what the
// card is made of: it has to be measured again, and until then is worked out.
func (m *maker) anew(all []lever) []lever {
	again := map[string]any{}
	if m.measured {
		again["thickness"] = nil
	}
	if m.weight > 0 {
		again["weight"] = nil
	}
	if len(again) == 0 {
		return all
	}
	for i := range all {
		all[i].label += ", and measure it again"
		all[i].patch = mergePatches(all[i].patch, map[string]any{"card": again})
	}
	return all
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
	for i, c := range m.contents {
		var rest []any
		for k, other := range m.contents {
			if k != i {
				rest = append(rest, other)
			}
		}
		out = append(out, lever{"inside-" + c, "Take the " + c + " out", effortWord, patchOf("post", "contents", rest)})
	}
	if m.odd {
		out = append(out, lever{"shape", "Post it in a rectangle", effortMake, patchOf("post", "shape", nil)})
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
		out = append(out, lever{"buy", "Buy " + f.Name + " envelopes", effort, patch})
	}
	return out
}
