package brief

import (
	"fmt"
	"strings"

	"yellow-parcel/core/card"
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// cardReader reads the card and its base.
type cardReader struct{ *reader }

func (r cardReader) card(j job.Job) {
	c := j.Card
	if c == nil {
		c = &job.CardSpec{}
	}
	r.Card.Thickness = r.optional("card.thickness", c.Thickness, thickness, 0)
	r.Card.Measured = r.Card.Thickness > 0
	if !r.Card.Measured {
		r.assume(AssumedFlat)
	}
	r.Card.Ease = r.optional("card.ease", c.Ease, eases, UsualEase(r.Unit))
	r.Card.Eased = strings.TrimSpace(string(c.Ease)) != ""
	r.Card.Weight = r.weight("card.weight", c.Weight)
	if o := c.Overhang; o != nil {
		side := func(name string, text job.Length) measure.Length {
			return r.optional("card.overhang."+name, text, eases, 0)
		}
		r.Card.Overhang = &Sides{side("top", o.Top), side("right", o.Right), side("bottom", o.Bottom), side("left", o.Left)}
	}
	r.fold(c)
	r.paper(c)
	r.Envelope = r.envelope(j.Envelope)
	r.finished(j, c)
}

// finished reads the card's size, or where it is to be taken from.
func (r cardReader) finished(j job.Job, c *job.CardSpec) {
	r.Card.Turned = c.Turn
	switch {
	case c.Sized():
		r.Card.From, r.Card.Size, r.Card.Made = FromCard, r.size("card", c.Width, c.Height), c.Made
		if c.Turn {
			r.Card.Size = r.Card.Size.Turned()
		}
	case j.Envelope != nil:
		r.Card.From = FromEnvelope
	case j.Sheet != nil:
		r.Card.From = FromSheet
	default:
		r.fail("envelope", `nothing to start from; give an envelope, like "us-a7", a sheet, or a card's width and height`)
	}
}

func (r cardReader) fold(c *job.CardSpec) {
	fold := card.Folds()[0]
	if c.Fold == "" {
		r.assume(AssumedFold)
	} else if named, ok := card.FoldByID(c.Fold); ok {
		fold = named
	} else {
		var known []string
		for _, f := range card.Folds() {
			known = append(known, f.ID)
		}
		r.fail("card.fold", "%q is not a fold; try %s", job.Quoted(c.Fold), strings.Join(known, ", "))
	}
	r.Base.Fold = fold
	r.Base.Shape = card.Shape{Ruler: r.Ruler, Short: r.Usual(card.ShortInch, card.ShortMetric)}
	switch c.Hinge {
	case "", "side":
	case "top":
		r.Base.Shape.OnTop = true
	default:
		r.fail("card.hinge", `%q is not a side to open on; try "side" or "top"`, job.Quoted(c.Hinge))
	}
	r.shape(c)
}

// usualPanels is how many panels an accordion has where it is not said.
const usualPanels = 4

// shape reads what the fold has a use for; what another fold left behind is kept, and not looked at.
func (r cardReader) shape(c *job.CardSpec) {
	s := &r.Base.Shape
	s.Panels = usualPanels
	for _, option := range r.Base.Fold.Options {
		switch option {
		case "panels":
			if c.Panels == 0 {
				continue
			}
			s.Panels = c.Panels
			if c.Panels < card.LeastPanels || c.Panels > card.MostPanels {
				r.fail("card.panels", "%d is not between %d and %d panels; try 4", c.Panels, card.LeastPanels, card.MostPanels)
			}
		case "door":
			s.Door = r.optional("card.door", c.Door, doors, 0)
		case "short":
			s.Short = r.optional("card.short", c.Short, Borders, s.Short)
		case "panel_widths":
			for i, text := range c.Widths {
				s.Widths = append(s.Widths, r.length(fmt.Sprintf("card.panel_widths[%d]", i), text, doors))
			}
			if len(c.Widths) < 2 {
				r.fail("card.panel_widths", "a fold of your own needs the widths of two panels or more; try %s and %s", r.Unit.Example(), r.Unit.Example())
			}
		}
	}
}

// paper reads what the base is cut from.
func (r cardReader) paper(c *job.CardSpec) {
	r.Base.Paper = Paper{r.paperName(c.Paper), r.colour("card.colour", c.Colour)}
	if c.Stock != "" {
		p, err := card.ParsePaper(c.Stock)
		if err != nil {
			r.fail("card.stock", "%s", err)
		} else {
			r.Base.Stock = &p
		}
	}
	switch c.Grain {
	case "", "any":
	case "fold":
		r.Base.AlongFold = true
	default:
		r.fail("card.grain", `%q is not a way of the grain; try "fold", so that it runs along the folds, or "any"`, job.Quoted(c.Grain))
	}
}

// IsColour tells whether a text is a colour as screens write it: #d8c28a.
func IsColour(text string) bool {
	digits, ok := strings.CutPrefix(text, "#")
	ok = ok && len(digits) == 6
	for _, c := range digits {
		ok = ok && strings.ContainsRune("0123456789abcdefABCDEF", c)
	}
	return ok
}

// colour reads a colour as screens write it.
func (r *reader) colour(field, text string) string {
	if text == "" {
		return ""
	}
	if !IsColour(text) {
		r.fail(field, "%q is not a colour; try #e8c15a", job.Quoted(text))
		return ""
	}
	return text
}
