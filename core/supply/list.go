package supply

import (
	"yellow-parcel/core/brief"
	"yellow-parcel/core/measure"
	"yellow-parcel/core/post"
	"yellow-parcel/core/work"
)

// What is what a line of the list is of.
type What string

// The kinds of line.
const (
	Sheets    What = "sheet"
	Envelopes What = "envelope"
	Stamps    What = "stamp"
)

// Line is one thing the batch takes: how many, and how many of them are there.
// Of stamps to buy only the price is known, not what they show.
type Line struct {
	What     What
	Job      int              // whose envelopes or stamps they are, by its place
	For      LotKind          // what sheets are cut for, the first of it
	Sheet    brief.StockSheet // a sheet, or an envelope by its size
	Noun     string           // what an envelope is called besides its name
	Stamp    string           // a stamp's own name; empty for those to buy
	Need     int
	There    int
	From     []Held        // envelopes that are there, as many as are taken of each
	Price    measure.Money // of one
	Priced   bool
	Currency string
}

// Buy is how many are to be bought.
func (l Line) Buy() int { return max(0, l.Need-l.There) }

// Sum is what all of it costs.
func (l Line) Sum() measure.Money { return l.Price * measure.Money(l.Need) }

// Shelf counts envelopes on hand.
type Shelf []Held

// Kinds are the envelopes without their counts.
func (s Shelf) Kinds() []brief.Bought {
	var out []brief.Bought
	for _, h := range s {
		out = append(out, h.Bought)
	}
	return out
}

// Held is envelopes of one kind on hand that no job has taken.
type Held struct {
	brief.Bought
	Item   string // the shelf's
	Count  int
	Price  measure.Money
	Priced bool
}

// List is all that a batch takes, and what it costs where every price is known,
// in the currency of the stock; postage in another is not in it.
type List struct {
	Lines   []Line
	Cost    measure.Money
	Each    measure.Money // of a card
	Unknown int           // lines without a price
	Foreign bool          // postage is paid in another currency
}

// ListOf is what a batch in its lots takes.
func ListOf(t Table, lots []Lot, shelf Shelf, postage []*work.Postage) List {
	var out List
	for i := range lots {
		out.sheets(&lots[i], t.Stock.Currency)
	}
	cards := 0
	for i, j := range t.Jobs {
		cards += j.Brief.Quantity
		out.envelopes(i, j.Result, shelf, t.Stock.Currency)
		out.stamps(i, j.Result, postage[i])
	}
	for _, l := range out.Lines {
		switch {
		case l.Currency != t.Stock.Currency:
			out.Foreign = true
		case l.Priced:
			out.Cost += l.Sum()
		default:
			out.Unknown++
		}
	}
	out.Each = out.Cost / measure.Money(max(1, cards))
	return out
}

// sheets counts what a lot is cut from; sheets of one size, paper and price are one line.
func (o *List) sheets(l *Lot, currency string) {
	add := func(s brief.StockSheet, n int, there bool) {
		at := -1
		for i, x := range o.Lines {
			if x.What == Sheets && x.Sheet.Size == s.Size && x.Sheet.Paper.Name == s.Paper.Name && x.Priced == s.Priced && x.Price == s.Price {
				at = i
			}
		}
		if at < 0 {
			at = len(o.Lines)
			o.Lines = append(o.Lines, Line{What: Sheets, For: l.Of, Sheet: s, Price: s.Price, Priced: s.Priced, Currency: currency})
		}
		o.Lines[at].Need += n
		if there {
			o.Lines[at].There += n
		}
	}
	if l.Plan == nil {
		for i, s := range l.Sheets {
			if s.Count > 0 && l.hand > 0 {
				add(s, s.Count, i < l.OnHand)
			}
		}
		return
	}
	for _, layout := range l.Plan.Layouts {
		add(l.Sheets[layout.Sheet], layout.Count, l.OnHand > 0 && !l.Bought(layout.Sheet))
	}
}

// bought is the envelope a job's card goes in as it is sold; ok is false where none is.
func bought(r *work.Result) (of brief.Bought, noun string, ok bool) {
	if len(r.Pieces) == 0 {
		return of, "", false
	}
	switch s := r.Pieces[0]; s.In {
	case work.InEnvelope, work.InFormat, work.InShelf:
		if s.Bought.ID == "" {
			return brief.Bought{Size: s.Bought.Size}, "measured envelope", true
		}
		return s.Bought, "envelope", true
	case work.InBlank:
		if s.Made.Blank.Bought != "" {
			return brief.Bought{Name: s.Made.Blank.Bought, Size: s.Made.Main().Cut()}, "envelope", true
		}
	case work.InMailer:
		return brief.Bought{Size: s.Size}, "padded mailer", true
	}
	return of, "", false
}

func (o *List) envelopes(job int, r *work.Result, shelf Shelf, currency string) {
	of, noun, ok := bought(r)
	if !ok {
		return
	}
	line := Line{What: Envelopes, Job: job, Noun: noun, Sheet: brief.StockSheet{Bought: of}, Need: r.Brief.Cut(), Currency: currency}
	taken := 0
	for _, l := range o.Lines {
		if l.What == Envelopes && l.Sheet.Size == of.Size {
			taken += l.There
		}
	}
	for _, h := range shelf {
		if h.Size != of.Size && h.Size != of.Size.Turned() {
			continue
		}
		line.Price, line.Priced = h.Price, h.Priced
		before := min(taken, h.Count) // those that jobs before this one take
		taken -= before
		if h.Count = min(h.Count-before, line.Need-line.There); h.Count > 0 {
			line.There += h.Count
			line.From = append(line.From, h)
		}
	}
	o.Lines = append(o.Lines, line)
}

// stamps counts those on hand that are used, then those to buy.
func (o *List) stamps(job int, r *work.Result, p *work.Postage) {
	if p == nil {
		return
	}
	currency := r.Posts[0].InUse().Carrier.Currency
	type kind struct {
		name  string
		price measure.Money
	}
	at := map[kind]int{}
	add := func(s post.Stamp, n, there int) {
		k := kind{s.Name, s.Price}
		i, ok := at[k]
		if !ok {
			i = len(o.Lines)
			at[k] = i
			o.Lines = append(o.Lines, Line{What: Stamps, Job: job, Stamp: s.Name, Price: s.Price, Priced: true, Currency: currency})
		}
		o.Lines[i].Need += n
		o.Lines[i].There += there
	}
	for _, set := range p.Sets {
		for _, s := range set.Stamps {
			add(s.Stamp, s.Count*set.Pieces, s.Count*set.Pieces)
		}
	}
	if p.Short > 0 {
		add(post.Stamp{Price: p.Price}, p.Short, 0)
	}
}
