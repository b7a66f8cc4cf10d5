// Package batch is the cards' pieces and the sheets they may come from: on one table
// what one job takes, or several. It says what is left over, what is to be bought and
// what the paper costs. How it is cut is core/trim's.
package batch

import (
	"cmp"
	"errors"
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/catalog"
	"yellow-parcel/core/grid"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// Solver plans the cuts of a batch: trim.Choose, or one that knows some plans already.
type Solver func(trim.Problem) (*trim.Choices, error)

// Most is how many of a piece one sheet gives: trim.Most, or one that remembers.
type Most func(trim.Sheets, trim.Piece, trim.Limits) *trim.CutPlan

// useful is the least side of an offcut worth keeping.
const useful = measure.Inch

// Batch is every piece of the batch, the sheets it may come from, and how it is
// cut; Err says why it cannot be. Of a card that is made there is none.
type Batch struct {
	Problem trim.Problem
	Sheets  []brief.StockSheet // those of the problem, in its order
	OnHand  int                // how many of the sheets are on hand, the first ones
	Cards   int                // without those to spare
	Spare   int
	Plans   *trim.Choices // the ways worth choosing between
	Plan    *trim.CutPlan // the one that is cut
	Err     error
	Would   *catalog.Sheet // where it cannot be cut: the smallest sheet sold that every piece comes out of; nil for none
	Offcuts []Offcut       // worth keeping, the largest first
	Missing []Missing      // to buy
	Cost    *Cost          // nil where the price of a sheet is not known
}

// Offcut is what is left over of one size and paper; it stands upright.
type Offcut struct {
	Size  card.Size // as it stands
	Paper brief.Paper
	Grain trim.Side // its fibres run along; empty where that is not known
	Count int
}

// Missing is a sheet to buy, by its place among the batch's sheets.
type Missing struct{ Sheet, Count int }

// Cost is what the paper of the batch costs; Sums go with the plan's layouts.
type Cost struct {
	Batch, Card measure.Money
	Sums        []measure.Money
}

// Bought tells whether a sheet of the problem is not on hand.
func (b *Batch) Bought(sheet int) bool {
	return sheet >= b.OnHand && b.OnHand > 0
}

// Calipers tells how thick a paper is, by its name: a base's, or a layer's own;
// of one that nobody names the thickest base.
func Calipers(briefs ...*brief.Brief) func(paper string) measure.Length {
	return func(paper string) measure.Length {
		thickest := measure.Length(0)
		for _, b := range briefs {
			if thickest = max(thickest, b.Base.Caliper()); paper == "" {
				continue
			}
			if paper == b.Base.Paper.Name {
				return b.Base.Caliper()
			}
			for _, l := range b.Layers.Each {
				if l.Material != nil && l.Paper.Name == paper {
					return l.Material.Thickness
				}
			}
		}
		return thickest
	}
}

// Of is pieces and the sheets they may come from. Without stock the job's
// own sheet is had as often as needed; with stock any sheet listed can be bought,
// and the job's own, where those on hand do not do.
func Of(pieces []trim.Piece, stock brief.Stock, tools brief.Tools, caliper func(paper string) measure.Length) Batch {
	out := Batch{OnHand: len(stock.OnHand), Problem: trim.Problem{Pieces: pieces, Limits: tools.Trimmer, Stack: tools.Stack, Minute: tools.Minute}}
	add := func(s brief.StockSheet, paper string, count int, buy bool) {
		out.Sheets = append(out.Sheets, s)
		out.Problem.Sheets = append(out.Problem.Sheets, trim.Sheets{Name: s.Name, Size: s.Size, Count: count, Paper: paper, Grain: s.Grain, Buy: buy,
			Price: s.Price, Priced: s.Priced, Caliper: caliper(paper)})
	}
	for _, s := range stock.OnHand {
		add(s, s.Paper.Name, s.Count, false)
	}
	for _, s := range forSale(pieces, stock) {
		add(s, s.Paper.Name, trim.Unlimited, len(stock.OnHand) > 0)
	}
	return out
}

// forSale are the sheets that could be bought: those listed, each once; and the
// job's own where none listed gives a piece, of that piece's paper.
func forSale(pieces []trim.Piece, stock brief.Stock) []brief.StockSheet {
	var out []brief.StockSheet
	for _, s := range stock.OnHand {
		s.Item = ""
		at := slices.IndexFunc(out, func(o brief.StockSheet) bool {
			return o.Size == s.Size && o.Paper.Name == s.Paper.Name && o.Grain == s.Grain
		})
		switch {
		case at < 0:
			out = append(out, s)
		case !out[at].Priced:
			out[at].Price, out[at].Priced = s.Price, s.Priced
		}
	}
	for i, p := range pieces {
		if i > 0 && p.Paper == "" {
			p.Paper = pieces[0].Paper // what names none is cut from what the base is cut from
		}
		if !slices.ContainsFunc(out, func(s brief.StockSheet) bool {
			return p.Lies(trim.Sheets{Size: s.Size, Paper: s.Paper.Name, Grain: s.Grain}) ||
				s.Size == stock.Sheet.Size && (p.Paper == "" || p.Paper == s.Paper.Name) // another would be no better
		}) {
			out = append(out, brief.StockSheet{Bought: stock.Sheet, Paper: brief.Paper{Name: p.Paper}})
		}
	}
	return out
}

// Useful tells whether an offcut is worth keeping for layers.
func Useful(z card.Size) bool { return min(z.Width, z.Height) >= useful }

// Keep holds the sheets of a layer's own paper back from pieces that ask for
// none: a coloured layer would colour the base. Where nothing else is on hand
// they are cut into everything.
func (b *Batch) Keep(briefs ...*brief.Brief) {
	own := func(s trim.Sheets) bool {
		layer, base := false, false
		for _, of := range briefs {
			base = base || s.Paper == of.Base.Paper.Name
			layer = layer || slices.ContainsFunc(of.Layers.Each, func(l brief.Layer) bool { return l.Paper.Name == s.Paper })
		}
		return s.Paper != "" && layer && !base
	}
	sheets := b.Problem.Sheets
	if b.OnHand > 0 && !slices.ContainsFunc(sheets[:b.OnHand], func(s trim.Sheets) bool { return !own(s) }) {
		return
	}
	for i := range sheets {
		sheets[i].Kept = own(sheets[i])
	}
}

// Solve plans the cuts, and takes the plan that is asked for.
func (b *Batch) Solve(solve Solver, aim trim.Aim) {
	if b.Plans, b.Err = solve(b.Problem); b.Err != nil {
		return
	}
	b.Plan = b.Plans.By(aim)
	b.leftOver()
	for _, l := range b.Plan.Layouts {
		if b.Bought(l.Sheet) {
			b.miss(l.Sheet, l.Count)
		}
	}
	slices.SortStableFunc(b.Missing, func(x, y Missing) int { return cmp.Compare(x.Sheet, y.Sheet) })
	b.cost()
}

// Elsewhere looks for a sheet sold by a system of units that a batch would come out
// of which does not come out of its own.
func (b *Batch) Elsewhere(c *catalog.Catalog, sold measure.Unit, most Most) {
	var none *trim.NoSheetError
	var reach *trim.ReachError
	if !(errors.As(b.Err, &none) && !b.LiesAcross(none.Piece)) && !errors.As(b.Err, &reach) {
		return
	}
	for i := range c.Sheets {
		s := &c.Sheets[i]
		if s.Unit == sold && (b.Would == nil || s.Size().MM2() < b.Would.Size().MM2()) && b.comesFrom(s, most) {
			b.Would = s
		}
	}
}

// comesFrom tells whether every piece comes out of a sheet, within the trimmer's reach.
func (b *Batch) comesFrom(s *catalog.Sheet, most Most) bool {
	for _, p := range b.Problem.Pieces {
		p.Paper, p.Count = "", 1
		if most(trim.Sheets{Name: s.Name, Size: s.Size()}, p, b.Problem.Limits) == nil {
			return false
		}
	}
	return true
}

// miss counts a sheet to buy; of one name and paper it is one line.
func (b *Batch) miss(sheet, count int) {
	same := func(x Missing) bool {
		return b.Sheets[x.Sheet].Name == b.Sheets[sheet].Name && b.Sheets[x.Sheet].Paper.Name == b.Sheets[sheet].Paper.Name
	}
	if i := slices.IndexFunc(b.Missing, same); i >= 0 {
		b.Missing[i].Count += count
		return
	}
	b.Missing = append(b.Missing, Missing{sheet, count})
}

// ToBuy is how many sheets are to be bought, of any kind.
func (b *Batch) ToBuy() int {
	n := 0
	for _, m := range b.Missing {
		n += m.Count
	}
	return n
}

// LiesAcross tells whether only its grain keeps a piece out of the sheets.
func (b *Batch) LiesAcross(piece trim.Piece) bool {
	return piece.Grain != "" && b.ComesOut(piece.Size, piece.Paper)
}

// otherSide is a side after a quarter turn.
var otherSide = map[trim.Side]trim.Side{trim.Width: trim.Height, trim.Height: trim.Width}

// leftOver gathers equal offcuts that are worth keeping, the largest first.
func (b *Batch) leftOver() {
	type kind struct {
		size  card.Size
		paper string
		grain trim.Side
	}
	at := map[kind]int{}
	for _, l := range b.Plan.Layouts {
		paper, along := b.Sheets[l.Sheet].Paper, b.Sheets[l.Sheet].Grain
		for _, o := range l.Offcuts {
			if !Useful(o.Size) {
				continue
			}
			z, grain := o.Size, along
			if z.Width > z.Height {
				z, grain = z.Turned(), otherSide[along]
			}
			i, ok := at[kind{z, paper.Name, grain}]
			if !ok {
				i = len(b.Offcuts)
				at[kind{z, paper.Name, grain}] = i
				b.Offcuts = append(b.Offcuts, Offcut{Size: z, Paper: paper, Grain: grain})
			}
			b.Offcuts[i].Count += l.Count
		}
	}
	slices.SortStableFunc(b.Offcuts, func(p, q Offcut) int { return cmp.Compare(q.Size.MM2(), p.Size.MM2()) })
}

// cost adds up what the sheets cost; one without a price leaves it unknown.
func (b *Batch) cost() {
	c := &Cost{}
	for _, l := range b.Plan.Layouts {
		s := b.Sheets[l.Sheet]
		if !s.Priced {
			return
		}
		sum := s.Price * measure.Money(l.Count)
		c.Batch += sum
		c.Sums = append(c.Sums, sum)
	}
	c.Card = c.Batch / measure.Money(max(1, b.Cards))
	b.Cost = c
}

// ComesOut tells whether a piece lies in any sheet of its paper, whichever way the grain runs.
func (b *Batch) ComesOut(z card.Size, paper string) bool {
	return slices.ContainsFunc(b.Problem.Sheets, func(s trim.Sheets) bool {
		return s.Count != 0 && s.Takes(paper) && yields(s.Size, z)
	})
}

// yields tells whether a piece comes out of a sheet at all.
func yields(sheet, piece card.Size) bool {
	n, _ := grid.Yield(sheet, piece)
	return n > 0
}
