package work

import (
	"fmt"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// Result is everything worked out of a brief.
type Result struct {
	Brief    *brief.Brief
	Card     Card
	Base     Base
	Layers   Layers
	Sells    []SoldCard // what the sheet gives of the cards sold for envelopes, where the job starts from one
	Makes    []Makeable // what else it gives
	Worth    []Worth    // sizes worth cutting for the envelope on hand, where the card is sized from it
	Batch    batch.Batch
	Own      *card.Fit  // the card in the envelope on hand; nil without one
	Fits     []card.Fit // in every catalogue envelope, best first
	Blanks   []*Made    // the one the job names first, then the best
	Unsuited []Unsuited
	Extras   []blank.Extra // that go with the first blank
	Nest     *Nest         // how the first blank lies on its paper; nil where it does not
	Pieces   []*Sealed     // the ways the card can be posted, the one in use first
	Posts    []Posting     // a carrier each
	Postage  *Postage      // stamps on hand against the price of the piece in use; nil without a price
	Gauge    *Gauge        // nil where the carrier has no slot

	how   How
	cards []card.Envelope // the catalogue's envelopes, as fits are tried in them
}

// Card is the finished card, its size settled.
type Card struct {
	Size      card.Size      // as it stands
	Overhang  brief.Sides    // past each side
	Thickness measure.Length // that sizes envelopes: measured, or what its pieces come to; zero for a flat card
	Map       card.Map       // as its pieces lie
	Counted   card.Map       // the same, its thickest place as measured where it was
	Thick     measure.Length // that counts for the post
	Weight    measure.Mass   // as weighed, else as its pieces come to
}

// Outer is the card with what pokes out past it: what an envelope must take.
func (c Card) Outer() card.Size {
	return card.Size{Width: c.Size.Width + c.Overhang.Left + c.Overhang.Right, Height: c.Size.Height + c.Overhang.Top + c.Overhang.Bottom}
}

// Base is the flat piece, and how it comes out of the job's own sheet.
type Base struct {
	card.Flat
	One *trim.CutPlan // of one such sheet; nil where none comes out of it
}

// PerSheet is how many bases the job's own sheet gives.
func (b Base) PerSheet() int {
	return yielded(b.One)
}

// yielded is how many pieces one sheet gives; none without a plan.
func yielded(one *trim.CutPlan) int {
	if one == nil {
		return 0
	}
	return len(one.Layouts[0].Pieces)
}

// Layers are the sizes of what is stacked on the card.
type Layers struct {
	Stack  []card.Size // the largest first
	Inside card.Size   // zero without an inside panel
	Ladder []card.Size // of samples
}

// Top is the topmost layer, or the card as it is cut where there is none.
func (r *Result) Top() card.Size {
	if n := len(r.Layers.Stack); n > 0 {
		return r.Layers.Stack[n-1]
	}
	return r.Whole()
}

// Unsuited is a way of making an envelope that does not suit the card. Reason says why in a maker's words.
type Unsuited struct {
	Candidate
	Reason error
}

// NoBlank is why the blank the job asks for does not suit, in a maker's words;
// nil where it does, or where none is asked for.
func (r *Result) NoBlank() error {
	for _, u := range r.Unsuited {
		if u.Named {
			return fmt.Errorf("%s, %s does not suit this card: %w", u.Style.Name, u.Variant.Name, u.Reason)
		}
	}
	return nil
}

// envelopeOf is an envelope on hand as fits are tried in it.
func envelopeOf(b brief.Bought) card.Envelope {
	return card.Envelope{Place: -1, Size: b.Size, Customary: b.Sold}
}

// Envelopes are the catalogue's, as fits are tried in them; their place is that in the catalogue.
func (r *Result) Envelopes() []card.Envelope {
	if r.cards == nil {
		r.cards = make([]card.Envelope, len(r.Brief.Catalog.Formats))
		for i, f := range r.Brief.Catalog.Formats {
			r.cards[i] = card.Envelope{Place: i, Size: f.Size(), Customary: f.Card()}
		}
	}
	return r.cards
}
