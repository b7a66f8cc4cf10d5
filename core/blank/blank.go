// Package blank turns a finished card into an envelope blank: the outline to
// cut, the creases to score and in which order to fold them, the panels, the
// glue and the waste. One file holds one style; a proof by folding is elsewhere.
//
// A blank is the flat shape an envelope is folded from. On it lies the body, the
// panel that will be the front, with a flap beyond each of its creases:
//
//	       top
//	     +------+
//	     |      |          creases: between body and flaps
//	+----+------+----+     notches: what is snipped off where two flaps
//	|left| body |right|             would meet at a corner
//	+----+------+----+     seam:    where one flap is glued upon another
//	     |bottom|          inside:  the room between the creases
//	     +------+
//
// The inside is larger than the card by the ease and by what the card's thickness
// takes; a style says how the flaps follow from it. Lengths a maker sets by the
// ruler are on its marks; shapes are in millimetres, y down the page.
package blank

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/shape"
)

// The kinds of option.
const (
	WordOption     OptionKind = "words"
	LengthOption   OptionKind = "length"
	SizeOption     OptionKind = "size"
	EnvelopeOption OptionKind = "envelope"
)

// Blank is what an envelope is folded from: one piece of paper, or several that are
// glued or put together. Geometry is in millimetres, y down the page, as drawn with
// the mouth at the top; all pieces are drawn where the body is.
type Blank struct {
	Pieces   []Piece        // the one with the body first
	Minimum  measure.Length // exact size before it met the ruler; zero where sizes add up on the ruler
	Cavity   card.Size      // inside room as scored, across and along the drawing
	Depth    measure.Length // height of a box's walls; zero for a flat envelope
	Taper    measure.Length // what is cut off each side of flaps besides the waste, from nothing at the crease
	LeastTop measure.Length // the shallowest a straight fold's top flap may be; zero where it is given, or comes of something else
	Card     card.Size      // the card as it lies in the drawing
	Sized    Sizing         // where a square's side comes from
	Board    bool           // made of card stock, not paper
	ByEye    bool           // folded round the card, not scored
	Bought   string         // the envelope it is cut down from
	Machine  *Machine       // set for a blank cut by a cutting machine
	Body     shape.Polygon  // the panel the flaps fold onto
	Inside   shape.Polygon  // the rectangle of the cavity, between creases or glue
	Far      Far            // where the board does not reach all of them from one side
	Seams    []Seam
	Strips   []shape.Polygon // adhesive strips that hold the card in place
	Steps    []Saying        // what to do, where the scores do not say it
}

// Stock is paper or card by its thickness and its weight.
type Stock struct {
	Caliper measure.Length
	GSM     float64 // g/m2
}

// With is a paper as far as it is known, and the usual one for the rest.
func (s Stock) With(known Stock) Stock {
	if known.GSM > 0 {
		s.GSM = known.GSM
	}
	if known.Caliper > 0 {
		s.Caliper = known.Caliper
	}
	return s
}

// Typical papers, in general words from paper sellers' tables; a measurement overrules them.
var (
	EnvelopePaper = Stock{120 * measure.Micrometre, 100}
	CoverStock    = Stock{300 * measure.Micrometre, 216}
)

// Sizing is where the side of a square comes from.
type Sizing int

// A square is the least that closes, the rule of thumb's, or the one on hand.
const (
	Least Sizing = iota
	ByThumb
	Given
)

// Saying is a sentence by its name among its style's, and the lengths it speaks of.
type Saying struct {
	Name string
	With []measure.Length
}

// Special tells blanks that need something besides paper, a blade and a scoring board.
func (b Blank) Special() bool { return b.Bought != "" || b.ByEye || b.Machine != nil }

// Cuts counts what is cut by hand: each paper's own four sides, and what each
// piece of waste takes. A machine cuts one path a piece.
func (b Blank) Cuts() int {
	if b.Machine != nil {
		return len(b.Pieces)
	}
	n := 0
	for i := range b.Pieces {
		if b.Bought == "" {
			n += 4
		}
		for _, w := range b.Pieces[i].Waste {
			n += w.Kind.cuts()
		}
	}
	return n
}

// Outside is the closed envelope's size: a box adds its walls to no side, a cut
// down envelope keeps its glued ends.
func (b Blank) Outside() card.Size {
	if len(b.Flaps()) > 0 {
		return b.Cavity
	}
	lo, hi := b.Body.Bounds()
	return card.Size{Width: measure.FromMM(hi.X - lo.X), Height: measure.FromMM(hi.Y - lo.Y)}
}

// Far says that the scores across, or along, of a blank go further than the
// scoring board reaches: the far ones are set from the opposite corner or edge.
type Far struct{ Across, Along bool }

// The kinds of waste: a corner between two flaps, the tip of one, an end of a
// bought envelope, what a box's corner has besides its tab.
const (
	Notch WasteKind = iota
	Tip
	End
	BesideTab
)
