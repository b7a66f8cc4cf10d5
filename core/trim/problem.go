package trim

import (
	"errors"
	"fmt"

	"yellow-parcel/core/card"
	"yellow-parcel/core/fault"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/pattern"
	plane "yellow-parcel/core/shape"
)

// Side is a side of a piece or of a sheet, as it stands.
type Side string

// The two sides; EitherSide where it does not matter or is not known.
const (
	Width      Side = "width"
	Height     Side = "height"
	EitherSide Side = ""
)

// Piece is a rectangle wanted Count times. Grain is the side that must lie
// along the sheet's grain, "width" or "height"; empty when it may lie either
// way. A piece with a Paper comes only from sheets of that paper.
type Piece struct {
	Name  string
	Size  card.Size
	Count int
	Paper string
	Grain Side
}

// Unlimited is the count of a sheet that can be had as often as needed.
const Unlimited = pattern.Unlimited

// Sheets is stock to cut from. Grain is the side the fibres run along, empty when not known.
// Sheets to Buy are taken only when those on hand do not do. A sheet that is
// Kept is cut only into pieces that ask for its paper.
type Sheets struct {
	Name  string
	Size  card.Size
	Count int
	Paper string
	Grain Side
	Buy   bool
	Kept  bool

	Price   measure.Money
	Priced  bool           // the price is known
	Caliper measure.Length // how thick one is; zero where nothing is piled
}

// Limits are what the trimmer can do: the longest cut, and the deepest the
// guide can be set. Zero means no limit.
type Limits struct{ Longest, Deepest measure.Length }

// Problem is what to cut from what. Steps bounds the search, not the time, so
// that the same problem always gives the same plan; zero takes the usual.
// Stack is how high a pile the trimmer cuts at once, zero for a sheet at a time;
// Minute is what a minute's work costs.
// Watch, when given, is told how the search goes and stops it by answering false.
type Problem struct {
	Pieces []Piece
	Sheets []Sheets
	Limits Limits
	Stack  measure.Length
	Minute measure.Money
	Steps  int
	Watch  func(done, steps, sheets int) bool
}

// Placed is a piece in a sheet, from its top left corner, as it lies there.
type Placed struct {
	Piece  int // index into the problem's pieces
	Name   string
	X, Y   measure.Length
	Size   card.Size
	Turned bool
}

// Rect is a place in a sheet.
type Rect struct {
	X, Y measure.Length
	card.Size
}

// Chop is one cut from edge to edge of a part of a sheet. Set is the guide's
// setting: the size of what is cut off, which lies against it, at the part's left or top.
type Chop struct {
	Number int
	Set    measure.Length
	Length measure.Length
	Part   Rect
	Across bool           // the blade runs across the part's width; else down its height
	At     measure.Length // where the blade falls, from the sheet's left or top edge
	after  int            // the cut that must come first; -1 for none
}

// Line is where the cut runs on its sheet, in millimetres: from edge to edge of
// the part it falls in.
func (c Chop) Line() plane.Line {
	if c.Across {
		return plane.Line{A: plane.Point{X: c.Part.X.MM(), Y: c.At.MM()}, B: plane.Point{X: (c.Part.X + c.Part.Width).MM(), Y: c.At.MM()}}
	}
	return plane.Line{A: plane.Point{X: c.At.MM(), Y: c.Part.Y.MM()}, B: plane.Point{X: c.At.MM(), Y: (c.Part.Y + c.Part.Height).MM()}}
}

// Layout is one way of cutting a sheet, used Count times.
type Layout struct {
	Sheet   int // index into the problem's sheets
	Count   int
	Pieces  []Placed
	Cuts    []Chop
	Offcuts []Rect
}

// Grid is how many columns and rows its pieces lie in; zero where they do not
// all lie one way in full rows and columns.
func (l *Layout) Grid() (columns, rows int) {
	across, down := map[measure.Length]bool{}, map[measure.Length]bool{}
	for _, p := range l.Pieces {
		if p.Turned != l.Pieces[0].Turned {
			return 0, 0
		}
		across[p.X], down[p.Y] = true, true
	}
	if len(across)*len(down) != len(l.Pieces) {
		return 0, 0
	}
	return len(across), len(down)
}

