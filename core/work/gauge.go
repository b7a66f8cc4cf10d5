package work

import (
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
)

// Gauge is a heavy card with a slot as thick as a carrier's letter may be: what
// slides through by its own weight is thin enough.
type Gauge struct {
	Carrier *post.Carrier
	Class   *post.Class    // whose slot it is; nil for the one the job names
	Slot    measure.Length // the thickness it stands for
	Cut     measure.Length // the slot as cut, on the ruler, never above it
	Long    measure.Length // of the slot
	Wiggle  measure.Length // how much longer it is than the piece's widest side
	Margin  measure.Length // round the slot
	Size    card.Size
	Centre  measure.Length // of its height; the slot lies about it
	Top     measure.Length // where the slot's upper cut goes, from the top edge
}

// GaugeBesides is the slot gauge, where one is made besides the cards; nil where none is.
func (r *Result) GaugeBesides() *Gauge {
	if !r.Brief.With(brief.WithGauge) {
		return nil
	}
	return r.Gauge
}

// gaugeOf works the slot gauge out for the job's first carrier, or for the slot
// the job names, and the widest side of its piece.
func gaugeOf(r *Result) *Gauge {
	b := r.Brief
	if len(r.Posts) == 0 {
		return nil
	}
	g := &Gauge{Carrier: b.Post.Carriers[0], Slot: b.Post.Gauge}
	for i := range g.Carrier.Classes {
		class := &g.Carrier.Classes[i]
		if t := measure.Length(class.Limits.Thickness.Max); g.Slot == 0 && t > 0 {
			g.Slot, g.Class = t, class
		}
	}
	if g.Slot == 0 {
		return nil
	}
	if g.Cut = b.Ruler.Down(g.Slot); g.Cut == 0 {
		g.Cut = g.Slot
	}
	g.Wiggle, g.Margin = b.Usual(measure.Inch/2, 12*measure.Millimetre), b.Usual(3*measure.Inch/2, 40*measure.Millimetre)
	z := r.Pieces[0].Size
	g.Long = b.Ruler.Up(max(z.Width, z.Height) + g.Wiggle)
	g.Size = card.Size{Width: g.Long + 2*g.Margin, Height: 2*g.Margin + b.Usual(measure.Inch, 20*measure.Millimetre)}
	g.Size.Height += g.Size.Height % (2 * b.Ruler.Step)
	g.Centre = g.Size.Height / 2
	// Both cuts lie on marks, as far apart as the slot: about the middle, or half a mark off it.
	g.Top = b.Ruler.Down(g.Centre - g.Cut/2)
	return g
}
