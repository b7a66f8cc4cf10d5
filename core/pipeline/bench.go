package pipeline

import (
	"yellow-parcel/core/bench"
	"yellow-parcel/core/cutlist"
	"yellow-parcel/core/document"
	"yellow-parcel/core/prompt"
	"yellow-parcel/core/say"
	"yellow-parcel/core/supply"
	"yellow-parcel/core/trim"
	"yellow-parcel/core/work"
)

// Bench is a job as it is made: its table, its lots, its steps and supplies in words.
type Bench struct {
	bench.Setup
	prompt.Made
	Supplied supply.List
}

// AtTheBench is how the job is made, from the envelopes on hand.
func (all *Whole) AtTheBench(how Order) Bench {
	r := all.Result
	return BenchOf(say.Say{Unit: r.Brief.Unit, Ruler: r.Brief.Ruler}, supply.Alone(r), []*work.Postage{r.Postage}, how)
}

// searched is how all that is cut was looked for; nil where nothing was.
func (b *Bench) searched() *document.Searched {
	var all []*trim.Choices
	for i := range b.Lots {
		if c := b.Lots[i].Plans; c != nil {
			all = append(all, c)
		}
	}
	if len(all) == 0 {
		return nil
	}
	return cutlist.SearchedOf(all...)
}

// BenchOf is how what lies on a table is made; nothing is made of a batch that cannot be cut.
func BenchOf(s say.Say, t supply.Table, postage []*work.Postage, how Order) Bench {
	solve := how.Solve
	if solve == nil {
		solve = how.Memory.Solve
	}
	out := Bench{Setup: bench.Setup{Table: t, Postage: postage}}
	if t.Batch.Err != nil { // what cannot be cut is not begun: it takes nothing
		out.Made = prompt.Nothing()
		return out
	}
	out.Lots = supply.Lots(t, solve)
	out.Supplied = supply.ListOf(t, out.Lots, how.Shelf, postage)
	out.Made = prompt.Write(s, out.Setup, out.Supplied)
	return out
}
