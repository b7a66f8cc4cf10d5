package ways

import (
	"fmt"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/words"
	"yellow-parcel/core/work"
)

// Lever is a change the search may try: its words, how much work it is, and the
// patch. Levers of one family do the same thing more or less; of one kind, the
// same to another thing. Words has places {0}, {1} for With: lengths, sizes, names
// of things and names as they are.
type Lever struct {
	Kind    kind
	Family  string
	Words   string
	With    []any
	Again   bool // the card has to be measured again
	Minutes int
	Patch   job.Patch

	made *work.Made // what comes of it, where the plan made it beside the one in use
}

// kind is what a lever does, whatever it does it to.
type kind int

// The kinds of lever.
const (
	byHand kind = iota // how the piece is handed in
	foam
	move
	shield
	leave // something on the card, a layer, the inside panel or the liner
	paper
	ease
	fold // another envelope
	buy
	smaller // one way
	smallerAll
	larger
	two // one change after another
)

// The work of a lever, roughly in minutes at the bench.
const (
	minutesFoam   = 2
	minutesMove   = 2
	minutesMark   = 2 // and one more for every half inch
	minutesBuy    = 3
	minutesRemove = 3
	minutesMake   = 4
	minutesLayer  = 4
)

// levers are all the changes worth trying on a job, but for those of its size.
// A card that is made stays as it is.
func (s *search) levers() []Lever {
	if s.result.Brief.Card.Made {
		return slices.Concat(s.handLevers(), s.anew(s.shieldLevers()), s.envelopeLevers(), s.lessLevers())
	}
	return slices.Concat(s.seconds(), s.anew(s.layerLevers()), s.anew(s.stockLevers()), s.anew(s.thinnerLevers()), s.lessLevers())
}

// seconds are the changes worth trying after another.
func (s *search) seconds() []Lever {
	if s.result.Brief.Card.Made {
		return slices.Concat(s.handLevers(), s.envelopeLevers())
	}
	return slices.Concat(s.handLevers(), s.anew(s.foamLevers()), s.anew(s.pieceLevers()), s.anew(s.shieldLevers()), s.envelopeLevers())
}

// anew marks levers that change what the card is made of: what was measured or
// weighed has to be measured again, and until then is worked out from both.
func (s *search) anew(all []Lever) []Lever {
	again := job.Patch{}
	if s.result.Brief.Card.Measured {
		again["thickness"] = nil
	}
	if s.result.Brief.Card.Weight > 0 {
		again["weight"] = nil
	}
	if len(again) == 0 {
		return all
	}
	for i := range all {
		all[i].Again = true
		all[i].Patch = job.Then(all[i].Patch, job.Patch{"card": again})
	}
	return all
}

