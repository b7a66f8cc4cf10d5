package work

import (
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

// flatMost is the most a card of papers alone may come to for its thickness to lie
// in the usual ease; one thicker needs the room of its own thickness.
const flatMost = measure.Inch / 16

// settle gives the card its size, and its thickness where that was not
// measured. A card sized from its envelope is sized again for what lies on it,
// and pieces that poke out count as overhang where none was given.
func settle(b *brief.Brief) (Card, error) {
	c := Card{Size: b.Card.Size, Thickness: b.Card.Thickness}
	if b.Card.Overhang != nil {
		c.Overhang = *b.Card.Overhang
	}
	if err := c.size(b); err != nil {
		return c, err
	}
	c.Map = lay(b, c.Size)
	if !b.Card.Measured && (b.Card.Raised || c.Map.Thickest.Thick > flatMost) {
		c.Thickness = c.Map.Thickest.Thick
		// As the card changes its size, which pieces lie over each other can change too, so it is looked at again.
		for tries := 3; tries > 0 && b.Card.From == brief.FromEnvelope; tries-- {
			if err := c.size(b); err != nil {
				return c, err
			}
			if c.Map = lay(b, c.Size); c.Map.Thickest.Thick == c.Thickness {
				break
			}
			c.Thickness = c.Map.Thickest.Thick
		}
	}
	if over := pokes(b, &c.Map); over != c.Overhang {
		c.Overhang = over
		c.makeRoom(b)
	}
	c.count(b)
	return c, nil
}

// pokes is how far pieces come past the sides of a card: as given, else as they lie.
func pokes(b *brief.Brief, m *card.Map) brief.Sides {
	switch {
	case b.Card.Overhang != nil:
		return *b.Card.Overhang
	case b.Card.Raised:
		return brief.Sides{Top: m.Top, Right: m.Right, Bottom: m.Bottom, Left: m.Left}
	}
	return brief.Sides{}
}

// makeRoom sizes a card from its envelope again for what pokes out of it, as if that
// had been given. A piece that lies as far from the left pokes out further of a
// narrower card: it is left to the fit once nothing gets smaller by it.
func (c *Card) makeRoom(b *brief.Brief) {
	if b.Card.From != brief.FromEnvelope {
		return
	}
	c.shrink(b, func(over brief.Sides) (card.Size, bool) {
		next := *c
		next.Overhang = over
		err := next.size(b)
		return next.Size, err == nil
	})
	c.Map = lay(b, c.Size)
}

// shrink takes the sizes that what pokes out asks for, each side as long as that makes card and all smaller.
func (c *Card) shrink(b *brief.Brief, size func(over brief.Sides) (card.Size, bool)) {
	for range 4 {
		z, ok := size(c.Overhang)
		if !ok {
			return
		}
		was, is := c.Outer(), outerOf(b, z)
		if is.Width >= was.Width {
			z.Width = c.Size.Width
		}
		if is.Height >= was.Height {
			z.Height = c.Size.Height
		}
		if z == c.Size {
			return
		}
		m := lay(b, z)
		c.Size, c.Overhang = z, pokes(b, &m)
	}
}

// outerOf is a card of a size with what pokes out of it then.
func outerOf(b *brief.Brief, z card.Size) card.Size {
	m := lay(b, z)
	return Card{Size: z, Overhang: pokes(b, &m)}.Outer()
}

// OuterOf is a card of another size with what pokes out of it then.
func (r *Result) OuterOf(z card.Size) card.Size {
	if r.Card.Overhang == (brief.Sides{}) && !r.Brief.Card.Raised {
		return z
	}
	return outerOf(r.Brief, z)
}

// count settles the thickness and the weight that count for the post.
func (c *Card) count(b *brief.Brief) {
	c.Counted = c.Map
	c.Thick, c.Weight = c.Map.Thickest.Thick, c.Map.Weight
	if b.Card.Measured {
		c.Counted.Thickest.Thick = max(b.Card.Thickness, c.Map.Thinnest.Thick)
		c.Thick = b.Card.Thickness
	}
	if b.Card.Weight > 0 {
		c.Weight = b.Card.Weight
	}
}

// size takes the card's size from where the job says it comes from.
func (c *Card) size(b *brief.Brief) error {
	var err error
	switch b.Card.From {
	case brief.FromEnvelope:
		c.Size, err = fromEnvelope(b, c.Thickness, c.Overhang)
	case brief.FromSheet:
		if c.Size, err = fromSheet(b); b.Card.Turned {
			c.Size = c.Size.Turned()
		}
	}
	if err == nil {
		c.Size, err = closed(b, c.Size)
	}
	return err
}

// closed is the card as it is folded: one of panels that are all narrower than
// it was meant to be is as wide as the widest of them.
func closed(b *brief.Brief, z card.Size) (card.Size, error) {
	piece, err := flatOf(b, z)
	if err != nil || len(piece.Widths) == 0 {
		return z, err
	}
	if widest := slices.Max(piece.Widths); piece.OnTop() {
		z.Height = narrower(z.Height, widest, b.Ruler)
	} else {
		z.Width = narrower(z.Width, widest, b.Ruler)
	}
	return z, nil
}

// narrower is a side as given, or the widest panel where that is narrower by more than the ruler takes off.
func narrower(given, widest measure.Length, r measure.Ruler) measure.Length {
	if r.Down(given) > widest {
		return widest
	}
	return given
}

// fromEnvelope is the card sold for the envelope where it goes in flat: it is
// what everyone makes, and divides the sheets sold. Else it is the largest.
func fromEnvelope(b *brief.Brief, thickness measure.Length, over brief.Sides) (card.Size, error) {
	if z, ok := customary(b, thickness, over); ok && !b.Card.Eased {
		return z, nil
	}
	return largest(b, thickness, over)
}

// customary is the card sold for a named envelope, laid as the job asks; ok is
// false where there is none, it would stick, or its sides lie between the marks of
// the job's ruler: where that is used nobody cuts it.
func customary(b *brief.Brief, thickness measure.Length, over brief.Sides) (z card.Size, ok bool) {
	if z = b.Envelope.Sold; b.Card.Turned {
		z = z.Turned()
	}
	room := lying(b).Grown(-thickness - card.LeastSlack)
	return z, z != (card.Size{}) && whole(b, z) == z && thickness <= flatMost && over == (brief.Sides{}) && room.Holds(z)
}

// Sold tells whether the card has its size for being the one sold for its envelope.
func (r *Result) Sold() bool {
	b := r.Brief
	z, ok := card.Size{}, false
	if b.Card.From == brief.FromEnvelope && !b.Card.Eased {
		z, ok = customary(b, r.Card.Thickness, r.Card.Overhang)
	}
	return ok && z == r.Card.Size
}

// largest is the largest card that an envelope takes with the usual room round it.
func largest(b *brief.Brief, thickness measure.Length, over brief.Sides) (card.Size, error) {
	z, ok := largestIn(b, lying(b), thickness, over)
	if !ok {
		return z, problem("card.thickness", "a card %s thick leaves no room in %s; try %s",
			thickness.Text(b.Unit), b.Envelope.Size.Text(b.Unit), b.Usual(measure.Inch/8, 3*measure.Millimetre).Text(b.Unit))
	}
	return z, nil
}

// lying is the envelope on hand, laid as the job lays its card.
func lying(b *brief.Brief) card.Size {
	if b.Card.Turned {
		return b.Envelope.Size.Turned()
	}
	return b.Envelope.Size
}

// largestIn is the largest card that goes into an envelope as it lies, with the
// usual room and with what pokes out; ok is false where none is worth cutting.
func largestIn(b *brief.Brief, envelope card.Size, thickness measure.Length, over brief.Sides) (z card.Size, ok bool) {
	room := card.Within(envelope, thickness, b.Card.Ease, b.Ruler)
	z = card.Size{Width: b.Ruler.Down(room.Width - over.Left - over.Right), Height: b.Ruler.Down(room.Height - over.Top - over.Bottom)}
	return z, min(z.Width, z.Height) >= brief.Pieces.Least
}

// fromSheet is the largest card of the fold that the sheet gives.
func fromSheet(b *brief.Brief) (card.Size, error) {
	if all := b.Base.Fold.Makes(b.Stock.Sheet.Size, b.Base.Shape); len(all) > 0 {
		return all[0].Finished, nil
	}
	return card.Size{}, problem("sheet", "no card of a sensible size with this fold comes out of %s; give the card a width and height", b.Stock.Sheet.Name)
}

// whole is the card as it is cut: down to the ruler.
func whole(b *brief.Brief, z card.Size) card.Size {
	return card.Size{Width: b.Ruler.Down(z.Width), Height: b.Ruler.Down(z.Height)}
}

// Whole is the card as it is cut.
func (r *Result) Whole() card.Size { return whole(r.Brief, r.Card.Size) }

func flatOf(b *brief.Brief, z card.Size) (card.Flat, error) {
	flat, err := b.Base.Fold.Flat(whole(b, z), b.Base.Shape)
	if err != nil {
		return flat, problem("card."+b.Base.Fold.Options[0], "%s", err)
	}
	return flat, nil
}

// stack steps the layers down from the card; the error names the layer that vanishes.
func stack(b *brief.Brief, z card.Size) ([]card.Size, error) {
	below := whole(b, z)
	var out []card.Size
	for _, l := range b.Layers.Each {
		z := card.Step(below, l.Border, b.Ruler)
		if min(z.Width, z.Height) < brief.Pieces.Least {
			if l.Border.Bottom != l.Border.Side && below.Height-2*l.Border.Side >= brief.Pieces.Least && z.Width >= brief.Pieces.Least {
				return nil, problem(l.BottomField, "%s vanishes: %s above and %s below leave less than %s of %s; try %s",
					l.Name, l.Border.Top.Text(b.Unit), l.Border.Bottom.Text(b.Unit), brief.Pieces.Least.Text(b.Unit), below.Height.Text(b.Unit), brief.Borders.Example(b.Unit))
			}
			return nil, problem(l.Field, "%s vanishes: a border of %s on both sides of %s leaves less than %s; try %s",
				l.Name, l.Border.Side.Text(b.Unit), below.Text(b.Unit), brief.Pieces.Least.Text(b.Unit), brief.Borders.Example(b.Unit))
		}
		out = append(out, z)
		below = z
	}
	return out, nil
}

// insidePanel is one step smaller than the closed card.
func (r *Result) insidePanel() error {
	b := r.Brief
	if b.Layers.Inside == 0 {
		return nil
	}
	r.Layers.Inside = card.Step(r.Whole(), card.Equal(b.Layers.Inside), b.Ruler)
	if min(r.Layers.Inside.Width, r.Layers.Inside.Height) < brief.Pieces.Least {
		return problem("inside", "the inside panel vanishes: a border of %s on both sides of %s leaves less than %s; try %s",
			b.Layers.Inside.Text(b.Unit), r.Card.Size.Text(b.Unit), brief.Pieces.Least.Text(b.Unit), brief.Borders.Example(b.Unit))
	}
	return nil
}

// ladder is a set of samples to hold against the card.
func ladder(r *Result) []card.Size {
	b := r.Brief
	return card.Ladder(r.Whole(), brief.UsualStep(b.Unit), b.Usual(3*measure.Inch/2, 40*measure.Millimetre), b.Ruler)
}
