package plan

import (
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
)

func (r *resolver) envelopeOf(b *Bought) *piece {
	if b == nil {
		return nil
	}
	if b.ID == "" {
		return &piece{name: "measured envelope", size: r.size("envelope", b.Width, b.Height)}
	}
	f, ok := r.catalog.Format(b.ID)
	if !ok {
		r.fail("envelope", `%q is not an envelope format; try "us-a7", "iso-c6" or a width and height`, shortName(b.ID))
		return nil
	}
	return &piece{f.ID, f.Name, card.Size{Width: f.Width, Height: f.Height}, f}
}

func (r *resolver) sheetOf(j Job) {
	b := j.Sheet
	if b == nil {
		id := "us-letter"
		if r.unit == measure.Millimetres {
			id = "iso-a4"
		}
		if len(j.Stock) > 0 && j.Stock[0].Sheet != nil {
			b = j.Stock[0].Sheet
			r.sheet = r.sheetNamed("stock[0].sheet", b)
			return
		}
		b = &Bought{ID: id}
		sheet, _ := r.catalog.Sheet(id)
		r.assume("sheet", "%s card stock", sheet.Name)
	}
	r.sheet = r.sheetNamed("sheet", b)
}

func (r *resolver) sheetNamed(field string, b *Bought) piece {
	if b.ID == "" {
		return piece{name: "measured sheet", size: r.size(field, b.Width, b.Height)}
	}
	s, ok := r.catalog.Sheet(b.ID)
	if !ok {
		r.fail(field, `%q is not a sheet; try "us-letter", "iso-a4" or a width and height`, shortName(b.ID))
		return piece{}
	}
	return piece{id: s.ID, name: s.Name, size: card.Size{Width: s.Width, Height: s.Height}}
}
