package work

import (
	"cmp"
	"slices"

	"yellow-parcel/core/brief"
	"yellow-parcel/core/card"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/trim"
)

// useful is the least side of an offcut worth keeping.
const useful = measure.Inch

// Batch is every piece of the batch, the sheets it may come from, and how it is
// cut; Err says why it cannot be. Of a card that is made there is none.
type Batch struct {
	Problem trim.Problem
	Sheets  []brief.Sheet // those of the problem, in its order
	Plan    *trim.Plan
	Err     error
	Offcuts []Offcut  // worth keeping, the largest first
	Missing []Missing // to buy
	Cost    *Cost     // nil where the price of a sheet is not known
}

// Offcut is what is left over of one size and paper; it stands upright.
type Offcut struct {
	Size  card.Size
	Paper brief.Paper
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
func (r *Result) Bought(sheet int) bool {
	return sheet >= len(r.Brief.Stock.OnHand) && len(r.Brief.Stock.OnHand) > 0
}

// batchOf is every piece of the batch and every sheet it may come from. Without
// stock the sheet of the job is had as often as needed; with stock it is what
// would be bought where that does not do.
func batchOf(r *Result) Batch {
	b := r.Brief
	n := b.Quantity + b.Stock.Spare
	base := trim.Piece{Name: "base", Size: r.Base.Size, Count: n, Paper: b.Base.Paper.Name}
	if b.Base.AlongFold && len(r.Base.Scores) > 0 {
		base.Grain = trim.Height
		if r.Base.OnTop() {
			base.Grain = trim.Width
		}
	}
	p := trim.Problem{Pieces: []trim.Piece{base}, Limits: b.Tools.Trimmer}
	for i, z := range r.Layers.Stack {
		p.Pieces = append(p.Pieces, trim.Piece{Name: b.Layers.Each[i].Name, Size: z, Count: n, Paper: b.Layers.Each[i].Paper.Name})
	}
	if b.Layers.Inside > 0 {
		p.Pieces = append(p.Pieces, trim.Piece{Name: "inside panel", Size: r.Layers.Inside, Count: n})
	}
	out := Batch{Sheets: slices.Clone(b.Stock.OnHand)}
	for _, s := range b.Stock.OnHand {
		p.Sheets = append(p.Sheets, trim.Sheet{Name: s.Name, Size: s.Size, Count: s.Count, Paper: s.Paper.Name, Grain: s.Grain})
	}
	buy := func(s brief.Sheet, paper string) {
		out.Sheets = append(out.Sheets, s)
		p.Sheets = append(p.Sheets, trim.Sheet{Name: s.Name, Size: s.Size, Count: trim.Unlimited, Paper: paper, Grain: s.Grain, Buy: len(b.Stock.OnHand) > 0})
	}
	for _, name := range papers(b) {
		buy(toBuy(b, name), name)
	}
	keep(p.Sheets, b)
	// Where none of those gives a piece, another sheet of those on hand is bought for it.
	for _, piece := range p.Pieces {
		if slices.ContainsFunc(p.Sheets[len(b.Stock.OnHand):], func(s trim.Sheet) bool { return gives(s, piece, p.Limits) }) {
			continue
		}
		if i := slices.IndexFunc(p.Sheets[:len(b.Stock.OnHand)], func(s trim.Sheet) bool { return gives(s, piece, p.Limits) }); i >= 0 {
			s := b.Stock.OnHand[i]
			s.Item = ""
			buy(s, s.Paper.Name)
		}
	}
	out.Problem = p
	return out
}

// gives tells whether a piece comes out of a sheet of its paper, its grain and the trimmer's reach observed.
func gives(s trim.Sheet, piece trim.Piece, limits trim.Limits) bool {
	if !s.Takes(piece.Paper) {
		return false
	}
	if piece.Grain == "" && limits == (trim.Limits{}) {
		return yields(s.Size, piece.Size)
	}
	return trim.Most(s, piece, limits) != nil
}

// oneSheet is how the job's own sheet is cut into bases, within the trimmer's
// reach and along the grain where that is asked for and known.
func (r *Result) oneSheet() *trim.Plan {
	base := r.Batch.Problem.Pieces[0]
	sheet := toBuy(r.Brief, base.Paper)
	base.Paper = ""
	one := trim.Sheet{Name: r.Brief.Stock.Sheet.Name, Size: r.Brief.Stock.Sheet.Size}
	if sheet.Size == one.Size {
		one.Grain = sheet.Grain
	}
	return trim.Most(one, base, r.Brief.Tools.Trimmer)
}

// Useful tells whether an offcut is worth keeping for layers.
func Useful(z card.Size) bool { return min(z.Width, z.Height) >= useful }

// papers are the papers the pieces ask for; "" stands for any.
func papers(b *brief.Brief) []string {
	out := []string{b.Base.Paper.Name}
	for _, l := range b.Layers.Each {
		if l.Paper.Name != "" { // what names none is cut from what the base is cut from
			out = append(out, l.Paper.Name)
		}
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// keep holds the sheets of a layer's own paper back from pieces that ask for
// none: a coloured layer would colour the base. Where nothing else is on hand
// they are cut into everything.
func keep(sheets []trim.Sheet, b *brief.Brief) {
	own := func(s trim.Sheet) bool {
		return s.Paper != "" && s.Paper != b.Base.Paper.Name &&
			slices.ContainsFunc(b.Layers.Each, func(l brief.Layer) bool { return l.Paper.Name == s.Paper })
	}
	if len(b.Stock.OnHand) > 0 && !slices.ContainsFunc(sheets[:len(b.Stock.OnHand)], func(s trim.Sheet) bool { return !own(s) }) {
		return
	}
	for i := range sheets {
		sheets[i].Kept = own(sheets[i])
	}
}

// toBuy is a sheet that could be had of a paper: as the one on hand is, or the job's own.
func toBuy(b *brief.Brief, paper string) brief.Sheet {
	for _, s := range b.Stock.OnHand {
		if s.Paper.Name == paper && paper != "" {
			s.Item = ""
			return s
		}
	}
	out := brief.Sheet{Bought: b.Stock.Sheet, Paper: brief.Paper{Name: paper}}
	for _, s := range b.Stock.OnHand {
		if s.ID == out.ID && s.Size == out.Size && paper == "" {
			out.Price, out.Priced, out.Grain = s.Price, s.Priced, s.Grain
		}
	}
	return out
}

func (b *Batch) solve(r *Result) {
	if b.Plan, b.Err = r.how.Solve(b.Problem); b.Err != nil {
		return
	}
	b.leftOver()
	for _, l := range b.Plan.Layouts {
		if r.Bought(l.Sheet) {
			b.miss(l.Sheet, l.Count)
		}
	}
	b.cost(r.Brief.Quantity)
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
func (r *Result) LiesAcross(piece trim.Piece) bool {
	return piece.Grain != "" && r.comesOut(piece.Size, piece.Paper)
}

// leftOver gathers equal offcuts that are worth keeping, the largest first.
func (b *Batch) leftOver() {
	type kind struct {
		size  card.Size
		paper string
	}
	at := map[kind]int{}
	for _, l := range b.Plan.Layouts {
		paper := b.Sheets[l.Sheet].Paper
		for _, o := range l.Offcuts {
			if !Useful(o.Size) {
				continue
			}
			z := o.Size
			if z.Width > z.Height {
				z = z.Turned()
			}
			i, ok := at[kind{z, paper.Name}]
			if !ok {
				i = len(b.Offcuts)
				at[kind{z, paper.Name}] = i
				b.Offcuts = append(b.Offcuts, Offcut{Size: z, Paper: paper})
			}
			b.Offcuts[i].Count += l.Count
		}
	}
	slices.SortStableFunc(b.Offcuts, func(p, q Offcut) int { return cmp.Compare(area(q.Size), area(p.Size)) })
}

// cost adds up what the sheets cost; one without a price leaves it unknown.
func (b *Batch) cost(cards int) {
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
	c.Card = c.Batch / measure.Money(cards)
	b.Cost = c
}

// ComesOut tells whether a base of a size lies in any sheet it may be cut from.
func (r *Result) ComesOut(z card.Size) bool {
	return r.comesOut(z, r.Brief.Base.Paper.Name)
}

// comesOut tells whether a piece lies in any sheet of its paper, whichever way the grain runs.
func (r *Result) comesOut(z card.Size, paper string) bool {
	return slices.ContainsFunc(r.Batch.Problem.Sheets, func(s trim.Sheet) bool {
		return s.Count != 0 && s.Takes(paper) && yields(s.Size, z)
	})
}

// yields tells whether a piece comes out of a sheet at all.
func yields(sheet, piece card.Size) bool {
	n, _ := trim.Yield(sheet, piece)
	return n > 0
}