// CutPlan is the cuts for a whole batch.
type CutPlan struct {
	Layouts    []Layout
	Steps      []Step
	Used       int // sheets
	Bought     int // of them, sheets that are not on hand
	LowerBound int // no plan uses fewer
	Settings   int // distinct settings of the guide
	Moves      int // of the guide, from one setting to the next: as many as there are steps
	Paper      measure.Money
	Seconds    int           // the usual time at the trimmer
	Labour     measure.Money // what that costs

	Fell *fault.Fault // of Most: a search fell over, and this is what rows and columns give; nil where none did
}

// Trouble is what the plan asks of hands: how often the guide is moved, and how many layouts there are to follow.
func (p *CutPlan) Trouble() int { return p.Moves + len(p.Layouts) }

// Money is what the plan costs: its paper, and the time at the trimmer.
func (p *CutPlan) Money() measure.Money { return p.Paper + p.Labour }

// Strokes is how often the blade falls.
func (p *CutPlan) Strokes() int {
	n := 0
	for _, s := range p.Steps {
		n += s.Strokes
	}
	return n
}

// Proved tells whether no plan could use fewer sheets.
func (p *CutPlan) Proved() bool { return p.Used == p.LowerBound }

// NoSheetError says that a piece comes out of none of the sheets.
type NoSheetError struct{ Piece Piece }

func (e *NoSheetError) Error() string {
	return fmt.Sprintf("%s comes out of none of the sheets", e.Piece.Name)
}

// MostPieces is how many of one piece a sheet may give; more are not worth planning one by one.
const MostPieces = 400

// ManyError says that a piece is too small for a sheet to plan it piece by piece.
type ManyError struct {
	Piece Piece
	Sheet Sheets
}

func (e *ManyError) Error() string {
	return fmt.Sprintf("more than %d of %s come out of %s", MostPieces, e.Piece.Name, e.Sheet.Name)
}

// ErrShort says that the sheets on hand do not suffice and none are to be bought.
var ErrShort = errors.New("the sheets do not suffice")

// ReachError says that the trimmer cannot make a cut.
type ReachError struct {
	Piece  Piece
	Sheet  Sheets
	Length measure.Length // of the cut
	Set    measure.Length // of the guide
	Limits Limits
}

func (e *ReachError) Error() string {
	return fmt.Sprintf("no cut within the trimmer's reach gets %s out of %s", e.Piece.Name, e.Sheet.Name)
}

// Takes tells whether a sheet may be cut into pieces of a paper; "" is any.
func (s Sheets) Takes(paper string) bool { return paper == s.Paper || paper == "" && !s.Kept }

// Lies tells whether a piece lies in a sheet at all, by its size, its paper and the grain.
func (p Piece) Lies(s Sheets) bool {
	upright, turned := p.Ways(s)
	return upright || turned
}

// Ways tells how a piece may lie in a sheet: upright, turned.
func (p Piece) Ways(s Sheets) (upright, turned bool) {
	if !s.Takes(p.Paper) || min(p.Size.Width, p.Size.Height) <= 0 {
		return false, false
	}
	upright = p.Size.Width <= s.Size.Width && p.Size.Height <= s.Size.Height
	turned = p.Size.Height <= s.Size.Width && p.Size.Width <= s.Size.Height && p.Size.Width != p.Size.Height
	if p.Grain != "" && s.Grain != "" {
		upright = upright && p.Grain == s.Grain
		turned = p.Size.Height <= s.Size.Width && p.Size.Width <= s.Size.Height && p.Grain != s.Grain
	}
	return upright, turned
}

// Step is one setting of the guide and the cuts made at it, across the whole batch.
type Step struct {
	Set     measure.Length
	Cuts    []StepCut
	Strokes int // of the blade, with parts of one size piled
}

// StepCut is a cut of a layout, by its number, made once for each sheet of it.
type StepCut struct{ Layout, Number int }
