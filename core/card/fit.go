package card

import (
	"cmp"
	"slices"

	"yellow-parcel/core/measure"
)

// Clearances beyond the card's thickness, envelope less card. The first is the
// trade's usual quarter inch in all; below the second a card sticks, above the
// third it slides about.
const (
	UsualEase  = measure.Inch / 4
	LeastSlack = measure.Inch / 16
	LooseSlack = measure.Inch / 2
)

// Verdict says how a card sits in an envelope.
type Verdict string

// The verdicts, best first.
const (
	Good  Verdict = "good"
	Tight Verdict = "tight"
	Loose Verdict = "loose"
	No    Verdict = "no"
)

// Envelope is what a fit needs to know of one: its size and, where the trade
// sells a card for it, that card's size, which is never called loose.
type Envelope struct {
	Place     int // in the caller's list
	Size      Size
	Customary Size
}

// Fit is a card of a thickness tried in an envelope.
type Fit struct {
	Envelope  Envelope
	Turned    bool // the card goes in a quarter turned from how it stands
	Clearance Size // envelope less card, each way
	Thickest  measure.Length
	Verdict   Verdict
	off       measure.Length // how far the clearances are from the usual ones, both ways added
	order     int            // of its verdict
}

// Try fits a card into an envelope the better way round.
func Try(e Envelope, card Size, thickness measure.Length) Fit {
	upright, turned := try(e, card, thickness), try(e, card.Turned(), thickness)
	turned.Turned = true
	if better(&turned, &upright) < 0 {
		return turned
	}
	return upright
}

func try(e Envelope, card Size, t measure.Length) Fit {
	room := Size{e.Size.Width - card.Width, e.Size.Height - card.Height}
	usual, verdict := UsualEase+t, judge(e, room, t)
	return Fit{
		Envelope: e, Clearance: room, order: order[verdict],
		Thickest: max(min(room.Width, room.Height)-LeastSlack, 0),
		Verdict:  verdict,
		off:      distance(room.Width, usual) + distance(room.Height, usual),
	}
}

func judge(e Envelope, room Size, t measure.Length) Verdict {
	slack := min(room.Width, room.Height) - t
	limit := Size{LooseSlack, LooseSlack}
	if e.Customary.Width > 0 {
		limit.Width = max(limit.Width, e.Size.Width-e.Customary.Width)
		limit.Height = max(limit.Height, e.Size.Height-e.Customary.Height)
	}
	switch {
	case slack < 0:
		return No
	case slack < LeastSlack:
		return Tight
	case room.Width-t > limit.Width || room.Height-t > limit.Height:
		return Loose
	}
	return Good
}

func distance(a, b measure.Length) measure.Length { return max(a-b, b-a) }

var order = map[Verdict]int{Good: 0, Tight: 1, Loose: 1, No: 2}

// better orders fits: what fits well before what sticks or slides, that before
// what does not go in, and by how near the clearances are to the usual ones.
func better(a, b *Fit) int {
	if a.order != b.order {
		return a.order - b.order
	}
	return cmp.Compare(a.off, b.off)
}

// Rank tries a card in every envelope, best first; equal fits keep the order given.
func Rank(envelopes []Envelope, card Size, thickness measure.Length) []Fit {
	fits := make([]Fit, len(envelopes))
	order := make([]int, len(envelopes))
	for i, e := range envelopes {
		fits[i], order[i] = Try(e, card, thickness), i
	}
	slices.SortFunc(order, func(i, j int) int { return cmp.Or(better(&fits[i], &fits[j]), i-j) })
	out := make([]Fit, len(fits))
	for i, at := range order {
		out[i] = fits[at]
	}
	return out
}

// Best is the first of Rank.
func Best(envelopes []Envelope, card Size, thickness measure.Length) Fit {
	best := Try(envelopes[0], card, thickness)
	for _, e := range envelopes[1:] {
		if f := Try(e, card, thickness); better(&f, &best) < 0 {
			best = f
		}
	}
	return best
}
