package draw

import (
	"fmt"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/words"
)

// sheets shows every way a sheet is cut: pieces named, cuts numbered in order.
func sheets(b *batch.Batch, u measure.Unit) []Drawing {
	out := []Drawing{}
	if b.Plan == nil {
		return out
	}
	for i, l := range b.Plan.Layouts {
		out = append(out, oneSheet(i, l, b.Sheets[l.Sheet], u))
	}
	return out
}

func oneSheet(i int, l trim.Layout, of brief.StockSheet, u measure.Unit) Drawing {
	d := sheetOf("sheet "+words.Letter(i), of.Size)
	d.add("paper", rect(0, 0, d.Hi[0], d.Hi[1]))
	d.sized(0, 0, of.Size, u, "sheet", 0)
	for _, q := range l.Pieces {
		d.Shapes = append(d.Shapes, Shape{Kind: "piece", Points: piece(q.X, q.Y, q.Size), Fill: of.Paper.Colour})
		d.Labels = append(d.Labels, within(q.X, q.Y, q.Size, q.Name, "big"))
	}
	for _, o := range l.Offcuts {
		if min(o.Width, o.Height) > 8*measure.Millimetre {
			d.Labels = append(d.Labels, within(o.X, o.Y, o.Size, "offcut", ""))
		}
	}
	for _, c := range l.Cuts {
		d.cut(c)
	}
	return d
}

// within is a label in the middle of a rectangle, upright where that is narrow.
func within(x, y measure.Length, z card.Size, text, kind string) Label {
	if z.Width < 40*measure.Millimetre && z.Height > z.Width {
		kind = "tall"
	}
	return Label{Point{x.MM() + z.Width.MM()/2, y.MM() + z.Height.MM()/2}, text, kind}
}

// cut draws a cut with its number a third along, where no other cut ends.
func (d *Drawing) cut(c trim.Chop) {
	const along = 0.32
	l := c.Line()
	d.line("trim", fmt.Sprintf("cut%d", c.Number), Point{l.A.X, l.A.Y}, Point{l.B.X, l.B.Y})
	at := Point{l.A.X + (l.B.X-l.A.X)*along, l.A.Y + (l.B.Y-l.A.Y)*along}
	d.Labels = append(d.Labels, Label{at, fmt.Sprint(c.Number), "number"})
}
