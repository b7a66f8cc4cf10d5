package work

import (
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
)

// The obvious remedies for what stands in a job's way before the post.

// CardFor is the largest card of the job's thickness, with what then pokes out of
// it, that the envelope on hand takes, as it stands; ok is false where none is worth cutting.
func (r *Result) CardFor(own *card.Fit) (z card.Size, ok bool) {
	envelope := own.Envelope.Size
	if own.Turned {
		envelope = envelope.Turned()
	}
	c := r.Card
	if c.Size, ok = largestIn(r.Brief, envelope, c.Thickness, c.Overhang); !ok {
		return c.Size, false
	}
	c.shrink(r.Brief, func(over brief.Sides) (card.Size, bool) {
		return largestIn(r.Brief, envelope, c.Thickness, over)
	})
	fit := card.Try(own.Envelope, r.OuterOf(c.Size), c.Thickness)
	return c.Size, fit.Verdict != card.No && fit.Verdict != card.Tight
}

// CardSold is the card the trade sells for the envelope on hand, where the job has
// another and this one goes in without sticking.
func (r *Result) CardSold() (z card.Size, ok bool) {
	e := r.Brief.Envelope
	fit := card.Try(envelopeOf(*e), r.OuterOf(e.Sold), r.Card.Thickness)
	return e.Sold, e.Sold != (card.Size{}) && e.Sold != r.Card.Size && fit.Verdict != card.No && fit.Verdict != card.Tight
}

// BestFormat is the catalogue envelope that fits best; ok is false where none fits well.
func (r *Result) BestFormat() (f catalog.Format, ok bool) {
	best := r.Fits[0]
	return r.Brief.Catalog.Formats[best.Envelope.Place], best.Verdict == card.Good
}

// FoldThatComesOut is a usual fold whose flat piece comes out of the sheets.
func (r *Result) FoldThatComesOut() (card.Fold, bool) {
	for _, f := range card.Folds() {
		if !f.Usual {
			continue
		}
		// Of another fold the card is as thick, and so as large, as that fold makes it.
		folded := *r.Brief
		folded.Base.Fold = f
		c, err := settle(&folded)
		if err != nil {
			continue
		}
		if flat, err := flatOf(&folded, c.Size); err == nil && r.ComesOut(flat.Size) {
			return f, true
		}
	}
	return card.Fold{}, false
}
