package plan

import (
	"fmt"
	"strings"

	"yellow-parcel/core/card"
)

// shapeField is the field that says what a fold leaves to choose.
var shapeField = map[string]string{"gate": "card.door", "trifold": "card.short", "custom": "card.panel_widths"}

func (r *resolver) foldOf(c *CardSpec) {
	id := c.Fold
	if id == "" {
		id = "book"
		r.assume("card.fold", "a book fold, on the side")
	}
	fold, ok := card.FoldByID(id)
	if !ok {
		var known []string
		for _, f := range card.Folds() {
			known = append(known, f.ID)
		}
		r.fail("card.fold", "%q is not a fold; try %s", shortName(id), strings.Join(known, ", "))
		fold, _ = card.FoldByID("book")
	}
	r.fold = fold
	r.shape = card.Shape{Ruler: r.ruler, Short: r.usual(card.ShortInch, card.ShortMetric)}
	switch c.Hinge {
	case "", "side":
	case "top":
		r.shape.OnTop = true
	default:
		r.fail("card.hinge", `%q is not a side to open on; try "side" or "top"`, shortName(c.Hinge))
	}
	r.shapeOf(c)
}

// shapeOf reads what the fold has a use for; what another fold left behind is kept, and not looked at.
func (r *resolver) shapeOf(c *CardSpec) {
	r.shape.Panels = 4
	for _, option := range r.fold.Options {
		switch option {
		case "panels":
			if c.Panels == 0 {
				continue
			}
			r.shape.Panels = c.Panels
			if c.Panels < card.LeastPanels || c.Panels > card.MostPanels {
				r.fail("card.panels", "%d is not between %d and %d panels; try 4", c.Panels, card.LeastPanels, card.MostPanels)
			}
		case "door":
			r.shape.Door = r.optional("card.door", c.Door, doorBounds, 0)
		case "short":
			r.shape.Short = r.optional("card.short", c.Short, borderBounds, r.shape.Short)
		case "panel_widths":
			for i, text := range c.Widths {
				r.shape.Widths = append(r.shape.Widths, r.length(fmt.Sprintf("card.panel_widths[%d]", i), text, doorBounds))
			}
			if len(c.Widths) < 2 {
				r.fail("card.panel_widths", "a fold of your own needs the widths of two panels or more; try %s and %s", r.unit.Example(), r.unit.Example())
			}
		}
	}
}

// paperOf reads what the base is cut from.
func (r *resolver) paperOf(c *CardSpec) {
	r.basePaper = paper{c.Paper, r.colour("card.colour", c.Colour)}
	if c.Stock != "" {
		p, err := card.ParsePaper(c.Stock)
		if err != nil {
			r.fail("card.stock", "%s", err)
		} else {
			r.stock = &p
		}
	}
	switch c.Grain {
	case "", "any":
	case "fold":
		r.alongFold = true
	default:
		r.fail("card.grain", `%q is not a way of the grain; try "fold", so that it runs along the folds, or "any"`, shortName(c.Grain))
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

// colour reads a colour as screens write it: #d8c28a.
func (r *resolver) colour(field, text string) string {
	if text == "" {
		return ""
	}
	if !IsColour(text) {
		r.fail(field, "%q is not a colour; try #e8c15a", shortName(text))
		return ""
	}
	return text
}
