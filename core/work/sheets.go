package work

import (
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/nest"
	"yellow-parcel/core/shape"
)

// SheetFit says whether a sheet takes a blank, turned by an angle, and how many.
type SheetFit struct {
	Sheet    brief.Bought
	Measured bool // on hand, and in no catalogue
	OnHand   bool
	nest.Lie
}

// fitSheet says how a sheet takes a blank. A square or rectangle cut by hand
// lies as it is, a quarter round, or at the smallest slant that fits; a
// machine's outline has less of the mat, and is nested where that is asked.
func fitSheet(b *brief.Brief, sheet brief.Bought, known *remembered, nested bool) SheetFit {
	key := fitKey{sheet.Size, b.Tools.Mat, nested}
	out := known.fit(key, func() SheetFit { return SheetFit{Lie: nest.Try(&known.made, key.sheet, key.mat, key.nest)} })
	out.Sheet = sheet
	return out
}

// fitStocked is fitSheet, and whether the sheet is on hand.
func fitStocked(b *brief.Brief, sheet brief.Bought, known *remembered, nested bool) SheetFit {
	out := fitSheet(b, sheet, known, nested)
	out.OnHand = onHand(b, sheet)
	out.Measured = out.OnHand && sheet.ID == ""
	return out
}

func onHand(b *brief.Brief, sheet brief.Bought) bool {
	return slices.ContainsFunc(b.Stock.OnHand, func(h brief.StockSheet) bool { return h.Is(sheet) })
}

// SheetFits tries a blank on the sheets sold where the job's unit is used, and those on hand.
func (r *Result) SheetFits(m *Made) []SheetFit {
	out := make([]SheetFit, 0, len(r.Brief.Catalog.Sheets))
	for _, s := range r.Brief.Catalog.Sheets {
		if sheet := (brief.Bought{ID: s.ID, Name: s.Name, Size: s.Size()}); s.Unit == r.Brief.Sold || onHand(r.Brief, sheet) {
			out = append(out, fitStocked(r.Brief, sheet, m.known, m.Named))
		}
	}
	for i, h := range r.Brief.Stock.OnHand {
		listed := slices.ContainsFunc(r.Brief.Stock.OnHand[:i], func(o brief.StockSheet) bool { return o.ID == "" && o.Size == h.Size })
		if h.ID == "" && h.Count > 0 && !listed {
			out = append(out, fitStocked(r.Brief, h.Bought, m.known, m.Named))
		}
	}
	return out
}

// paperFor is the paper a blank is cut from: the job's own, else the smallest on
// hand that takes it, else the smallest sold where the job lives, else the usual
// one, which then is too small.
func (r *maker) paperFor(m *Made) SheetFit {
	return fitStocked(r.Brief, r.sheetFor(m), m.known, m.Named)
}

func (r *maker) sheetFor(m *Made) brief.Bought {
	b := r.Brief
	if b.Blank.Papered || m.Bought != "" {
		return b.Blank.Paper
	}
	var best SheetFit
	for _, h := range b.Stock.OnHand {
		fit := fitSheet(b, h.Bought, m.known, false)
		if h.Count > 0 && fit.Fits && (!best.Fits || h.Size.MM2() < best.Sheet.Size.MM2()) {
			best = fit
		}
	}
	if best.Fits {
		return best.Sheet
	}
	if s, ok := SmallestSheet(b, m); ok {
		return brief.Bought{ID: s.ID, Name: s.Name, Size: s.Size()}
	}
	return b.Blank.Paper
}

// SmallestSheet is the smallest sheet sold where the job's unit is used that a
// blank comes out of; ok is false where none takes it, and for what is not cut from paper.
func SmallestSheet(b *brief.Brief, m *Made) (found catalog.Sheet, ok bool) {
	for _, s := range b.Catalog.Sheets {
		if s.Unit != b.Sold || ok && s.Size().MM2() >= found.Size().MM2() {
			continue
		}
		if fitSheet(b, brief.Bought{Size: s.Size()}, m.known, false).Fits {
			found, ok = s, true
		}
	}
	return found, ok
}

// Nest is as many of one blank as its paper gives, and where each lies: turned
// about the drawing's origin, then moved, from the sheet's top left corner.
type Nest struct {
	Sheet  brief.Bought
	Places [][]shape.Place // by piece, each on a sheet of its own
	Sheets int             // for the whole batch
}

// nestOf lays a blank on its paper; nil where it does not come out of it.
func nestOf(r *Result, m *Made) *Nest {
	if !m.Paper.Fits || m.Bought != "" {
		return nil
	}
	n := &Nest{Sheet: m.Paper.Sheet}
	n.Places = nest.Places(&m.Blank, n.Sheet.Size, r.Brief.Tools.Mat)
	for _, one := range n.Places {
		n.Sheets += (r.Brief.Cut() + len(one) - 1) / len(one)
	}
	return n
}
