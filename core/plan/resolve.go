package plan

import (
	"fmt"
	"strings"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// The bounds of what a maker could mean; outside them a figure is a slip of the keys.
var (
	pieceBounds  = bounds{measure.Inch / 2, 48 * measure.Inch}
	thickBounds  = bounds{0, 6 * measure.Inch}
	easeBounds   = bounds{0, 3 * measure.Inch}
	borderBounds = bounds{measure.Inch / 64, 12 * measure.Inch}
	flapBounds   = bounds{0, 24 * measure.Inch}
	doorBounds   = bounds{measure.Inch / 4, 48 * measure.Inch}
	reachBounds  = bounds{measure.Inch, 120 * measure.Inch}
)

type bounds struct{ least, most measure.Length }

// spec is a job with every text read and every default settled.
type spec struct {
	unit      measure.Unit
	ruler     measure.Ruler
	quantity  int
	envelope  *piece
	given     bool // the card's size was given, not taken from the envelope
	card      card.Size
	fold      card.Fold
	shape     card.Shape
	flat      card.Flat   // the piece to cut
	stock     *card.Paper // the base's paper, where its weight was given
	basePaper paper
	fromSheet bool // the card's size was taken from the sheet
	turned    bool
	inside    measure.Length // border of the inside panel; zero for none
	stamp     card.Size      // area the stamp needs; zero when not asked
	sheets    []stockSheet
	spare     int // cards beyond the quantity
	limits    trim.Limits
	currency  string
	alongFold bool           // the base's grain must run along its folds
	groove    measure.Length // the scoring board's step; zero for the ruler's
	jig       measure.Length // what the board reads at a corner in its jig
	mat       measure.Length // what a cutting machine leaves free at each side of its mat
	overhang  sides
	thickness measure.Length
	measured  bool // the thickness was given
	weight    measure.Mass
	ease      measure.Length
	layers    []layer
	sheet     piece
	blank     blankSpec
	carriers  []catalog.Carrier
	short     bool
	closure   string
	contents  []string
	wrapping  string
	odd       bool
	tested    *card.Bend     // what a test at the bench showed
	gauge     measure.Length // slot of a gauge; zero for the carrier's own
	build     []buildPart
	asLaid    *card.Map // the card's map, once its size is settled
	raised    bool      // something on the card has a thickness of its own
	stamps    []stampOnHand
	catalog   *catalog.Catalog // with the job's own materials
	assumed   []Note
}

// piece is a bought thing of a size; ID is empty when it was measured.
type piece struct {
	id, name string
	size     card.Size
	format   catalog.Format
}

// sides are lengths past each side of the card.
type sides struct{ top, right, bottom, left measure.Length }

// outer is the card with what pokes out past it: what an envelope must take.
func (s *spec) outer() card.Size {
	return card.Size{Width: s.card.Width + s.overhang.left + s.overhang.right, Height: s.card.Height + s.overhang.top + s.overhang.bottom}
}

type layer struct {
	name, field string
	border      card.Border
	paper       paper
	material    *catalog.Material // nil for the base's own stock
	joint       joint
}

// paper is what a piece is cut from, by name, and how it is drawn.
type paper struct{ name, colour string }

// stockSheet is a sheet on hand.
type stockSheet struct {
	piece
	item   string
	count  int
	paper  paper
	grain  string // the side the fibres run along
	price  money
	priced bool
}

type blankSpec struct {
	style      *blank.Style
	variant    string
	ease, seam measure.Length
	liner      bool
	paper      piece
	options    blank.Options
}

// resolver reads a job's texts and gathers what is wrong with them.
type resolver struct {
	faults
	spec
}

func resolve(j Job, cat *catalog.Catalog) (spec, Problems) {
	r := &resolver{spec: spec{catalog: cat}}
	r.units(j)
	r.toolsOf(j)
	r.materialsOf(j.Materials)
	r.stampsOf(j.Stamps)
	r.sheetOf(j)
	r.layersOf(j)
	r.buildOf(j)
	r.start(j)
	r.stockOf(j)
	r.blankOf(j)
	r.postOf(j)
	return r.spec, r.problems
}

func (r *resolver) assume(field, format string, args ...any) {
	r.assumed = append(r.assumed, Note{Code: "assumed", Field: field, Text: fmt.Sprintf(format, args...)})
}

// usual picks the customary measure for the job's unit.
func (s *spec) usual(inch, metric measure.Length) measure.Length {
	if s.unit == measure.Millimetres {
		return metric
	}
	return inch
}

func (r *resolver) units(j Job) {
	r.unit = j.Unit
	switch j.Unit {
	case measure.Inches, measure.Millimetres:
	case "":
		r.unit = measure.Inches
	default:
		r.fail("unit", `%q is not a unit; try "in" or "mm"`, j.Unit)
		r.unit = measure.Inches
	}
	r.ruler = measure.DefaultRuler(r.unit)
	if j.Ruler != "" {
		ruler, err := measure.ParseRuler(j.Ruler)
		if err != nil {
			r.fail("ruler", "%s", err)
		} else {
			r.ruler = ruler
		}
	}
	r.quantity = max(j.Quantity, 1)
	if j.Quantity < 0 || j.Quantity > 100_000 {
		r.fail("quantity", "%d is not a number of cards; try 80", j.Quantity)
	}
}

// length reads a length that must be there and lie within bounds.
func (r *resolver) length(field, text string, b bounds) measure.Length {
	l, err := measure.Parse(text, r.unit)
	if err != nil {
		r.fail(field, "%s", err)
		return 0
	}
	if l < b.least || l > b.most {
		r.fail(field, "%q is not between %s and %s; try %s", text, b.least.Text(r.unit), b.most.Text(r.unit), b.example(r.unit))
		return 0
	}
	return l
}

// example is a length a maker might give, within the bounds.
func (b bounds) example(u measure.Unit) string {
	switch {
	case b == pieceBounds, b == doorBounds:
		return u.Example()
	case b == reachBounds && u == measure.Millimetres:
		return "320 mm"
	case b == reachBounds:
		return "12 in"
	case u == measure.Millimetres:
		return "3 mm"
	}
	return "1/8 in"
}

func (r *resolver) optional(field, text string, b bounds, otherwise measure.Length) measure.Length {
	if strings.TrimSpace(text) == "" {
		return otherwise
	}
	return r.length(field, text, b)
}

func (r *resolver) size(field, width, height string) card.Size {
	return card.Size{Width: r.length(field+".width", width, pieceBounds), Height: r.length(field+".height", height, pieceBounds)}
}

func (r *resolver) start(j Job) {
	c := j.Card
	if c == nil {
		c = &CardSpec{}
	}
	r.thickness = r.optional("card.thickness", c.Thickness, thickBounds, 0)
	r.measured = r.thickness > 0
	if !r.measured {
		r.assume("card.thickness", "a flat card, no thicker than its own stock")
	}
	r.ease = r.optional("card.ease", c.Ease, easeBounds, r.usual(card.UsualEase, 6*measure.Millimetre))
	r.weight = r.weightOf("card.weight", c.Weight)
	if o := c.Overhang; o != nil {
		side := func(name, text string) measure.Length { return r.optional("card.overhang."+name, text, easeBounds, 0) }
		r.overhang = sides{side("top", o.Top), side("right", o.Right), side("bottom", o.Bottom), side("left", o.Left)}
	}
	r.foldOf(c)
	r.paperOf(c)
	r.envelope = r.envelopeOf(j.Envelope)
	r.finished(j, c)
	if len(r.problems) > 0 {
		return
	}
	r.raise(j, c)
	var err error
	if r.flat, err = r.fold.Flat(card.Size{Width: r.ruler.Down(r.card.Width), Height: r.ruler.Down(r.card.Height)}, r.shape); err != nil {
		r.fail(shapeField[r.fold.ID], "%s", err)
	}
}

// finished settles the card's size: given, or taken from the envelope or the sheet.
func (r *resolver) finished(j Job, c *CardSpec) {
	r.turned = c.Turn
	switch {
	case c.Width != "" || c.Height != "":
		r.given, r.card = true, r.size("card", c.Width, c.Height)
	case j.Envelope != nil:
		r.fromEnvelope()
	case j.Sheet != nil:
		r.fromSheet = true
		r.ofSheet()
	default:
		r.fail("envelope", `nothing to start from; give an envelope, like "us-a7", a sheet, or a card's width and height`)
	}
	if r.turned {
		r.card = r.card.Turned()
	}
}

// ofSheet takes the largest card of the fold that the sheet gives.
func (r *resolver) ofSheet() {
	if len(r.problems) > 0 {
		return
	}
	for _, m := range card.Makes(r.sheet.size, r.shape) {
		if m.Fold.ID == r.fold.ID {
			r.card = m.Finished
			return
		}
	}
	r.fail("sheet", "no card of a sensible size with this fold comes out of %s; give the card a width and height", r.sheet.name)
}

func (r *resolver) fromEnvelope() {
	if r.envelope == nil || len(r.problems) > 0 {
		return
	}
	room := card.Within(r.envelope.size, r.thickness, r.ease, r.ruler)
	r.card = card.Size{Width: r.ruler.Down(room.Width - r.overhang.left - r.overhang.right), Height: r.ruler.Down(room.Height - r.overhang.top - r.overhang.bottom)}
	if r.card.Width < pieceBounds.least || r.card.Height < pieceBounds.least {
		r.fail("card.thickness", "a card %s thick leaves no room in %s; try %s",
			r.thickness.Text(r.unit), sizeText(r.envelope.size, r.unit), r.usual(measure.Inch/8, 3*measure.Millimetre).Text(r.unit))
	}
}
