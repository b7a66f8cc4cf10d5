package supply

import (
	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/grid"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/work"
)

// envelope is what a job's envelopes are made of, and what goes with them.
func (p *planner) envelope(i int) {
	r := p.Jobs[i]
	n := r.Brief.Cut()
	for _, e := range r.Extras {
		if e.ID == "band" && r.Brief.With(brief.WithBand) {
			defer p.extra(i, e, Role{Job: i, Key: TheBand}, Band, n)
		}
	}
	m := Blanked(r.Result)
	if m == nil {
		return
	}
	if m.Blank.Bought == "" {
		p.blank(i, m, n)
	}
	for _, e := range r.Extras {
		switch {
		case e.ID == "liner" && r.Brief.Blank.Liner:
			p.extra(i, e, Role{Job: i, Key: TheLiner}, Liner, n)
		case e.ID == "strips" && len(m.Strips) > 0:
			p.extra(i, e, Role{Job: i, Key: TheStrips}, Strips, n)
		}
	}
}

// Blanked is the blank a job's card is posted in; nil where it is posted in something else.
func Blanked(r *work.Result) *work.Made {
	if len(r.Pieces) == 0 || r.Pieces[0].In != work.InBlank {
		return nil
	}
	return r.Pieces[0].Made
}

func (p *planner) blank(i int, m *work.Made, n int) {
	l := Lot{Of: Blank, Machine: m.Machine != nil, Angle: m.Paper.Angle}
	out := m.Machine == nil // a trimmer gets every piece out
	for k := range m.Pieces {
		p := &m.Pieces[k]
		l.add(Role{Job: i, Key: TheBlank, At: k}, trim.Piece{Name: p.Called("envelope blank"), Size: p.Cut(), Count: n})
		upright, _ := grid.Yield(m.Paper.Sheet.Size, p.Cut())
		out = out && upright > 0
	}
	here := func(s brief.StockSheet) bool { return s.Size == m.Paper.Sheet.Size }
	if out {
		p.plan(l, m.Paper.Sheet, here, m.Main().Stock.Caliper)
		return
	}
	need := 0
	for k := range m.Pieces {
		per := max(1, m.Paper.PerSheet)
		if lying := p.Jobs[i].Nest; lying != nil && p.Jobs[i].Blanks[0] == m {
			per = max(1, len(lying.Places[k]))
		}
		need += (n + per - 1) / per
	}
	p.byHand(l, m.Paper.Sheet, here, need)
}

// extra is a piece that goes with an envelope or a card, out of the smallest
// sheet sold where the job lives that it comes out of. Foam strips come off a roll.
func (p *planner) extra(i int, e blank.Extra, part Role, of LotKind, n int) {
	l := Lot{Of: of}
	l.add(part, trim.Piece{Name: e.Name, Size: e.Size(), Count: n * e.Count, Paper: string(of)})
	if of == Strips {
		p.lots = append(p.lots, l)
		return
	}
	sheet := p.Stock.Sheet
	best := -1.0
	for _, s := range p.Jobs[i].Brief.Catalog.Sheets {
		area := s.Size().MM2()
		if count, _ := grid.Yield(s.Size(), e.Size()); s.Unit == p.Jobs[i].Brief.Sold && count > 0 && (best < 0 || area < best) {
			best, sheet = area, brief.Bought{ID: s.ID, Name: s.Name, Size: s.Size()}
		}
	}
	p.plan(l, sheet, func(s brief.StockSheet) bool { return s.Paper.Name == string(of) }, blank.EnvelopePaper.Caliper)
}
