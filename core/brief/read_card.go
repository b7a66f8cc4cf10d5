package brief

import (
	"fmt"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// cardReader reads the card and its base.
type cardReader struct {
	in   *typed
	on   *ground
	card Card
	base Base
}

// readCard reads the card, its base and the envelope on hand.
func readCard(in *typed, on *ground, j job.Job) (Card, Base, *Bought) {
	r := cardReader{in: in, on: on}
	c := j.Card
	if c == nil {
		c = &job.CardSpec{}
	}
	r.card.Thickness = r.in.optional("card.thickness", c.Thickness, thickness, 0)
	r.card.Measured = r.card.Thickness > 0
	if !r.card.Measured {
		r.in.assume(AssumedFlat)
	}
	r.card.Ease = r.in.optional("card.ease", c.Ease, eases, UsualEase(r.on.Unit))
	r.card.Eased = strings.TrimSpace(string(c.Ease)) != ""
	r.card.Weight = r.in.weight("card.weight", c.Weight)
	if o := c.Overhang; o != nil {
		side := func(name string, text job.Length) measure.Length {
			return r.in.optional("card.overhang."+name, text, eases, 0)
		}
		r.card.Overhang = &Sides{side("top", o.Top), side("right", o.Right), side("bottom", o.Bottom), side("left", o.Left)}
	}
	r.fold(c)
	r.paper(c)
	envelope := readEnvelope(in, on, j.Envelope)
	r.finished(j, c)
	return r.card, r.base, envelope
}

// finished reads the card's size, or where it is to be taken from.
func (r *cardReader) finished(j job.Job, c *job.CardSpec) {
	r.card.Turned = c.Turn
	switch {
	case c.Sized():
		r.card.From, r.card.Size, r.card.Made = FromCard, r.in.size("card", c.Width, c.Height), c.Made
		if c.Turn {
			r.card.Size = r.card.Size.Turned()
		}
	case j.Envelope != nil:
		r.card.From = FromEnvelope
	case j.Sheet != nil:
		r.card.From = FromSheet
	default:
		r.in.fail("envelope", `nothing to start from; give an envelope, like "us-a7", a sheet, or a card's width and height`)
	}
}

func (r *cardReader) fold(c *job.CardSpec) {
	fold := card.Folds()[0]
	if c.Fold == "" {
		r.in.assume(AssumedFold)
	} else if named, ok := card.FoldByID(c.Fold); ok {
		fold = named
	} else {
		var known []string
		for _, f := range card.Folds() {
			known = append(known, f.ID)
		}
		r.in.fail("card.fold", "%q is not a fold; try %s", job.Quoted(c.Fold), strings.Join(known, ", "))
	}
	r.base.Fold = fold
	r.base.Shape = card.Shape{Ruler: r.on.Ruler, Short: usual(r.on.Unit, card.ShortInch, card.ShortMetric)}
	switch c.Hinge {
	case "", "side":
	case "top":
		r.base.Shape.OnTop = true
	default:
		r.in.fail("card.hinge", `%q is not a side to open on; try "side" or "top"`, job.Quoted(c.Hinge))
	}
	r.shape(c)
}

// usualPanels is how many panels an accordion has where it is not said.
const usualPanels = 4

// shape reads what the fold has a use for; what another fold left behind is kept, and not looked at.
func (r *cardReader) shape(c *job.CardSpec) {
	s := &r.base.Shape
	s.Panels = usualPanels
	for _, option := range r.base.Fold.Options {
		switch option {
		case "panels":
			if c.Panels == 0 {
				continue
			}
			s.Panels = c.Panels
			if c.Panels < card.LeastPanels || c.Panels > card.MostPanels {
				r.in.fail("card.panels", "%d is not between %d and %d panels; try 4", c.Panels, card.LeastPanels, card.MostPanels)
			}
		case "door":
			s.Door = r.in.optional("card.door", c.Door, doors, 0)
		case "short":
			s.Short = r.in.optional("card.short", c.Short, Borders, s.Short)
		case "panel_widths":
			for i, text := range c.Widths {
				s.Widths = append(s.Widths, r.in.length(fmt.Sprintf("card.panel_widths[%d]", i), text, doors))
			}
			if len(c.Widths) < 2 {
				r.in.fail("card.panel_widths", "a fold of your own needs the widths of two panels or more; try %s and %s", r.on.Unit.Example(), r.on.Unit.Example())
			}
		}
	}
}

// paper reads what the base is cut from.
func (r *cardReader) paper(c *job.CardSpec) {
	r.base.Paper = Paper{r.in.paperName(c.Paper), r.in.colour("card.colour", c.Colour)}
	if c.Stock != "" {
		p, err := card.ParsePaper(c.Stock)
		if err != nil {
			r.in.fail("card.stock", "%s", err)
		} else {
			r.base.Stock = &p
		}
	}
	switch c.Grain {
	case "", "any":
	case "fold":
		r.base.AlongFold = true
	default:
		r.in.fail("card.grain", `%q is not a way of the grain; try "fold", so that it runs along the folds, or "any"`, job.Quoted(c.Grain))
	}
}
