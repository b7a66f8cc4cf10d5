package ways

import (
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// How far the size of a card is changed, in ruler marks: wide steps first, and
// where one of them changes what a carrier says, the marks just before it.
var marksTried = [][]measure.Length{{4, 1, 2, 3}, {12, 6, 8, 10}, {32, 16, 20, 24}}

// mostChanged bounds how far a card's size is changed.
const mostChanged = 2 * measure.Inch

// halfInch is what a lever of the card's size takes another minute for.
const halfInch = measure.Inch / 2

// direction is a way the size of a card is changed.
type direction struct {
	kind          kind
	family, words string
	w, h          measure.Length
}

var directions = []direction{
	{smaller, "narrower", "narrower", -1, 0}, {smaller, "shorter", "shorter", 0, -1}, {smallerAll, "smaller", "smaller each way", -1, -1},
	{larger, "wider", "wider", 1, 0}, {larger, "taller", "taller", 0, 1},
}

// sizes makes a card of a given size smaller or larger by marks of the ruler.
func (s *search) sizes(now []post.Verdict) []tried {
	if s.result.Brief.Card.From != brief.FromCard || s.result.Brief.Card.Made {
		return nil
	}
	var out []tried
	for _, d := range directions {
		last := now
		for _, marks := range marksTried {
			l, ok := s.sizeLever(d, marks[0])
			if !ok {
				break
			}
			t, ok := s.attempt(l)
			if !ok {
				continue
			}
			out = append(out, t)
			if slices.EqualFunc(t.verdicts, last, func(a, b post.Verdict) bool { return a.Compare(b) == 0 }) {
				continue
			}
			last = t.verdicts
			for _, k := range marks[1:] {
				if l, ok := s.sizeLever(d, k); ok {
					out = append(out, s.all([]Lever{l})...)
				}
			}
		}
	}
	return out
}

func (s *search) sizeLever(d direction, marks measure.Length) (Lever, bool) {
	b := s.result.Brief
	z, by := s.result.Card.Size, marks*b.Ruler.Step
	to := card.Size{Width: b.Ruler.Down(z.Width) + d.w*by, Height: b.Ruler.Down(z.Height) + d.h*by}
	if min(to.Width, to.Height) < brief.Pieces.Least || by > mostChanged {
		return Lever{}, false
	}
	l := Lever{Kind: d.kind, Family: d.family, Words: "Make the card {0} " + d.words + ": {1}", With: []any{by, to}, Minutes: minutesMark + int(by/halfInch), Patch: job.Resized(to, b.Unit)}
	return s.boughtFor(l, to)
}

// boughtFor buys another envelope with a lever where the piece in use is in one
// that is bought: the one sold where the job lives that takes the new size best.
func (s *search) boughtFor(l Lever, to card.Size) (Lever, bool) {
	if s.bought() == nil {
		return l, true
	}
	r := s.result
	for _, fit := range card.Rank(r.Envelopes(), r.OuterOf(to), r.Card.Thickness) {
		f := r.Brief.Catalog.Formats[fit.Envelope.Place]
		if fit.Verdict != card.Good {
			break
		}
		if f.Unit == r.Brief.Sold {
			l.Words, l.With = l.Words+", in a bought {2}", append(l.With, f.Name)
			l.Patch = job.Then(l.Patch, job.Patch{"envelope": f.ID})
			return l, true
		}
	}
	return l, false
}

// sizes tells whether a lever changes the card's size.
func (l Lever) sizes() bool { return l.Kind == smaller || l.Kind == smallerAll || l.Kind == larger }
