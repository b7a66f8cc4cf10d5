package post

import (
	"fmt"

	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// State is what one check came to.
type State string

// The states of a check, from best to worst.
const (
	Passes     State = "pass"
	Near       State = "check"     // within measuring error of a limit, or a counter's call
	Surcharged State = "surcharge" // accepted, but at a higher price
	Fails      State = "refused"   // the class does not take it
)

// rank orders the states of a whole verdict: a question at the counter weighs
// as much as a surcharge, and then the price tells them apart.
var rank = map[State]int{Passes: 0, Near: 1, Surcharged: 1, Fails: 2}

// Check is one rule held against a piece: its figure, its limit, and how far
// the one is from the other, below nothing where it is past it. Rule words it;
// Case says which of its sentences. Own is a figure of the rule's own.
type Check struct {
	Class                     *Class
	Rule                      Rule
	Code, Case                string
	State                     State
	Value, Limit, Margin, Own Figure
	Unsure                    bool // the limit itself is not certain
	DrawnIn                   bool // the figure is what an envelope's side comes to round its card
}

// OfBending tells whether a check is of how a piece bends.
func (c Check) OfBending() bool {
	switch c.Rule.(type) {
	case *Flexible, Rigid:
		return true
	}
	return false
}

// Words is the sentence for what the check found, with places in braces: the
// figures {value}, {limit}, {margin}, {own}, the margin without its sign {by},
// {a class} or {A class} and its surcharge {more}. Empty where the rule has none for it.
func (c Check) Words() string { return c.Rule.words()[c.Case] }

// Said is the rule's fixed wording for a part of a check that is no figure: "value" or "limit".
func (c Check) Said(part string) string { return c.Rule.words()[part] }

// Figure is one figure of a check, still to be written: what kind it is, and
// the value of that kind.
type Figure struct {
	Kind     FigureKind
	Length   measure.Length
	Mass     measure.Mass
	Ratio    Ratio
	To       Ratio   // of a Span
	Quotient float64 // length divided by height
	Band     card.Band
	Name     string // a word of the job's or the carrier's own
}

// FigureKind tells figures apart.
type FigureKind int

// The kinds of figure; NoFigure is what a check leaves out.
const (
	NoFigure FigureKind = iota
	LengthFigure
	MassFigure
	RatioFigure
	SpanFigure // from a ratio to another, or at least the first
	QuotientFigure
	BandFigure
	NameFigure
)

func lengthFigure(l measure.Length) Figure { return Figure{Kind: LengthFigure, Length: l} }
func massFigure(m measure.Mass) Figure     { return Figure{Kind: MassFigure, Mass: m} }
func nameFigure(name string) Figure        { return Figure{Kind: NameFigure, Name: name} }
func quotientFigure(q float64) Figure      { return Figure{Kind: QuotientFigure, Quotient: q} }
func bandFigure(b card.Band) Figure        { return Figure{Kind: BandFigure, Band: b} }

// Text is the figure as it is read, lengths and masses in a unit.
func (f Figure) Text(unit measure.Unit) string {
	switch f.Kind {
	case LengthFigure:
		return f.Length.Text(unit)
	case MassFigure:
		return f.Mass.Text(unit)
	case RatioFigure:
		return f.Ratio.Text()
	case SpanFigure:
		if f.To == 0 {
			return "at least " + f.Ratio.Text()
		}
		return f.Ratio.Text() + " to " + f.To.Text()
	case QuotientFigure:
		return fmt.Sprintf("%.2f", f.Quotient)
	case BandFigure:
		return f.Band.Text()
	}
	return f.Name
}

// Abs is a length or a mass without its sign.
func (f Figure) Abs() Figure {
	f.Length, f.Mass = max(f.Length, -f.Length), max(f.Mass, -f.Mass)
	return f
}
