// Package supply says what a whole batch takes: every piece that is cut for it,
// in lots that come out of one kind of paper each, and what must be there or be
// bought: sheets, envelopes, stamps. The card's own pieces are planned first;
// what else is cut takes what they leave on hand.
package supply

import (
	"fmt"
	"slices"

	"yellow-parcel/core/batch"
	"yellow-parcel/core/brief"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/grid"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/work"
)

// LotKind is what a lot is cut for.
type LotKind string

// The kinds of lot, in the order they are cut.
const (
	Cards  LotKind = "card"   // bases, layers, inside panels
	Own    LotKind = "own"    // boards and sheets among the pieces on the card
	Gauge  LotKind = "gauge"  // the slot gauge
	Blank  LotKind = "blank"  // envelope blanks
	Liner  LotKind = "liner"  // their liners
	Band   LotKind = "band"   // belly bands
	Strips LotKind = "strips" // adhesive foam beside a card that would slide
)

// Role is a piece by what it is for: its job by its place, and a key that holds
// nothing anyone typed. At counts layers and pieces on the card from nought.
type Role struct {
	Job int
	Key Key
	At  int
}

// Key tells the parts of a card and its envelope apart.
type Key string

// The parts there are. The last three are put together from others.
const (
	Base      Key = "base"
	Layer     Key = "layer"
	Inside    Key = "inside"
	Piece     Key = "piece"
	TheGauge  Key = "gauge"
	TheBlank  Key = "blank"
	TheLiner  Key = "liner"
	TheBand   Key = "band"
	TheStrips Key = "strips"
	Card      Key = "card"
	Envelope  Key = "envelope"
	Sealed    Key = "sealed"
)

// Lot is pieces that are cut together. Parts go with the problem's pieces. A lot
// without a plan and without an error is cut by hand, or by a machine.
type Lot struct {
	Of    LotKind
	Parts []Role
	batch.Batch
	Machine bool
	Angle   float64     // radians a blank is turned by on its sheet, where no trimmer gets it out
	hand    int         // sheets that are used without a plan
	taken   map[int]int // of the sheets on hand, by their place
}

// ByHand tells whether no guide is set for it.
func (l *Lot) ByHand() bool { return l.Plan == nil && l.Err == nil }

// Of is one job, worked out, with the pieces it has in the cards' batch.
type Of struct {
	*work.Result
	Pieces []int // by their place in the batch's problem
}

// Table is where a batch is made: one job's own, or that of several.
type Table struct {
	Batch *batch.Batch // of the cards
	Stock brief.Stock
	Tools brief.Tools
	Jobs  []Of
}

// Alone is the table of one job.
func Alone(r *work.Result) Table {
	t := Table{Batch: &r.Batch, Stock: r.Brief.Stock, Tools: r.Brief.Tools, Jobs: []Of{{Result: r}}}
	for i := range r.Batch.Problem.Pieces {
		t.Jobs[0].Pieces = append(t.Jobs[0].Pieces, i)
	}
	return t
}

// planner gives out what is on hand, lot by lot.
type planner struct {
	Table
	solve batch.Solver
	left  []int // of the sheets on hand
	lots  []Lot
}

// Lots are all that is cut for a batch, the cards' first. Solve plans the cuts of the others.
func Lots(t Table, solve batch.Solver) []Lot {
	p := planner{Table: t, solve: solve}
	for _, s := range t.Stock.OnHand {
		p.left = append(p.left, s.Count)
	}
	if len(t.Batch.Problem.Pieces) > 0 {
		p.cards()
	}
	for i := range t.Jobs {
		p.own(i)
		p.gauge(i)
	}
	for i := range t.Jobs {
		p.envelope(i)
	}
	return p.lots
}

// cards are the pieces of the cards' own batch, each with the part it is.
func (p *planner) cards() {
	l := Lot{Of: Cards, Batch: *p.Batch, Parts: make([]Role, len(p.Batch.Problem.Pieces))}
	for i, j := range p.Jobs {
		for n, at := range j.Pieces {
			part := Role{Job: i, Key: Base}
			switch layers := len(j.Layers.Stack); {
			case n > layers:
				part.Key = Inside
			case n > 0:
				part.Key, part.At = Layer, n-1
			}
			l.Parts[at] = part
		}
	}
	if l.Plan != nil {
		for _, layout := range l.Plan.Layouts {
			if layout.Sheet < l.OnHand {
				p.take(&l, layout.Sheet, layout.Count)
			}
		}
	}
	p.lots = append(p.lots, l)
}

// take takes sheets that are on hand for a lot.
func (p *planner) take(l *Lot, at, n int) {
	if l.taken == nil {
		l.taken = map[int]int{}
	}
	l.taken[at] += n
	p.left[at] -= n
}

// own are the boards and sheets on a job's card, those of one material together.
func (p *planner) own(i int) {
	r := p.Jobs[i]
	if r.Brief.Card.Made {
		return
	}
	for _, m := range materials(r.Brief) {
		l := Lot{Of: Own}
		for n, piece := range r.Brief.Card.Build {
			if piece.Material.ID == m.ID {
				l.add(Role{i, Piece, n}, trim.Piece{Name: piece.Name, Size: piece.SizeOn(r.Card.Size), Count: r.Brief.Cut(), Paper: m.Name})
			}
		}
		p.plan(l, p.Stock.Sheet, func(s brief.StockSheet) bool { return s.Paper.Name == m.Name }, m.Thickness)
	}
}

