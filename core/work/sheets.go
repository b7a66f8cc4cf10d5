package work

import (
	"math"
	"slices"

	"yellow-parcel/core/blank"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/shape"
	"yellow-parcel/core/trim"
)

// outlineGap is what a cutting machine leaves between two outlines, in millimetres.
const outlineGap = 3

// SheetFit says whether a sheet takes a blank, turned by an angle, and how many.
type SheetFit struct {
	Sheet    brief.Bought
	Measured bool // on hand, and in no catalogue
	OnHand   bool
	Fits     bool
	Angle    float64 // radians it is turned by; the smallest turn that fits
	PerSheet int
}

// fitSheet says how a sheet takes a blank. A square or rectangle cut by hand
// lies as it is, a quarter round, or at the smallest slant that fits; a
// machine's outline has less of the mat, and is nested where that is asked.
func fitSheet(b *brief.Brief, sheet brief.Bought, known *remembered, nest bool) SheetFit {
	key := fitKey{sheet.Size, b.Tools.Mat, nest}
	out := known.fit(key, func() SheetFit { return fitOn(key, &known.made) })
	out.Sheet = sheet
	return out
}

func fitOn(key fitKey, b *blank.Blank) (out SheetFit) {
	width, height := key.sheet.Width.MM(), key.sheet.Height.MM()
	if b.Machine != nil {
		edge := key.mat.MM()
		width, height = width-2*edge, height-2*edge
	} else if count, turned := trim.Yield(key.sheet, b.Cut()); count > 0 {
		out.Fits, out.PerSheet = true, count
		if turned && b.Width != b.Height {
			out.Angle = math.Pi / 2
		}
		return out
	}
	paper := b.Paper
	if b.Diagonal {
		paper = paper.Turn(-math.Pi / 4)
	}
	angle, ok := paper.FitAngle(width, height)
	if !ok {
		return out
	}
	out.Fits, out.PerSheet, out.Angle = true, 1, shape.Settled(paper, angle, width, height)
	if key.nest && b.Machine != nil {
		out.PerSheet = max(1, len(b.Outline.NestIn(width, height, outlineGap)))
	}
	return out
}

// SheetFits tries a blank on the sheets sold where the job's unit is used, and those on hand.
func (r *Result) SheetFits(m *Made) []SheetFit {
	nest := m.Named
	out := make([]SheetFit, 0, len(r.Brief.Catalog.Sheets))
	for _, s := range r.Brief.Catalog.Sheets {
		onHand := slices.ContainsFunc(r.Brief.Stock.OnHand, func(h brief.Sheet) bool { return h.ID == s.ID })
		if s.Unit != r.Brief.Sold && !onHand {
			continue
		}
		fit := fitSheet(r.Brief, brief.Bought{ID: s.ID, Name: s.Name, Size: s.Size()}, m.known, nest)
		fit.OnHand = onHand
		out = append(out, fit)
	}
	for _, h := range r.Brief.Stock.OnHand {
		if h.ID == "" {
			fit := fitSheet(r.Brief, h.Bought, m.known, nest)
			fit.Measured, fit.OnHand = true, true
			out = append(out, fit)
		}
	}
	return out
}

// paperFor is the paper a blank is cut from: the job's own, else the smallest on
// hand that takes it, else the smallest sold where the job lives, else the usual
// one, which then is too small.
func (r *maker) paperFor(m *Made) SheetFit {
	b := r.Brief
	if b.Blank.Papered || m.Bought != "" {
		return fitSheet(b, b.Blank.Paper, m.known, false)
	}
	var best SheetFit
	for _, h := range b.Stock.OnHand {
		fit := fitSheet(b, h.Bought, m.known, false)
		if h.Count > 0 && fit.Fits && (!best.Fits || area(h.Size) < area(best.Sheet.Size)) {
			best, best.OnHand, best.Measured = fit, true, h.ID == ""
		}
	}
	if best.Fits {
		return best
	}
	if s, ok := smallestSheet(b, m); ok {
		return fitSheet(b, brief.Bought{ID: s.ID, Name: s.Name, Size: s.Size()}, m.known, false)
	}
	return fitSheet(b, b.Blank.Paper, m.known, false)
}

// SmallestSheet is the smallest sheet sold where the job's unit is used that a
// blank comes out of; ok is false where none takes it, and for what is not cut from paper.
func (r *Result) SmallestSheet(m *Made) (found catalog.Sheet, ok bool) {
	return smallestSheet(r.Brief, m)
}

func smallestSheet(b *brief.Brief, m *Made) (found catalog.Sheet, ok bool) {
	for _, s := range b.Catalog.Sheets {
		if s.Unit != b.Sold || ok && area(s.Size()) >= area(found.Size()) {
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
	Places []shape.Place
	Sheets int // for the whole batch
}

// nest lays a blank on its paper; nil where it does not come out of it.
func nest(r *Result, m *Made) *Nest {
	if !m.Paper.Fits || m.Bought != "" {
		return nil
	}
	n := &Nest{Sheet: m.Paper.Sheet}
	n.Places = r.places(&m.Blank, n.Sheet.Size)
	n.Sheets = (r.Brief.Quantity + len(n.Places) - 1) / len(n.Places)
	return n
}

// places puts rectangles of paper in the columns and rows the sheet gives, one
// alone at the slant it needs, and a machine's outlines nested within its mat.
func (r *Result) places(b *blank.Blank, sheet card.Size) []shape.Place {
	straight := 0.0
	if b.Diagonal {
		straight = -math.Pi / 4
	}
	width, height, edge := sheet.Width.MM(), sheet.Height.MM(), r.Brief.Tools.Mat.MM()
	g := trim.BestGrid(sheet, card.Size{Width: b.Width, Height: b.Height})
	switch {
	case b.Machine != nil:
		nested := b.Outline.NestIn(width-2*edge, height-2*edge, outlineGap)
		for i := range nested {
			nested[i].Move.X, nested[i].Move.Y = nested[i].Move.X+edge, nested[i].Move.Y+edge
		}
		if len(nested) > 0 {
			return nested
		}
	case g.Count() > 0:
		return grid(b.Paper, straight, g)
	}
	angle, _ := b.Paper.Turn(straight).FitAngle(width, height)
	if b.Machine != nil {
		angle, _ = b.Paper.FitAngle(width-2*edge, height-2*edge)
	}
	lo, hi := b.Paper.Turn(straight + angle).Bounds()
	return []shape.Place{{Turn: straight + angle, Move: shape.Point{X: (width-hi.X+lo.X)/2 - lo.X, Y: (height-hi.Y+lo.Y)/2 - lo.Y}}}
}

func grid(paper shape.Polygon, straight float64, g trim.Grid) []shape.Place {
	if g.Turned {
		straight += math.Pi / 2
	}
	lo, hi := paper.Turn(straight).Bounds()
	var out []shape.Place
	for row := range g.Rows {
		for column := range g.Cols {
			out = append(out, shape.Place{Turn: straight, Move: shape.Point{
				X: float64(column)*(hi.X-lo.X) - lo.X, Y: float64(row)*(hi.Y-lo.Y) - lo.Y,
			}})
		}
	}
	return out
}
