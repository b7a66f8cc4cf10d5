// Package bench turns what was worked out into the steps of making it, in a
// maker's order: one card all the way to its envelope first, tried and measured,
// then the rest. Steps hold typed figures and the names of sentences; how they
// are said is another's business. The same plan gives the same steps, each with
// an identifier that holds nothing anyone typed.
//
//	the first one   cut · score · fold · stack · check | cut the blank · score · snip · fold · try · glue · close
//	the rest        cut all · score all · fold · stack · blanks · insert · close · stamp · hand in
//
// A setting of a tool is visited once where it can be: what is cut or scored at
// one setting is cut or scored there whatever part it belongs to.
package bench

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/supply"
)

// Phase is one of the two rounds of a making.
type Phase string

// The first one is made all the way before anything else is cut. A single card has no rest.
const (
	First Phase = "first"
	Rest  Phase = "rest"
)

// Action is what hands do at a step.
type Action string

// The kinds of step.
const (
	Gather   Action = "gather"
	Cut      Action = "cut"
	Score    Action = "score"
	Fold     Action = "fold"
	Snip     Action = "snip"
	Assemble Action = "assemble"
	Attach   Action = "attach"
	Check    Action = "check"
	Try      Action = "try"
	Glue     Action = "glue"
	Dry      Action = "dry"
	Insert   Action = "insert"
	Close    Action = "close"
	Stamp    Action = "stamp"
	HandIn   Action = "hand-in"
)

// Tool is what a step is done with.
type Tool string

// The tools of the bench.
const (
	Hands   Tool = "hands"
	Trimmer Tool = "trimmer"
	Knife   Tool = "knife"
	Machine Tool = "machine"
	Board   Tool = "board"
	Bone    Tool = "bone"
	Snips   Tool = "snips"
	Caliper Tool = "caliper"
	Slot    Tool = "gauge"
	Scale   Tool = "scale"
	Adhere  Tool = "adhesive"
	Weight  Tool = "weight"
	Pen     Tool = "pen"
)

// FigureKind is what a step's figure is of.
type FigureKind int

// A step has one figure or none.
const (
	NoFigure FigureKind = iota
	OfLength
	OfSize
	OfMass
	OfMoney
)

// Figure is the one number of a step.
type Figure struct {
	Kind     FigureKind
	Length   measure.Length
	Size     card.Size
	Mass     measure.Mass
	Money    measure.Money
	Currency string
}

// LengthOf is a figure that is a length.
func LengthOf(l measure.Length) Figure { return Figure{Kind: OfLength, Length: l} }

// SizeOf is a figure that is a size.
func SizeOf(z card.Size) Figure { return Figure{Kind: OfSize, Size: z} }

// Saying is a sentence by its name in Says, and what stands in its places: a
// length, a number, or one of the words the core itself has for an edge or a flap.
type Saying struct {
	Name string
	With []any
}

// Handled is a part at a step: how many pieces of it, and how it lies there.
type Handled struct {
	Part   supply.Role
	Pieces int
	How    Saying // from which edge, which face up; without a name where nothing is to be said
}

// CutAt is a cut of a layout, by its number, made in so many sheets.
type CutAt struct{ Lot, Layout, Number, Sheets int }

// Pictures a step can be shown in.
const (
	PictureSheet    Picture = "sheet"    // of a lot's layout
	PictureBase     Picture = "base"     // the flat piece
	PictureOpened   Picture = "opened"   // one for every fold of the base
	PictureLayers   Picture = "layers"   // the stack
	PictureFinished Picture = "finished" // what lies on the card
	PictureBlank    Picture = "blank"    // flat, with its creases
	PictureFolds    Picture = "folds"    // one for every fold of the blank
	PictureExtra    Picture = "extra"    // liner, band or strips
	PictureGauge    Picture = "gauge"
	PictureEnvelope Picture = "envelope" // the card and what it goes in
	PicturePost     Picture = "post"     // as handed in
)

// Picture is which drawing shows a step.
type Picture string

// Look is where a step is done: a drawing, and what of it is lit.
type Look struct {
	Of          Picture
	Job         int
	Lot, Layout int    // of a sheet
	Extra       string // of an extra, by its identifier
	Lit         []string
}

// Step is one thing to do. Pieces is how many times; of a cut, how often the
// blade falls with a sheet at a time.
type Step struct {
	ID      string
	Phase   Phase
	Kind    Action
	Part    supply.Role // the first of Handled
	Say     Saying
	Figure  Figure
	Pieces  int
	Spares  bool // what is to spare goes through it too
	Tool    Tool
	Blade   bool // it can cut fingers
	Check   Saying
	Handled []Handled
	Cuts    []CutAt
	Looks   []Look
	Minutes Minutes
}

// Minutes is how long something takes, from the least likely to the most.
type Minutes struct{ Low, Likely, High float64 }

// Plus is both together.
func (m Minutes) Plus(o Minutes) Minutes {
	return Minutes{m.Low + o.Low, m.Likely + o.Likely, m.High + o.High}
}
