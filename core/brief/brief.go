// Package brief settles a job: every text is read, every default decided, and
// what was taken for granted is kept. A brief is all values, in the groups a
// maker thinks in: the card, its base, its layers, what it is cut from, its
// envelope, the post, and the tools at hand. Nothing is worked out here.
package brief

import (
	"cmp"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/calendar"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/trim"
)

// Brief is a job with every text read and every default settled.
type Brief struct {
	Title    string
	Unit     measure.Unit
	Home     *post.Carrier // where it is posted from; nil where that is not said
	Sold     measure.Unit  // the system of the sheets and envelopes sold where the job lives
	Ruler    measure.Ruler
	Quantity int
	Envelope *Bought // on hand; nil without one
	Card     Card
	Base     Base
	Layers   Layers
	Stock    Stock
	Blank    Blank
	Post     Post
	Tools    Tools
	Extras   []Extra          // what is made besides
	Due      *Due             // when it has to be done; nil where that is not said
	Week     calendar.Week    // when its maker sits down to it
	Weekly   bool             // that was said
	Catalog  *catalog.Catalog // with the job's own materials
	Assumed  []Assumption     // in the order they were made
}

// Due is a day by which the batch is to be posted, or in hands.
type Due struct {
	Day     int // as the calendar counts them
	InHands bool
}

// Extra is something made besides the card and its envelope.
type Extra string

// What can be made besides.
const (
	WithBand  Extra = "band"  // a belly band round each card
	WithGauge Extra = "gauge" // one slot gauge for the carrier's letters
)

// Extras are all that can be made besides, in the order they are offered.
var Extras = []Extra{WithBand, WithGauge}

// Cut is how many of its cards are cut: those wanted, and those to spare.
func (b *Brief) Cut() int { return b.Quantity + b.Stock.Spare }

// With tells whether something is made besides.
func (b *Brief) With(e Extra) bool { return slices.Contains(b.Extras, e) }

// Assumption is something the job does not say.
type Assumption string

// What a job can leave open.
const (
	AssumedFlat     Assumption = "card.thickness"
	AssumedFold     Assumption = "card.fold"
	AssumedLayers   Assumption = "layers"
	AssumedSheet    Assumption = "sheet"
	AssumedCarriers Assumption = "post.carriers"
	AssumedWeight   Assumption = "card.weight"
)

// Bought is something bought of a size; ID is empty when it was measured.
type Bought struct {
	ID, Name string
	Size     card.Size
	Sold     card.Size // the card sold for an envelope; zero without one
}

// Origin is where a card's size comes from.
type Origin string

// The three doors a job starts by.
const (
	FromEnvelope Origin = "envelope"
	FromSheet    Origin = "sheet"
	FromCard     Origin = "given"
)

// Card is what is known of the finished card. Its size is set only where it was
// given; otherwise it is worked out from the envelope or the sheet.
type Card struct {
	From      Origin
	Size      card.Size // as it stands, turned where it was asked for
	Turned    bool      // laid the other way round
	Made      bool      // it is on the table: nothing of it is cut
	Thickness measure.Length
	Measured  bool           // the thickness was given
	Weight    measure.Mass   // as weighed; zero when it was not
	Ease      measure.Length // room beyond the thickness when it is sized from an envelope
	Eased     bool           // that was given
	Overhang  *Sides         // past each side; nil for what the pieces come to
	Build     []Piece        // what lies on it
	Raised    bool           // something on it has a thickness of its own
}

// Sides are lengths past each side of the card.
type Sides struct{ Top, Right, Bottom, Left measure.Length }

// Base is the piece the card is folded from.
type Base struct {
	Fold      card.Fold
	Shape     card.Shape
	Paper     Paper
	Stock     *card.Paper    // its weight, where it was given, or the sheets on hand have one
	Measured  measure.Length // how thick these are, where the weight is theirs; zero where that is not known
	AlongFold bool           // the grain must run along the folds
}

// Caliper is the typical thickness of the base's paper.
func (b Base) Caliper() measure.Length {
	if b.Measured > 0 {
		return b.Measured
	}
	if b.Stock != nil {
		return b.Stock.Caliper()
	}
	return blank.CoverStock.Caliper
}

// GSM is the weight of the base's paper in g/m2.
func (b Base) GSM() float64 {
	if b.Stock != nil {
		return b.Stock.GSM
	}
	return blank.CoverStock.GSM
}

// Paper is what a piece is cut from, by name, and how it is drawn.
type Paper struct{ Name, Colour string }

// Layers are what is stacked on the base, the largest first.
type Layers struct {
	Each   []Layer
	Inside measure.Length // border of an inside panel; zero for none
	Stamp  card.Size      // area a stamp needs; zero when not asked
}

// Layer is one layer; Field is where the job speaks of its border, BottomField of the one below it.
type Layer struct {
	Name, Field string
	BottomField string
	Border      card.Border
	Paper       Paper
	Material    *catalog.Material // nil for the base's own stock
	Joint       Joint
}

