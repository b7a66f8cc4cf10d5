package work

import (
	"cmp"
	"slices"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
)

// Worth is a size worth cutting for the envelope on hand.
type Worth struct {
	Size      card.Size
	Largest   bool // that the envelope takes with the usual room
	Customary bool // sold for the envelope
	PerSheet  int
	Left      card.Size // the largest offcut of a sheet; zero where nothing worth keeping is left
	Own       bool      // the one the job has
}

// leastPart is the least part of a sheet looked at, of the flat piece there is.
const leastPart = 0.6

// mostColumns bounds into how many parts a side of a sheet is divided.
const mostColumns = 6

// worthCutting are the sizes of this fold that are worth cutting for the
// envelope on hand: the card sold for it, the largest, and every size that fits
// well and of which one more comes out of the sheet.
func worthCutting(r *Result) []Worth {
	b := r.Brief
	if b.Card.From != brief.FromEnvelope {
		return nil
	}
	var out []Worth
	add := func(z card.Size, mark func(*Worth)) bool {
		at := slices.IndexFunc(out, func(w Worth) bool { return w.Size == z })
		if at < 0 {
			w, ok := r.worth(z)
			if !ok {
				return false
			}
			at, out = len(out), append(out, w)
		}
		mark(&out[at])
		return true
	}
	add(r.Card.Size, func(w *Worth) { w.Own = true })
	if z, ok := customary(b, r.Card.Thickness, r.Card.Overhang); ok {
		add(z, func(w *Worth) { w.Customary = true })
	}
	// Where the card sold for it is larger both ways, the largest by the usual room is not worth a word.
	if z, err := largest(b, r.Card.Thickness, r.Card.Overhang); err == nil && !(len(out) > 0 && slices.ContainsFunc(out, func(w Worth) bool { return w.Customary && w.Size.Holds(z) && w.Size != z })) {
		add(z, func(w *Worth) { w.Largest = true })
	}
	own := 0
	if len(out) > 0 {
		own = out[0].PerSheet
	}
	for _, w := range r.divisions(own) {
		if w.PerSheet > own && !slices.ContainsFunc(out, func(o Worth) bool { return o.PerSheet >= w.PerSheet }) {
			out = append(out, w)
		}
	}
	return out
}

// divisions are the largest cards that parts of the sheet give and that the
// envelope takes well, the larger first for each yield, the least yield first.
func (r *Result) divisions(own int) []Worth {
	b := r.Brief
	most := card.Within(lying(b), r.Card.Thickness, card.LeastSlack, b.Ruler)
	sheet := b.Stock.Sheet.Size
	// Of parts much smaller than the card no card comes out that does not slide about.
	least := r.Base.Size.MM2() * leastPart
	var out []Worth
	for columns := 1; columns <= mostColumns; columns++ {
		for rows := 1; rows <= mostColumns; rows++ {
			if n := columns * rows; n <= own || sheet.MM2()/float64(n) < least {
				continue
			}
			for _, m := range b.Base.Fold.Divide(sheet, b.Base.Shape, columns, rows) {
				z := card.Size{Width: min(m.Width, most.Width), Height: min(m.Height, most.Height)}
				fit := card.Try(envelopeOf(*b.Envelope), r.OuterOf(z), r.Card.Thickness)
				if fit.Verdict != card.Good || fit.Turned != b.Card.Turned && fit.Turned {
					continue
				}
				if w, ok := r.worth(z); ok {
					out = append(out, w)
				}
			}
		}
	}
	slices.SortStableFunc(out, func(p, q Worth) int {
		return cmp.Or(cmp.Compare(p.PerSheet, q.PerSheet), cmp.Compare(q.Size.MM2(), p.Size.MM2()))
	})
	return out
}

// worth is what cutting a size comes to; ok is false where it cannot be folded so.
func (r *Result) worth(z card.Size) (w Worth, ok bool) {
	flat, err := flatOf(r.Brief, z)
	if err != nil {
		return w, false
	}
	w.Size = z
	one := r.gives(flat)
	if one == nil {
		return w, true
	}
	l := one.Layouts[0]
	w.PerSheet = len(l.Pieces)
	for _, o := range l.Offcuts {
		if batch.Useful(o.Size) && o.Size.MM2() > w.Left.MM2() {
			w.Left = o.Size
		}
	}
	return w, true
}