// handLevers are how the piece is handed in, as the carriers' rules have them.
func (s *search) handLevers() []Lever {
	var out []Lever
	for _, l := range post.Levers(s.result.Brief.Post.Handed) {
		out = append(out, Lever{Kind: byHand, Family: l.Family, Words: l.Label, Minutes: l.Minutes, Patch: l.Patch})
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
	out[i] = job.Merged(entry, job.Patch{field: v})
	return out
}

// layerLevers leave a layer off.
func (s *search) layerLevers() []Lever {
	var out []Lever
	layers := listOf(s.doc, "", "layers")
	for i := range layers {
		if i < len(s.result.Brief.Layers.Each) {
			rest := slices.Delete(slices.Clone(layers), i, i+1)
			out = append(out, Lever{Kind: leave, Family: "layer", Words: "Leave {0} off", With: []any{words.Thing(s.result.Brief.Layers.Each[i].Name)}, Minutes: minutesLayer, Patch: job.Patch{"layers": rest}})
		}
	}
	return out
}

// thinnerLevers put everything that lies on foam on one thinner foam, or on flat
// tape, take the inside panel out, or make boards of thinner board.
func (s *search) thinnerLevers() []Lever {
	var out []Lever
	b := s.result.Brief
	var thickest brief.Joint
	lifted := 0
	count := func(j brief.Joint) {
		if j.Foam() {
			lifted++
			if j.Material.Thickness > thickest.Material.Thickness {
				thickest = j
			}
		}
	}
	for _, l := range b.Layers.Each {
		count(l.Joint)
	}
	for _, p := range b.Card.Build {
		count(p.Joint)
	}
	if lifted > 1 {
		ids, names := s.thinner(thickest)
		for k, id := range ids {
			out = append(out, Lever{Kind: foam, Family: "foam-all", Words: "Put all that is on foam on {0}", With: []any{names[k]}, Minutes: minutesFoam*lifted + k/4, Patch: s.onFoam(id, b)})
		}
	}
	if b.Layers.Inside > 0 {
		out = append(out, Lever{Kind: leave, Family: "inside", Words: "Leave the inside panel out", Minutes: minutesLayer, Patch: job.Patch{"inside": nil}})
	}
	build := listOf(s.doc, "card", "build")
	for i, p := range b.Card.Build {
		for _, m := range b.Catalog.Materials {
			if p.Material.Kind == catalog.Board && m.Kind == catalog.Board && m.Thickness < p.Material.Thickness && !m.Hard {
				out = append(out, Lever{Kind: paper, Family: fmt.Sprintf("board%d", i), Words: "Make {0} of {1}", With: []any{words.Thing(p.Name), words.Thing(m.Name)}, Minutes: minutesLayer, Patch: job.Set("card", "build", with(build, i, "material", m.ID))})
			}
		}
	}
	return out
}

// onFoam puts every lifted layer and piece that lies higher than a joint lifts on that joint.
func (s *search) onFoam(id string, b *brief.Brief) job.Patch {
	lift := measure.Length(0)
	if m, ok := b.Catalog.Material(id); ok {
		lift = m.Thickness
	}
	layers, build := slices.Clone(listOf(s.doc, "", "layers")), slices.Clone(listOf(s.doc, "card", "build"))
	for i, l := range b.Layers.Each {
		if i < len(layers) && l.Joint.Foam() && l.Joint.Material.Thickness > lift {
			layers = with(layers, i, "joint", id)
		}
	}
	for i, p := range b.Card.Build {
		if p.Joint.Foam() && p.Joint.Material.Thickness > lift {
			build = with(build, i, "joint", id)
		}
	}
	patch := job.Patch{}
	if len(layers) > 0 {
		patch["layers"] = layers
	}
	return job.Then(patch, job.Set("card", "build", build))
}

// lessLevers make the envelope less: without its liner, or with less ease.
func (s *search) lessLevers() []Lever {
	var out []Lever
	b := s.result.Brief
	if b.Blank.Liner {
		out = append(out, Lever{Kind: leave, Family: "liner", Words: "Leave the liner out", Minutes: minutesRemove, Patch: job.Set("blank", "liner", nil)})
	}
	snug := b.Usual(measure.Inch/8, 3*measure.Millimetre)
	if s.result.Pieces[0].Made != nil && b.Blank.Ease > snug {
		out = append(out, Lever{Kind: ease, Family: "ease", Words: "Give the envelope {0} of ease", With: []any{snug}, Minutes: minutesMark, Patch: job.Set("blank", "ease", snug.Text(b.Unit))})
	}
	return out
}

// lighter are the weights of card stock commonly sold, g/m2.
var lighter = []int{270, 216, 176}

// stockLevers make the base of lighter paper.
func (s *search) stockLevers() []Lever {
	var out []Lever
	for _, gsm := range lighter {
		if float64(gsm) < s.result.Brief.Base.GSM()-1 {
			out = append(out, Lever{Kind: paper, Family: "stock", Words: fmt.Sprintf("Make the base of %d g/m² stock", gsm), Minutes: minutesBuy, Patch: job.Set("card", "stock", fmt.Sprintf("%d g", gsm))})
		}
	}
	return out
}

// bought is the envelope to buy that the piece in use is in; nil where it is in
// anything else, and where a change has been made already, since that names it.
func (s *search) bought() *card.Fit {
	if len(s.result.Pieces) == 0 {
		return nil
	}
	return s.result.Pieces[0].Fit
}

// formatsTried is how many bought envelopes the search tries, the best fits first.
const formatsTried = 6

// envelopeLevers make another envelope, or buy one.
func (s *search) envelopeLevers() []Lever {
	var out []Lever
	r, b := s.result, s.result.Brief
	// A blank in place of an envelope on hand keeps the card's size.
	var keep job.Patch
	if b.Envelope != nil || s.bought() != nil {
		keep = job.Then(job.Patch{"envelope": nil}, job.Resized(r.Card.Size, b.Unit))
	}
	for _, style := range blank.Styles() {
		for _, v := range style.Variants {
			if b.Envelope == nil && b.Blank.Style != nil && b.Blank.Style.ID == style.ID && style.Variant(b.Blank.Variant, b.Blank.Options).ID == v.ID {
				continue
			}
			out = append(out, Lever{Kind: fold, Family: "make", Words: "Make it: {0}", With: []any{words.Thing(style.Name + ", " + v.Name)}, Minutes: minutesMake, Patch: job.Then(keep, job.Chosen(&style, v)), made: r.Made(&style, v)})
		}
	}
	tried := 0
	for _, fit := range card.Rank(r.Envelopes(), r.Card.Outer(), r.Card.Thickness) {
		if fit.Verdict != card.Good && fit.Verdict != card.Loose || tried == formatsTried {
			break
		}
		f := b.Catalog.Formats[fit.Envelope.Place]
		if b.Envelope != nil && b.Envelope.ID == f.ID || s.bought() != nil && s.result.Pieces[0].Bought.ID == f.ID {
			continue
		}
		tried++
		l := Lever{Kind: buy, Family: "buy", Words: "Buy {0} envelopes", With: []any{f.Name}, Minutes: minutesBuy, Patch: job.Then(keep, job.Patch{"envelope": f.ID})}
		if fit.Verdict == card.Loose {
			l.Minutes++
		}
		out = append(out, l)
	}
	return out
}