// Joint is what sticks a piece down: foam lifts it.
type Joint struct {
	Material catalog.Material
	Cover    float64 // share of the area that has it
}

// Foam tells whether the joint lifts what lies on it.
func (j Joint) Foam() bool { return j.Material.Kind == catalog.Foam }

// Lift is how high foam holds what lies on it.
func (j Joint) Lift() measure.Length {
	if !j.Foam() {
		return 0
	}
	return j.Material.Thickness
}

// Face is a side of the card that pieces lie on.
type Face string

// The faces of a card.
const (
	Front  Face = "front"
	Within Face = "inside"
	Back   Face = "back"
)

// Piece is something on the card, not yet laid out.
type Piece struct {
	Name     string
	Material catalog.Material
	X, Y     *measure.Length // of its top left corner; nil for the middle
	Size     card.Size       // a side of zero is the card's
	Thick    measure.Length
	Weight   measure.Mass // zero for by its area
	Joint    Joint
	On       Face
}

// SizeOn is how large the piece is on a card: a side it does not name is the card's.
func (p Piece) SizeOn(whole card.Size) card.Size {
	return card.Size{Width: cmp.Or(p.Size.Width, whole.Width), Height: cmp.Or(p.Size.Height, whole.Height)}
}

// Stock is what the batch is cut from.
type Stock struct {
	Sheet    Bought // the job's own, had as often as needed where nothing is on hand
	OnHand   []StockSheet
	Spare    int // cards beyond the quantity
	Currency string
	Aim      trim.Aim // of the cut plan that is cut; empty for the usual one
}

// StockSheet is a sheet on hand, or one that could be bought.
type StockSheet struct {
	Bought
	Item   string // the shelf's
	Count  int
	Paper  Paper
	Grain  trim.Side // the side the fibres run along
	Price  measure.Money
	Priced bool
	Stock  blank.Stock // what its paper is, as far as that is known; zero where it is not
}

// Is tells whether these are sheets on hand of one that is sold, or measured.
func (s StockSheet) Is(sheet Bought) bool {
	return s.Count > 0 && s.ID == sheet.ID && s.Size == sheet.Size
}

// Blank is what is asked of the envelope blank.
type Blank struct {
	Style      *blank.Style // nil where the choice is left to the plan
	Variant    string
	Ease, Seam measure.Length
	Eased      bool // the ease was given
	Liner      bool
	Paper      Bought
	Papered    bool        // the paper was given
	Stock      blank.Stock // what its paper is, as far as that was given
	Options    blank.Options
}

// Post is how the piece is posted.
type Post struct {
	Carriers []*post.Carrier
	post.Handed
	Tested *card.Bend     // what a test at the bench showed
	Gauge  measure.Length // slot of a gauge; zero for the carrier's own
	Stamps []Stamp        // on hand
}

// Stamp is a kind of stamp and how many there are.
type Stamp struct {
	post.Stamp
	Currency string // empty for the carrier's own
}

// Tools are a maker's own.
type Tools struct {
	Trimmer trim.Limits
	Stack   measure.Length // how high a pile the trimmer cuts; zero for a sheet at a time
	Minute  measure.Money  // what a minute's work costs
	Groove  measure.Length // the scoring board's step; zero for the ruler's
	Jig     measure.Length // what the board reads at a corner in its jig
	Reach   measure.Length // the highest figure on the board
	Hand    blank.Hand     // how far cuts and scores may be off
	Mat     measure.Length // what a cutting machine leaves free at each side of its mat
}

// Usual picks the customary measure for the job's unit.
func (b *Brief) Usual(inch, metric measure.Length) measure.Length { return usual(b.Unit, inch, metric) }

func usual(u measure.Unit, inch, metric measure.Length) measure.Length {
	if u == measure.Millimetres {
		return metric
	}
	return inch
}

// UsualEase is the customary room beyond a card's thickness, 1/4 in or 6 mm.
func UsualEase(u measure.Unit) measure.Length {
	return usual(u, card.UsualEase, 6*measure.Millimetre)
}

// UsualStep is the customary border of a layer, 1/8 in or 3 mm.
func UsualStep(u measure.Unit) measure.Length {
	return usual(u, measure.Inch/8, 3*measure.Millimetre)
}

// UsualSeam is the customary overlap of a glued seam, 1/2 in or 12 mm.
func UsualSeam(u measure.Unit) measure.Length {
	return usual(u, measure.Inch/2, 12*measure.Millimetre)
}

// UsualReach is how far scoring boards mostly read, 12 in or 300 mm.
func UsualReach(u measure.Unit) measure.Length {
	return usual(u, 12*measure.Inch, 300*measure.Millimetre)
}

// UsualMat is what cutting machines leave free at each side of their mats, 1/4 in or 6 mm.
func UsualMat(u measure.Unit) measure.Length {
	return usual(u, measure.Inch/4, 6*measure.Millimetre)
}