// Cut tells whether a piece on a card is cut from a sheet.
func Cut(p brief.Piece) bool {
	return p.Material.Kind == catalog.Board || p.Material.Kind == catalog.Loose
}

// materials are what the pieces that are cut for a card are of, each once.
func materials(b *brief.Brief) []catalog.Material {
	var out []catalog.Material
	for _, p := range b.Card.Build {
		if Cut(p) && !slices.ContainsFunc(out, func(m catalog.Material) bool { return m.ID == p.Material.ID }) {
			out = append(out, p.Material)
		}
	}
	return out
}

// heavy is the board a slot gauge is cut from, as thick as the cut list asks for.
const heavy, heavyThick = "heavy card", 2 * measure.Millimetre

func (p *planner) gauge(i int) {
	g := p.Jobs[i].GaugeBesides()
	if g == nil {
		return
	}
	l := Lot{Of: Gauge}
	l.add(Role{Job: i, Key: TheGauge}, trim.Piece{Name: "slot gauge", Size: g.Size, Count: 1, Paper: heavy})
	p.plan(l, p.Stock.Sheet, func(s brief.StockSheet) bool { return s.Paper.Name == heavy }, heavyThick)
}

func (l *Lot) add(part Role, piece trim.Piece) {
	l.Parts = append(l.Parts, part)
	l.Problem.Pieces = append(l.Problem.Pieces, piece)
}

// onHand is what is left on hand of the sheets a lot may take, and which they are.
func (p *planner) onHand(takes func(brief.StockSheet) bool) (out []brief.StockSheet, at []int) {
	for i, s := range p.Stock.OnHand {
		if p.left[i] > 0 && takes(s) {
			s.Count = p.left[i]
			out, at = append(out, s), append(at, i)
		}
	}
	return out, at
}

// plan cuts a lot from what is on hand of its paper, or from a sheet to buy. One
// that comes out of no sheet is cut by hand.
func (p *planner) plan(l Lot, sheet brief.Bought, takes func(brief.StockSheet) bool, caliper measure.Length) {
	stock := brief.Stock{Sheet: sheet, Currency: p.Stock.Currency}
	var at []int
	stock.OnHand, at = p.onHand(takes)
	parts := l.Parts
	l.Batch = batch.Of(l.Problem.Pieces, stock, p.Tools, func(string) measure.Length { return caliper })
	l.Parts = parts
	l.Cards = l.Problem.Pieces[0].Count
	l.Solve(p.solve, p.Stock.Aim)
	if l.Plan == nil {
		l.Err = nil // a knife and a ruler get it out of a piece that is large enough
		p.byHand(l, sheet, takes, sheetsFor(&l, sheet))
		return
	}
	for _, layout := range l.Plan.Layouts {
		if layout.Sheet < l.OnHand {
			p.take(&l, at[layout.Sheet], layout.Count)
		}
	}
	p.lots = append(p.lots, l)
}

// sheetsFor is how many sheets pieces come out of that are cut by hand, each kind from its
// own; none for what comes out of no sheet.
func sheetsFor(l *Lot, sheet brief.Bought) (n int) {
	for _, p := range l.Problem.Pieces {
		if yield, _ := grid.Yield(sheet.Size, p.Size); yield > 0 {
			n += (p.Count + yield - 1) / yield
		}
	}
	return n
}

// byHand takes whole sheets for a lot, those on hand first.
func (p *planner) byHand(l Lot, sheet brief.Bought, takes func(brief.StockSheet) bool, need int) {
	here, at := p.onHand(takes)
	l.Sheets, l.OnHand, l.hand = here, len(here), need
	for i := range l.Sheets {
		used := min(need, l.Sheets[i].Count)
		l.Sheets[i].Count = used
		p.take(&l, at[i], used)
		need -= used
	}
	l.Sheets = append(l.Sheets, brief.StockSheet{Bought: sheet, Count: need})
	if need > 0 {
		l.Missing = append(l.Missing, batch.Missing{Sheet: len(here), Count: need})
	}
	p.lots = append(p.lots, l)
}

// Uses are the shelf's sheets that a lot takes, by their item.
func (l *Lot) Uses() map[string]int {
	out := map[string]int{}
	take := func(s brief.StockSheet, n int) {
		if s.Item != "" && n > 0 {
			out[s.Item] += n
		}
	}
	if l.Plan == nil {
		for _, s := range l.Sheets[:l.OnHand] {
			take(s, s.Count)
		}
		return out
	}
	for _, layout := range l.Plan.Layouts {
		if layout.Sheet < l.OnHand {
			take(l.Sheets[layout.Sheet], layout.Count)
		}
	}
	return out
}

// Left is how many of each sheet on hand a batch leaves.
func Left(t Table, lots []Lot) []int {
	out := make([]int, len(t.Stock.OnHand))
	for i, s := range t.Stock.OnHand {
		out[i] = s.Count
	}
	for i := range lots {
		for k, n := range lots[i].taken {
			out[k] -= n
		}
	}
	return out
}

// String is the part as a key: nothing anyone typed is in it.
func (p Role) String() string { return fmt.Sprintf("%d.%s.%d", p.Job, p.Key, p.At) }
